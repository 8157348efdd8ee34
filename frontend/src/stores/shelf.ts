import type { Motor } from '../api/queries';
import { newtonSeconds } from '../api/format';
import { extent } from '../drawing/curves';

export interface Wish {
  text: string;
  diameter: string;
  casing: string;
  propellant: string;
  maker: string;
}

export const noWish = (): Wish => ({ text: '', diameter: '', casing: '', propellant: '', maker: '' });

/** The motors that are as wished. */
export function keep(motors: Motor[], wish: Wish): Motor[] {
  const text = wish.text.trim().toUpperCase();
  return motors.filter(
    (m) =>
      (!text || m.name.toUpperCase().includes(text)) &&
      (!wish.diameter || String(m.diameter_mm) === wish.diameter) &&
      (!wish.casing || m.case === wish.casing) &&
      (!wish.propellant || m.propellant === wish.propellant) &&
      (!wish.maker || m.maker === wish.maker),
  );
}

export interface ClassGroup {
  name: string;
  most: string;
  motors: Motor[];
  time: number;
  thrust: number;
}

/** Motors by impulse class in the order they come, with the extent of their curves. */
export function byClass(motors: Motor[]): ClassGroup[] {
  const names = [...new Set(motors.map((m) => m.impulse_class))];
  return names.map((name) => {
    const found = motors.filter((m) => m.impulse_class === name);
    const size = extent(found.map((m) => ({ name: m.name, thrust: m.thrust })));
    const most = newtonSeconds(Math.max(...found.map((m) => m.total_impulse_n_s)));
    return { name, most, motors: found, time: size.time, thrust: size.thrust };
  });
}
