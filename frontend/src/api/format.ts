/** The one place where numbers and dates become text on this side; quantities arrive said by the server. */

/** Seconds with one decimal. */
export const seconds = (value: number): string => `${value.toFixed(1)} s`;

/** Newtons with three figures at most. */
export const newtons = (value: number): string =>
  `${value >= 100 ? value.toFixed(0) : Number(value.toPrecision(3))} N`;

/** Newton-seconds with three figures at most. */
export const newtonSeconds = (value: number): string =>
  `${value >= 100 ? value.toFixed(0) : Number(value.toPrecision(3))} N·s`;

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

/** Today as YYYY-MM-DD in the reader's own time. */
export function todayIso(now = new Date()): string {
  const pad = (n: number) => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${pad(now.getMonth() + 1)}-${pad(now.getDate())}`;
}

/** '1 flight', '3 flights'. */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** A metres value in the owner's height unit, for axis ticks: the unit's size in metres and its symbol. */
export function heightUnit(system: string, exception?: string): { size: number; symbol: string } {
  const foot = exception ? exception === 'foot' : system === 'imperial';
  return foot ? { size: 0.3048, symbol: 'ft' } : { size: 1, symbol: 'm' };
}

/** An hour of the day, 13.5 as '13:30'. */
export const clock = (hour: number): string =>
  `${String(Math.floor(hour)).padStart(2, '0')}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`;
