import { describe, expect, it } from 'vitest';
import { bayScale, folds, serpentine } from './bay';
import { flagged, scales } from './timeline';

describe('a filled bay', () => {
  it('is drawn to its own scale, a thin tube wide enough to look into', () => {
    const wide = bayScale(560, 0.5, 0.1, 46);
    expect(wide.scale).toBeCloseTo(1000);
    expect(wide.half).toBe(46);
    expect(bayScale(560, 0.5, 0.01, 46).half).toBe(18);
  });

  it('lays a cord to and fro without leaving its layer', () => {
    const xs = [...serpentine(100, 160, 10, 50).matchAll(/([\d.]+) ([\d.]+)/g)].map((m) => Number(m[1]));
    expect(Math.min(...xs)).toBeGreaterThanOrEqual(100);
    expect(Math.max(...xs)).toBeLessThanOrEqual(160);
    expect(xs).toEqual([...xs].sort((a, b) => a - b));
  });

  it('folds a canopy from end to end of its layer', () => {
    const at = folds(20, 90);
    expect(at[0]).toBe(20);
    expect(at.at(-1)).toBeCloseTo(90);
  });
});

describe('a timeline', () => {
  const frame = { width: 500, height: 170, left: 10, right: 60, top: 22, foot: 18 };

  it('puts the ground at its foot and the top under its head', () => {
    const s = scales(frame, [0, 5, 50], [0, 300, 0]);
    expect(s.y(0)).toBe(152);
    expect(s.y(300)).toBe(22);
    expect(s.x(50)).toBe(440);
  });

  it('keeps labels of moments that coincide apart', () => {
    const moments = [
      { code: 'apogee', word: 'top', time_s: 5, altitude_m: 300 },
      { code: 'first', word: 'first opening', time_s: 5, altitude_m: 300 },
    ];
    const s = scales(frame, [0, 5, 50], [0, 300, 0]);
    const [a, b] = flagged(moments, s.x, s.y);
    expect(Math.abs((a?.labelY ?? 0) - (b?.labelY ?? 0))).toBeGreaterThanOrEqual(13);
  });
});
