/** Cells of a table that is filled in like a sheet: every change is a new table, so that each can be taken back. */
export type Cells = string[][];

/** One empty row stands below the last that holds anything. */
export function squared(cells: Cells, width: number, least = 3): Cells {
  const rows = cells.map((row) => Array.from({ length: width }, (_, c) => row[c] ?? ''));
  while (rows.length && rows.at(-1)!.every((cell) => !cell)) rows.pop();
  do rows.push(Array<string>(width).fill(''));
  while (rows.length < least);
  return rows;
}

export function put(cells: Cells, row: number, column: number, text: string): Cells {
  return cells.map((each, r) => (r === row ? each.map((cell, c) => (c === column ? text : cell)) : each));
}

/** A block as sheets copy it: tabs between cells, a line a row. What does not fit to the right is left out. */
export function pasted(cells: Cells, row: number, column: number, text: string, width: number): Cells {
  const block = text
    .replace(/\r?\n$/, '')
    .split(/\r?\n/)
    .map((line) => line.split('\t'));
  const out = cells.map((each) => [...each]);
  block.forEach((line, r) => {
    out[row + r] ??= Array<string>(width).fill('');
    line.forEach((cell, c) => {
      if (column + c < width) out[row + r]![column + c] = cell.trim();
    });
  });
  return squared(out, width);
}

/** The cell above, once more. */
export function filledDown(cells: Cells, row: number, column: number): Cells {
  const above = cells[row - 1]?.[column];
  return above === undefined ? cells : put(cells, row, column, above);
}

export function without(cells: Cells, row: number, width: number): Cells {
  return squared(
    cells.filter((_, r) => r !== row),
    width,
  );
}

/** Where a key leads from a cell; null where it stays with the text. `caret`: whether it stands at the text's start or end. */
export function goes(
  key: string,
  at: { row: number; column: number },
  size: { rows: number; columns: number },
  caret: { start: boolean; end: boolean },
): { row: number; column: number } | null {
  const { row, column } = at;
  if (key === 'ArrowUp') return row > 0 ? { row: row - 1, column } : null;
  if (key === 'ArrowDown') return row < size.rows - 1 ? { row: row + 1, column } : null;
  if (key === 'ArrowLeft') return caret.start && column > 0 ? { row, column: column - 1 } : null;
  if (key === 'ArrowRight')
    return caret.end && column < size.columns - 1 ? { row, column: column + 1 } : null;
  // The next motor begins where the last one did.
  if (key === 'Enter') return row < size.rows - 1 ? { row: row + 1, column: 0 } : null;
  return null;
}
