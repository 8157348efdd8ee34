import { describe, expect, it } from 'vitest';
import { pieces, type Piece } from './words';

const words = { apogee: 'apogee', 'peaks at': 'apogee', Cd: 'cd', calibres: 'margin', 'best delay': 'best' };
const whole = (p: Piece) => `${p.before ?? ''}${p.text}${p.after ?? ''}`;

describe('a sentence', () => {
  it('marks each term once, where it is named first, and loses nothing', () => {
    const sentence = 'Peaks at 80 m, 0.4 s after apogee; Cd 0.7.';
    const found = pieces(sentence, words);
    expect(found.map(whole).join('')).toBe(sentence);
    expect(found.filter((p) => p.of)).toEqual([
      { text: 'Peaks at', of: 'apogee', before: '', after: '' },
      { text: 'Cd', of: 'cd', before: '', after: '' },
    ]);
  });
  it('keeps the marks beside a term with it', () => {
    const sentence = 'It flies (best delay), then (“Cd”) calibres.';
    const found = pieces(sentence, words);
    expect(found.map(whole).join('')).toBe(sentence);
    expect(found.filter((p) => p.of).map((p) => [p.before, p.text, p.after])).toEqual([
      ['(', 'best delay', '),'],
      ['(“', 'Cd', '”)'],
      ['', 'calibres', '.'],
    ]);
    expect(pieces('apogee,Cd', words).map((p) => p.text)).toEqual(['apogee', 'Cd']);
  });
  it('marks no part of a longer word', () => {
    expect(pieces('Abcd and perapogee', words)).toEqual([{ text: 'Abcd and perapogee' }]);
    expect(pieces('2 calibres', words).at(-1)).toMatchObject({ text: 'calibres', of: 'margin' });
  });
  it('is itself where nothing is known, and where it is empty', () => {
    expect(pieces('apogee', {})).toEqual([{ text: 'apogee' }]);
    expect(pieces('', words)).toEqual([{ text: '' }]);
  });
});
