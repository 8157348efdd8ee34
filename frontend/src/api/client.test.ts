import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError, ask, asSeen, ledTo, newest, standing, whenStale } from './client';
import { send } from './send';

const refused = (status: number, body: object = {}) =>
  Promise.resolve({ error: body, response: new Response(null, { status }) });
const caught = (work: Promise<unknown>) => work.then(() => undefined).catch((e: unknown) => e as ApiError);

describe('an answer', () => {
  it('is its data', async () => {
    expect(await ask(Promise.resolve({ data: [1], response: new Response('') }))).toEqual([1]);
  });

  it('that refuses says why, and at which box', async () => {
    const fields = [
      { field: 'canopy.diameter', message: 'is no length' },
      { field: 'mass', message: 'is missing' },
    ];
    const error = await caught(ask(refused(422, { code: 'invalid', message: 'Two boxes.', fields })));
    expect([error?.status, error?.message, error?.body.code]).toEqual([422, 'Two boxes.', 'invalid']);
    expect(error?.of('diameter')).toBe('is no length');
    expect(error?.of('mass')).toBe('is missing');
    expect(error?.of('ass')).toBeUndefined();
  });

  it('that never comes, or is none of ours, is told apart', async () => {
    const offline = await caught(ask(Promise.reject(new TypeError('failed to fetch'))));
    expect([offline?.status, offline?.body.code]).toEqual([0, 'offline']);
    expect((await caught(ask(refused(500))))?.message).toContain('nothing was changed');
    expect((await caught(ask(refused(413, { message: 'html' }))))?.message).toBe(
      'That is too large to send.',
    );
  });
});

describe('an edit of what was changed elsewhere', () => {
  it('has things read anew, but for a rocket, of which both are shown', async () => {
    const anew = vi.fn();
    whenStale(anew);
    await caught(ask(refused(409, { code: 'stale', message: '', current: { document: {} } })));
    expect(anew).not.toHaveBeenCalled();
    const error = await caught(ask(refused(409, { code: 'stale', message: '', current: { version: 'v2' } })));
    expect(anew).toHaveBeenCalledOnce();
    expect(standing(error)).toBe('v2');
  });

  it('is no other refusal', async () => {
    expect(standing(await caught(ask(refused(409, { code: 'full', current: { version: 'v2' } }))))).toBe(
      undefined,
    );
    expect(standing(new Error('no'))).toBeUndefined();
    expect([asSeen('v1'), asSeen(undefined)]).toEqual([{ headers: { 'If-Match': 'v1' } }, {}]);
  });

  it('is none when this page itself led on from the version it was begun with', () => {
    ledTo('a', 'b');
    ledTo('b', 'c');
    ledTo('c', 'c');
    ledTo(undefined, 'd');
    expect([newest('a'), newest('c'), newest('x'), newest(undefined)]).toEqual(['c', 'c', 'x', undefined]);
  });
});

describe('a file sent', () => {
  const file = new File(['x'], 'log.csv');
  beforeEach(() => vi.stubGlobal('document', { cookie: 'theme=field; csrftoken=a%2Bb' }));
  afterEach(() => vi.unstubAllGlobals());
  const answers = (answer: () => Promise<Response>) => {
    const asked =
      vi.fn<(path: string, how: { body: FormData; headers: object }) => Promise<Response>>(answer);
    vi.stubGlobal('fetch', asked);
    return asked;
  };

  it('goes with the words beside it and the proof that it comes from here', async () => {
    const asked = answers(() => Promise.resolve(Response.json({ id: 1 })));
    expect(await send('/to', file, 'log', { title: 'First' })).toEqual({ id: 1 });
    const how = asked.mock.calls[0]?.[1];
    expect(how?.headers).toEqual({ 'X-CSRFToken': 'a+b' });
    expect([...(how?.body.keys() ?? [])]).toEqual(['log', 'title']);
  });

  it('is refused in the words of whoever refuses it', async () => {
    const tell = async (status: number, body: string) => {
      answers(() => Promise.resolve(new Response(body, { status })));
      return (await caught(send('/to', file, 'log', {})))?.message;
    };
    expect(await tell(422, JSON.stringify({ message: 'no altitude in it' }))).toBe('no altitude in it');
    expect(await tell(413, '<html>')).toBe('That is too large to send.');
    expect(await tell(502, '<html>')).toBe('That did not work.');
    answers(() => Promise.reject(new TypeError('no network')));
    expect((await caught(send('/to', file, 'log', {})))?.body.code).toBe('offline');
  });
});
