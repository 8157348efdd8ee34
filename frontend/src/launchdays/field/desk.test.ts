import { IDBFactory } from 'fake-indexeddb';
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError } from '../../api/client';
import type { EventOut, ListItem, Pack } from '../../api/launchdays';

const api = vi.hoisted(() => ({ packFor: vi.fn(), tellEvents: vi.fn(), sendPhoto: vi.fn(), renew: vi.fn() }));
vi.mock('../../api/launchdays', () => api);
vi.mock('../../api/queries', () => ({ renew: api.renew }));
const { Channel, chance } = await import('./desk.testing');
const { FieldDesk } = await import('./desk.svelte');
type Desk = InstanceType<typeof FieldDesk>;

const error = (status: number, message: string) =>
  new ApiError(status, { code: 'failed', message, fields: [], current: null });

const item = (key: string, more: Partial<ListItem> = {}): ListItem => ({
  key,
  stage: 'bench',
  stage_name: 'At the bench',
  text: `do ${key}`,
  why: '',
  good: '',
  hazard: '',
  hold: false,
  never: false,
  asks: false,
  act: '',
  picture: '',
  below_c: null,
  on: { rocket: 'r1' },
  hangs: '',
  ticked: false,
  reopened: '',
  overridden: '',
  dispute: '',
  ...more,
});
const KEYS = ['fins', 'cord', 'nose', 'weigh'];
const listed = () => [
  ...KEYS.map((k) => item(k)),
  item('hold-wind', { hold: true, on: { weather: 'forecast' } }),
  item('cold', { below_c: 5 }),
  item('back', { hold: true, never: true }),
  item('five', { act: 'launch' }),
];
let packs = 0;
const packOf = (more: Partial<Pack> = {}, items: ListItem[] = listed()): Pack =>
  ({
    plan: { name: 'Meet' },
    lines: ['first', 'again'].map((id) => ({
      line: { id, rocket_id: 'r', done: false, verdict: 'go' },
      checklist: { items: id === 'first' ? items : listed() },
      turnaround: ['nose'],
      grid: [['go'], ['no_go']],
      pad: '',
    })),
    speeds_m_s: [0, 4],
    from_deg: [0],
    reading: null,
    grid_c: 12,
    wind_holds_s: 900,
    bars: { verdict: 'no', unjudged: 'unjudged', open: 'open', wind: 'wind', change: 'change' },
    weather_reopens: 'The weather changed.',
    took_on: '{by} took it on: {why}',
    known: [],
    packed_at: new Date(1_700_000_000_000 + ++packs * 1000).toISOString(),
    ...more,
  }) as unknown as Pack;

/** A server that keeps each event once, and ticks by the last word. */
class Server {
  kept = new Map<string, EventOut>();
  pack(): Pack {
    const items = listed().map((i) => {
      const last = [...this.kept.values()].filter((e) => e.line === 'first' && e.item === i.key).at(-1);
      return { ...i, ticked: last?.kind === 'ticked' };
    });
    return packOf({ known: [...this.kept.keys()] }, items);
  }
  take(events: EventOut[]) {
    for (const e of events) if (!this.kept.has(e.id)) this.kept.set(e.id, e);
    return { kept: events.map((e) => e.id), refused: [], clock: '' };
  }
}

const storage = () => {
  Channel.all = [];
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    removeItem: (key: string) => void kept.delete(key),
    setItem: (key: string, text: string) => void kept.set(key, text),
  });
};
const settled = async () => {
  for (let n = 0; n < 12; n += 1) await new Promise((done) => setTimeout(done, 0));
};
const ticked = (desk: Desk) =>
  desk
    .items('first', true)
    .filter((i) => i.ticked)
    .map((i) => i.key);
const the = (desk: Desk, key: string) => desk.items('first', true).find((i) => i.key === key)!;
const offline = () => {
  api.packFor.mockRejectedValue(error(0, 'not reached'));
  api.tellEvents.mockRejectedValue(error(0, 'not reached'));
};
const online = (server: Server) => {
  api.packFor.mockImplementation(() => Promise.resolve(server.pack()));
  api.tellEvents.mockImplementation((_: string, body: { events: EventOut[] }) =>
    Promise.resolve(server.take(body.events)),
  );
};

