import { tickStep } from '../drawing/outline';

/** The ruler at the side of the rack: its unit's size in metres, its span and step in that unit. */
export function rackRuler(tallestM: number, system: string) {
  const imperial = system === 'imperial';
  const metres = imperial ? 0.0254 : 0.01;
  const span = tallestM / metres;
  const step = imperial ? Math.max(6, Math.round(tickStep(span, 8) / 6) * 6) : tickStep(span, 8);
  return {
    metres,
    span: Math.floor(span / step) * step,
    step,
    symbol: imperial ? 'in' : 'cm',
    label: (at: number) => String(Math.round(at)),
  };
}
