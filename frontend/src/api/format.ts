/** The one place where numbers and dates become text on this side; quantities arrive said by the server. */

/** A number with so many decimals; a dash where there is none. */
export const fixed = (value: number | null | undefined, decimals: number): string =>
  value === null || value === undefined ? '–' : value.toFixed(decimals);

/** A number without what lies beyond so many decimals, and without noughts at its end. */
export const rounded = (value: number, decimals: number): number => Number(value.toFixed(decimals));

/** A number to three figures, without noughts at its end: a mark on an axis. */
export const mark = (value: number): number => Number(value.toPrecision(3));

/** A place in a drawing, in its own small units. */
export const at = (value: number): string => value.toFixed(2);

/** Seconds with one decimal. */
export const seconds = (value: number): string => `${fixed(value, 1)} s`;

const three = (value: number): string => (value >= 100 ? fixed(value, 0) : String(mark(value)));

/** Newtons with three figures at most. */
export const newtons = (value: number): string => `${three(value)} N`;

/** Newton-seconds with three figures at most. */
export const newtonSeconds = (value: number): string => `${three(value)} N·s`;

/** Month names, January first. By hand: a browser's date formats take a phone a tenth of a second to load. */
export const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sept', 'Oct', 'Nov', 'Dec'];

/** '4 Jul 2026', of an ISO date. */
export const day = (iso: string): string =>
  `${Number(iso.slice(8, 10))} ${months[Number(iso.slice(5, 7)) - 1]} ${iso.slice(0, 4)}`;

const weekdays = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
const longMonths = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

/** 'Saturday, 4 July 2026', of an ISO date. */
export const longDay = (iso: string): string =>
  `${weekdays[new Date(`${iso}T12:00`).getDay()]}, ${Number(iso.slice(8, 10))} ${longMonths[Number(iso.slice(5, 7)) - 1]} ${iso.slice(0, 4)}`;

const pad = (n: number): string => String(n).padStart(2, '0');

/** '4 Jul 2026, 13:30', of a moment, in the reader's own time. */
export function moment(iso: string): string {
  const d = new Date(iso);
  return `${d.getDate()} ${months[d.getMonth()]} ${d.getFullYear()}, ${pad(d.getHours())}:${pad(d.getMinutes())}`;
}

/** Today as YYYY-MM-DD in the reader's own time. */
export function todayIso(now = new Date()): string {
  return `${now.getFullYear()}-${pad(now.getMonth() + 1)}-${pad(now.getDate())}`;
}

/** '1 flight', '3 flights'. */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** A unit drawings are lettered in: its size in the SI unit, and its symbol. */
export interface Unit {
  size: number;
  symbol: string;
}
export interface Units {
  height: Unit;
  shortLength: Unit;
  speed: Unit;
  mass: Unit;
}

const metric: Units = {
  height: { size: 1, symbol: 'm' },
  shortLength: { size: 0.001, symbol: 'mm' },
  speed: { size: 1, symbol: 'm/s' },
  mass: { size: 0.001, symbol: 'g' },
};
const heights: Record<string, Unit> = {
  meter: metric.height,
  foot: { size: 0.3048, symbol: 'ft' },
};
const shortLengths: Record<string, Unit> = {
  millimeter: metric.shortLength,
  centimeter: { size: 0.01, symbol: 'cm' },
  inch: { size: 0.0254, symbol: 'in' },
};
const speeds: Record<string, Unit> = {
  'meter/second': metric.speed,
  'kilometer/hour': { size: 1 / 3.6, symbol: 'km/h' },
  'mile/hour': { size: 0.44704, symbol: 'mph' },
  'foot/second': { size: 0.3048, symbol: 'ft/s' },
};
const masses: Record<string, Unit> = {
  gram: metric.mass,
  ounce: { size: 0.028349523125, symbol: 'oz' },
};

/** The units of an owner's habit with their exceptions; metric for nobody. */
export function unitsOf(
  told: { system: string; exceptions?: Record<string, string> } | null | undefined,
): Units {
  const imperial = told?.system === 'imperial';
  const own = told?.exceptions ?? {};
  return {
    height: heights[own['height'] ?? (imperial ? 'foot' : 'meter')] ?? metric.height,
    shortLength:
      shortLengths[own['short_length'] ?? (imperial ? 'inch' : 'millimeter')] ?? metric.shortLength,
    speed: speeds[own['speed'] ?? (imperial ? 'mile/hour' : 'meter/second')] ?? metric.speed,
    mass: masses[own['mass'] ?? (imperial ? 'ounce' : 'gram')] ?? metric.mass,
  };
}

/** A speed in a unit, from metres a second, with a decimal where it is small. */
export function speedIn(unit: Unit, metresASecond: number): string {
  const value = metresASecond / unit.size;
  return `${fixed(value, Math.abs(value) < 99.95 ? 1 : 0)} ${unit.symbol}`;
}

/** A dimension of a part in a unit, from metres, to a tenth of a millimetre or finer. */
export const sizeIn = (unit: Unit, metres: number): string =>
  `${fixed(metres / unit.size, unit.size < 0.002 ? 1 : 2)} ${unit.symbol}`;

/** A length in a unit, from metres, to whole units. */
export const lengthIn = (unit: Unit, metres: number): string =>
  `${Math.round(metres / unit.size) || 0} ${unit.symbol}`;

/** An acceleration in standard gravities, from m/s². */
export const gravities = (metresASecondSquared: number): number => metresASecondSquared / 9.80665;

/** An hour of the day, 13.5 as '13:30'. */
export function clock(hour: number): string {
  const minutes = Math.round(hour * 60);
  return `${pad(Math.floor(minutes / 60))}:${pad(minutes % 60)}`;
}
