import type { MotorVerdict } from '../../api/queries';

/** The longest coast or delay on the board, so that every time-line is drawn to one scale. */
export function longestCoast(motors: MotorVerdict[]): number {
  const all = motors.flatMap((m) => [m.optimum_delay_s ?? 0, ...m.delays.map((d) => d.delay_s ?? 0)]);
  return Math.max(1, ...all) * 1.06;
}

// Without the browser's tables of languages, which take a phone a tenth of a second to load.
const inOrder = (a: string, b: string) => (a.toLowerCase() < b.toLowerCase() ? -1 : 1);

/** Different values present, as texts, sorted as numbers where they are numbers. */
export function values(found: (string | number | null | undefined)[]): string[] {
  const texts = [...new Set(found.filter((v) => v !== null && v !== undefined && v !== '').map(String))];
  return texts.sort((a, b) => (Number.isNaN(Number(a)) ? inOrder(a, b) : Number(a) - Number(b)));
}

/** A motor and its delay as an address carries them to another page of the rocket's. */
export const query = (motor: string, delay: number | null): string =>
  `?motor=${encodeURIComponent(motor)}${delay === null ? '' : `&delay=${delay}`}`;
