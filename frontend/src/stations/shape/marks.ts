import { tickStep, ticks } from '../../drawing/outline';

/** Room above and below the rocket in the bench drawing, in pixels. */
export const ROOM = { top: 46, bottom: 74, side: 22 };

export interface Fit {
  scale: number;
  half: number;
  height: number;
}

/** The scale at which a rocket fills the width, or the height it may take. */
export function fit(width: number, tallest: number, lengthM: number, reachM: number): Fit {
  const scale = Math.max(
    1,
    Math.min((width - 2 * ROOM.side) / lengthM, (tallest - ROOM.top - ROOM.bottom) / (2 * reachM)),
  );
  const half = reachM * scale;
  return { scale, half, height: 2 * half + ROOM.top + ROOM.bottom };
}

/** Ruler marks along the rocket: position in metres, whether it is a long one, its label. */
export function ruler(lengthM: number, pixels: number, imperial: boolean) {
  const metres = imperial ? 0.0254 : 0.01;
  const span = lengthM / metres;
  const step = tickStep(span, Math.max(4, pixels / 90));
  const fine = step / 5;
  return {
    symbol: imperial ? 'in' : 'cm',
    marks: ticks(span, fine).map((at, i) => ({
      x: at * metres,
      long: i % 5 === 0,
      label: i % 5 === 0 ? String(Math.round(at * 100) / 100) : '',
    })),
  };
}

/** A dragged figure snaps to half millimetres, so that what is dropped is what can be cut. */
export const snap = (metres: number): number => Math.round(metres * 2000) / 2000;
