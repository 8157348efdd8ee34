import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { CureBell, left } from './clock.svelte';

const begun = Date.parse('2026-05-01T10:00:00Z');
const after = (seconds: number) => new Date(begun + seconds * 1000).toISOString();

describe('what is left', () => {
  it.each([
    [0, ''],
    [-5, ''],
    [99, '99 s'],
    [100, '2 min'], // never less than there is
    [3540, '59 min'],
    [3541, '1 h 00 min'],
    [3 * 3600 + 400, '3 h 07 min'],
  ])('of %i s is “%s”', (seconds, said) => expect(left(after(seconds), begun)).toBe(said));
});

describe('the bell', () => {
  beforeEach(() => void vi.spyOn(Date, 'now').mockReturnValue(begun));
  afterEach(() => vi.restoreAllMocks());

  it('rings once for each cure that ends while somebody is there', () => {
    const bell = new CureBell();
    const cures = [
      { key: 'old', title: 'Fins', until: after(-60) },
      { key: 'soon', title: 'Mount', until: after(60) },
      { key: 'late', title: 'Lug', until: after(600) },
      { key: 'open', title: 'Nose', until: null },
    ];
    expect(bell.ring(cures, begun + 30_000)).toEqual([]);
    expect(bell.ring(cures, begun + 61_000)).toEqual(['Mount']);
    expect(bell.ring(cures, begun + 62_000)).toEqual([]);
    expect(bell.ring(cures, begun + 601_000)).toEqual(['Lug']);
  });
});
