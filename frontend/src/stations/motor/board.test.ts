import { describe, expect, it } from 'vitest';
import { longestCoast, query, values } from './board';

describe('the board', () => {
  it('offers each value once, numbers as numbers', () => {
    expect(values([10, 2, null, 10])).toEqual(['2', '10']);
    expect(values(['b', 'a', undefined, 'a'])).toEqual(['a', 'b']);
  });
  it('has one time scale', () => expect(longestCoast([])).toBeGreaterThan(0));
});

describe('a choice in an address', () => {
  it('is read back as it was', () => {
    const read = new URLSearchParams(query('A & B#1', 4));
    expect([read.get('motor'), read.get('delay')]).toEqual(['A & B#1', '4']);
    expect(new URLSearchParams(query('x', null)).has('delay')).toBe(false);
    expect(new URLSearchParams(query('x', 0)).get('delay')).toBe('0');
  });
});
