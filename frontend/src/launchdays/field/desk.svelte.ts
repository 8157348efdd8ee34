import { ApiError } from '../../api/client';
import {
  packFor,
  readOnSite,
  tellEvents,
  type EventOut,
  type ListItem,
  type Pack,
  type PlanLine,
} from '../../api/launchdays';
import { renew } from '../../api/queries';
import { lookedUp, type Verdict } from './grid';
import { stamp } from './stamp';

type Refused = { id: string; message: string };

const FULL = 'This browser keeps no more: what is told is lost if the page is closed before it is sent.';

const read = <T>(key: string, otherwise: T): T => {
  const text = localStorage.getItem(key);
  if (!text) return otherwise;
  try {
    return JSON.parse(text) as T;
  } catch {
    localStorage.removeItem(key);
    return otherwise;
  }
};

/** What this browser is called towards others on the same day: chosen once, by lot. */
function thisPhone(): string {
  const name = localStorage.getItem('wobbly-fin:phone') ?? `phone ${crypto.randomUUID().slice(0, 3)}`;
  localStorage.setItem('wobbly-fin:phone', name);
  return name;
}

const now = (): string => stamp(Date.now());

/** A day on a phone: the pack as last fetched, what happened since, and what still has to be told. */
export class FieldDesk {
  pack = $state.raw<Pack>();
  /** Told by this phone and not yet kept by the server; kept in the browser until it is. */
  queue = $state.raw<EventOut[]>([]);
  refused = $state.raw<Refused[]>([]);
  reachable = $state(true);
  clock = $state('');
  problem = $state('');
  wind = $state(2);
  from = $state(270);
  /** As typed; empty: not read. */
  temperature = $state('');
  /** Judged by the server in exactly this wind; the grid is for where there is no network. */
  exact = $state.raw<{ wind: number; from: number; lines: Record<string, PlanLine> }>();
  readonly id: string;
  #sending = false;
  #full = false;

  constructor(id: string) {
    this.id = id;
    this.pack = read<Pack | undefined>(this.#key('pack'), undefined);
    this.queue = read<EventOut[]>(this.#key('queue'), []);
    this.refused = read<Refused[]>(this.#key('refused'), []);
  }

  #key(what: string): string {
    return `wobbly-fin:field:${what}:${this.id}`;
  }

  #keep(what: 'pack' | 'queue' | 'refused', value: unknown): void {
    try {
      localStorage.setItem(this.#key(what), JSON.stringify(value));
      this.#full = false;
    } catch {
      this.#full = true;
      this.problem = FULL;
    }
  }

  /** For an effect: fetch, send what waits, and try again until the effect ends. */
  run = (): (() => void) => {
    const again = () => void this.sync();
    again();
    const timer = setInterval(again, 10_000);
    window.addEventListener('online', again);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', again);
    };
  };

  /** Send what waits, then fetch the day as it stands. */
  async sync(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    try {
      await this.#send();
      if (!this.queue.length) {
        this.pack = await packFor(this.id);
        this.#keep('pack', this.pack);
      }
      this.reachable = true;
      this.problem = this.#full ? FULL : '';
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      // Not reached, or the server fell over half-way: what waits stays, and is sent again under the same keys.
      this.reachable = error.status > 0 && error.status < 500;
      if (this.reachable) this.problem = error.message;
    } finally {
      this.#sending = false;
    }
  }

  async #send(): Promise<void> {
    if (!this.queue.length) return;
    const sent = this.queue.slice(0, 400);
    const answer = await tellEvents(this.id, {
      sent_at: now(),
      device: thisPhone(),
      events: sent,
    });
    // Kept there: that is reached, however long the day as it stands now takes to come back.
    this.reachable = true;
    this.clock = answer.clock;
    // Whoever goes back to the day, the logbook or the rocket finds it told.
    void renew();
    const done = [...answer.kept, ...answer.refused.map((r) => r.id)];
    this.queue = this.queue.filter((e) => !done.includes(e.id));
    this.#keep('queue', this.queue);
    if (answer.refused.length) {
      this.refused = [...this.refused, ...answer.refused];
      this.#keep('refused', this.refused);
    }
  }

  tell(kind: string, line: string | null, more: Partial<EventOut> = {}): void {
    const event = {
      item: '',
      text: '',
      facts: {},
      ...more,
      id: crypto.randomUUID(),
      kind,
      line,
      at: now(),
    };
    if (kind === 'weighed') this.exact = undefined;
    this.queue = [...this.queue, event];
    this.#keep('queue', this.queue);
    void this.sync();
  }

  /** Note wind and warmth, and have every flight judged in them; without a network the grid has to do. */
  async judge(): Promise<string> {
    const { wind, from, temperature } = this;
    this.tell('wind', null, { facts: { m_s: wind, from_deg: from, temperature } });
    this.exact = undefined;
    try {
      const plan = await readOnSite(this.id, { wind: `${wind} m/s`, wind_from: String(from), temperature });
      this.exact = { wind, from, lines: Object.fromEntries(plan.lines.map((l) => [l.id, l])) };
      return 'Noted, and every flight judged in it.';
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      return error.status
        ? `✕ ${error.message}`
        : 'Noted. No network: judged by the grid this phone carries, in the warmth of the forecast.';
    }
  }

  /** The line as just judged in this wind. */
  judged(line: string): PlanLine | undefined {
    const exact = this.exact;
    return exact && exact.wind === this.wind && exact.from === this.from ? exact.lines[line] : undefined;
  }

  dismiss(): void {
    this.refused = [];
    this.#keep('refused', this.refused);
  }

  /** A list as it stands on this phone: what the server knew, and what was ticked here since. */
  items(line: string, whole = false): ListItem[] {
    const packed = this.pack?.lines.find((l) => l.line.id === line);
    const short = !whole && this.flewToday(line) ? packed?.turnaround : undefined;
    const mine = this.queue.filter((e) => e.line === line && (e.kind === 'ticked' || e.kind === 'unticked'));
    const items = packed?.checklist.items ?? [];
    return (short ? items.filter((i) => short.includes(i.key)) : items).map((item) => {
      const last = mine.filter((e) => e.item === item.key).at(-1);
      if (!last) return item;
      const ticked = last.kind === 'ticked' && last.text === item.text;
      return { ...item, ticked, again: !ticked && item.again };
    });
  }

  /** Whether this rocket has flown already on another line: then the short list between two flights will do. */
  flewToday(line: string): boolean {
    const rocket = this.pack?.lines.find((l) => l.line.id === line)?.line.rocket_id;
    return (this.pack?.lines ?? []).some(
      (l) => l.line.id !== line && l.line.rocket_id === rocket && this.flown(l.line.id),
    );
  }

  flown(line: string): boolean {
    const packed = this.pack?.lines.find((l) => l.line.id === line);
    return (packed?.line.done ?? false) || this.queue.some((e) => e.line === line && e.kind === 'told');
  }

  verdict(line: string): Verdict | undefined {
    const pack = this.pack;
    const packed = pack?.lines.find((l) => l.line.id === line);
    if (!pack || !packed) return undefined;
    const judged = this.judged(line);
    if (judged) return judged.verdict;
    return lookedUp(packed.grid, pack.speeds_m_s, pack.from_deg, this.wind, this.from);
  }
}
