import { describe, expect, it } from 'vitest';
import { anchor, chapters, picture } from './chapters';

describe('the guide', () => {
  it('has a title, headings and words in every chapter, each under an address of its own', () => {
    expect(chapters.length).toBeGreaterThanOrEqual(10);
    expect(new Set(chapters.map((c) => c.key)).size).toBe(chapters.length);
    for (const c of chapters) {
      expect(c.key).toMatch(/^[a-z-]+$/);
      expect(c.title.length * c.headings.length, c.key).toBeGreaterThan(0);
      expect(new Set(c.headings.map(anchor)).size, c.key).toBe(c.headings.length);
    }
  });
  it('names only pictures that are there', () => {
    const named = chapters.flatMap((c) => [...c.text.matchAll(/!\[.+\]\((.+)\)/g)].map((m) => m[1] ?? ''));
    expect(named.length).toBeGreaterThan(8);
    for (const path of named) expect(picture(path), path).not.toBe(path);
  });
});
