import { describe, expect, it } from 'vitest';
import {
  clock,
  count,
  day,
  fixed,
  gravities,
  lengthIn,
  longDay,
  mark,
  moment,
  months,
  newtons,
  rounded,
  sizeIn,
  speedIn,
  todayIso,
  unitsOf,
} from './format';

describe('dates without the browser’s formats', () => {
  it('say what the browser’s would', () => {
    const short = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
    const long = new Intl.DateTimeFormat('en-GB', {
      weekday: 'long',
      day: 'numeric',
      month: 'long',
      year: 'numeric',
    });
    for (let n = 0; n < 800; n += 1) {
      const at = new Date(2024, 0, 1 + n, 12);
      const iso = `${at.getFullYear()}-${String(at.getMonth() + 1).padStart(2, '0')}-${String(at.getDate()).padStart(2, '0')}`;
      expect(day(iso)).toBe(short.format(at));
      expect(longDay(iso).replace(',', '')).toBe(long.format(at).replace(',', ''));
    }
    expect(months).toHaveLength(12);
  });
  it('say an hour as a clock does', () => {
    expect([clock(9), clock(13.5), clock(9.9999)]).toEqual(['09:00', '13:30', '10:00']);
  });
});

describe('texts', () => {
  it('say numbers and days', () => {
    expect(newtons(123.4)).toBe('123 N');
    expect(newtons(8.437)).toBe('8.44 N');
    expect(sizeIn(unitsOf(null).shortLength, 0.04512)).toBe('45.1 mm');
    expect(sizeIn(unitsOf({ system: 'imperial' }).shortLength, 0.0254)).toBe('1.00 in');
    expect(gravities(19.6133)).toBeCloseTo(2, 12);
    expect(count(1, 'flight')).toBe('1 flight');
    expect(count(3, 'flight')).toBe('3 flights');
    expect(day('2026-07-04')).toBe('4 Jul 2026');
    expect(todayIso(new Date(2026, 0, 9))).toBe('2026-01-09');
  });
  it('measure heights in the owner’s unit', () => {
    expect(unitsOf({ system: 'imperial' }).height.symbol).toBe('ft');
    expect(unitsOf({ system: 'imperial', exceptions: { height: 'meter' } }).height.symbol).toBe('m');
    expect(lengthIn(unitsOf({ system: 'imperial' }).height, -0.1)).toBe('0 ft');
  });
  it('say speeds in the owner’s unit', () => {
    expect(speedIn(unitsOf(null).speed, 12.34)).toBe('12.3 m/s');
    expect(speedIn(unitsOf({ system: 'imperial' }).speed, 44.704)).toBe('100 mph');
    const own = { system: 'imperial', exceptions: { speed: 'kilometer/hour' } };
    expect(speedIn(unitsOf(own).speed, 10)).toBe('36.0 km/h');
  });
});

describe('plain numbers', () => {
  it('keep so many decimals, and are a dash where there are none', () => {
    expect([fixed(1.005, 1), fixed(2, 2), fixed(null, 1), fixed(undefined, 0)]).toEqual([
      '1.0',
      '2.00',
      '–',
      '–',
    ]);
  });

  it('lose what lies beyond, and noughts at the end', () => {
    expect([rounded(0.30000004, 2), rounded(1.239, 2), mark(1234.5), mark(0.25)]).toEqual([
      0.3, 1.24, 1230, 0.25,
    ]);
  });

  it('a moment is told in the reader’s own time', () => {
    expect(moment(new Date(2026, 6, 4, 9, 5).toISOString())).toBe('4 Jul 2026, 09:05');
  });
});
