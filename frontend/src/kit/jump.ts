/** A place one can jump to. */
export interface Place {
  name: string;
  kind: string;
  go: () => unknown;
}

/** Places whose name or kind holds every word wanted; those whose name begins with it come first. */
export function matches(places: Place[], wanted: string): Place[] {
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const hit = places.filter((p) => words.every((w) => `${p.name} ${p.kind}`.toLowerCase().includes(w)));
  const first = words[0] ?? '';
  return [...hit].sort(
    (a, b) => Number(b.name.toLowerCase().startsWith(first)) - Number(a.name.toLowerCase().startsWith(first)),
  );
}
