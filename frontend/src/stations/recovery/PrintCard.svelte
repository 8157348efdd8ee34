<script lang="ts">
  import { useRocket } from '../../api/queries';
  import { useRecovery } from '../../api/workshop';
  import Sketch from '../../drawing/Sketch.svelte';
  import Loading from '../../kit/Loading.svelte';
  import { p, route } from '../../router';

  const id = $derived(String(route.params.id ?? ''));
  const rocket = useRocket(() => id);
  const recovery = useRecovery(() => id);
</script>

<svelte:head><title>{rocket.data?.name ?? 'Rocket'} · packing card · Wobbly Fin</title></svelte:head>

<div class="no-print mb-3 flex gap-2">
  <button class="btn btn-primary" onclick={() => window.print()}>Print</button>
  <a class="btn" href={p('/rockets/:id/recovery', { params: { id } })}>Back to the bay</a>
</div>
<Loading query={recovery} waiting="Writing the card…">
  {#snippet children(found)}
    <div class="paper p-6 print:border-0 print:p-0">
      <h1 class="text-3xl font-bold">{rocket.data?.name}: packing card</h1>
      <p>{found.landing} {found.cord}</p>
      {#each found.refused as line, i (i)}<p class="font-semibold">✕ Refused: {line}.</p>{/each}
      {#each found.warnings as line, i (i)}<p class="font-semibold">! {line}</p>{/each}
      {#if found.caution}<p><b>Caution:</b> {found.caution}</p>{/if}
      {#each found.cards as card, n (n)}
        <h2 class={['mt-4 text-xl font-bold', !card.title && 'sr-only']}>{card.title || 'Steps'}</h2>
        <ol class="mt-3 grid grid-cols-1 gap-4 sm:grid-cols-3 print:grid-cols-3">
          {#each card.steps as step, i (step.key)}
            <li class="border-base-300 break-inside-avoid border p-3 text-sm">
              <Sketch picture={step.picture} tall={110} />
              <h3 class="mt-1 text-base leading-tight font-bold">☐ {i + 1}. {step.title}</h3>
              <p>{step.text}</p>
              {#if step.check}<p><b>Check:</b> {step.check}</p>{/if}
              {#if step.caution}<p><b>Caution:</b> {step.caution}</p>{/if}
            </li>
          {/each}
        </ol>
      {/each}
    </div>
  {/snippet}
</Loading>
