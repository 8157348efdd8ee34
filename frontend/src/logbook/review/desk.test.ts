import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Review, ReviewIn } from '../../api/logbook';

const api = vi.hoisted(() => ({
  ask: vi.fn(),
  PUT: vi.fn(),
  GET: vi.fn(),
  POST: vi.fn(),
  renew: vi.fn(),
  stands: vi.fn(),
}));
vi.mock('../../api/client', async (original) => ({
  ...(await original<typeof import('../../api/client')>()),
  ask: api.ask,
  client: { PUT: api.PUT, GET: api.GET, POST: api.POST },
}));
vi.mock('../../api/queries', () => ({ renew: api.renew, stands: api.stands }));
const { ApiError } = await import('../../api/client');
const { ReviewDesk } = await import('./desk.svelte');

type Call = { body: ReviewIn; headers?: Record<string, string> };

/** The server's review: what was told last, one version on. */
function answered(body: Partial<ReviewIn>, version: string): Review {
  const answers = Object.entries(body.answers ?? {});
  return {
    version,
    is_quick: false,
    questions: [...answers.map(([key, answer]) => ({ key, answer })), { key: 'unasked', answer: null }],
    parts: Object.entries(body.parts ?? {}).map(([key, state]) => ({ key, state })),
    repairs: (body.repairs ?? []).map((damage) => ({ damage, done: false })),
    chain: body.chain ?? [],
    cause: body.cause ?? '',
    changes: body.changes ?? '',
    lesson: body.lesson ?? '',
    grounds: body.grounds ?? false,
    separated: body.separated ?? null,
    decided: body.decided ?? false,
    phase: body.phase ?? 'boost',
    phase_told: Boolean(body.phase),
  } as unknown as Review;
}
const link = (key: string) => ({ key, says: key, from_keys: [], evidence: '', part: '' });
const refusal = (code: string, version?: string) =>
  new ApiError(code === 'stale' ? 409 : 422, {
    code,
    message: `refused: ${code}`,
    fields: [],
    current: version ? { version } : null,
  });
const sent = () => api.PUT.mock.calls.map((c) => c[1] as Call);

describe('a review being worked on', () => {
  let version = 0;
  beforeEach(() => {
    vi.resetAllMocks();
    version = 1;
    api.renew.mockResolvedValue(undefined);
    for (const verb of [api.PUT, api.GET, api.POST]) verb.mockImplementation((_: string, call: Call) => call);
    api.ask.mockImplementation((call: Call) => Promise.resolve(answered(call.body, `v${(version += 1)}`)));
  });

  it('sends one change after another, each on top of the last, with the version that stands', async () => {
    const desk = new ReviewDesk('f', answered({ answers: { lit: true } }, 'v1'));
    const both = [desk.answer('popped', false), desk.answer('windy', true), desk.part('fin', 'broke')];
    expect(await Promise.all(both)).toEqual([true, true, true]);
    expect(sent().map((c) => c.body.answers)).toEqual([
      { lit: true, popped: false },
      { lit: true, popped: false, windy: true },
      { lit: true, popped: false, windy: true },
    ]);
    expect(sent()[2]?.body.parts).toEqual({ fin: 'broke' });
    expect(sent().map((c) => c.headers?.['If-Match'])).toEqual(['v1', 'v2', 'v3']);
  });

  it('takes an answer, a mark and a repair back again', async () => {
    const desk = new ReviewDesk(
      'f',
      answered({ answers: { lit: true }, parts: { fin: 'broke' }, repairs: ['fin'] }, 'v1'),
    );
    await Promise.all([
      desk.answer('lit', null),
      desk.part('fin', ''),
      desk.mend('fin', false),
      desk.mend('zipper', true),
    ]);
    const last = sent().at(-1)?.body;
    expect([last?.answers, last?.parts, last?.repairs]).toEqual([{}, {}, ['zipper']]);
  });

  it('loses no link of two that are put into the chain at once', async () => {
    const desk = new ReviewDesk('f', answered({}, 'v1'));
    await Promise.all([desk.chain((now) => [...now, link('a')]), desk.chain((now) => [...now, link('b')])]);
    expect(
      sent()
        .at(-1)
        ?.body.chain?.map((l) => l.key),
    ).toEqual(['a', 'b']);
  });

  it('leaves out what was refused, and that alone, and says so until the next change after it', async () => {
    const desk = new ReviewDesk('f', answered({}, 'v1'));
    api.ask.mockRejectedValueOnce(refusal('failed'));
    const both = [desk.change({ lesson: 'x'.repeat(400) }), desk.answer('lit', false)];
    expect(await Promise.all(both)).toEqual([false, true]);
    expect([sent()[1]?.body.lesson, sent()[1]?.body.answers]).toEqual(['', { lit: false }]);
    expect(desk.refused?.message).toBe('refused: failed');
    await desk.change({ grounds: true });
    expect(desk.refused).toBeUndefined();
  });

  it('makes the next change to what stands where somebody else has changed it', async () => {
    const desk = new ReviewDesk('f', answered({ changes: 'mine' }, 'v1'));
    const theirs = answered({ changes: 'theirs', answers: { lit: true } }, 'v9');
    api.ask.mockRejectedValueOnce(refusal('stale', 'v9')).mockResolvedValueOnce(theirs);
    expect(await desk.change({ changes: 'mine again' })).toBe(false);
    expect(api.stands).toHaveBeenLastCalledWith(['logbook', 'review', 'f'], theirs);
    await desk.answer('popped', true);
    const last = sent().at(-1);
    expect([last?.body.changes, last?.body.answers, last?.headers?.['If-Match']]).toEqual([
      'theirs',
      { lit: true, popped: true },
      'v9',
    ]);
  });

  it('renews what hangs on it, but not itself: its answer came along', async () => {
    const desk = new ReviewDesk('f', answered({}, 'v1'));
    await desk.change({ grounds: true });
    const kept = api.renew.mock.calls[0]?.[0] as (key: unknown[]) => boolean;
    expect([kept(['logbook', 'review', 'f']), kept(['logbook', 'review', 'g']), kept(['rockets'])]).toEqual([
      true,
      false,
      false,
    ]);
  });

  it('puts a part by only once every change of the review is in', async () => {
    const desk = new ReviewDesk('f', answered({}, 'v1'));
    const begun: string[] = [];
    for (const verb of ['PUT', 'POST'] as const)
      api[verb].mockImplementation((_: string, call: Call) => {
        begun.push(verb);
        return call;
      });
    await Promise.all([desk.part('nose', 'whole'), desk.salvage('nose'), desk.answer('lit', true)]);
    expect(begun).toEqual(['PUT', 'POST', 'PUT']);
  });

  it('says why a part cannot be put by or a repair begun, and lets faults of its own through', async () => {
    const desk = new ReviewDesk('f', answered({}, 'v1'));
    api.ask.mockRejectedValueOnce(refusal('failed'));
    await desk.salvage('nose');
    expect(desk.refused?.status).toBe(422);
    api.ask.mockRejectedValueOnce(refusal('gone'));
    await desk.repair('r', 'fin');
    expect(desk.refused?.message).toBe('refused: gone');
    api.ask.mockRejectedValueOnce(new TypeError('a slip of ours'));
    await expect(desk.change({ grounds: true })).rejects.toThrow('a slip of ours');
    expect(await desk.change({ grounds: true })).toBe(true);
  });
});
