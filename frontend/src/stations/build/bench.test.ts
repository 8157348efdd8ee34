import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Station, Step } from '../../api/workshop';

type Call = { verb: string; path: string; params: { path: Record<string, string> }; body?: object };
const api = vi.hoisted(() => ({ ask: vi.fn(), notify: vi.fn() }));
vi.mock('../../api/client', async (original) => {
  const call = (verb: string) => (path: string, rest: object) => ({ verb, path, ...rest });
  return {
    ...(await original<typeof import('../../api/client')>()),
    ask: api.ask,
    client: {
      PUT: call('PUT'),
      POST: call('POST'),
      DELETE: call('DELETE'),
      PATCH: call('PATCH'),
    },
  };
});
vi.mock('../../api/workshop', () => ({
  useBuildChange: (_: unknown, run: (act: () => Promise<unknown>) => Promise<unknown>) => ({
    mutateAsync: run,
  }),
  zone: () => 'Europe/Vienna',
}));
vi.mock('../../kit/notices.svelte', () => ({ notify: api.notify }));
const { Bench } = await import('./bench.svelte');

const step = (key: string) => ({ key, title: `Do ${key}` }) as Step;
const station = (more: Partial<Station> = {}) =>
  ({
    build: { id: 'b' },
    steps: ['gather', 'cut', 'glue', 'sand'].map(step),
    now: [],
    curing: [],
    next: [],
    ...more,
  }) as unknown as Station;
const told = () => api.ask.mock.calls.map((c) => c[0] as Call);

describe('the bench', () => {
  beforeEach(() => {
    vi.resetAllMocks();
    api.ask.mockImplementation(() => Promise.resolve(station()));
  });

  it('opens what was chosen, else what can be begun, what cures, what comes next, the last', () => {
    let found: Station | undefined = station({ now: ['cut'], curing: ['glue'], next: ['sand'] });
    const bench = new Bench(
      () => 'r',
      () => found,
    );
    expect(bench.open?.key).toBe('cut');
    bench.chosen = 'gather';
    expect(bench.open?.key).toBe('gather');
    bench.chosen = 'no longer in the plan';
    expect(bench.open?.key).toBe('gather');
    bench.chosen = '';
    found = station({ curing: ['glue'], next: ['sand'] });
    expect(bench.open?.key).toBe('glue');
    found = station({ next: ['sand'] });
    expect(bench.open?.key).toBe('sand');
    found = station();
    expect(bench.open?.key).toBe('sand');
    found = undefined;
    expect([bench.open, bench.build, bench.steps]).toEqual([undefined, '', []]);
  });

  it('ticks a step, goes on to the next, and takes it back when asked', async () => {
    const bench = new Bench(() => 'r', station);
    bench.chosen = 'cut';
    expect(await bench.tick(step('cut'), '50')).toBe(true);
    expect(bench.chosen).toBe('');
    const [says, { undo }] = api.notify.mock.calls[0] as [string, { undo: () => void }];
    expect(says).toBe('Ticked: Do cut.');
    undo();
    await vi.waitFor(() => expect(told()).toHaveLength(2));
    expect(told().map((c) => c.body)).toEqual([
      { kind: 'done', step: 'cut', minutes: '50', remark: '', with_before: false },
      { kind: 'undone', step: 'cut', minutes: '', remark: '', with_before: false },
    ]);
    const keys = told().map((c) => c.params.path['key']);
    expect(new Set(keys).size).toBe(2); // each is an event of its own
  });

  it('does one act after another, so that no late answer is taken for the newest', async () => {
    const bench = new Bench(() => 'r', station);
    const answers: ((found: Station) => void)[] = [];
    api.ask.mockImplementation(() => new Promise((done) => answers.push(done)));
    const both = [
      bench.hours(() => ({ exceptions: { '2026-05-01': null } })),
      bench.schools({ temperature: '3 C' }),
    ];
    await vi.waitFor(() => expect(answers).toHaveLength(1));
    expect(told().map((c) => c.verb)).toEqual(['PUT']);
    answers[0]?.(station());
    await vi.waitFor(() => expect(answers).toHaveLength(2));
    answers[1]?.(station());
    expect(await Promise.all(both)).toEqual([true, true]);
    expect(told().map((c) => c.verb)).toEqual(['PUT', 'PATCH']);
  });

  it('changes the hours that stand when its turn comes', async () => {
    const week = (...weekly: string[]) => station({ hours: { weekly } as Station['hours'] });
    let found = week('', '');
    const bench = new Bench(
      () => 'r',
      () => found,
    );
    api.ask.mockImplementation((call: Call) => {
      found = week(...((call.body as { weekly?: string[] }).weekly ?? []));
      return Promise.resolve(found);
    });
    const setWeek = (day: number, text: string) =>
      bench.hours((now) => ({ weekly: now?.hours.weekly.map((w, i) => (i === day ? text : w)) ?? [] }));
    await Promise.all([setWeek(0, '18-20'), setWeek(1, '19-21')]);
    expect(told().at(-1)?.body).toMatchObject({ weekly: ['18-20', '19-21'] });
  });

  it('stays at a step that is refused, and says so there', async () => {
    const bench = new Bench(() => 'r', station);
    bench.chosen = 'sand';
    api.ask.mockRejectedValueOnce(new Error('first the glue'));
    expect(await bench.tick(step('sand'))).toBe(false);
    expect([bench.chosen, bench.about]).toEqual(['sand', 'step']);
    expect(api.notify).not.toHaveBeenCalled();
    expect(await bench.deadline('2026-05-01T10:00')).toBe(true);
    expect(bench.about).toBe('plan');
  });

  it('tells hours and the launch on the clock of this place', async () => {
    const bench = new Bench(() => 'r', station);
    await bench.hours(() => ({ exceptions: { '2026-05-01': '' } }));
    await bench.deadline('2026-05-01T10:00');
    expect(told().map((c) => c.body)).toEqual([
      { weekly: null, exceptions: { '2026-05-01': '' }, zone: 'Europe/Vienna' },
      { text: '2026-05-01T10:00', zone: 'Europe/Vienna' },
    ]);
  });
});
