import { ApiError } from '../../api/client';
import {
  packFor,
  sendPhoto,
  tellEvents,
  type EventOut,
  type ListItem,
  type Pack,
} from '../../api/launchdays';
import { renew } from '../../api/queries';
import { countdownBars, type Bar } from './gates';
import { lookedUp, type Verdict } from './grid';
import { stamp } from './stamp';
import { small } from './picture';
import { bringOver, FieldStore, type Kept, type Refused, type Taken } from './store';

const FULL = 'This browser keeps no more: what is told is lost if the page is closed before it is sent.';
/** Further from the warmth the grid was reckoned in, the air is another: not judged (our own figure). [°C] */
const GRID_HOLDS_C = 10;
const STALE_MS = 12 * 3_600_000;

/** What this browser is called towards others on the same day: chosen once, by lot. */
export function thisPhone(): string {
  const name = localStorage.getItem('wobbly-fin:phone') ?? `phone ${crypto.randomUUID().slice(0, 3)}`;
  localStorage.setItem('wobbly-fin:phone', name);
  return name;
}

interface Reading {
  m_s: number;
  from_deg: number;
  c?: number | undefined;
}

/** A day on a phone: the pack as last fetched, what was told here since, and what still has to be sent. */
export class FieldDesk {
  pack = $state.raw<Pack>();
  /** Told on this phone by any of its tabs, and not yet in a pack from the server. */
  events = $state.raw<Kept[]>([]);
  refused = $state.raw<Refused[]>([]);
  /** Taken here and not yet with their flights. */
  photos = $state.raw<Taken[]>([]);
  reachable = $state(true);
  clock = $state('');
  problem = $state('');
  wind = $state(2);
  from = $state(270);
  /** As read; undefined: not read. [°C] */
  warmth = $state<number>();
  /** This phone's clock when the pack came, less the server's then. [ms] */
  #ahead = 0;
  readonly id: string;
  readonly #store: Promise<FieldStore | undefined>;
  readonly #tabs: BroadcastChannel | undefined;
  /** Where the browser keeps nothing: for as long as this page is open. */
  #memory: Kept[] = [];
  #full = false;
  #dialled = $state(false);

  constructor(id: string) {
    this.id = id;
    this.#tabs =
      'BroadcastChannel' in globalThis ? new BroadcastChannel(`wobbly-fin:field:${id}`) : undefined;
    if (this.#tabs) this.#tabs.onmessage = () => void this.#reread();
    this.#store = this.#open();
  }

  async #open(): Promise<FieldStore | undefined> {
    try {
      const store = await FieldStore.open();
      await bringOver(store, this.id);
      return store;
    } catch {
      this.#full = true;
      this.problem = FULL;
      return undefined;
    }
  }

