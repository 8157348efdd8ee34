import { QueryClient } from '@tanstack/svelte-query';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError } from '../../api/client';
import type { Shape } from '../../api/queries';

const api = vi.hoisted(() => ({ post: vi.fn(), renew: vi.fn(), cache: {} as { client: QueryClient } }));
vi.mock('../../api/client', async (whole) => ({
  ...(await whole<object>()),
  ask: (call: Promise<unknown>) => call,
  client: { POST: api.post },
}));
vi.mock('../../api/queries', () => ({
  get queryClient() {
    return api.cache.client;
  },
  renew: api.renew,
  stands: (key: string[], found: unknown) => Promise.resolve(api.cache.client.setQueryData(key, found)),
  shapeKey: (id: string, selected?: string) => ['shape', id, selected ?? ''],
}));
const { Bench } = await import('./bench.svelte');

const shape = (revision: number) => ({ rocket: { id: 'r', revision } }) as unknown as Shape;
const refusal = (code: string, field?: string) =>
  new ApiError(code === 'stale' ? 409 : 422, {
    code,
    message: 'no',
    fields: field ? [{ field, message: `${field} will not do` }] : [],
    current: null,
  });
interface Sent {
  params: { header: { 'If-Match': number } };
  body?: { edits: { field: string; value?: number; text?: string }[] };
}
const sent = (n: number) => api.post.mock.calls[n]?.[1] as Sent;

