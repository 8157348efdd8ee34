/** Geometry of a step's picture: millimetres with y up become an SVG's own units with y down. */

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The view box round a picture, with a margin of a twentieth of its larger side. */
export function viewBox([left, low, right, high]: readonly number[]): Box {
  const width = (right ?? 0) - (left ?? 0);
  const height = (high ?? 0) - (low ?? 0);
  const margin = Math.max(width, height, 1) * 0.04;
  return {
    x: (left ?? 0) - margin,
    y: -(high ?? 0) - margin,
    width: width + 2 * margin,
    height: height + 2 * margin,
  };
}

/** Corners as an SVG path. */
export function outline(points: readonly (readonly number[])[], closed: boolean): string {
  const corners = points.map(([x, y]) => `${x} ${-(y ?? 0)}`);
  return `M ${corners.join(' L ')}${closed ? ' Z' : ''}`;
}

/** Part of a circle, counter-clockwise with y up, as an SVG path. */
export function arc(centre: readonly number[], radius: number, startDeg: number, endDeg: number): string {
  const at = (degrees: number) => {
    const a = (degrees * Math.PI) / 180;
    return `${(centre[0] ?? 0) + radius * Math.cos(a)} ${-((centre[1] ?? 0) + radius * Math.sin(a))}`;
  };
  const large = Math.abs(endDeg - startDeg) > 180 ? 1 : 0;
  return `M ${at(startDeg)} A ${radius} ${radius} 0 ${large} 0 ${at(endDeg)}`;
}
