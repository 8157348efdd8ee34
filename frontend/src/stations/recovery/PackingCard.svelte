<script lang="ts">
  import { untrack } from 'svelte';
  import type { Recovery } from '../../api/workshop';
  import Sketch from '../../drawing/Sketch.svelte';
  import { Kept } from '../../kit/keep.svelte';
  import Later from '../../kit/Later.svelte';
  import { p } from '../../router';

  let { found }: { found: Recovery } = $props();

  // What is ticked stays ticked over a reload, until it is packed again.
  const ticked = new Kept<{ done: string[] }>(
    untrack(() => `packing:${found.rocket_id}`),
    { done: [] },
  );
  const steps = $derived(
    found.cards.flatMap((card, n) =>
      card.steps.map((s) => ({ ...s, of: card.title, tick: `${n}/${s.key}` })),
    ),
  );
  const first = $derived(steps.findIndex((s) => !ticked.value.done.includes(s.tick)));
  let chosen = $state<number>();
  const at = $derived(Math.min(chosen ?? (first < 0 ? steps.length : first), steps.length));
  const step = $derived(steps[at]);
  const packed = $derived(steps.length > 0 && first < 0);

  function done() {
    if (!step) return;
    // Ticking moves on what is first undone: where one stands is kept beforehand.
    const here = at;
    if (!ticked.value.done.includes(step.tick)) ticked.value.done = [...ticked.value.done, step.tick];
    chosen = here + 1 < steps.length ? here + 1 : undefined;
  }
  function again() {
    ticked.value.done = [];
    chosen = 0;
  }
</script>

<div class="flex items-baseline justify-between gap-2">
  <p class="quiet">{step?.of ?? ''}</p>
  <a class="link text-sm" href={p('/rockets/:id/recovery/print', { params: { id: found.rocket_id } })}
    >Print the card</a
  >
</div>
<ol class="my-1 flex flex-wrap gap-1" aria-label="Steps of the card">
  {#each steps as s, i (s.tick)}
    {@const on = ticked.value.done.includes(s.tick)}
    <li>
      <button
        class={['btn btn-xs h-9 min-w-9 sm:h-7 sm:min-w-8', i === at && 'btn-secondary']}
        aria-current={i === at ? 'step' : undefined}
        aria-label={`${i + 1}. ${s.title}${on ? ', done' : ''}`}
        onclick={() => (chosen = i)}>{on ? '✓' : i + 1}</button
      >
    </li>
  {/each}
</ol>
{#if step}
  <Later height={210}><Sketch picture={step.picture} tall={210} /></Later>
  <h4 class="font-display mt-2 text-xl leading-tight font-bold">{at + 1}. {step.title}</h4>
  <p>{step.text}</p>
  {#if step.check}<p class="mt-1"><b>Check:</b> {step.check}</p>{/if}
  {#if step.caution}<p class="mt-1"><b class="text-error">Caution:</b> {step.caution}</p>{/if}
  <div class="mt-3 flex gap-2">
    <button class="btn min-h-12" disabled={at === 0} onclick={() => (chosen = at - 1)}>Back</button>
    <button class="btn btn-primary min-h-12 flex-1" onclick={done}>Done, next</button>
  </div>
{/if}
{#if packed}
  <p class="mt-3 flex flex-wrap items-center justify-between gap-2 text-lg font-semibold">
    <span><span class="text-success" aria-hidden="true">✓</span> Packed.</span>
    <button class="btn btn-sm" onclick={again}>Pack it again</button>
  </p>
{/if}
