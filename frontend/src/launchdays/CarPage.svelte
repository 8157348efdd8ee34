<script lang="ts">
  import { untrack } from 'svelte';
  import { useCar } from '../api/launchdays';
  import { Kept } from '../kit/keep.svelte';
  import Loading from '../kit/Loading.svelte';
  import { p, route } from '../router';

  const id = $derived(String(route.params.id ?? ''));
  const car = useCar(() => id);
  const packed = new Kept<{ done: string[] }>(
    untrack(() => `car:${id}`),
    { done: [] },
  );
  const toggle = (key: string) =>
    (packed.value.done = packed.value.done.includes(key)
      ? packed.value.done.filter((k) => k !== key)
      : [...packed.value.done, key]);
</script>

<svelte:head><title>Pack the car · Wobbly Fin</title></svelte:head>

<div class="no-print mb-2 flex gap-2">
  <a class="btn" href={p('/launchdays/:id', { params: { id } })}>Back to the day</a>
  <button class="btn" onclick={() => window.print()}>Print</button>
</div>
<Loading query={car} waiting="Counting…">
  {#snippet children(found)}
    <h1 class="text-3xl font-bold">Pack the car</h1>
    {#if found.to_buy.length}
      <p class="paper my-2 p-3">
        <b class="text-warning">! To buy first:</b>
        {found.to_buy.join(', ')}{found.cost ? `, ${found.cost} in all` : ''}.
      </p>
    {/if}
    {#if !found.shelves.some((s) => s.things.length)}
      <p class="paper p-6">
        Nothing flies yet, so there is nothing to pack: put flights on the manifest first.
      </p>
    {/if}
    <div class="grid grid-cols-1 gap-2 sm:grid-cols-2 lg:grid-cols-3">
      {#each found.shelves.filter((s) => s.things.length) as shelf (shelf.name)}
        <section class="paper p-4" aria-label={shelf.name}>
          <h2 class="mb-1 text-lg font-bold">{shelf.name}</h2>
          <ul>
            {#each shelf.things as t (t.key)}
              <li>
                <label class="flex min-h-11 items-center gap-3 py-1">
                  <input
                    type="checkbox"
                    class="checkbox"
                    checked={packed.value.done.includes(t.key)}
                    onchange={() => toggle(t.key)}
                  />
                  <span
                    ><b class="tabular-nums">{t.count} ×</b>
                    {t.what}
                    {#if t.lacking}<b class="text-warning">{t.lacking} lacking</b>{/if}
                    {#if t.why}<span class="quiet block text-sm">{t.why}</span>{/if}</span
                  >
                </label>
              </li>
            {/each}
          </ul>
        </section>
      {/each}
    </div>
  {/snippet}
</Loading>
