/** Line patterns that tell overlaid curves apart without colour. */
export const dashes: (string | undefined)[] = [undefined, '7 4', '2 3'];

/** Inks to go with them. */
export const inks: string[] = ['stroke-primary', 'stroke-secondary', 'stroke-info'];

export interface Curve {
  name: string;
  /** Rows of time [s] and thrust [N]. */
  thrust: number[][];
}

/** Longest time and highest thrust over some curves. */
export function extent(curves: Curve[]): { time: number; thrust: number } {
  const rows = curves.flatMap((c) => c.thrust);
  return {
    time: Math.max(0.1, ...rows.map((r) => r[0] ?? 0)),
    thrust: Math.max(0.1, ...rows.map((r) => r[1] ?? 0)),
  };
}
