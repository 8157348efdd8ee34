/** Drawing arithmetic of charts: scales, ticks, paths. No physics: the samples come from the server. */
import { at } from '../api/format';
import { tickStep, ticks } from './outline';

export interface Scale {
  (value: number): number;
  invert: (at: number) => number;
  ticks: number[];
  top: number;
}

/** A linear scale from [0, most] to [from, to] with round ticks; the span is widened to a whole tick if asked. */
export function linear(most: number, from: number, to: number, wanted: number, round = false): Scale {
  const step = tickStep(most || 1, wanted);
  const top = round ? Math.ceil(most / step - 1e-9) * step : most || 1;
  const scale = ((value: number) => from + (value / top) * (to - from)) as Scale;
  scale.invert = (at) => ((at - from) / (to - from)) * top;
  scale.ticks = ticks(top, step);
  scale.top = top;
  return scale;
}

/** An SVG path through points. */
export function line(xs: number[], ys: number[], x: Scale, y: Scale): string {
  return xs.map((t, i) => `${i ? 'L' : 'M'}${at(x(t))} ${at(y(ys[i] ?? 0))}`).join('');
}

/** Value at `at` of samples with rising `xs`, straight lines between. */
export function interpolate(xs: number[], ys: number[], at: number): number {
  if (xs.length === 0) return 0;
  let low = 0;
  let high = xs.length - 1;
  if (at <= (xs[0] ?? 0)) return ys[0] ?? 0;
  if (at >= (xs[high] ?? 0)) return ys[high] ?? 0;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((xs[middle] ?? 0) <= at) low = middle;
    else high = middle;
  }
  const x0 = xs[low] ?? 0;
  const x1 = xs[high] ?? 0;
  return (ys[low] ?? 0) + ((at - x0) / (x1 - x0)) * ((ys[high] ?? 0) - (ys[low] ?? 0));
}
