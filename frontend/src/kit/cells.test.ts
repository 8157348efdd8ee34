import { describe, expect, it } from 'vitest';
import { filledDown, goes, pasted, put, squared, without } from './cells';

const three = squared(
  [
    ['B5-4', '3'],
    ['C7-5', '2'],
  ],
  2,
);

describe('a table filled in like a sheet', () => {
  it('keeps one empty row below what is filled in', () => {
    expect(three).toEqual([
      ['B5-4', '3'],
      ['C7-5', '2'],
      ['', ''],
    ]);
    expect(squared(put(three, 2, 1, '7'), 2)).toHaveLength(4);
    expect(squared([], 2)).toHaveLength(3);
  });

  it('takes a block, grows by it, and leaves out what does not fit', () => {
    const found = pasted(three, 1, 1, 'x\ty\r\n4\t5\n 6 \n', 2);
    expect(found).toEqual([
      ['B5-4', '3'],
      ['C7-5', 'x'],
      ['', '4'],
      ['', '6'],
      ['', ''],
    ]);
    expect(three[1]).toEqual(['C7-5', '2']);
  });

  it('fills down from the row above, and not from nowhere', () => {
    expect(filledDown(three, 2, 0)[2]).toEqual(['C7-5', '']);
    expect(filledDown(three, 0, 0)).toBe(three);
  });

  it('takes a row out', () => {
    expect(without(three, 0, 2)[0]).toEqual(['C7-5', '2']);
  });

  it('moves by arrows, within a text only at its ends, and by Enter to the next row’s first cell', () => {
    const size = { rows: 3, columns: 2 };
    const ends = { start: true, end: true };
    const inside = { start: false, end: false };
    expect(goes('ArrowDown', { row: 0, column: 1 }, size, inside)).toEqual({ row: 1, column: 1 });
    expect(goes('ArrowUp', { row: 0, column: 1 }, size, inside)).toBeNull();
    expect(goes('ArrowRight', { row: 0, column: 0 }, size, inside)).toBeNull();
    expect(goes('ArrowRight', { row: 0, column: 0 }, size, ends)).toEqual({ row: 0, column: 1 });
    expect(goes('ArrowRight', { row: 0, column: 1 }, size, ends)).toBeNull();
    expect(goes('ArrowLeft', { row: 0, column: 1 }, size, ends)).toEqual({ row: 0, column: 0 });
    expect(goes('Enter', { row: 1, column: 1 }, size, inside)).toEqual({ row: 2, column: 0 });
    expect(goes('Enter', { row: 2, column: 1 }, size, inside)).toBeNull();
    expect(goes('x', { row: 1, column: 1 }, size, ends)).toBeNull();
  });
});
