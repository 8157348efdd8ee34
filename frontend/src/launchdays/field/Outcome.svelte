<script lang="ts">
  import type { Pack } from '../../api/launchdays';
  import SearchSector from '../../drawing/SearchSector.svelte';
  import type { FieldDesk } from './desk.svelte';

  let { desk, packed, ondone }: { desk: FieldDesk; packed: Pack['lines'][number]; ondone: () => void } =
    $props();

  let opening = $state('');
  let landing = $state('');
  let height = $state('');
  let remarks = $state('');
  let seen = $state('');
  const openings = $derived(desk.pack?.openings ?? []);
  const landings = $derived(desk.pack?.landings ?? []);
  const stayed = $derived(opening === 'no_launch');
  const ready = $derived(opening !== '' && (stayed || landing !== ''));

  function save() {
    if (!ready) return;
    if (seen.trim()) desk.tell('last_seen', packed.line.id, { text: seen.trim() });
    desk.tell('told', packed.line.id, {
      facts: {
        opening,
        landing: stayed ? 'none' : landing,
        height,
        remarks: [remarks, seen.trim() && `Last seen: ${seen.trim()}`].filter(Boolean).join(' '),
      },
    });
    ondone();
  }
</script>

<div class="mt-2">
  <h2 class="text-lg font-bold">1. How did it open?</h2>
  <div class="mt-1 grid grid-cols-2 gap-2">
    {#each openings as o (o.key)}
      <button
        class={['btn h-auto min-h-12 py-1', opening === o.key && 'btn-secondary']}
        aria-pressed={opening === o.key}
        onclick={() => (opening = o.key)}>{o.label}</button
      >
    {/each}
  </div>
  {#if opening && !stayed}
    <h2 class="mt-3 text-lg font-bold">2. How did it come down?</h2>
    <div class="mt-1 grid grid-cols-2 gap-2">
      {#each landings as o (o.key)}
        <button
          class={['btn h-auto min-h-12 py-1', landing === o.key && 'btn-secondary']}
          aria-pressed={landing === o.key}
          onclick={() => (landing = o.key)}>{o.label}</button
        >
      {/each}
    </div>
  {/if}
  {#if landing === 'lost'}
    {#if packed.search}<div class="mt-2"><SearchSector search={packed.search} /></div>
    {:else}<p class="mt-2">{packed.line.where}</p>{/if}
    <p class="mt-1">Ask the landowner; leave it in a wire or a tree that is not safe.</p>
    <label class="mt-1 block"
      ><span class="font-semibold">Last seen: bearing, time, landmark</span><input
        class="input w-full"
        name="seen"
        bind:value={seen}
        placeholder="NE, 14:05, beyond the alders"
      /></label
    >
  {/if}
  <label class="mt-2 block"
    ><span class="font-semibold">Height, if measured</span><input
      class="input w-full"
      name="height"
      bind:value={height}
      placeholder="152 m"
      autocomplete="off"
    /></label
  >
  <label class="mt-2 block"
    ><span class="font-semibold">Remark</span><input
      class="input w-full"
      name="remarks"
      bind:value={remarks}
      autocomplete="off"
    /></label
  >
  <div class="mt-3 flex gap-2">
    <button class="btn min-h-14" onclick={ondone}>Not now</button>
    <button class="btn btn-primary min-h-14 flex-1 text-lg" disabled={!ready} onclick={save}
      >3. Into the log</button
    >
  </div>
</div>
