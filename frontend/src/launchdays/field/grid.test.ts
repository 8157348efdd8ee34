import { describe, expect, it } from 'vitest';
import { lookedUp, type Verdict } from './grid';

const speeds = [0, 3, 6];
const froms = [0, 90, 180, 270];
const grid: Verdict[][] = [
  ['go', 'go', 'go', 'go'],
  ['go', 'go_with', 'go', 'go'],
  ['no_go', 'no_go', 'no_go', 'no_go'],
];

describe('a verdict without a network', () => {
  it('takes the worse of the cells it lies between', () => {
    expect(lookedUp(grid, speeds, froms, 1, 0)).toBe('go');
    expect(lookedUp(grid, speeds, froms, 1, 45)).toBe('go_with');
    expect(lookedUp(grid, speeds, froms, 4, 200)).toBe('no_go');
  });

  it('takes a cell it hits as it is', () => {
    expect(lookedUp(grid, speeds, froms, 3, 180)).toBe('go');
    expect(lookedUp(grid, speeds, froms, 3, 90)).toBe('go_with');
    expect(lookedUp(grid, speeds, froms, 3, 360)).toBe('go');
  });

  it('goes round the rose from the last direction to the first', () => {
    const turned: Verdict[][] = [['no_go', 'go', 'go', 'go']];
    expect(lookedUp(turned, [0], froms, 0, 315)).toBe('no_go');
    expect(lookedUp(turned, [0], froms, 0, 225)).toBe('go');
  });

  it('judges nothing beyond the grid', () => {
    expect(lookedUp(grid, speeds, froms, 6.5, 0)).toBeUndefined();
    expect(lookedUp([], speeds, froms, 1, 0)).toBeUndefined();
  });
});
