/** A verdict looked up where there is no network: in the grid the server reckoned, the worse of the neighbours. */

import type { Ruling } from '../../kit/rulings';

export type Verdict = Ruling;

const WORSE: Record<Verdict, number> = { go: 0, go_with: 1, open: 2, no_go: 3 };

/** The two places between which a value lies; undefined beyond the last. */
function between(marks: readonly number[], value: number): [number, number] | undefined {
  const above = marks.findIndex((m) => m >= value - 1e-9);
  if (above < 0) return undefined;
  const exact = Math.abs((marks[above] ?? 0) - value) < 1e-9;
  return [exact ? above : Math.max(0, above - 1), above];
}

/** Rows are wind speeds, columns directions all round. Beyond the grid nothing is judged. */
export function lookedUp(
  grid: readonly (readonly Verdict[])[],
  speeds: readonly number[],
  froms: readonly number[],
  speed: number,
  from: number,
): Verdict | undefined {
  const rows = between(speeds, speed);
  if (!rows || !froms.length) return undefined;
  const step = 360 / froms.length;
  const place = (((from % 360) + 360) % 360) / step;
  const columns = [Math.floor(place) % froms.length, Math.ceil(place - 1e-9) % froms.length];
  let worst: Verdict | undefined;
  for (const r of rows)
    for (const c of columns) {
      const cell = grid[r]?.[c];
      if (!cell) return undefined;
      if (worst === undefined || WORSE[cell] > WORSE[worst]) worst = cell;
    }
  return worst;
}
