<script lang="ts">
  import type { Shape } from '../../api/queries';
  import AddPart from './AddPart.svelte';
  import type { Bench } from './bench.svelte';
  import { trays } from './trays';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();

  const found = $derived(trays(shape));
  let adding = $state<string>();
  const worry = (id: string) => shape.findings.find((f) => f.part === id)?.severity;
  const sign: Record<string, string> = { danger: '✕', mend: '!', ask: '?' };
</script>

{#snippet chip(row: Shape['ledger']['rows'][number], head: boolean)}
  {@const wrong = worry(row.id)}
  <button
    class={[
      'flex w-full items-center gap-1.5 px-2 text-left hover:underline',
      head ? 'font-display min-h-9 font-semibold' : 'min-h-7 text-[0.93rem]',
      row.id === bench.selected ? 'bg-primary text-primary-content' : '',
    ]}
    aria-pressed={row.id === bench.selected}
    onclick={() => bench.select(row.id)}
  >
    {#if wrong}<b
        class={row.id === bench.selected ? '' : wrong === 'danger' ? 'text-error' : 'text-warning'}
        aria-label={wrong === 'ask' ? 'worth a question' : 'needs mending'}>{sign[wrong]}</b
      >{/if}
    <span class="min-w-0 flex-1 truncate">{row.name}</span>
    <span class={['shrink-0 text-sm', row.id === bench.selected ? '' : 'quiet']}>{row.short}</span>
  </button>
{/snippet}

<section class="flex flex-wrap items-stretch gap-2" aria-label="Parts from nose to tail">
  {#each found as tray (tray.outer.id)}
    <div class="paper flex min-w-[165px] flex-1 flex-col">
      <div class="border-base-300 bg-base-200 border-b">{@render chip(tray.outer, true)}</div>
      <div class="flex-1 py-1">
        {#each tray.inside as row (row.id)}{@render chip(row, false)}{/each}
      </div>
      <button
        class="quiet min-h-8 px-2 text-left text-sm hover:underline"
        onclick={() => (adding = tray.outer.id)}>+ add in, on or behind it</button
      >
    </div>
  {/each}
</section>

{#if adding}
  <AddPart
    {bench}
    {shape}
    beside={bench.selected ?? adding}
    tray={adding}
    onclose={() => (adding = undefined)}
  />
{/if}
