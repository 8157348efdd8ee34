import type { MotorVerdict } from '../../api/queries';

/** The longest coast or delay on the board, so that every time-line is drawn to one scale. */
export function longestCoast(motors: MotorVerdict[]): number {
  const all = motors.flatMap((m) => [m.optimum_delay_s ?? 0, ...m.delays.map((d) => d.delay_s ?? 0)]);
  return Math.max(1, ...all) * 1.06;
}

/** Different values present, as texts, sorted as numbers where they are numbers. */
export function values(found: (string | number | null | undefined)[]): string[] {
  const texts = [...new Set(found.filter((v) => v !== null && v !== undefined && v !== '').map(String))];
  return texts.sort((a, b) => (Number.isNaN(Number(a)) ? a.localeCompare(b) : Number(a) - Number(b)));
}
