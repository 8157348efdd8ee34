import { describe, expect, it } from 'vitest';
import { at, bearing } from './compass';
import { apart, barLength, corners, heightFor, middle, nameAt, planOf } from './plan';

describe('a map', () => {
  const plan = planOf(
    [
      [-100, -50],
      [100, 150],
    ],
    400,
    300,
  );
  it('keeps one scale both ways, north up', () => {
    expect(plan.x(10) - plan.x(0)).toBeCloseTo(plan.y(0) - plan.y(10));
    expect(plan.y(150)).toBeLessThan(plan.y(-50));
  });
  it('shows every place inside its margin', () => {
    for (const [e, n] of [
      [-100, -50],
      [100, 150],
    ] as const) {
      expect(plan.x(e)).toBeGreaterThanOrEqual(14 - 1e-9);
      expect(plan.x(e)).toBeLessThanOrEqual(386 + 1e-9);
      expect(plan.y(n)).toBeGreaterThanOrEqual(14 - 1e-9);
      expect(plan.y(n)).toBeLessThanOrEqual(286 + 1e-9);
    }
  });
  it('goes back to metres', () => {
    expect(plan.east(plan.x(37))).toBeCloseTo(37);
    expect(plan.north(plan.y(-12))).toBeCloseTo(-12);
  });
  it('never shrinks to a point round a pad with nothing on it', () => {
    expect(planOf([], 400, 300).scale).toBeCloseTo(272 / 40);
  });
  it('writes corners as SVG points', () => {
    expect(corners([[0, 0]], plan)).toBe(`${plan.x(0).toFixed(2)},${plan.y(0).toFixed(2)}`);
    expect(
      middle([
        [0, 0],
        [10, 20],
      ]),
    ).toEqual([5, 10]);
  });
  it.each([
    [1, 1, 100],
    [0.5, 1, 200],
    [0.3, 0.3048, 1000],
  ])('has a round scale bar at %f px per metre', (scale, unit, length) => {
    expect(barLength(scale, unit)).toBe(length);
  });
});

describe('a map’s page', () => {
  const bounds = [280, 520] as const;
  it('is as tall as what it shows, across its width, between bounds', () => {
    const wide = [
      [-200, -100],
      [200, 100],
    ] as const;
    const height = heightFor([...wide], 660, 30, bounds);
    expect(height).toBe(360); // half of 600 and its margins
    const plan = planOf([...wide], 660, height, 30);
    expect([plan.x(-200), plan.x(200), plan.y(100), plan.y(-100)]).toEqual([30, 630, 30, 330]);
    expect(heightFor([[0, 900]], 660, 30, bounds)).toBe(520);
    expect(heightFor([[900, 0]], 660, 30, bounds)).toBe(280);
  });
});

describe('a name on a map', () => {
  const plan = planOf(
    [
      [-100, -100],
      [100, 100],
    ],
    400,
    400,
    0,
  );
  const square = (x: number, y: number, half: number) => [
    [x - half, y - half],
    [x + half, y - half],
    [x + half, y + half],
    [x - half, y + half],
  ];
  it('stands within what is wide enough for it', () => {
    expect(nameAt(square(0, 50, 30), 'duck pond', plan, false)).toEqual({ x: 200, y: 104 });
  });
  it('stands beside what is not, on the pad’s side', () => {
    expect(nameAt(square(0, 50, 8), 'duck pond', plan, false)).toEqual({ x: 200, y: 134 });
    expect(nameAt(square(0, -50, 8), 'duck pond', plan, false)).toEqual({ x: 200, y: 274 });
  });
  it('stands beside a line, between two of its corners and away from the pad', () => {
    const road = [
      [-100, 0],
      [0, 0],
      [100, 0],
    ];
    expect(nameAt(road, 'mill lane', plan, true)).toEqual({ x: 100, y: 192 });
    const south = road.map(([x]) => [x ?? 0, -50]);
    expect(nameAt(south, 'mill lane', plan, true)).toEqual({ x: 100, y: 316 });
    expect(nameAt(road.slice(0, 2), 'mill lane', plan, true)).toEqual({ x: 100, y: 192 });
    expect(nameAt(road.slice(0, 1), 'begun', plan, true).x).toBe(0);
    const climbs = [
      [-100, -50],
      [100, 50],
    ];
    expect(nameAt(climbs, 'mill lane', plan, true).y).toBeCloseTo(192 - 13.5);
  });
});

describe('marks on a map', () => {
  it('stay where they are while none covers another', () => {
    const there = [
      [50, 50],
      [80, 50],
    ] as const;
    expect(apart(there, 20, 400, 300)).toEqual(there);
  });
  it.each([2, 5, 9])(
    'that fall on one spot, %i of them, are all to be seen, near it and on the page',
    (n) => {
      const found = apart(
        Array.from({ length: n }, () => [6, 6] as const),
        20,
        400,
        300,
      );
      found.forEach(([x, y], i) => {
        expect(Math.hypot(x - 6, y - 6)).toBeLessThan(20 * n);
        expect(Math.min(x, y)).toBeGreaterThanOrEqual(10);
        for (const [ox, oy] of found.slice(i + 1)) expect(Math.hypot(x - ox, y - oy)).toBeGreaterThan(18);
      });
    },
  );
});

describe('a compass', () => {
  it.each([
    [0, 50, 10],
    [90, 90, 50],
    [180, 50, 90],
    [270, 10, 50],
  ])('puts %i° where a compass has it', (degrees, x, y) => {
    const spot = at(degrees, 40, 50);
    expect(spot.x).toBeCloseTo(x);
    expect(spot.y).toBeCloseTo(y);
    expect(bearing(spot.x, spot.y, 50)).toBe(degrees);
  });
});
