/** Geometry of a quick rocket's sketch: to scale where something is known, a plain guess (dashed) where not. */
import { at } from '../api/format';

export interface SketchInput {
  lengthM: number;
  diameterM: number;
  mountDiameterM: number;
  mountLengthM: number;
}

export interface Outline {
  nose: string;
  body: { x: number; y: number; width: number; height: number };
  fins: string[];
  mount: { x: number; y: number; width: number; height: number };
  canopy: { x: number; y: number; width: number; height: number };
  /** Half of the height the drawing needs, fins included. */
  reach: number;
}

const NOSE_CALIBRES = 3;
const NOSE_SHARE = 0.28;

/**
 * Outline lying on its side, nose at x = 0, axis at y = 0, in drawing units of `scale` per metre.
 * Length, diameter and mount are the owner's; nose and fins are a sketcher's habit.
 */
export function outline(input: SketchInput, scale: number): Outline {
  const length = input.lengthM * scale;
  const d = input.diameterM * scale;
  const r = d / 2;
  const nose = Math.min(NOSE_CALIBRES * d, NOSE_SHARE * length);
  const root = Math.min(2.2 * d, 0.2 * length);
  const span = 1.05 * d;
  const tail = length;
  const fin = (side: 1 | -1) =>
    `M${at(tail - root)} ${at(side * r)} L${at(tail - root * 0.45)} ${at(side * (r + span))} ` +
    `L${at(tail + root * 0.08)} ${at(side * (r + span))} L${at(tail - root * 0.04)} ${at(side * r)} Z`;
  const bore = Math.min(input.mountDiameterM * scale, d * 0.94);
  const room = Math.min(input.mountLengthM * scale, length - nose);
  return {
    nose: `M0 0 C${at(nose * 0.28)} ${at(-r * 0.62)} ${at(nose * 0.7)} ${at(-r)} ${at(nose)} ${at(-r)} L${at(nose)} ${at(r)} C${at(nose * 0.7)} ${at(r)} ${at(nose * 0.28)} ${at(r * 0.62)} 0 0 Z`,
    body: { x: nose, y: -r, width: length - nose, height: d },
    fins: [fin(-1), fin(1)],
    mount: { x: tail - room, y: -bore / 2, width: room, height: bore },
    canopy: {
      x: nose + 0.1 * d,
      y: -0.36 * d,
      width: Math.min(2 * d, Math.max(0, (length - nose - room) * 0.6)),
      height: 0.72 * d,
    },
    reach: r + span,
  };
}

/** A round step for ruler ticks such that about `wanted` of them fit in `span`. */
export function tickStep(span: number, wanted: number): number {
  const raw = span / Math.max(1, wanted);
  const power = 10 ** Math.floor(Math.log10(raw));
  const lead = raw / power;
  return power * (lead < 1.5 ? 1 : lead < 3.5 ? 2 : lead < 7.5 ? 5 : 10);
}

/** Ticks from 0 to `span` inclusive, in steps of `step`. */
export function ticks(span: number, step: number): number[] {
  return Array.from({ length: Math.floor(span / step + 1e-9) + 1 }, (_, i) => i * step);
}
