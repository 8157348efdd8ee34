<script lang="ts">
  import type { FieldDesk } from './desk.svelte';

  let { desk }: { desk: FieldDesk } = $props();

  const points = [
    ['N', 0],
    ['NE', 45],
    ['E', 90],
    ['SE', 135],
    ['S', 180],
    ['SW', 225],
    ['W', 270],
    ['NW', 315],
  ] as const;
  const said = $derived(desk.pack?.winds.find((w) => Math.abs(w.m_s - desk.wind) < 0.01)?.said ?? '');
  const most = $derived(desk.pack?.winds.at(-1)?.m_s ?? 15);
  let answer = $state('');
  let busy = $state(false);
  async function judge() {
    busy = true;
    answer = await desk.judge();
    busy = false;
  }
  const nudge = (by: number) => {
    desk.wind = Math.max(0, Math.min(most, desk.wind + by));
    desk.dialled();
  };
  const read = $derived(desk.reading);
  const minutes = $derived(read ? Math.max(0, Math.round(read.age / 60)) : 0);
</script>

<section class="paper mb-2 p-3" aria-label="Wind now">
  <div class="flex items-center justify-between gap-2">
    <button class="btn min-h-12 min-w-14 text-xl" aria-label="Less wind" onclick={() => nudge(-0.5)}>−</button
    >
    <p class="text-center" role="status"><b class="font-display text-3xl">{said}</b><br />wind now, from</p>
    <button class="btn min-h-12 min-w-14 text-xl" aria-label="More wind" onclick={() => nudge(0.5)}>+</button>
  </div>
  <div class="mt-2 grid grid-cols-8 gap-1" role="group" aria-label="From where">
    {#each points as [name, deg] (name)}
      <button
        class={['btn min-h-11 px-0', desk.from === deg && 'btn-secondary']}
        aria-pressed={desk.from === deg}
        onclick={() => {
          desk.from = deg;
          desk.dialled();
        }}>{name}</button
      >
    {/each}
  </div>
  <div class="mt-2 flex items-end gap-2">
    <label class="w-32">
      <span class="block font-semibold">Thermometer</span>
      <select
        class="select min-h-11 w-full"
        name="temperature"
        value={desk.warmth === undefined ? '' : String(desk.warmth)}
        onchange={(e) => {
          desk.warmth = e.currentTarget.value === '' ? undefined : Number(e.currentTarget.value);
          desk.dialled();
        }}
      >
        <option value="">not read</option>
        {#each desk.pack?.warmths ?? [] as w (w.c)}<option value={String(w.c)}>{w.said}</option>{/each}
      </select>
    </label>
    <button class="btn min-h-11 flex-1" disabled={busy} onclick={judge}>Note it and judge</button>
  </div>
  {#if answer}<p class="mt-1" role="status">{answer}</p>{/if}
  <p class="quiet mt-1 text-sm">
    {read
      ? minutes < 1
        ? 'Read just now.'
        : `Read ${minutes} min ago.`
      : 'Not read yet today: no countdown before it is.'}
  </p>
</section>