describe('a day on a phone', () => {
  let server: Server;
  beforeEach(() => {
    vi.resetAllMocks();
    vi.stubGlobal('indexedDB', new IDBFactory());
    vi.stubGlobal('BroadcastChannel', Channel);
    storage();
    server = new Server();
    online(server);
  });
  afterEach(settled);
  const opened = async () => {
    const desk = new FieldDesk('day');
    await desk.sync();
    return desk;
  };

  it('keeps what is told while nothing can be reached, over a reload, and sends it once it can', async () => {
    await opened();
    offline();
    const desk = await opened();
    await desk.tick('first', the(desk, 'fins'));
    await settled();
    expect([desk.reachable, ticked(desk)]).toEqual([false, ['fins']]);

    const again = await opened();
    expect([again.queue.length, ticked(again)]).toEqual([1, ['fins']]);
    online(server);
    await again.sync();
    expect([again.queue.length, again.events.length, ticked(again), again.reachable]).toEqual([
      0,
      0,
      ['fins'],
      true,
    ]);
    expect(server.kept.size).toBe(1);
  });

  it('never shows less than was ticked: an old pack, a lost answer and a pack that never comes change nothing', async () => {
    const desk = await opened();
    const old = server.pack();
    for (const key of KEYS) await desk.tick('first', the(desk, key));
    await settled();
    expect(ticked(desk)).toEqual(KEYS);
    // The server has them, but what comes back was packed before they came.
    api.packFor.mockResolvedValue(old);
    await desk.sync();
    expect(ticked(desk)).toEqual(KEYS);
    api.packFor.mockRejectedValue(error(504, 'slow'));
    await desk.tick('first', the(desk, 'back'));
    await settled();
    expect([desk.queue.length, ticked(desk)]).toEqual([0, [...KEYS, 'back']]);
    const reloaded = await opened();
    expect(ticked(reloaded)).toEqual([...KEYS, 'back']);
  });

  it('shares one record among tabs: one tick in each, offline, and both are there', async () => {
    await opened();
    offline();
    const [one, other] = [await opened(), await opened()];
    await Promise.all([one.tick('first', the(one, 'fins')), other.tick('first', the(other, 'cord'))]);
    const third = await opened();
    expect(ticked(third)).toEqual(['fins', 'cord']);
    online(server);
    await Promise.all([one.sync(), other.sync(), third.sync()]);
    expect([...server.kept.values()].map((e) => e.item).sort()).toEqual(['cord', 'fins']);
  });

  it('takes over what an earlier version kept', async () => {
    const event = {
      id: 'e1',
      kind: 'ticked',
      line: 'first',
      item: 'fins',
      text: 'do fins',
      facts: {},
      at: '',
    };
    localStorage.setItem('wobbly-fin:field:queue:day', JSON.stringify([event]));
    await opened();
    expect([...server.kept.keys()]).toEqual(['e1']);
    expect(localStorage.getItem('wobbly-fin:field:queue:day')).toBeNull();
    localStorage.setItem('wobbly-fin:field:queue:day', '{half');
    await opened();
    expect(server.kept.size).toBe(1);
  });

  it('shows what could not be kept until it has been seen, in every tab', async () => {
    const desk = await opened();
    api.tellEvents.mockImplementation((_: string, body: { events: EventOut[] }) =>
      Promise.resolve({
        kept: [],
        refused: [{ id: body.events[0]?.id, message: 'The rocket is gone.' }],
        clock: 'Off by 40 s.',
      }),
    );
    await desk.tell('told', 'first', { facts: { opening: 'good' } });
    await settled();
    expect([desk.events.length, desk.clock]).toEqual([0, 'Off by 40 s.']);
    const other = await opened();
    expect(other.refused[0]?.message).toBe('The rocket is gone.');
    await other.dismiss();
    expect((await opened()).refused).toHaveLength(0);
  });

  it('says when the browser keeps nothing, shows it all the same, and sends it', async () => {
    vi.stubGlobal('indexedDB', {
      open: () => {
        throw new Error('no store');
      },
    });
    const desk = await opened();
    expect(desk.problem).toContain('keeps no more');
    await desk.tick('first', the(desk, 'fins'));
    await settled();
    expect([ticked(desk), server.kept.size]).toEqual([['fins'], 1]);
  });

  it('says a refusal, which is not a lost network, and forgets it when all is well again', async () => {
    api.packFor.mockRejectedValueOnce(error(403, 'Sign in first.'));
    const desk = await opened();
    expect([desk.reachable, desk.problem]).toEqual([true, 'Sign in first.']);
    await desk.sync();
    expect(desk.problem).toBe('');
  });

  it('opens what hangs on the weather when another is read, adds what cold asks for, and judges no further than its grid', async () => {
    const desk = await opened();
    offline();
    await desk.tick('first', the(desk, 'hold-wind'));
    expect(ticked(desk)).toEqual(['hold-wind']);
    expect(desk.items('first', true).some((i) => i.key === 'cold')).toBe(false);
    [desk.wind, desk.from, desk.warmth] = [0, 90, 3];
    await desk.judge();
    expect([ticked(desk), the(desk, 'hold-wind').reopened]).toEqual([[], 'The weather changed.']);
    expect(desk.items('first', true).some((i) => i.key === 'cold')).toBe(true);
    expect(desk.verdict('first')).toBe('go');
    await desk.tick('first', the(desk, 'hold-wind'));
    expect(ticked(desk)).toEqual(['hold-wind']);
    desk.warmth = -5;
    expect(desk.verdict('first')).toBeUndefined();
    [desk.wind, desk.warmth] = [2, 3];
    expect(desk.verdict('first')).toBe('no_go');
  });

  it('bars a countdown by verdict, wind and holds, and lets nobody override what is never overridden', async () => {
    const desk = await opened();
    offline();
    const bars = () => desk.bars('first').map((b) => b.key || b.say);
    // While nobody read or dialled a wind, the phone says what the desk says.
    expect([desk.verdict('first'), bars()]).toEqual(['go', ['wind', 'hold-wind', 'back']]);
    desk.dialled();
    expect(bars()).toEqual(['no', 'wind', 'hold-wind', 'back']);
    [desk.wind, desk.from, desk.warmth] = [0, 90, 12];
    await desk.judge();
    expect(bars()).toEqual(['hold-wind', 'back']);
    await desk.override('first', the(desk, 'hold-wind'), 'Odile', 'read by eye');
    expect([bars(), the(desk, 'hold-wind').overridden]).toEqual([['back'], 'Odile took it on: read by eye']);
    await desk.override('first', the(desk, 'back'), 'Odile', 'in a hurry');
    expect(bars()).toEqual(['back']);
    await desk.tick('first', the(desk, 'back'));
    expect(bars()).toEqual([]);
    await desk.untick('first', the(desk, 'hold-wind'));
    expect(bars()).toEqual(['hold-wind']);
  });

  it('keeps a photo until its flight is in the logbook, sends it once, and says one that is refused', async () => {
    const desk = await opened();
    offline();
    await desk.photograph('first', new File(['x'], 'p.jpg', { type: 'image/jpeg' }), 'Before');
    expect((await opened()).photos).toHaveLength(1);
    online(server);
    await desk.sync();
    expect([api.sendPhoto.mock.calls.length, desk.photos.length]).toEqual([0, 1]);
    const flown = () => {
      const pack = server.pack();
      return { ...pack, lines: pack.lines.map((l) => ({ ...l, flight: 'f1' })) } as Pack;
    };
    api.packFor.mockImplementation(() => Promise.resolve(flown()));
    api.sendPhoto.mockRejectedValueOnce(error(0, 'not reached'));
    await desk.sync();
    expect(desk.photos).toHaveLength(1);
    await desk.sync();
    const keys = api.sendPhoto.mock.calls.map((c) => c[1] as string);
    expect([desk.photos.length, keys.length, new Set(keys).size, api.sendPhoto.mock.calls[0]?.[0]]).toEqual([
      0,
      2,
      1,
      'f1',
    ]);
    api.sendPhoto.mockRejectedValueOnce(error(422, 'No picture.'));
    await desk.photograph('first', new File(['x'], 'p.jpg'), 'After');
    await desk.sync();
    expect([desk.photos.length, desk.refused[0]?.message]).toEqual([0, 'A photo: No picture.']);
  });

  it('gives a rocket that flew on another line the short list, and the whole one when asked', async () => {
    const desk = await opened();
    offline();
    await desk.tell('told', 'first', { facts: { opening: 'good' } });
    expect([desk.flown('first'), desk.items('again').map((i) => i.key)]).toEqual([true, ['nose']]);
    expect(desk.items('again', true).length).toBeGreaterThan(1);
  });
});

