/** The words of a sentence that can be asked what they are. */

export interface Piece {
  text: string;
  /** The term this piece of the sentence stands for. */
  of?: string;
  /** Marks that stand with a term, on the same line: a bracket before it, a stop after it. */
  before?: string;
  after?: string;
}

interface Known {
  pattern: RegExp;
  of: Map<string, string>;
}
const known = new WeakMap<Record<string, string>, Known>();

/** One pattern for all words, the longest first: a table of words comes once and stays. */
function prepared(words: Record<string, string>): Known {
  const found = known.get(words);
  if (found) return found;
  const all = Object.keys(words)
    .sort((a, b) => b.length - a.length)
    .map((w) => w.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
  const made = {
    pattern: new RegExp(`(?<![\\p{L}\\p{N}])(${all.join('|')})(?![\\p{L}\\p{N}])`, 'giu'),
    of: new Map(Object.entries(words).map(([word, of]) => [word.toLowerCase(), of])),
  };
  known.set(words, made);
  return made;
}

/** A sentence in pieces: each term is marked where it is named first, and nowhere else. */
export function pieces(sentence: string, words: Record<string, string>): Piece[] {
  if (!Object.keys(words).length) return [{ text: sentence }];
  const { pattern, of: terms } = prepared(words);
  const said = new Set<string>();
  const out: Piece[] = [];
  let from = 0;
  for (const match of sentence.matchAll(pattern)) {
    const of = terms.get(match[0].toLowerCase());
    if (!of || said.has(of)) continue;
    said.add(of);
    const [before = ''] = /[([„“‘]*$/.exec(sentence.slice(from, match.index)) ?? [];
    const [after = ''] = /^[)\].,;:!?”’]*/.exec(sentence.slice(match.index + match[0].length)) ?? [];
    const begin = match.index - before.length;
    if (begin > from) out.push({ text: sentence.slice(from, begin) });
    out.push({ text: match[0], of, before, after });
    from = match.index + match[0].length + after.length;
  }
  if (from < sentence.length || !out.length) out.push({ text: sentence.slice(from) });
  return out;
}
