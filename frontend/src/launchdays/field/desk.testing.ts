/** What the desk's tests stand on. */

/** Between tabs; nothing is heard across phones, for each reads its own store. */
export class Channel {
  static all: Channel[] = [];
  onmessage: (() => void) | undefined;
  constructor() {
    Channel.all.push(this);
  }
  postMessage() {
    for (const other of Channel.all) if (other !== this) other.onmessage?.();
  }
  close() {
    Channel.all = Channel.all.filter((c) => c !== this);
  }
}

/** Numbers by chance that are the same each time. */
export function chance(seed: number): () => number {
  let s = seed >>> 0;
  return () => {
    s = (s + 0x6d2b79f5) >>> 0;
    let t = Math.imul(s ^ (s >>> 15), 1 | s);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
