/** A place one can jump to. */
export interface Place {
  name: string;
  kind: string;
  go: () => unknown;
  /** Other words people have for it. */
  also?: string;
}

/** Places whose name, kind or other words hold every word wanted: a name that begins with it first, then a name that holds it. */
export function matches(places: Place[], wanted: string): Place[] {
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const all = (p: Place) => `${p.name} ${p.kind} ${p.also ?? ''}`.toLowerCase();
  const hit = places.filter((p) => words.every((w) => all(p).includes(w)));
  const first = words[0] ?? '';
  const rank = (p: Place) => {
    const name = p.name.toLowerCase();
    // A rocket before what is done with it.
    const own = name.includes(':') ? 0.5 : 0;
    return own + (name.startsWith(first) ? 0 : name.includes(first) ? 1 : 2);
  };
  return [...hit].sort((a, b) => rank(a) - rank(b));
}
