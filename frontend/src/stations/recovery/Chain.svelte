<script lang="ts">
  import type { Recovery } from '../../api/workshop';
  import ChainLink from './ChainLink.svelte';
  import Term from '../../kit/Term.svelte';
  import Said from '../../kit/Said.svelte';

  let { found }: { found: Recovery } = $props();

  let chosen = $state(-1);
  const least = (i: number) => Math.min(...(found.cases[i]?.links.map((l) => l.safety) ?? [Infinity]));
  /** The worst of what is meant to happen is looked at first. */
  const worst = $derived(
    found.cases.reduce((best, c, i) => (!c.fault && least(i) < least(best) ? i : best), 0),
  );
  const open = $derived(found.cases[chosen < 0 || chosen >= found.cases.length ? worst : chosen]);
</script>

<section class="paper p-4" aria-label="What holds it">
  <h3 class="text-lg font-bold">From canopy to anchor</h3>
  <div class="my-2 flex flex-wrap gap-1" role="group" aria-label="At which moment">
    {#each found.cases as c, i (i)}
      <button
        class={['btn btn-sm h-auto min-h-8 py-1 text-left', open === c && 'btn-secondary']}
        aria-pressed={open === c}
        onclick={() => (chosen = i)}
      >
        {least(i) < 1 ? '✕ ' : ''}{c.fault ? 'If: ' : ''}{c.name}, {c.speed}
      </button>
    {/each}
  </div>
  {#if open}
    <p class={['font-semibold', open.links.some((l) => l.safety < 1) && 'text-error']}>
      <Said text={open.sentence} />
    </p>
    {#if found.upgrade && !open.fault && open.links.some((l) => l.safety < 1)}<p>{found.upgrade}</p>{/if}
    <p class="quiet text-sm"><Term of="safety">How many times over each holds</Term></p>
    <ol class="mt-2">
      {#each open.links as link, i (i)}
        <ChainLink {link} first={i === 0} last={i === open.links.length - 1} />
      {/each}
    </ol>
  {/if}
</section>
