<script lang="ts">
  import { tick } from 'svelte';
  import { Marked } from 'marked';
  import { terms } from '../kit/terms.svelte';
  import { p, route } from '../router';
  import { anchor, chapters, picture } from './chapters';

  const glossary = { key: 'glossary', title: 'Words' };
  const all = [...chapters.map(({ key, title }) => ({ key, title })), glossary];
  const key = $derived(String(route.params.chapter ?? chapters[0]?.key ?? ''));
  const at = $derived(all.findIndex((c) => c.key === key));
  const chapter = $derived(chapters.find((c) => c.key === key));

  const marked = new Marked({
    renderer: {
      heading({ tokens, depth, text }) {
        return `<h${depth} id="${anchor(text)}">${this.parser.parseInline(tokens)}</h${depth}>`;
      },
      image({ href, text }) {
        return `<img src="${picture(href)}" alt="${text}" loading="lazy" />`;
      },
    },
  });
  const shown = $derived(chapter ? marked.parse(chapter.text, { async: false }) : '');

  $effect(() => {
    const to = route.hash;
    void shown;
    if (to) void tick().then(() => document.getElementById(to.replace(/^#/, ''))?.scrollIntoView());
  });
</script>

<svelte:head><title>{all[at]?.title ?? 'Guide'} · Guide · Wobbly Fin</title></svelte:head>

<div class="grid gap-4 lg:grid-cols-[240px_minmax(0,1fr)]">
  <nav class="paper no-print self-start p-3 max-lg:order-last" aria-label="Chapters">
    <ol class="grid gap-1">
      {#each all as c, n (c.key)}
        <li>
          <a
            class={['block rounded px-2 py-1', n === at ? 'bg-base-300 font-bold' : 'hover:underline']}
            aria-current={n === at ? 'page' : undefined}
            href={p('/guide/:chapter', { params: { chapter: c.key } })}>{n + 1}. {c.title}</a
          >
        </li>
      {/each}
    </ol>
  </nav>
  <article class="guide paper p-5 sm:p-7">
    {#if key === 'glossary'}
      <h1>Words</h1>
      <p>
        What each figure on the screens is. Touch a word with dots under it anywhere, and it says the same.
      </p>
      <dl>
        {#each Object.entries(terms()?.words ?? {}) as [word, of] (word)}
          <dt class="mt-2 font-bold first-letter:uppercase">{word}</dt>
          <dd>{terms()?.terms[of] ?? ''}</dd>
        {/each}
      </dl>
    {:else if chapter}
      <!-- eslint-disable-next-line svelte/no-at-html-tags -- our own text, built in -->
      {@html shown}
    {:else}
      <h1>No such chapter</h1>
      <p>It may have another name now: the list has all of them.</p>
    {/if}
    <p class="no-print mt-6 flex flex-wrap justify-between gap-3">
      {#if at > 0}<a class="link" href={p('/guide/:chapter', { params: { chapter: all[at - 1]?.key ?? '' } })}
          >← {all[at - 1]?.title}</a
        >{/if}
      {#if at >= 0 && at < all.length - 1}<a
          class="link ml-auto"
          href={p('/guide/:chapter', { params: { chapter: all[at + 1]?.key ?? '' } })}
          >{all[at + 1]?.title} →</a
        >{/if}
    </p>
  </article>
</div>

<style>
  .guide {
    max-width: 46rem;
  }
  .guide :global(h1) {
    font-size: 1.9rem;
    font-weight: 700;
    font-family: var(--font-display);
    margin-bottom: 0.6rem;
  }
  .guide :global(h2) {
    font-size: 1.25rem;
    font-weight: 700;
    font-family: var(--font-display);
    margin: 1.4rem 0 0.3rem;
    scroll-margin-top: 1rem;
  }
  .guide :global(p),
  .guide :global(ul),
  .guide :global(ol) {
    margin: 0.5rem 0;
    line-height: 1.55;
  }
  .guide :global(ul) {
    list-style: disc;
    padding-left: 1.4rem;
  }
  .guide :global(ol) {
    list-style: decimal;
    padding-left: 1.4rem;
  }
  .guide :global(code) {
    background: var(--color-base-200);
    padding: 0 0.25rem;
    border-radius: 3px;
  }
  .guide :global(img) {
    display: block;
    margin: 1rem 0;
    max-width: 100%;
    max-height: 34rem;
    border: 1px solid var(--color-base-300);
  }
</style>
