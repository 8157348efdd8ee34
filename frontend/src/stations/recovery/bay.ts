/** Geometry of a filled bay's drawing: the tube to its own scale, from the nose on the left to the motor on the right. */

export interface BayScale {
  /** Pixels to a metre along the tube. */
  scale: number;
  left: number;
  /** Half the bore as drawn. */
  half: number;
}

const NOSE = 46;

/** The scale at which a tube of so much room fits a width; a thin tube is drawn wide enough to show what is in it. */
export function bayScale(width: number, room: number, bore: number, widest: number): BayScale {
  const scale = Math.max(1, width - NOSE - 14) / Math.max(room, 1e-6);
  const half = Math.min(widest, Math.max(18, (bore * scale) / 2));
  return { scale, left: NOSE, half };
}

/** A cord laid to and fro between two places. */
export function serpentine(from: number, to: number, low: number, high: number): string {
  const legs = Math.max(3, Math.min(24, Math.round((to - from) / 7)));
  const step = (to - from) / legs;
  const points: string[] = [];
  for (let k = 0; k < legs; k += 1) {
    const x = from + step * (k + 0.5);
    points.push(k % 2 ? `${x} ${high} L ${x} ${low}` : `${x} ${low} L ${x} ${high}`);
  }
  return `M ${points.join(' L ')}`;
}

/** The folds of a canopy packed between two places. */
export function folds(from: number, to: number): number[] {
  const count = Math.max(2, Math.min(18, Math.round((to - from) / 11)));
  return Array.from({ length: count + 1 }, (_, k) => from + ((to - from) * k) / count);
}

/** The nose ahead of the tube: a rounded cone cut by the picture's edge. */
export function nosePath(left: number, middle: number, half: number): string {
  return `M ${left} ${middle - half} C ${left - 24} ${middle - half}, ${left - 40} ${middle - half * 0.55}, ${left - 44} ${middle} C ${left - 40} ${middle + half * 0.55}, ${left - 24} ${middle + half}, ${left} ${middle + half} Z`;
}
