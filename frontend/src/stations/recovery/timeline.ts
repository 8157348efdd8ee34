/** Geometry of a descent's timeline: height against time, and flags that keep clear of one another. */

export interface Mark {
  code: string;
  word: string;
  x: number;
  y: number;
  labelY: number;
}

interface Moment {
  code: string;
  word: string;
  time_s: number;
  altitude_m: number;
}

export interface Frame {
  width: number;
  height: number;
  left: number;
  right: number;
  top: number;
  foot: number;
}

export function scales(frame: Frame, times: readonly number[], heights: readonly number[]) {
  const span = Math.max(times[times.length - 1] ?? 1, 1e-6);
  const high = Math.max(...heights, 1e-6);
  return {
    x: (t: number) => frame.left + ((frame.width - frame.left - frame.right) * t) / span,
    y: (h: number) => frame.height - frame.foot - ((frame.height - frame.foot - frame.top) * h) / high,
  };
}

/** Labels over their points, each a line lower than the last it would lie on. */
export function flagged(
  moments: readonly Moment[],
  x: (t: number) => number,
  y: (h: number) => number,
): Mark[] {
  const out: Mark[] = [];
  for (const m of moments) {
    const at = { x: x(m.time_s), y: y(m.altitude_m) };
    let labelY = at.y - 8;
    while (out.some((o) => Math.abs(o.x - at.x) < 62 && Math.abs(o.labelY - labelY) < 13)) labelY += 14;
    out.push({ code: m.code, word: m.word, ...at, labelY });
  }
  return out;
}
