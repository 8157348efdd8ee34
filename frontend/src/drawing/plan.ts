/** A map's geometry: metres east and north of the pad onto a page, north up, one scale for both. */

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

/** The plan that shows all of some places on a page, with a margin in pixels. */
export function planOf(places: Place[], width: number, height: number, margin = 14): Plan {
  const xs = places.map((p) => p[0]);
  const ys = places.map((p) => p[1]);
  const [left, right] = [Math.min(...xs, -20), Math.max(...xs, 20)];
  const [low, high] = [Math.min(...ys, -20), Math.max(...ys, 20)];
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
  return places.map((c) => `${plan.x(c[0] ?? 0).toFixed(1)},${plan.y(c[1] ?? 0).toFixed(1)}`).join(' ');
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