  #asked = 0;
  #shown = 0;
  /** What is kept, whichever tab kept it, is what is shown; a reading overtaken by another, or by a tap, is made again. */
  async #reread(): Promise<void> {
    const store = await this.#store;
    if (!store) {
      this.events = this.#memory;
      return;
    }
    const turn = (this.#asked += 1);
    const [{ events, refused, packed }, photos] = await Promise.all([
      store.all(this.id),
      store.photos(this.id),
    ]);
    if (turn < this.#shown) return this.#reread();
    this.#shown = turn;
    this.events = [...events, ...this.#memory];
    this.refused = refused;
    this.photos = photos;
    if (!packed || (this.pack && packed.pack.packed_at < this.pack.packed_at)) return;
    this.pack = packed.pack;
    this.#ahead = packed.got - Date.parse(packed.pack.packed_at);
    const read = packed.pack.reading;
    if (read && !this.#dialled)
      [this.wind, this.from, this.warmth] = [read.m_s, read.from_deg, read.c ?? undefined];
  }

  async #changed(): Promise<void> {
    await this.#reread();
    this.#tabs?.postMessage('changed');
  }

  /** For an effect: fetch, send what waits, and try again until the effect ends. */
  run = (): (() => void) => {
    const again = () => void this.sync();
    void this.#reread().then(again);
    const timer = setInterval(again, 10_000);
    window.addEventListener('online', again);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', again);
      this.#tabs?.close();
    };
  };

  /** Whether the pack is another day's: what it was judged in has passed (our own figure). */
  get stale(): boolean {
    return !!this.pack && Date.now() - this.#ahead - Date.parse(this.pack.packed_at) > STALE_MS;
  }

  get queue(): Kept[] {
    return this.events.filter((e) => !e.sent);
  }

  /** Send what waits, then fetch the day as it stands; one tab of a browser at a time. */
  async sync(): Promise<void> {
    const locks = globalThis.navigator?.locks;
    if (!locks) return this.#sync();
    await locks.request(`wobbly-fin:field:${this.id}`, { ifAvailable: true }, async (lock) => {
      if (lock) await this.#sync();
    });
  }

  #running: Promise<void> | undefined;
  #again = false;
  /** One at a time: whoever asks meanwhile has it done once more, and waits for that. */
  #sync(): Promise<void> {
    this.#again = true;
    this.#running ??= this.#round().finally(() => (this.#running = undefined));
    return this.#running;
  }

