/** Where the marks of a measured flight stand on its plot; no physics. */

/** Labels in rows so that near ones do not lie on one another: marks from left to right, each in the first free row. */
export function rows(marks: readonly { x: number; words: string }[], charWidth = 6.4, gap = 8): number[] {
  const ends: number[] = [];
  return marks.map(({ x, words }) => {
    const half = (words.length * charWidth) / 2;
    const row = ends.findIndex((end) => x - half > end + gap);
    const at = row === -1 ? ends.length : row;
    ends[at] = x + half;
    return at;
  });
}
