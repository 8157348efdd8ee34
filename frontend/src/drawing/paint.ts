import type { Drawn } from './airframe';

type Line = number[][];

/** The half profile between two stations, in metres, its ends put in between its corners. */
function between(profile: Line, from: number, to: number): Line {
  const points = profile.map(([x, y]): [number, number] => [x ?? 0, y ?? 0]);
  const at = (x: number): number => {
    for (let i = 1; i < points.length; i++) {
      const [a, b] = [points[i - 1]!, points[i]!];
      if (x >= a[0] && x <= b[0] && b[0] > a[0]) return a[1] + ((x - a[0]) / (b[0] - a[0])) * (b[1] - a[1]);
    }
    return points.at(-1)?.[1] ?? 0;
  };
  return [[from, at(from)], ...points.filter(([x]) => x > from && x < to), [to, at(to)]];
}

/** A patch of skin as the side shows it: from one station to another, between two heights as shares of the radius. */
function patch(profile: Line, from: number, to: number, low: number, high: number): Line {
  const edge = between(profile, from, to);
  return [
    ...edge.map(([x, y]) => [x ?? 0, (y ?? 0) * high]),
    ...[...edge].reverse().map(([x, y]) => [x ?? 0, (y ?? 0) * low]),
  ];
}

/** Where the second colour of a piece of the body is seen from the side, as closed outlines in metres. */
export function secondPatches(d: Drawn): Line[] {
  const paint = d.paint;
  if (!paint || paint.pattern === 'plain') return [];
  const long = d.aft_m - d.fore_m;
  const n = paint.count;
  if (paint.pattern === 'bands') {
    const wide = long / (2 * n + 1);
    return Array.from({ length: n }, (_, k) =>
      patch(d.profile, d.fore_m + (2 * k + 1) * wide, d.fore_m + (2 * k + 2) * wide, -1, 1),
    );
  }
  if (paint.pattern === 'halves') return [patch(d.profile, d.fore_m, d.aft_m, 0, 1)];
  if (paint.pattern === 'roll')
    return Array.from({ length: n }, (_, k) => {
      const [low, high] = k % 2 ? [-1, 0] : [0, 1];
      return patch(d.profile, d.fore_m + (k * long) / n, d.fore_m + ((k + 1) * long) / n, low!, high!);
    });
  // Stripes lie at equal angles round the body; the side shows their sines.
  const step = Math.PI / n;
  return Array.from(
    { length: n },
    (_, k) => [2 * k * step - Math.PI / 2, (2 * k + 1) * step - Math.PI / 2] as const,
  )
    .filter(([from]) => from < Math.PI / 2)
    .map(([from, to]) =>
      patch(d.profile, d.fore_m, d.aft_m, Math.sin(from), Math.sin(Math.min(to, Math.PI / 2))),
    );
}
