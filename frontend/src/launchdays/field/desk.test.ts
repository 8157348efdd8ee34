import { beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError } from '../../api/client';
import type { EventOut, Pack } from '../../api/launchdays';

const api = vi.hoisted(() => ({
  packFor: vi.fn(),
  tellEvents: vi.fn(),
  readOnSite: vi.fn(),
  renew: vi.fn(),
}));
vi.mock('../../api/launchdays', () => api);
vi.mock('../../api/queries', () => ({ renew: api.renew }));
const { FieldDesk } = await import('./desk.svelte');

const error = (status: number, message: string) =>
  new ApiError(status, { code: 'failed', message, fields: [], current: null });

const item = (key: string) => ({ key, text: `do ${key}`, ticked: false, again: false, hold: false });
const pack = {
  plan: { name: 'Meet' },
  lines: [
    {
      line: { id: 'first', rocket_id: 'r', done: false },
      checklist: { items: [item('weigh'), item('pack')] },
      turnaround: ['pack'],
      grid: [['go'], ['no_go']],
    },
    {
      line: { id: 'again', rocket_id: 'r', done: false },
      checklist: { items: [item('weigh'), item('pack')] },
      turnaround: ['pack'],
      grid: [['go'], ['no_go']],
    },
  ],
  speeds_m_s: [0, 4],
  from_deg: [0],
} as unknown as Pack;

/** A browser's storage that can be full. */
function storage() {
  const kept = new Map<string, string>();
  const all = {
    full: false,
    getItem: (key: string) => kept.get(key) ?? null,
    removeItem: (key: string) => void kept.delete(key),
    setItem: (key: string, text: string) => {
      if (all.full && key.includes('queue')) throw new Error('quota');
      kept.set(key, text);
    },
  };
  vi.stubGlobal('localStorage', all);
  return all;
}
const settled = () => new Promise((done) => setTimeout(done, 0));
const keepsAll = () =>
  api.tellEvents.mockImplementation((_: string, body: { events: EventOut[] }) =>
    Promise.resolve({ kept: body.events.map((e) => e.id), refused: [], clock: '' }),
  );

describe('a day on a phone', () => {
  let disk: ReturnType<typeof storage>;
  beforeEach(() => {
    vi.resetAllMocks();
    disk = storage();
    api.packFor.mockResolvedValue(pack);
    keepsAll();
  });

  it('keeps what is told while nothing can be reached, over a reload, and sends it once it can', async () => {
    api.tellEvents.mockRejectedValue(error(0, 'not reached'));
    const desk = new FieldDesk('day');
    await desk.sync();
    desk.tell('ticked', 'first', { item: 'weigh', text: 'do weigh' });
    await settled();
    expect(desk.reachable).toBe(false);
    expect(desk.items('first').map((i) => i.ticked)).toEqual([true, false]);

    const reopened = new FieldDesk('day');
    expect(reopened.queue).toHaveLength(1);
    expect(reopened.items('first')[0]?.ticked).toBe(true);
    keepsAll();
    await reopened.sync();
    expect(reopened.queue).toHaveLength(0);
    expect(reopened.reachable).toBe(true);
    expect(new FieldDesk('day').queue).toHaveLength(0);
    expect(api.renew).toHaveBeenCalledOnce();
  });

  it('sends the same keys again when the answer to them never came', async () => {
    api.tellEvents.mockRejectedValue(error(503, 'fell over'));
    const desk = new FieldDesk('day');
    desk.tell('launched', 'first');
    await settled();
    const sent = () => api.tellEvents.mock.calls.map((c) => (c[1] as { events: EventOut[] }).events[0]?.id);
    await desk.sync();
    expect(new Set(sent()).size).toBe(1);
    expect(sent().length).toBeGreaterThan(1);
    expect(desk.reachable).toBe(false);
  });

  it('says a refusal, which is not a lost network, and forgets it when all is well again', async () => {
    api.packFor.mockRejectedValueOnce(error(403, 'Sign in first.'));
    const desk = new FieldDesk('day');
    await desk.sync();
    expect([desk.reachable, desk.problem]).toEqual([true, 'Sign in first.']);
    await desk.sync();
    expect(desk.problem).toBe('');
  });

  it('shows what could not be kept until it has been seen, and is not held up by it', async () => {
    const desk = new FieldDesk('day');
    await desk.sync();
    api.tellEvents.mockImplementation((_: string, body: { events: EventOut[] }) =>
      Promise.resolve({
        kept: [],
        refused: [{ id: body.events[0]?.id, message: 'The rocket is gone.' }],
        clock: 'Clocks differ by 40 s.',
      }),
    );
    desk.tell('told', 'first', { facts: { opening: 'good' } });
    await settled();
    expect(desk.queue).toHaveLength(0);
    expect(desk.clock).toBe('Clocks differ by 40 s.');
    expect(new FieldDesk('day').refused[0]?.message).toBe('The rocket is gone.');
    desk.dismiss();
    expect(new FieldDesk('day').refused).toHaveLength(0);
  });

  it('says when the browser keeps no more, for as long as it does not', async () => {
    const desk = new FieldDesk('day');
    disk.full = true;
    api.tellEvents.mockRejectedValue(error(0, 'not reached'));
    desk.tell('launched', 'first');
    await settled();
    expect(desk.problem).toContain('keeps no more');
    disk.full = false;
    keepsAll();
    await desk.sync();
    expect(desk.problem).toBe('');
  });

  it('gives a rocket that flew on another line the short list, and the whole one when asked', async () => {
    const desk = new FieldDesk('day');
    await desk.sync();
    expect(desk.items('again')).toHaveLength(2);
    api.tellEvents.mockRejectedValue(error(0, 'not reached'));
    desk.tell('told', 'first', { facts: { opening: 'good' } });
    expect(desk.flown('first')).toBe(true);
    expect(desk.items('again').map((i) => i.key)).toEqual(['pack']);
    expect(desk.items('again', true)).toHaveLength(2);
    expect(desk.items('first')).toHaveLength(2);
  });

  it('judges by the grid until the server has judged in this very wind, and not in another', async () => {
    const desk = new FieldDesk('day');
    await desk.sync();
    desk.wind = 0;
    expect(desk.verdict('first')).toBe('go');
    desk.wind = 2;
    expect(desk.verdict('first')).toBe('no_go');
    api.readOnSite.mockResolvedValue({ lines: [{ id: 'first', verdict: 'go_with' }] });
    expect(await desk.judge()).toContain('every flight judged');
    expect(desk.verdict('first')).toBe('go_with');
    desk.wind = 2.5;
    expect(desk.verdict('first')).toBe('no_go');
    desk.wind = 2;
    // A scale read since makes another rocket of it.
    desk.tell('weighed', 'first', { facts: { mass: '90 g' } });
    expect(desk.verdict('first')).toBe('no_go');
    api.readOnSite.mockRejectedValue(error(0, 'not reached'));
    expect(await desk.judge()).toContain('No network');
    api.readOnSite.mockRejectedValue(error(422, 'No such warmth.'));
    expect(await desk.judge()).toBe('✕ No such warmth.');
  });

  it('believes no pack that cannot be read', () => {
    localStorage.setItem('wobbly-fin:field:pack:day', '{half');
    expect(new FieldDesk('day').pack).toBeUndefined();
  });
});
