/** Where flights stand on a season's line; dates to places, no rules. */

import { months } from '../api/format';

export interface Dated {
  id: string;
  flown_on: string;
}

const DAY = 86_400_000;
const at = (iso: string) => Date.parse(`${iso}T12:00:00Z`);

/** The first and last month that hold all flights, as months of the year counted from 1970. */
export function monthsOf(flights: readonly Dated[]): { first: number; last: number } {
  const months = flights.map((f) => Number(f.flown_on.slice(0, 4)) * 12 + Number(f.flown_on.slice(5, 7)) - 1);
  return { first: Math.min(...months), last: Math.max(...months) };
}

/** A month's name and where it begins, as a share of the span; every second or third where there is room for `most` alone. */
export function monthTicks(first: number, last: number, most = 12): { share: number; words: string }[] {
  const begin = Date.UTC(Math.floor(first / 12), first % 12, 1);
  const end = Date.UTC(Math.floor((last + 1) / 12), (last + 1) % 12, 1);
  const step = Math.max(1, Math.ceil((last - first + 1) / Math.max(1, most)));
  const out = [];
  for (let m = first; m <= last; m += step) {
    const start = Date.UTC(Math.floor(m / 12), m % 12, 1);
    const name = months[m % 12] ?? '';
    const words = m % 12 === 0 || m === first ? `${name} ${Math.floor(m / 12)}` : name;
    out.push({ share: (start - begin) / (end - begin), words });
  }
  return out;
}

/** Each flight's share of the span, and its place in the pile of that day. */
export function places(flights: readonly Dated[]): Map<string, { share: number; pile: number }> {
  const { first, last } = monthsOf(flights);
  const begin = Date.UTC(Math.floor(first / 12), first % 12, 1);
  const end = Date.UTC(Math.floor((last + 1) / 12), (last + 1) % 12, 1);
  const wide = Math.max(end - begin, DAY);
  const piles = new Map<string, number>();
  const out = new Map<string, { share: number; pile: number }>();
  for (const f of [...flights].reverse()) {
    const pile = piles.get(f.flown_on) ?? 0;
    piles.set(f.flown_on, pile + 1);
    out.set(f.id, { share: (at(f.flown_on) - begin) / wide, pile });
  }
  return out;
}
