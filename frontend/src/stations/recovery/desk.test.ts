import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Recovery } from '../../api/workshop';

type Call = {
  verb: string;
  path: string;
  params: { header?: { 'If-Match': number | null } };
  body?: unknown;
};
const api = vi.hoisted(() => ({ ask: vi.fn(), renew: vi.fn(), data: new Map<string, unknown>() }));
vi.mock('../../api/client', async (original) => {
  const call = (verb: string) => (path: string, rest: object) => ({ verb, path, ...rest });
  return {
    ...(await original<typeof import('../../api/client')>()),
    ask: api.ask,
    client: { PUT: call('PUT'), GET: call('GET'), POST: call('POST'), DELETE: call('DELETE') },
  };
});
vi.mock('../../api/queries', () => ({
  renew: api.renew,
  queryClient: {
    getQueryData: (key: string[]) => api.data.get(key.join()),
  },
  stands: (key: string[], found: unknown) => Promise.resolve(api.data.set(key.join(), found)),
}));
const { ApiError } = await import('../../api/client');
const { Desk } = await import('./desk.svelte');

const standing = (revision: number) => ({ revision, canopy_part: 'cloth' }) as unknown as Recovery;
const refusal = (status: number) =>
  new ApiError(status, {
    code: status === 409 ? 'stale' : 'failed',
    message: `no: ${status}`,
    fields: [],
    current: null,
  });
const told = () => api.ask.mock.calls.map((c) => c[0] as Call);
const from = (call?: Call) => call?.params.header?.['If-Match'];

describe('a recovery being decided', () => {
  let revision = 3;
  beforeEach(() => {
    vi.resetAllMocks();
    revision = 3;
    api.data.set('recovery,r', standing(revision));
    api.ask.mockImplementation(() => Promise.resolve(standing((revision += 1))));
  });

  it('makes one change after another, each from the revision the one before left', async () => {
    const desk = new Desk('r');
    const all = [
      desk.choose({ school: 'usual' }),
      desk.test({ event: 'first', charge: '1', result: 'threw' }, 't'),
      desk.drop('t'),
    ];
    expect(desk.pending).toBe(3);
    expect(await Promise.all(all)).toEqual([true, true, true]);
    expect(told().map(from)).toEqual([3, 4, 5]);
    expect([desk.pending, desk.changed]).toEqual([0, 3]);
  });

  it('begins a rocket without a canopy from the revision it is told', async () => {
    api.data.delete('recovery,r');
    const desk = new Desk('r');
    expect(await desk.reshape({ op: 'swap', stock: 's' })).toBe(false);
    expect(told()).toHaveLength(0);
    expect(await desk.tumble(7)).toBe(true);
    expect(from(told()[0])).toBe(7);
  });

  it('reshapes the part that is the canopy and shows what has come of it', async () => {
    const desk = new Desk('r');
    expect(await desk.reshape({ op: 'set', field: 'spill_hole_m', value: 0.04 })).toBe(true);
    const [edit, look] = told();
    expect(edit?.body).toMatchObject({ edits: [{ part: 'cloth', field: 'spill_hole_m', value: 0.04 }] });
    expect([look?.verb, look?.path]).toEqual(['GET', '/api/hangar/rockets/{key}/recovery']);
  });

  it('counts what can be taken back', async () => {
    const desk = new Desk('r');
    await desk.choose({ school: 'usual' });
    await desk.choose({ school: 'certification' });
    expect(await desk.undo()).toBe(true);
    expect(desk.changed).toBe(1);
  });

  it('starts the next change from what somebody else has left, and says so until the one after', async () => {
    const desk = new Desk('r');
    api.ask.mockRejectedValueOnce(refusal(409)).mockResolvedValueOnce(standing(11));
    const both = [desk.choose({ school: 'usual' }), desk.choose({ shield: 'none' })];
    expect(await Promise.all(both)).toEqual([false, true]);
    expect(told().map((c) => [c.verb, from(c)])).toEqual([
      ['PUT', 3],
      ['GET', undefined],
      ['PUT', 11],
    ]);
    expect(desk.refused?.message).toBe('no: 409');
    await desk.choose({ shield: 'cloth' });
    expect(desk.refused).toBeUndefined();
  });

  it('is held up neither by a network that has gone nor by a fault of its own', async () => {
    const desk = new Desk('r');
    api.ask
      .mockRejectedValueOnce(refusal(409))
      .mockRejectedValueOnce(refusal(0))
      .mockRejectedValueOnce(new TypeError('a slip'));
    expect(await desk.choose({ school: 'usual' })).toBe(false);
    await expect(desk.choose({ school: 'usual' })).rejects.toThrow('a slip');
    expect(await desk.choose({ school: 'usual' })).toBe(true);
    expect([from(told().at(-1)), desk.pending]).toEqual([3, 0]);
  });

  it('renews what hangs on it, but not itself', async () => {
    await new Desk('r').choose({ school: 'usual' });
    const stands = api.renew.mock.calls[0]?.[0] as (key: unknown[]) => boolean;
    expect([stands(['recovery', 'r']), stands(['recovery', 'other']), stands(['rockets'])]).toEqual([
      true,
      false,
      false,
    ]);
  });
});
