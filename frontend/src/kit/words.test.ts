import { describe, expect, it } from 'vitest';
import { pieces } from './words';

const words = { apogee: 'apogee', 'peaks at': 'apogee', Cd: 'cd', calibres: 'margin', 'best delay': 'best' };

describe('a sentence', () => {
  it('marks each term once, where it is named first, and loses nothing', () => {
    const sentence = 'Peaks at 80 m, 0.4 s after apogee; Cd 0.7.';
    const found = pieces(sentence, words);
    expect(found.map((p) => p.text).join('')).toBe(sentence);
    expect(found.filter((p) => p.of)).toEqual([
      { text: 'Peaks at', of: 'apogee' },
      { text: 'Cd', of: 'cd' },
    ]);
  });
  it('marks no part of a longer word', () => {
    expect(pieces('Abcd and perapogee', words)).toEqual([{ text: 'Abcd and perapogee' }]);
    expect(pieces('2 calibres', words).at(-1)).toEqual({ text: 'calibres', of: 'margin' });
  });
  it('is itself where nothing is known, and where it is empty', () => {
    expect(pieces('apogee', {})).toEqual([{ text: 'apogee' }]);
    expect(pieces('', words)).toEqual([{ text: '' }]);
  });
});
