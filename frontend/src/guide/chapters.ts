/** The guide's chapters, in order: docs/guide as it is, built in, so that it is there without a network. */
export interface Chapter {
  /** Its address: the file's name without its number. */
  key: string;
  title: string;
  headings: string[];
  text: string;
}

const files = import.meta.glob<string>('../../../docs/guide/*.md', {
  query: '?raw',
  import: 'default',
  eager: true,
});
const pictures = import.meta.glob<string>('../../../docs/screenshots/*.png', {
  query: '?url',
  import: 'default',
  eager: true,
});

const name = (path: string) => path.split('/').at(-1) ?? '';

export const chapters: Chapter[] = Object.entries(files)
  .sort(([a], [b]) => a.localeCompare(b))
  .map(([path, text]) => ({
    key: name(path).replace(/^\d+-|\.md$/g, ''),
    title: /^# (.+)$/m.exec(text)?.[1] ?? '',
    headings: [...text.matchAll(/^## (.+)$/gm)].map((m) => m[1] ?? ''),
    text,
  }));

/** A heading as an address within its chapter. */
export const anchor = (heading: string) =>
  heading
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');

/** Where a picture named in the text lies once built. */
export function picture(named: string): string {
  const found = Object.entries(pictures).find(([path]) => name(path) === name(named));
  return found?.[1] ?? named;
}
