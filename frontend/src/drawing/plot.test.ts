import { describe, expect, it } from 'vitest';
import { extent } from './curves';
import { eventLabels } from './flags';
import { outline, tickStep, ticks } from './outline';
import { interpolate, line, linear } from './plot';

describe('scales', () => {
  it('map both ways', () => {
    const x = linear(10, 40, 440, 5);
    expect(x(0)).toBe(40);
    expect(x(10)).toBe(440);
    expect(x.invert(x(3.7))).toBeCloseTo(3.7);
  });
  it('step by 1, 2 or 5 times a power of ten', () => {
    for (const span of [0.07, 0.9, 3, 17, 260, 14_000]) {
      const lead = tickStep(span, 6) / 10 ** Math.floor(Math.log10(tickStep(span, 6)) + 1e-9);
      expect([1, 2, 5, 10].some((n) => Math.abs(n - lead) < 1e-9)).toBe(true);
    }
    expect(ticks(1, 0.25)).toEqual([0, 0.25, 0.5, 0.75, 1]);
  });
  it('round the top up when asked', () => expect(linear(93, 0, 1, 5, true).top).toBe(100));
});

describe('curves', () => {
  it('are drawn through their points', () => {
    const x = linear(2, 0, 20, 2);
    expect(line([0, 1, 2], [0, 2, 0], x, linear(2, 20, 0, 2))).toBe('M0.00 20.00L10.00 0.00L20.00 20.00');
  });
  it('are read between samples and held at their ends', () => {
    expect(interpolate([0, 1, 3], [0, 10, 30], 2)).toBe(20);
    expect(interpolate([0, 1], [5, 6], -1)).toBe(5);
    expect(interpolate([0, 1], [5, 6], 9)).toBe(6);
    expect(interpolate([], [], 1)).toBe(0);
  });
  it('share one extent', () => {
    expect(
      extent([
        {
          name: 'a',
          thrust: [
            [0, 3],
            [2, 1],
          ],
        },
        { name: 'b', thrust: [[1, 9]] },
      ]),
    ).toEqual({ time: 2, thrust: 9 });
  });
});

describe('labels', () => {
  it('stay inside the frame', () => {
    const x = linear(10, 44, 440, 5);
    const y = linear(100, 200, 10, 4);
    const words = 'Canopy opens at 12.3 m/s';
    const event = (code: string, time_s: number, altitude_m: number) => ({
      code,
      time_s,
      altitude_m,
      since_burnout_s: 0,
      words,
    });
    for (const at of [0.2, 3, 6, 9.8]) {
      for (const flag of eventLabels([event('apogee', 5, 90), event('ejection', at, 80)], x, y, 1, 440)) {
        const long = words.length * 6.3;
        const from =
          flag.anchor === 'start'
            ? flag.textX
            : flag.anchor === 'end'
              ? flag.textX - long
              : flag.textX - long / 2;
        expect(from).toBeGreaterThanOrEqual(40);
      }
    }
  });
});

describe('a sketch', () => {
  const input = { lengthM: 0.6, diameterM: 0.03, mountDiameterM: 0.018, mountLengthM: 0.07 };
  it('is to scale where something is known', () => {
    const shape = outline(input, 1000);
    expect(shape.body.x + shape.body.width).toBeCloseTo(600);
    expect(shape.body.height).toBeCloseTo(30);
    expect(shape.mount.height).toBeCloseTo(18);
    expect(shape.mount.x).toBeCloseTo(530);
  });
  it('keeps an absurd mount inside the body', () => {
    const shape = outline({ ...input, mountDiameterM: 0.2, mountLengthM: 3 }, 1000);
    expect(shape.mount.height).toBeLessThan(30);
    expect(shape.mount.x).toBeGreaterThanOrEqual(shape.body.x - 1e-9);
  });
});
