<script lang="ts">
  import type { Review } from '../../api/logbook';
  import { inColumns, without, type Link } from './board';
  import type { ReviewDesk } from './desk.svelte';

  let { review, desk }: { review: Review; desk: ReviewDesk } = $props();

  const links = $derived<Link[]>(review.chain);
  const columns = $derived(inColumns(links));
  let says = $state('');
  let from = $state('');
  let evidence = $state('');

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const link: Link = { key: crypto.randomUUID(), says, from_keys: from ? [from] : [], evidence, part: '' };
    if (await desk.chain((now) => [...now, link])) says = from = evidence = '';
  }
</script>

<section class="paper p-4" aria-label="Chain of causes">
  <h2 class="text-lg font-bold">The chain</h2>
  <p class="text-sm">{review.chain_said}</p>
  <ol class="mt-2">
    {#each columns as column, n (n)}
      <li>
        {#if n}<p class="quiet pl-4 leading-none" aria-hidden="true">↓</p>{/if}
        <ul class="flex flex-wrap gap-2">
          {#each column as link (link.key)}
            <li class="border-base-content/50 bg-base-200 min-w-40 flex-1 rounded border px-2 py-1 text-sm">
              <span class="flex justify-between gap-2"
                ><b>{link.says}</b>
                <button
                  class="no-print"
                  aria-label={`Take “${link.says}” out of the chain`}
                  onclick={() => desk.chain((now) => without(now, link.key))}>✕</button
                ></span
              >
              {#if link.evidence}<span class="quiet">{link.evidence}</span>{/if}
            </li>
          {/each}
        </ul>
      </li>
    {/each}
  </ol>
  <form class="no-print mt-2 grid gap-1" onsubmit={add}>
    <label class="text-sm"
      >And then?
      <input
        class="input input-sm w-full"
        bind:value={says}
        maxlength="300"
        required
        placeholder="what happened"
      /></label
    >
    <div class="flex gap-1">
      <select class="select select-sm flex-1" bind:value={from} aria-label="What led to it">
        <option value="">it began here</option>
        {#each links as l (l.key)}<option value={l.key}>because: {l.says}</option>{/each}
      </select>
      <input
        class="input input-sm flex-1"
        bind:value={evidence}
        aria-label="What shows it"
        placeholder="what shows it"
      />
      <button class="btn btn-sm">Add</button>
    </div>
  </form>
</section>
