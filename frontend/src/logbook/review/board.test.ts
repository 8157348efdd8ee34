import { describe, expect, it } from 'vitest';
import { columns, inColumns, without, type Link } from './board';

const link = (key: string, ...from_keys: string[]): Link => ({
  key,
  says: key,
  from_keys,
  evidence: '',
  part: '',
});

describe('the chain on the board', () => {
  const chain = [link('c', 'a', 'b'), link('a'), link('b'), link('d', 'c'), link('e', 'a')];

  it('puts what was caused right of everything that caused it', () => {
    const at = columns(chain);
    expect([at.get('a'), at.get('b'), at.get('c'), at.get('d'), at.get('e')]).toEqual([0, 0, 1, 2, 1]);
    expect(inColumns(chain).map((c) => c.map((l) => l.key))).toEqual([['a', 'b'], ['c', 'e'], ['d']]);
  });
  it('does not hang on a circle', () => {
    expect(columns([link('a', 'b'), link('b', 'a')]).size).toBe(2);
  });
  it('joins what is left when a link is taken out', () => {
    const left = without(chain, 'c');
    expect(left.find((l) => l.key === 'd')?.from_keys).toEqual(['a', 'b']);
    expect(left).toHaveLength(4);
  });
});