it('loses and doubles nothing in random schedules of two phones, two tabs each, a network that cuts, and tabs killed', async () => {
  const SCHEDULES = Number(process.env['SCHEDULES'] ?? 60);
  let taps = 0;
  for (let seed = 1; seed <= SCHEDULES; seed += 1) {
    vi.resetAllMocks();
    vi.stubGlobal('BroadcastChannel', Channel);
    storage();
    const server = new Server();
    const dice = chance(seed);
    let calls = 0;
    /** Reached or not, answered or not. */
    const by = <T>(answer: () => T): Promise<T> => {
      calls += 1;
      const luck = dice();
      if (luck < 0.25) return Promise.reject(error(0, 'not reached'));
      const found = answer();
      if (luck < 0.45) return Promise.reject(error(luck < 0.35 ? 0 : 503, 'its answer was lost'));
      return Promise.resolve(found);
    };
    api.packFor.mockImplementation(() => by(() => server.pack()));
    api.tellEvents.mockImplementation((_: string, body: { events: EventOut[] }) =>
      by(() => server.take(body.events)),
    );
    const phones = [new IDBFactory(), new IDBFactory()];
    const open = async (phone: number): Promise<Desk> => {
      vi.stubGlobal('indexedDB', phones[phone]);
      const desk = new FieldDesk('day');
      await desk.sync();
      return desk;
    };
    const tabs: [number, Desk][] = [];
    // Each phone was packed at home.
    online(server);
    for (const phone of [0, 0, 1, 1]) tabs.push([phone, await open(phone)]);
    api.packFor.mockImplementation(() => by(() => server.pack()));
    api.tellEvents.mockImplementation((_: string, body: { events: EventOut[] }) =>
      by(() => server.take(body.events)),
    );
    const told: string[] = [];
    const shown: Set<string>[] = [new Set(), new Set()];
    for (let step = 0; step < 14; step += 1) {
      const at = Math.floor(dice() * tabs.length);
      const [phone, desk] = tabs[at]!;
      const luck = dice();
      if (luck < 0.6) {
        const key = KEYS[Math.floor(dice() * KEYS.length)]!;
        const line = dice() < 0.7 ? 'first' : 'again';
        const before = desk.items(line, true).find((i) => i.key === key)!;
        const telling = desk.tell('ticked', line, { item: key, text: before.text, facts: { on: before.on } });
        if (dice() < 0.3) await Promise.race([telling, Promise.resolve()]);
        await telling;
        taps += 1;
        told.push(`${line} ${key}`);
        if (line === 'first') shown[phone]!.add(key);
      } else if (luck < 0.8) await desk.sync();
      else tabs[at] = [phone, await open(phone)]; // killed, and opened again
      // What was ticked on a phone stays ticked on it.
      const [p, d] = tabs[at]!;
      if (d.pack) expect(new Set(ticked(d))).toEqual(new Set([...ticked(d), ...shown[p]!]));
    }
    online(server);
    for (const [, desk] of tabs) await desk.sync();
    for (const [, desk] of tabs) await desk.sync();
    expect([...server.kept.values()].map((e) => `${e.line} ${e.item}`).sort(), `seed ${seed}`).toEqual(
      told.sort(),
    );
    for (const [, desk] of tabs) expect([desk.events.length, desk.queue.length]).toEqual([0, 0]);
    expect(calls).toBeGreaterThan(0);
  }
  console.info(`${SCHEDULES} random schedules, ${taps} taps: none lost, none doubled`);
}, 300_000);
