import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { EventOut, Pack } from '../../api/launchdays';

/** Something told on this phone. `sent`: the server has it, but no pack that holds it has come back yet. */
export interface Kept {
  seq: number;
  day: string;
  sent: boolean;
  event: EventOut;
}
export type Refused = { id: string; message: string };
/** A day as last fetched; `got` is what this phone's clock said then. */
export interface Packed {
  day: string;
  pack: Pack;
  got: number;
}

/** A picture taken at the field, small already, until the flight it is of is in the logbook and has it. */
export interface Taken {
  id: string;
  day: string;
  line: string;
  title: string;
  picture: Blob;
}

interface Field extends DBSchema {
  events: { key: number; value: Omit<Kept, 'seq'> & { seq?: number }; indexes: { day: string } };
  packs: { key: string; value: Packed };
  photos: { key: string; value: Taken; indexes: { day: string } };
  refused: { key: string; value: Refused & { day: string }; indexes: { day: string } };
}

/**
 * What this browser keeps of days at the field: one record an event, shared by its tabs and the installed page. Nothing is sent before
 * it is in here, and nothing leaves before a pack from the server is known to hold it.
 */
export class FieldStore {
  readonly #db: IDBPDatabase<Field>;

  private constructor(db: IDBPDatabase<Field>) {
    this.#db = db;
  }

  static async open(): Promise<FieldStore> {
    const db = await openDB<Field>('wobbly-fin-field', 2, {
      upgrade(fresh, before) {
        fresh.createObjectStore('photos', { keyPath: 'id' }).createIndex('day', 'day');
        if (before) return;
        fresh.createObjectStore('events', { keyPath: 'seq', autoIncrement: true }).createIndex('day', 'day');
        fresh.createObjectStore('packs', { keyPath: 'day' });
        fresh.createObjectStore('refused', { keyPath: 'id' }).createIndex('day', 'day');
      },
    });
    return new FieldStore(db);
  }

  async all(day: string): Promise<{ events: Kept[]; refused: Refused[]; packed?: Packed }> {
    const [events, refused, packed] = await Promise.all([
      this.#db.getAllFromIndex('events', 'day', day),
      this.#db.getAllFromIndex('refused', 'day', day),
      this.#db.get('packs', day),
    ]);
    return { events: events as Kept[], refused, ...(packed ? { packed } : {}) };
  }

  photos(day: string): Promise<Taken[]> {
    return this.#db.getAllFromIndex('photos', 'day', day);
  }

  async keepPhoto(photo: Taken): Promise<void> {
    await this.#db.put('photos', photo);
  }

  async dropPhoto(id: string): Promise<void> {
    await this.#db.delete('photos', id);
  }

  async refuse(day: string, refused: Refused): Promise<void> {
    await this.#db.put('refused', { ...refused, day });
  }

  /** On the disk, not only on its way there, when this is done: a battery may die at the pad. */
  async add(day: string, event: EventOut): Promise<Kept> {
    const done = this.#db.transaction('events', 'readwrite', { durability: 'strict' });
    const [seq] = await Promise.all([done.store.add({ day, sent: false, event }), done.done]);
    return { seq, day, sent: false, event };
  }

  /** What the server said to events: kept ones stay until a pack holds them, refused ones are set aside to be seen. */
  async answered(day: string, kept: readonly string[], refused: readonly Refused[]): Promise<void> {
    const done = this.#db.transaction(['events', 'refused'], 'readwrite');
    for (const row of await done.objectStore('events').index('day').getAll(day)) {
      if (refused.some((r) => r.id === row.event.id))
        await done.objectStore('events').delete(row.seq as number);
      else if (kept.includes(row.event.id)) await done.objectStore('events').put({ ...row, sent: true });
    }
    for (const r of refused) await done.objectStore('refused').put({ ...r, day });
    await done.done;
  }

  /** A day as fetched, where no younger one is there already; what it holds need not be kept here any more. */
  async take(day: string, pack: Pack, got: number): Promise<void> {
    const done = this.#db.transaction(['events', 'packs'], 'readwrite');
    const known = new Set(pack.known);
    const before = await done.objectStore('packs').get(day);
    if (!before || before.pack.packed_at <= pack.packed_at)
      await done.objectStore('packs').put({ day, pack, got });
    for (const row of await done.objectStore('events').index('day').getAll(day))
      if (known.has(row.event.id)) await done.objectStore('events').delete(row.seq as number);
    await done.done;
  }

  async seen(day: string): Promise<void> {
    const done = this.#db.transaction('refused', 'readwrite');
    for (const key of await done.store.index('day').getAllKeys(day)) await done.store.delete(key);
    await done.done;
  }
}

/** What an earlier version kept in the browser's other storage comes over once; a pack it kept is fetched anew. */
export async function bringOver(store: FieldStore, day: string): Promise<void> {
  const name = (what: string) => `wobbly-fin:field:${what}:${day}`;
  const queued = localStorage.getItem(name('queue'));
  if (queued) {
    try {
      for (const event of JSON.parse(queued) as EventOut[]) await store.add(day, event);
    } catch (error) {
      if (!(error instanceof SyntaxError)) throw error; // what nobody can read is gone already
    }
    localStorage.removeItem(name('queue'));
  }
  localStorage.removeItem(name('pack'));
  localStorage.removeItem(name('refused'));
}
