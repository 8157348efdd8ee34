/** A map's geometry: metres east and north of the pad onto a page, north up, one scale for both. */
import { at } from '../api/format';

export interface Plan {
  /** Pixels per metre. */
  scale: number;
  x: (east: number) => number;
  y: (north: number) => number;
  /** Back from the page to metres. */
  east: (x: number) => number;
  north: (y: number) => number;
}

export type Place = readonly [number, number];

/** West, east, south and north ends of some places and of the pad's surroundings, in metres. */
function ends(places: Place[]): [number, number, number, number] {
  const xs = places.map((p) => p[0]);
  const ys = places.map((p) => p[1]);
  return [Math.min(...xs, -20), Math.max(...xs, 20), Math.min(...ys, -20), Math.max(...ys, 20)];
}

/** How tall a page must be that shows all of some places across its whole width, between bounds: in pixels. */
export function heightFor(
  places: Place[],
  width: number,
  margin: number,
  [least, most]: readonly [number, number],
): number {
  const [left, right, low, high] = ends(places);
  const wanted = ((width - 2 * margin) * (high - low)) / (right - left) + 2 * margin;
  return Math.round(Math.min(most, Math.max(least, wanted)));
}

/** The plan that shows all of some places on a page, with a margin in pixels. */
export function planOf(places: Place[], width: number, height: number, margin = 14): Plan {
  const [left, right, low, high] = ends(places);
  // A page that has not been laid out yet has no width.
  const scale = Math.max(
    1e-3,
    Math.min((width - 2 * margin) / (right - left), (height - 2 * margin) / (high - low)),
  );
  const x0 = width / 2 - (scale * (left + right)) / 2;
  const y0 = height / 2 + (scale * (low + high)) / 2;
  return {
    scale,
    x: (east) => x0 + scale * east,
    y: (north) => y0 - scale * north,
    east: (x) => (x - x0) / scale,
    north: (y) => (y0 - y) / scale,
  };
}

/** Corners as the points of an SVG polygon or polyline. */
export function corners(places: readonly (readonly number[])[], plan: Plan): string {
  return places.map((c) => `${at(plan.x(c[0] ?? 0))},${at(plan.y(c[1] ?? 0))}`).join(' ');
}

/** A round length for a scale bar of about so many pixels, in a unit of so many metres. */
export function barLength(scale: number, unit: number, wanted = 90): number {
  const rough = wanted / (scale * unit);
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].find((s) => s * power >= rough * 0.7) ?? 10;
  return step * power;
}

/** The middle of some places. */
export function middle(places: readonly (readonly number[])[]): Place {
  const n = Math.max(1, places.length);
  return [places.reduce((s, p) => s + (p[0] ?? 0), 0) / n, places.reduce((s, p) => s + (p[1] ?? 0), 0) / n];
}

/** Marks moved apart until none covers another, each as little as may be, and kept on the page: in pixels. */
export function apart(places: readonly Place[], least: number, width: number, height: number): Place[] {
  const found = places.map(([x, y]) => [x, y] as [number, number]);
  const within = (v: number, most: number) => Math.max(least / 2, Math.min(v, most - least / 2));
  for (let round = 0; round < 60; round += 1) {
    let moved = false;
    found.forEach((a, i) => {
      found.slice(i + 1).forEach((b, k) => {
        const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
        const far = Math.hypot(dx, dy);
        if (far >= least - 0.01) return;
        // Two on one spot part in a direction of their own, so that many do not end in a row.
        const turn = 2.4 * (i + k + 1);
        const [ux, uy] = far > 1e-6 ? [dx / far, dy / far] : [Math.cos(turn), Math.sin(turn)];
        const half = (least - far) / 2;
        [a[0], a[1]] = [within(a[0] - ux * half, width), within(a[1] - uy * half, height)];
        [b[0], b[1]] = [within(b[0] + ux * half, width), within(b[1] + uy * half, height)];
        moved = true;
      });
    });
    if (!moved) break;
  }
  return found;
}

const LETTER_PX = 6;

/**
 * Where the name of something on the ground stands, its middle and its foot: in pixels. Beside a line between two of its
 * corners, away from the pad: on that side there is seldom anything; within an area that is wide enough for it and its corners, else beside it, on the pad's side, where the field is.
 */
export function nameAt(
  points: readonly (readonly number[])[],
  name: string,
  plan: Plan,
  isLine: boolean,
): { x: number; y: number } {
  const marks = points.map((p) => ({ x: plan.x(p[0] ?? 0), y: plan.y(p[1] ?? 0) }));
  if (isLine && marks.length > 1) {
    const next = Math.floor(marks.length / 2);
    const [a, b] = [marks[next - 1] ?? { x: 0, y: 0 }, marks[next] ?? { x: 0, y: 0 }];
    // Where the line slopes, the name's far end must clear it too.
    const slope = Math.min(1, Math.abs(b.y - a.y) / Math.max(1, Math.abs(b.x - a.x)));
    const [y, clear] = [(a.y + b.y) / 2, (slope * LETTER_PX * name.length) / 2];
    return { x: (a.x + b.x) / 2, y: y > plan.y(0) ? y + 16 + clear : y - 8 - clear };
  }
  const centre = middle(points);
  const [x, y] = [plan.x(centre[0]), plan.y(centre[1])];
  const [top, foot] = [Math.min(...marks.map((m) => m.y)), Math.max(...marks.map((m) => m.y))];
  const width = Math.max(...marks.map((m) => m.x)) - Math.min(...marks.map((m) => m.x));
  if (width > LETTER_PX * name.length + 16 && foot - top > 28) return { x, y: y + 4 };
  return { x, y: y < plan.y(0) ? foot + 18 : top - 10 };
}
