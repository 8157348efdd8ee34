import { describe, expect, it } from 'vitest';
import type { Drawn } from './airframe';
import { secondPatches } from './paint';

const tube = (pattern: string, count: number) =>
  ({
    fore_m: 0.1,
    aft_m: 0.4,
    profile: [
      [0.1, 0.02],
      [0.4, 0.02],
    ],
    paint: { base: '#fff', second: '#000', pattern, count, lettering: '' },
  }) as unknown as Drawn;

const area = (line: number[][]) =>
  Math.abs(
    line.reduce((sum, [x = 0, y = 0], i) => {
      const [x2 = 0, y2 = 0] = line[(i + 1) % line.length]!;
      return sum + x * y2 - x2 * y;
    }, 0) / 2,
  );
const total = (lines: number[][][]) => lines.reduce((sum, l) => sum + area(l), 0);
const side = 0.3 * 0.04;

describe('the second colour from the side', () => {
  it('covers its bands, with the base at both ends', () => {
    const bands = secondPatches(tube('bands', 3));
    expect(bands).toHaveLength(3);
    expect(total(bands)).toBeCloseTo((side * 3) / 7, 9);
    expect(Math.min(...bands.flat().map(([x]) => x ?? 0))).toBeCloseTo(0.1 + 0.3 / 7, 9);
  });
  it('covers half of halves and of a roll pattern', () => {
    expect(total(secondPatches(tube('halves', 1)))).toBeCloseTo(side / 2, 9);
    expect(total(secondPatches(tube('roll', 4)))).toBeCloseTo(side / 2, 9);
  });
  it('shows stripes by their sines, none beyond the edge', () => {
    for (const line of secondPatches(tube('stripes', 5)))
      for (const [, y] of line) expect(Math.abs(y ?? 0)).toBeLessThanOrEqual(0.02 + 1e-12);
  });
  it('follows a cone', () => {
    const cone = {
      ...tube('bands', 1),
      profile: [
        [0.1, 0],
        [0.4, 0.03],
      ],
    } as Drawn;
    const [band] = secondPatches(cone);
    expect(band?.[0]).toEqual([0.2, expect.closeTo(0.01, 9)]);
  });
  it('is nothing where there is one colour or none', () => {
    expect(secondPatches(tube('plain', 0))).toEqual([]);
    expect(secondPatches({ ...tube('bands', 2), paint: null } as unknown as Drawn)).toEqual([]);
  });
});