describe('an airframe on the bench', () => {
  let bench: InstanceType<typeof Bench>;
  beforeEach(() => {
    vi.resetAllMocks();
    api.cache.client = new QueryClient();
    bench = new Bench('r');
    api.cache.client.setQueryData(['shape', 'r', ''], shape(1));
    bench.follow(() => api.cache.client.getQueryData(['shape', 'r', bench.selected ?? '']));
  });

  it('sends one edit after another, each from the revision the one before left', async () => {
    api.post.mockResolvedValueOnce(shape(2)).mockResolvedValueOnce(shape(3));
    const first = bench.set('length_m', '70 mm', 'nose');
    const second = bench.set('span_m', '40 mm', 'fins');
    expect(bench.pending).toBeLessThan(2);
    await Promise.all([first, second]);
    expect([sent(0).params.header['If-Match'], sent(1).params.header['If-Match']]).toEqual([1, 2]);
    expect(bench.pending).toBe(0);
  });

  it('goes back only when the edits on their way are in, and on from where that led', async () => {
    const begun: string[] = [];
    let revision = 1;
    api.post.mockImplementation((path: string) => {
      begun.push(path.split('/').at(-1) ?? '');
      return Promise.resolve(shape((revision += 1)));
    });
    await Promise.all([bench.set('span_m', '40 mm', 'fins'), bench.step('undo'), bench.step('redo')]);
    expect(begun).toEqual(['edit', 'undo', 'redo']);
  });

  it('starts from what its own last edit left, though what is shown is older', async () => {
    bench.follow(() => shape(1));
    api.post.mockResolvedValueOnce(shape(2)).mockResolvedValueOnce(shape(3));
    await Promise.all([bench.set('length_m', '70 mm', 'nose'), bench.set('span_m', '40 mm', 'fins')]);
    expect(sent(1).params.header['If-Match']).toBe(2);
  });

  it('loses no step of a key that is pressed quicker than it is answered, and sends what waits as one', async () => {
    const fins = (revision: number, span_m: number) =>
      ({
        ...shape(revision),
        drawn: [{ id: 'fins', type: 'fin_set', fore_m: 0.3, profile: [[0.3, 0.02]], sizes: { span_m } }],
      }) as unknown as Shape;
    api.cache.client.setQueryData(['shape', 'r', ''], fins(1, 0.04));
    const answers: ((found: Shape) => void)[] = [];
    api.post.mockImplementation(() => new Promise((done) => answers.push(done)));
    const press = () => bench.nudge('fins', 'span_m', 0.001);
    const asked = (n: number) => vi.waitFor(() => expect(answers).toHaveLength(n));
    press();
    await asked(1);
    press();
    press();
    void bench.step('undo');
    press();
    answers[0]?.(fins(2, 0.041));
    await asked(2);
    answers[1]?.(fins(3, 0.043));
    await asked(3);
    api.cache.client.setQueryData(['shape', 'r', ''], fins(4, 0.041)); // what undo leads to
    answers[2]?.(shape(4));
    await asked(4);
    const spans = api.post.mock.calls.map((_, n) => sent(n).body?.edits[0]?.value);
    expect(spans).toEqual([0.041, 0.043, undefined, 0.042]);
  });

  it('keeps an answer with the part it was asked for, whatever is in hand when it comes', async () => {
    const cache = api.cache.client;
    let answer: (found: Shape) => void = () => undefined;
    api.post.mockReturnValueOnce(new Promise<Shape>((done) => (answer = done)));
    bench.select('nose');
    cache.setQueryData(['shape', 'r', 'nose'], shape(1));
    cache.setQueryData(['shape', 'r', 'fins'], shape(1));
    const edit = bench.set('length_m', '70 mm');
    await vi.waitFor(() => expect(api.post).toHaveBeenCalled());
    bench.select('fins');
    answer(shape(2));
    await edit;
    expect(cache.getQueryData(['shape', 'r', 'nose'])).toEqual(shape(2));
    expect(cache.getQueryData(['shape', 'r', 'fins'])).toEqual(shape(1));
    const kept = api.renew.mock.calls[0]?.[0] as (key: readonly unknown[]) => boolean;
    expect([kept(['shape', 'r', 'nose']), kept(['shape', 'r', 'fins'])]).toEqual([true, false]); // asked anew
    expect(cache.getQueryData(['shape', 'r', ''])).toBeUndefined();
  });

  it('forgets what it knew with other parts in hand, and keeps what is asked by revision', async () => {
    const cache = api.cache.client;
    cache.setQueryData(['shape', 'r', 'nose'], shape(1));
    cache.setQueryData(['shape', 'r', 'what-if', 1], { rows: [] });
    cache.setQueryData(['shape', 'other', 'nose'], shape(7));
    api.post.mockResolvedValueOnce(shape(2));
    await bench.set('mass_kg', '80 g', undefined);
    expect(cache.getQueryData(['shape', 'r', 'nose'])).toBeUndefined();
    expect(cache.getQueryData(['shape', 'r', ''])).toEqual(shape(2));
    expect(cache.getQueryData(['shape', 'r', 'what-if', 1])).toBeDefined();
    expect(cache.getQueryData(['shape', 'other', 'nose'])).toEqual(shape(7));
    const stands = api.renew.mock.calls[0]?.[0] as (key: readonly unknown[]) => boolean;
    expect(stands(['shape', 'r', ''])).toBe(true);
    expect(stands(['rockets', 'r'])).toBe(true);
    expect(stands(['rockets'])).toBe(false);
    expect(stands(['recovery', 'r'])).toBe(false);
    expect(stands(['shape', 'other', ''])).toBe(false);
  });

  it('says a refusal at its box and takes it away with the next try of that box only', async () => {
    api.post.mockRejectedValueOnce(refusal('refused', 'parts.fins.span_m'));
    await bench.set('span_m', '-3 mm', 'fins');
    expect(bench.errors).toEqual({ span_m: 'parts.fins.span_m will not do' });
    expect(bench.problem).toBe('parts.fins.span_m will not do');
    api.post.mockResolvedValueOnce(shape(2));
    await bench.set('tip_m', '20 mm', 'fins');
    expect(Object.keys(bench.errors)).toEqual(['span_m']);
    api.post.mockResolvedValueOnce(shape(3));
    await bench.set('span_m', '30 mm', 'fins');
    expect([bench.errors, bench.problem]).toEqual([{}, '']);
  });

  it('holds an edit of what has changed elsewhere back, and does it on what stands when told to', async () => {
    api.post.mockRejectedValueOnce(refusal('stale'));
    await bench.set('span_m', '30 mm', 'fins');
    expect(bench.conflict).toHaveLength(1);
    api.cache.client.setQueryData(['shape', 'r', ''], shape(5));
    api.post.mockResolvedValueOnce(shape(6));
    await bench.again();
    expect(bench.conflict).toBeUndefined();
    expect(sent(1).params.header['If-Match']).toBe(5);
    expect(sent(1).body?.edits[0]).toMatchObject({ field: 'span_m', text: '30 mm' });
  });

  it('asks for the newest place of a hand and for none of those it passed', async () => {
    const answers: ((found: Shape) => void)[] = [];
    api.post.mockImplementation(() => new Promise((done) => answers.push(done)));
    const drag = (value: number) => bench.dragTo({ part: 'fins', field: 'span_m', value });
    drag(0.03);
    drag(0.031);
    drag(0.034);
    expect(answers).toHaveLength(1);
    expect(bench.stale).toBe(true);
    answers[0]?.(shape(1));
    await vi.waitFor(() => expect(answers).toHaveLength(2));
    expect(api.post.mock.calls.map((_, n) => sent(n).body?.edits[0]?.value)).toEqual([0.03, 0.034]);
    answers[1]?.(shape(1));
    await vi.waitFor(() => expect(bench.stale).toBe(false));
    bench.letGo();
    expect(bench.tried).toBeUndefined();
    expect(bench.shape).toEqual(shape(1));
  });
});
