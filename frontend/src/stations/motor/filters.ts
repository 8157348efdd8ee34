import type { MotorVerdict } from '../../api/queries';

export interface Filters {
  impulseClass: string;
  maker: string;
  propellant: string;
  casing: string;
  delay: string;
  thrust: string;
  box: string;
}

export const noFilters = (): Filters => ({
  impulseClass: '',
  maker: '',
  propellant: '',
  casing: '',
  delay: '',
  thrust: '',
  box: '',
});

const REMEMBERED = 'wobbly-fin:box-only';

/** What the board is narrowed to at first: what lies in the box, unless somebody said otherwise last time. */
export const firstFilters = (): Filters => ({
  ...noFilters(),
  box: localStorage.getItem(REMEMBERED) === 'no' ? '' : 'in the box',
});

/** Remember whether only what lies in the box is wanted. */
export const remember = (box: string): void => localStorage.setItem(REMEMBERED, box ? 'yes' : 'no');

/** Thrust bands to narrow by, in newtons: [from, to). */
export const thrustBands: Record<string, [number, number]> = {
  'under 10 N': [0, 10],
  '10–30 N': [10, 30],
  '30–100 N': [30, 100],
  'over 100 N': [100, Infinity],
};

/** Whether a motor passes the filters. */
export function passes(motor: MotorVerdict, f: Filters): boolean {
  const band = thrustBands[f.thrust];
  return (
    (!f.impulseClass || motor.impulse_class === f.impulseClass) &&
    (!f.maker || motor.maker === f.maker) &&
    (!f.propellant || motor.propellant === f.propellant) &&
    (!f.casing || motor.case === f.casing) &&
    (!f.box || motor.in_box > 0) &&
    (!f.delay || motor.delays.some((d) => String(d.delay_s) === f.delay)) &&
    (!band || (motor.average_thrust_n >= band[0] && motor.average_thrust_n < band[1]))
  );
}
