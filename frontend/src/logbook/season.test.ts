import { describe, expect, it } from 'vitest';
import { monthsOf, monthTicks, places } from './season';

const flights = [
  { id: 'c', flown_on: '2026-05-09' },
  { id: 'b', flown_on: '2026-03-14' },
  { id: 'a', flown_on: '2026-03-14' },
];

describe('the season’s line', () => {
  it('spans whole months', () => {
    const { first, last } = monthsOf(flights);
    expect(last - first).toBe(2);
    expect(monthTicks(first, last).map((t) => t.words)).toEqual(['Mar 2026', 'Apr', 'May']);
    expect(monthTicks(first, last, 2).map((t) => t.words)).toEqual(['Mar 2026', 'May']);
  });
  it('piles flights of one day up, the earlier below', () => {
    const at = places(flights);
    expect([at.get('a')?.pile, at.get('b')?.pile, at.get('c')?.pile]).toEqual([0, 1, 0]);
    expect(at.get('a')?.share).toBeLessThan(at.get('c')?.share ?? 0);
  });
});
