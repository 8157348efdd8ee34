/** What stands against going on, from what the server packed: it says which lines hold and act, this looks which are open. */

import type { ListItem } from '../../api/launchdays';
import type { Verdict } from './grid';

/** A hold that is neither ticked nor taken on by somebody. */
export const isOpen = (item: ListItem): boolean =>
  item.hold && !item.ticked && (item.never || !item.overridden);

/** Open holds before a line that cannot be taken back; none before any other. */
export function openBefore(items: readonly ListItem[], key: string): ListItem[] {
  const at = items.findIndex((i) => i.key === key);
  return at < 0 || !items[at]?.act ? [] : items.slice(0, at).filter(isOpen);
}

export interface Bar {
  say: string;
  /** Of the hold that bars; empty: no line of the list. */
  key: string;
}

/** Everything a countdown waits for. `windRead` is how long ago, in seconds; undefined: never. */
export function countdownBars(
  items: readonly ListItem[],
  verdict: Verdict | undefined,
  windRead: number | undefined,
  about: { bars: Record<string, string>; wind_holds_s: number },
): Bar[] {
  const bars: Bar[] = [];
  const stop = (code: string) => bars.push({ say: about.bars[code] ?? code, key: '' });
  if (verdict === 'no_go') stop('verdict');
  else if (verdict === undefined) stop('unjudged');
  else if (verdict === 'go_with' && !items.some((i) => i.key === 'change')) stop('change');
  else if (verdict === 'open' && !items.some((i) => i.asks)) stop('open');
  if (windRead === undefined || windRead < -60 || windRead > about.wind_holds_s) stop('wind');
  const launch = items.find((i) => i.act === 'launch');
  if (launch) bars.push(...openBefore(items, launch.key).map((i) => ({ say: i.text, key: i.key })));
  return bars;
}

export const PHASES = [
  ['prep', 'Prep'],
  ['ready', 'Ready'],
  ['at_pad', 'At the pad'],
  ['armed', 'Armed'],
  ['flown', 'Flown'],
] as const;
export type Phase = (typeof PHASES)[number][0];

export function phaseOf(items: readonly ListItem[], flown: boolean): Phase {
  if (flown) return 'flown';
  const ticked = items.filter((i) => i.ticked);
  if (ticked.some((i) => i.act === 'arm' || i.act === 'launch' || i.key === 'clips' || i.key === 'key-in'))
    return 'armed';
  if (ticked.some((i) => i.stage === 'pad' || i.stage === 'count')) return 'at_pad';
  const before = items.filter((i) => !['pad', 'count', 'after'].includes(i.stage));
  return before.length && before.every((i) => i.ticked || i.overridden) ? 'ready' : 'prep';
}
