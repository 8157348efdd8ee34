<script lang="ts">
  import type { Recovery } from '../../api/workshop';
  import Sketch from '../../drawing/Sketch.svelte';

  let { found }: { found: Recovery } = $props();

  let at = $state(0);
  const step = $derived(found.card[Math.min(at, found.card.length - 1)]);
</script>

<section class="paper p-4" aria-label="Packing card">
  <div class="flex items-baseline justify-between gap-2">
    <h3 class="text-lg font-bold">Packing card</h3>
    <span class="quiet tabular-nums">{Math.min(at, found.card.length - 1) + 1} of {found.card.length}</span>
  </div>
  {#if step}
    <Sketch picture={step.picture} tall={170} />
    <h4 class="font-display mt-2 text-xl font-bold">{step.title}</h4>
    <p>{step.text}</p>
    {#if step.check}<p class="mt-1"><b>Check:</b> {step.check}</p>{/if}
    {#if step.caution}<p class="mt-1">
        <span class="text-error font-bold">Caution:</span>
        {step.caution}
      </p>{/if}
    <div class="mt-3 flex gap-2">
      <button class="btn min-h-12" disabled={at === 0} onclick={() => at--}>Back</button>
      <button
        class="btn btn-primary min-h-12 flex-1"
        disabled={at >= found.card.length - 1}
        onclick={() => at++}>{at >= found.card.length - 1 ? 'Packed' : 'Done, next'}</button
      >
    </div>
  {/if}
</section>
