/** Compass geometry: degrees from north, clockwise, as people read a wind; y grows downwards on the page. */

export interface Spot {
  x: number;
  y: number;
}

/** The point at a bearing and a distance from the middle. */
export function at(bearing: number, distance: number, middle: number): Spot {
  const turn = (bearing * Math.PI) / 180;
  return { x: middle + distance * Math.sin(turn), y: middle - distance * Math.cos(turn) };
}

/** The bearing of a point seen from the middle, whole degrees, 0 … 359. */
export function bearing(x: number, y: number, middle: number): number {
  const degrees = (Math.atan2(x - middle, middle - y) * 180) / Math.PI;
  return (Math.round(degrees) + 360) % 360;
}
