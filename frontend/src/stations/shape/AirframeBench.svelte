<script lang="ts">
  import { searchParams } from 'sv-router';
  import { useShape } from '../../api/queries';
  import Later from '../../kit/Later.svelte';
  import Loading from '../../kit/Loading.svelte';
  import type { Bench } from './bench.svelte';
  import { binRocket } from './bin';
  import BenchDrawing from './BenchDrawing.svelte';
  import BoxAndPrototype from './BoxAndPrototype.svelte';
  import DragTable from './DragTable.svelte';
  import Findings from './Findings.svelte';
  import Paint from './Paint.svelte';
  import Paper from './Paper.svelte';
  import PartEditor from './PartEditor.svelte';
  import ScalePan from './ScalePan.svelte';
  import Trays from './Trays.svelte';
  import Versions from './Versions.svelte';
  import WhatIf from './WhatIf.svelte';

  let { bench }: { bench: Bench } = $props();

  const id = $derived(bench.id);
  const query = useShape(
    () => id,
    () => bench.selected,
  );
  // svelte-ignore state_referenced_locally
  bench.follow(() => query.data);
  // Another page that found something wrong with a part leads to it.
  const wanted = String(searchParams.get('part') ?? '');
  // svelte-ignore state_referenced_locally
  if (wanted) bench.select(wanted);

  const tabs = [
    ['parts', 'Parts'],
    ['pan', 'Weigh'],
    ['drag', 'Drag'],
    ['what-if', 'What if'],
    ['paint', 'Paint'],
    ['paper', 'Templates'],
    ['versions', 'Versions'],
    ['box', 'Box & prototype'],
  ] as const;
  let tab = $state<(typeof tabs)[number][0]>('parts');

  function onkeydown(event: KeyboardEvent) {
    if (event.key === 'Escape' && bench.drag) bench.letGo();
    if (!(event.ctrlKey || event.metaKey)) return;
    const direction =
      event.key === 'y' || (event.key === 'Z' && event.shiftKey) ? 'redo' : event.key === 'z' ? 'undo' : '';
    const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
    if (!direction || typing) return;
    event.preventDefault();
    void bench.step(direction);
  }
</script>

<svelte:window {onkeydown} />

<Loading {query} waiting="Laying it out on the bench…">
  {#snippet children(found)}
    {@const shape = bench.tried ?? found}
    <Later first class="mb-2 min-h-64"
      ><BenchDrawing {bench} {shape} stays={tab === 'parts' || tab === 'what-if'} /></Later
    >
    {#if bench.conflict}
      <div class="paper border-warning mb-2 flex flex-wrap items-center gap-3 border-2 p-3" role="alert">
        <p class="flex-1">This rocket was changed elsewhere meanwhile. Your last change is not in yet.</p>
        <button class="btn btn-primary btn-sm" onclick={() => bench.again()}
          >Do it on what is there now</button
        >
        <button class="btn btn-sm" onclick={() => bench.leave()}>Leave it, show me</button>
      </div>
    {/if}
    <Later first class="mb-2 min-h-28 lg:min-h-8"
      ><div class="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <div class="flex flex-wrap gap-1" role="tablist" aria-label="What to look at">
          {#each tabs as [key, name] (key)}
            <button
              role="tab"
              aria-selected={tab === key}
              class={['btn btn-sm font-display', tab === key ? 'border-base-content' : 'btn-ghost']}
              onclick={() => (tab = key)}>{name}</button
            >
          {/each}
        </div>
        <p class="text-error min-w-0 flex-1 truncate text-sm" role="status">
          {#if bench.pending}<span class="quiet">Saving…</span>{:else}{bench.problem}{/if}
        </p>
        <div class="flex gap-1">
          <button class="btn btn-sm" disabled={!found.rocket.can_undo} onclick={() => bench.step('undo')}
            >Undo</button
          >
          <button class="btn btn-sm" disabled={!found.rocket.can_redo} onclick={() => bench.step('redo')}
            >Redo</button
          >
          <button class="btn btn-sm btn-ghost text-error" onclick={() => binRocket(found.rocket)}>Bin</button>
        </div>
      </div></Later
    >
    {#if tab === 'parts'}
      <div class="grid grid-cols-1 items-start gap-2 lg:grid-cols-[minmax(0,1fr)_440px]">
        <div>
          <Later height={300}><Trays {bench} {shape} /></Later>
          <Later height={300}><Findings {bench} {shape} /></Later>
        </div>
        <Later height={600}><PartEditor {bench} {shape} /></Later>
      </div>
    {:else if tab === 'pan'}
      <ScalePan {bench} {shape} />
    {:else if tab === 'drag'}
      <DragTable {bench} {shape} />
    {:else if tab === 'what-if'}
      <WhatIf {bench} {shape} />
    {:else if tab === 'paint'}
      <Paint {bench} {shape} />
    {:else if tab === 'paper'}
      <Paper {id} {shape} />
    {:else if tab === 'versions'}
      <Versions {bench} {shape} />
    {:else}
      <BoxAndPrototype {bench} {shape} />
    {/if}
  {/snippet}
</Loading>
