/** Where things stand on the evidence board: parts along the drawing, links of the chain in columns. No rules. */

export interface Link {
  key: string;
  says: string;
  from_keys: string[];
  evidence: string;
  part: string;
}

/** The column of each link: one right of the furthest link that led to it. */
export function columns(links: readonly Link[]): Map<string, number> {
  const at = new Map<string, number>();
  const byKey = new Map(links.map((l) => [l.key, l]));
  const place = (key: string, seen: Set<string>): number => {
    const known = at.get(key);
    if (known !== undefined) return known;
    if (seen.has(key)) return 0;
    seen.add(key);
    const before = (byKey.get(key)?.from_keys ?? []).filter((k) => byKey.has(k));
    const column = before.length ? 1 + Math.max(...before.map((k) => place(k, seen))) : 0;
    at.set(key, column);
    return column;
  };
  for (const link of links) place(link.key, new Set());
  return at;
}

/** Links by column, each in the order told. */
export function inColumns(links: readonly Link[]): Link[][] {
  const at = columns(links);
  const out: Link[][] = [];
  for (const link of links) (out[at.get(link.key) ?? 0] ??= []).push(link);
  return out.map((column) => column ?? []);
}

/** A link without one of its causes, or the chain without a link and without what hung on it alone. */
export function without(links: readonly Link[], key: string): Link[] {
  const gone = links.find((l) => l.key === key);
  return links
    .filter((l) => l.key !== key)
    .map((l) =>
      l.from_keys.includes(key)
        ? {
            ...l,
            from_keys: [...new Set([...l.from_keys.filter((k) => k !== key), ...(gone?.from_keys ?? [])])],
          }
        : l,
    );
}
