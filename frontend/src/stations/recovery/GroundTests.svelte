<script lang="ts">
  import type { Bay, Recovery } from '../../api/workshop';
  import type { Desk } from './desk.svelte';

  let { found, bay, desk }: { found: Recovery; bay: Bay; desk: Desk } = $props();

  const results = $derived(
    found.results as { key: 'threw' | 'moved' | 'nothing' | 'damaged'; label: string }[],
  );
  let charge = $state('');
  let result = $state<'threw' | 'moved' | 'nothing' | 'damaged'>('threw');
  let key = crypto.randomUUID();
  const made = $derived(found.tests.filter((t) => t.event === bay.event));

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    // A repeat after a lost answer carries the same key and is kept once.
    if (await desk.test({ event: bay.event, charge, result }, key)) {
      charge = '';
      key = crypto.randomUUID();
    }
  }
</script>

<p class="font-semibold">{bay.charge?.tested}</p>
<details class="mt-1">
  <summary class="link cursor-pointer text-sm">Ground tests ({made.length})</summary>
  <ul class="mt-1 text-sm">
    {#each made as t (t.id)}
      <li class="flex items-baseline justify-between gap-2">
        <span>{t.on}: {t.charge}, {t.result}. {t.remark}</span>
        <button
          class="btn btn-ghost btn-xs"
          aria-label={`Drop the test of ${t.on}`}
          onclick={() => desk.drop(t.id)}>✕</button
        >
      </li>
    {/each}
  </ul>
  <form class="mt-2 flex flex-wrap items-end gap-2" onsubmit={keep}>
    <label>
      <span class="block text-sm font-semibold">Charge tested</span>
      <input
        class="input input-sm w-24"
        name={`${bay.event}_charge`}
        bind:value={charge}
        placeholder="1.2 g"
        autocomplete="off"
      />
    </label>
    <label>
      <span class="block text-sm font-semibold">it</span>
      <select class="select select-sm" name={`${bay.event}_result`} bind:value={result}>
        {#each results as o (o.key)}<option value={o.key}>{o.label}</option>{/each}
      </select>
    </label>
    <button class="btn btn-sm" disabled={desk.pending > 0}>Keep the test</button>
  </form>
  {#if desk.refused?.of('charge')}<p class="text-error text-sm">✕ {desk.refused.of('charge')}</p>{/if}
</details>