  async #round(): Promise<void> {
    try {
      do {
        this.#again = false;
        await this.#reread();
        await this.#send();
        const pack = await packFor(this.id, thisPhone());
        await (await this.#store)?.take(this.id, pack, Date.now());
        if (!(await this.#store)) this.#takeHere(pack);
        await this.#changed();
        await this.#sendPhotos();
      } while (this.#again);
      this.reachable = true;
      this.problem = this.#full ? FULL : '';
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      // Not reached, or the server fell over half-way: what waits stays, and is sent again under the same keys.
      this.reachable = error.status > 0 && error.status < 500;
      if (this.reachable) this.problem = error.message;
    }
  }

  #takeHere(pack: Pack): void {
    this.pack = pack;
    this.#ahead = Date.now() - Date.parse(pack.packed_at);
    this.#memory = this.#memory.filter((e) => !pack.known.includes(e.event.id));
  }

  async #send(): Promise<void> {
    const sent = this.queue.slice(0, 400).map((e) => e.event);
    if (!sent.length) return;
    const answer = await tellEvents(this.id, {
      sent_at: stamp(Date.now()),
      device: thisPhone(),
      events: sent,
    });
    // Kept there: that is reached, however long the day as it stands now takes to come back.
    this.reachable = true;
    this.clock = answer.clock;
    // Whoever goes back to the day, the logbook or the rocket finds it told.
    void renew();
    const gone = answer.refused.map((r) => r.id);
    this.#memory = this.#memory
      .filter((e) => !gone.includes(e.event.id))
      .map((e) => (answer.kept.includes(e.event.id) ? { ...e, sent: true } : e));
    await (await this.#store)?.answered(this.id, answer.kept, answer.refused);
    if (!(await this.#store)) this.refused = [...this.refused, ...answer.refused];
    await this.#changed();
  }

  /** Kept first, shown then, sent after: whoever sees it told may close the phone. */
  async tell(kind: string, line: string | null, more: Partial<EventOut> = {}): Promise<void> {
    const about = { item: '', text: '', facts: {}, ...more };
    const event: EventOut = { ...about, id: crypto.randomUUID(), kind, line, at: stamp(Date.now()) };
    const store = await this.#store;
    try {
      if (!store) throw new Error('keeps nothing');
      this.#kept(await store.add(this.id, event));
      this.#full = false;
    } catch {
      this.#full = true;
      this.problem = FULL;
      this.#memory = [...this.#memory, { seq: -1 - this.#memory.length, day: this.id, sent: false, event }];
      await this.#reread();
    }
    this.#tabs?.postMessage('changed');
    void this.sync();
  }

  /** Shown as it was kept, without reading the whole day again, which is slow on a phone. */
  #kept(kept: Kept): void {
    this.#shown = this.#asked += 1;
    if (!this.events.some((e) => e.event.id === kept.event.id)) this.events = [...this.events, kept];
  }

  /** Kept on the phone now; with the flight once that is in the logbook, whichever phone told it. */
  async photograph(line: string, file: File, title: string): Promise<void> {
    const photo = { id: crypto.randomUUID(), day: this.id, line, title, picture: await small(file) };
    try {
      const store = await this.#store;
      if (!store) throw new Error('keeps nothing');
      await store.keepPhoto(photo);
    } catch {
      this.problem = 'This browser has no room for the photo: it is not kept. Take it with the phone itself.';
      return;
    }
    await this.#changed();
    void this.sync();
  }

  /** One at a time under its own key: what was cut off goes on where it was, and is kept once. */
  async #sendPhotos(): Promise<void> {
    const store = await this.#store;
    for (const photo of this.photos) {
      const flight = this.pack?.lines.find((l) => l.line.id === photo.line)?.flight;
      if (!store || !flight) continue;
      try {
        await sendPhoto(flight, photo.id, photo.picture, photo.title);
      } catch (error) {
        // Refused for good is said; anything else waits.
        if (!(error instanceof ApiError) || error.status !== 422) throw error;
        await store.refuse(this.id, { id: photo.id, message: `A photo: ${error.message}` });
      }
      await store.dropPhoto(photo.id);
      await this.#changed();
    }
  }

  tick = (line: string, item: ListItem): Promise<void> => this.#word('ticked', line, item);
  untick = (line: string, item: ListItem): Promise<void> => this.#word('unticked', line, item);
  override = (line: string, item: ListItem, by: string, why: string): Promise<void> =>
    this.#word('overrode', line, item, { by, why });

  #word(kind: string, line: string, item: ListItem, facts: Record<string, unknown> = {}): Promise<void> {
    return this.tell(kind, line, { item: item.key, text: item.text, facts: { on: item.on, ...facts } });
  }

  /** Note wind and warmth: lists and verdicts follow at once here, and from the server as soon as it can be reached. */
  async judge(): Promise<string> {
    this.#dialled = false;
    await this.tell('wind', null, {
      facts: {
        m_s: this.wind,
        from_deg: this.from,
        ...(this.warmth === undefined ? {} : { c: this.warmth }),
      },
    });
    await this.sync();
    return this.reachable
      ? 'Noted, and every flight judged in it.'
      : 'Noted. No network: judged by the grid this phone carries, in the warmth of the forecast.';
  }

  dialled(): void {
    this.#dialled = true;
  }

  /** What was read last: here, or as the pack has it; with how long ago, in seconds. */
  get reading(): (Reading & { age: number; here: boolean }) | undefined {
    const mine = this.events.filter((e) => e.event.kind === 'wind').at(-1)?.event;
    const packed = this.pack?.reading;
    const ages = {
      mine: mine ? (Date.now() - Date.parse(mine.at)) / 1000 : Infinity,
      packed: packed ? (Date.now() - this.#ahead - Date.parse(packed.at)) / 1000 : Infinity,
    };
    if (mine && ages.mine <= ages.packed)
      return { ...(mine.facts as unknown as Reading), age: ages.mine, here: true };
    return packed
      ? {
          m_s: packed.m_s,
          from_deg: packed.from_deg,
          c: packed.c ?? undefined,
          age: ages.packed,
          here: false,
        }
      : undefined;
  }

  async dismiss(): Promise<void> {
    this.refused = [];
    await (await this.#store)?.seen(this.id);
    await this.#changed();
  }

  /** A list as it stands on this phone: what the server knew, over it what was told here since. */
  items(line: string, whole = false): ListItem[] {
    const packed = this.pack?.lines.find((l) => l.line.id === line);
    const short = !whole && this.flewToday(line) ? packed?.turnaround : undefined;
    const said = this.events.map((e) => e.event).filter((e) => e.line === line && e.item);
    const read = this.reading;
    const c = read?.c;
    const weather = read?.here ? `${read.m_s}|${read.from_deg}|${c ?? ''}` : undefined;
    return (packed?.checklist.items ?? [])
      .filter((i) => !short || short.includes(i.key))
      .filter((i) => i.below_c === null || (c !== undefined && c < i.below_c))
      .map((item) => this.#stands(item, said.filter((e) => e.item === item.key).at(-1), weather));
  }

  #stands(item: ListItem, last: EventOut | undefined, weather: string | undefined): ListItem {
    const on = weather !== undefined && 'weather' in item.on ? { ...item.on, weather } : item.on;
    const now = { ...item, on };
    if (!last) {
      const blown =
        on !== item.on && on['weather'] !== item.on['weather'] && (item.ticked || item.overridden !== '');
      return blown
        ? { ...now, ticked: false, overridden: '', reopened: this.pack?.weather_reopens ?? '' }
        : now;
    }
    const facts = last.facts as { on?: Record<string, string>; by?: string; why?: string };
    const changed = Object.entries(facts.on ?? {}).some(([what, was]) => on[what] !== was);
    const open = { ...now, ticked: false, overridden: '' };
    if (last.kind === 'unticked') return { ...open, reopened: '' };
    if (changed || last.text !== item.text)
      return { ...open, reopened: item.reopened || (this.pack?.weather_reopens ?? '') };
    if (last.kind === 'overrode')
      return { ...open, reopened: '', overridden: item.never ? '' : this.#tookOn(facts.by, facts.why) };
    return { ...open, reopened: '', ticked: !item.asks };
  }

  #tookOn(by = '', why = ''): string {
    return (this.pack?.took_on ?? '').replace('{by}', () => by).replace('{why}', () => why);
  }

  /** Whether this rocket has flown already on another line: then the short list between two flights will do. */
  flewToday(line: string): boolean {
    const rocket = this.pack?.lines.find((l) => l.line.id === line)?.line.rocket_id;
    return (this.pack?.lines ?? []).some(
      (l) => l.line.id !== line && l.line.rocket_id === rocket && this.flown(l.line.id),
    );
  }

  #told(line: string, kind: string): EventOut | undefined {
    return this.events.filter((e) => e.event.line === line && e.event.kind === kind).at(-1)?.event;
  }

  flown(line: string): boolean {
    const packed = this.pack?.lines.find((l) => l.line.id === line);
    return (packed?.line.done ?? false) || this.#told(line, 'told') !== undefined;
  }

  pad(line: string): string {
    const here = this.#told(line, 'at_pad')?.facts as { pad?: string } | undefined;
    return here?.pad ?? this.pack?.lines.find((l) => l.line.id === line)?.pad ?? '';
  }

  /** Whether the line's own verdict is of the wind as dialled; while nobody read or dialled one, it is what the desk says, too. */
  #asPacked(): boolean {
    if (!this.reading && !this.#dialled) return true;
    const read = this.pack?.reading;
    return (
      !!read && read.m_s === this.wind && read.from_deg === this.from && (read.c ?? undefined) === this.warmth
    );
  }

  verdict(line: string): Verdict | undefined {
    const pack = this.pack;
    const packed = pack?.lines.find((l) => l.line.id === line);
    if (!pack || !packed) return undefined;
    // A scale read since makes another rocket of it, until the server has judged that.
    if (this.#asPacked() && !this.#told(line, 'weighed')) return packed.line.verdict;
    if (this.warmth !== undefined && Math.abs(this.warmth - pack.grid_c) > GRID_HOLDS_C) return undefined;
    return lookedUp(packed.grid, pack.speeds_m_s, pack.from_deg, this.wind, this.from);
  }

  bars(line: string): Bar[] {
    const pack = this.pack;
    return pack ? countdownBars(this.items(line, true), this.verdict(line), this.reading?.age, pack) : [];
  }
}
