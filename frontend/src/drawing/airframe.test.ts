import { describe, expect, it } from 'vitest';
import { handles, isRound, path, piece, reach, rear, stretched, turned, whole, type Drawn } from './airframe';

const part = (more: Partial<Drawn>): Drawn => ({
  id: 'x',
  type: 'body_tube',
  name: 'tube',
  stage: 0,
  parent: null,
  host: null,
  edge: null,
  fore_m: 0,
  aft_m: 0,
  hatch: null,
  profile: [],
  bore: [],
  stub: [],
  across: [],
  angles_deg: [],
  sizes: {},
  ...more,
});
const box = (a: number, b: number, r: number) => [
  [a, 0],
  [a, r],
  [b, r],
  [b, 0],
];
const nose = part({
  id: 'nose',
  type: 'nose_cone',
  fore_m: 0,
  aft_m: 0.1,
  profile: [
    [0, 0],
    [0.1, 0.02],
  ],
  sizes: { length_m: 0.1 },
});
const tube = part({
  id: 'tube',
  fore_m: 0.1,
  aft_m: 0.4,
  profile: box(0.1, 0.4, 0.02),
  sizes: { length_m: 0.3, outer_diameter_m: 0.04 },
});
const fins = part({
  id: 'fins',
  type: 'fin_set',
  host: 'tube',
  parent: 'tube',
  edge: 'aft',
  fore_m: 0.34,
  aft_m: 0.4,
  profile: [
    [0.34, 0.02],
    [0.36, 0.06],
    [0.39, 0.06],
    [0.4, 0.02],
  ],
  angles_deg: [0, 120, 240],
  sizes: { root_chord_m: 0.06, tip_chord_m: 0.03, span_m: 0.04, sweep_m: 0.02 },
});
const mount = part({
  id: 'mount',
  type: 'motor_tube',
  host: 'tube',
  edge: 'fore',
  fore_m: 0.2,
  aft_m: 0.25,
  profile: box(0.2, 0.25, 0.01),
});
const ring = part({
  id: 'ring',
  type: 'centring_ring',
  host: 'tube',
  parent: 'mount',
  fore_m: 0.21,
  aft_m: 0.212,
  profile: box(0.21, 0.212, 0.02),
});
const all = [nose, tube, fins, mount, ring];
const by = (drawn: Drawn[], id: string) => drawn.find((d) => d.id === id)!;

describe('drawing an airframe', () => {
  it('mirrors a half profile and flips what lies below', () => {
    expect(
      whole(
        [
          [0, 0],
          [0.1, 0.02],
        ],
        100,
      ),
    ).toBe('M0.00 0.00 L10.00 -2.00 L10.00 2.00 L0.00 0.00 Z');
    expect(path([[0, 0.01]], 1000, -1, false)).toBe('M0.00 10.00');
  });

  it('sees fins at their angle from the side', () => {
    expect(turned([[0, 0.06]], 120)[0]![1]).toBeCloseTo(-0.03);
    expect(reach(all)).toBeCloseTo(0.06);
    expect(rear(all)).toBeCloseTo(0.4);
  });

  it('leaves everything alone while nothing is dragged', () => {
    expect(stretched(all, undefined)).toBe(all);
  });

  it('takes what hangs on the tail along when a tube grows, and leaves what is measured from its front', () => {
    const now = stretched(all, { part: 'tube', field: 'length_m', value: 0.35 });
    expect(by(now, 'tube').aft_m).toBeCloseTo(0.45);
    expect(by(now, 'fins').fore_m).toBeCloseTo(0.39);
    expect(by(now, 'mount').fore_m).toBeCloseTo(0.2);
    expect(by(now, 'nose')).toEqual(nose);
  });

  it('pushes everything back when the nose grows', () => {
    const now = stretched(all, { part: 'nose', field: 'length_m', value: 0.12 });
    expect(by(now, 'tube').fore_m).toBeCloseTo(0.12);
    expect(by(now, 'mount').fore_m).toBeCloseTo(0.22);
  });

  it('carries what sits in a part that is moved', () => {
    const now = stretched(all, { part: 'mount', field: 'position_m', value: 0.25 });
    expect(by(now, 'ring').fore_m).toBeCloseTo(0.26);
    expect(by(now, 'tube')).toEqual(tube);
  });

  it('rebuilds a fin from its sizes', () => {
    const now = by(stretched(all, { part: 'fins', field: 'span_m', value: 0.05 }), 'fins');
    expect(now.profile.map(([, y]) => y)).toEqual([0.02, 0.02 + 0.05, 0.02 + 0.05, 0.02]);
    const swept = by(stretched(all, { part: 'fins', field: 'sweep_m', value: 0.03 }), 'fins');
    expect(swept.profile[1]![0]).toBeCloseTo(0.37);
  });

  it('offers handles for what can be dragged', () => {
    expect(handles(fins).map((h) => h.field)).toEqual(['position_m', 'span_m', 'sweep_m']);
    expect(handles(tube).map((h) => h.field)).toEqual(['length_m', 'outer_diameter_m']);
    expect(handles(nose).map((h) => h.field)).toEqual(['length_m']);
  });
});

describe('tubes and rings round the body', () => {
  const tubes = part({
    type: 'tube_fins',
    host: 'tube',
    edge: 'aft',
    fore_m: 0.34,
    aft_m: 0.4,
    profile: box(0.34, 0.4, 0.01),
    across: [0.03],
    angles_deg: [0, 60, 120, 180, 240, 300],
    sizes: { length_m: 0.06 },
  });

  it('each stands where its angle puts it, whole', () => {
    const heights = piece(tubes, 60).map(([, y]) => y ?? 0);
    expect(Math.max(...heights)).toBeCloseTo(0.025, 9);
    expect(Math.min(...heights)).toBeCloseTo(0.005, 9);
    expect(Math.min(...piece(tubes, 180).map(([, y]) => y ?? 0))).toBeCloseTo(-0.04, 9);
    expect(isRound(tubes)).toBe(true);
    expect(reach([tubes])).toBeCloseTo(0.04, 9);
  });

  it('a handle stands on the piece that is seen highest', () => {
    const beside = { ...tubes, angles_deg: [90, 270] };
    expect(handles(beside).map((h) => h.y)).toEqual([expect.closeTo(0.01, 9), expect.closeTo(0.01, 9)]);
    expect(handles(tubes)[0]?.y).toBeCloseTo(0.04, 9);
  });

  it('a fin leans as before', () => {
    expect(piece(fins, 60)).toEqual(turned(fins.profile, 60));
  });

  it('its length is pulled at the end that is free to move', () => {
    const pulled = handles(tubes).find((h) => h.field === 'length_m');
    expect(pulled).toMatchObject({ x: 0.34, along: -1, value: 0.06 });
    expect(handles({ ...tubes, edge: 'fore' }).find((h) => h.field === 'length_m')).toMatchObject({
      x: 0.4,
      along: 1,
    });
  });
});
