import { describe, expect, it } from 'vitest';
import { clock, day, longDay, months } from './format';

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
