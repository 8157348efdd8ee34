<script lang="ts">
  import { route, p } from '../../router';
  import { useRocket } from '../../api/queries';
  import { useMaterials, useStation } from '../../api/workshop';
  import Loading from '../../kit/Loading.svelte';
  import PrintStep from './PrintStep.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const rocket = useRocket(() => id);
  const station = useStation(() => id);
  const materials = useMaterials(
    () => station.data?.build?.id ?? '',
    () => JSON.stringify(station.data?.build?.schools ?? {}),
  );
</script>

<svelte:head><title>{rocket.data?.name ?? 'Rocket'} · step sheets · Wobbly Fin</title></svelte:head>

<div class="mb-3 flex gap-2 print:hidden">
  <button class="btn btn-primary" onclick={() => window.print()}>Print</button>
  <a class="btn" href={p('/rockets/:id/build', { params: { id } })}>Back to the bench</a>
</div>
<Loading query={station} waiting="Writing the sheets…">
  {#snippet children(found)}
    {#if !found.build}
      <p class="paper p-4">Nothing is on the bench: begin the build first.</p>
    {:else}
      <div class="paper p-6 print:border-0 print:p-0 print:shadow-none">
        <h1 class="text-3xl font-bold">{rocket.data?.name}</h1>
        <p>{found.headline}</p>
        {#if materials.data}
          {#if materials.data.cuts.length}
            <h2 class="mt-4 text-xl font-bold">Cut list</h2>
            <ul class="list-disc pl-5">
              {#each materials.data.cuts.flatMap((g) => g.sentences) as line, i (i)}<li>{line}</li>{/each}
            </ul>
          {/if}
          <h2 class="mt-4 text-xl font-bold">Shopping list</h2>
          <ul class="columns-1 sm:columns-2">
            {#each materials.data.needs.filter((n) => n.buy) as need, i (i)}
              <li>☐ {need.what}, {need.wanted}: {need.buy}</li>
            {/each}
          </ul>
        {/if}
        <h2 class="mt-6 text-xl font-bold print:break-before-page">Steps</h2>
        {#each found.steps as step, i (step.key)}<PrintStep
            build={found.build.id}
            {step}
            number={i + 1}
          />{/each}
      </div>
    {/if}
  {/snippet}
</Loading>
