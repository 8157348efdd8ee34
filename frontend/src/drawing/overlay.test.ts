import { describe, expect, it } from 'vitest';
import { rows } from './overlay';

describe('labels of a measured flight', () => {
  it('share a row when far apart and take another when near', () => {
    const marks = [
      { x: 40, words: 'launch' },
      { x: 60, words: 'burnout' },
      { x: 200, words: 'apogee' },
      { x: 210, words: 'ejection' },
    ];
    expect(rows(marks)).toEqual([0, 1, 0, 1]);
  });
  it('needs no more rows than marks', () => {
    expect(rows([1, 2, 3].map((x) => ({ x, words: 'x' })))).toEqual([0, 1, 2]);
  });
});
