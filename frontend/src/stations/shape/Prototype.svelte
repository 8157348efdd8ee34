<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../../api/client';
  import { latestOf } from '../../api/order';
  import type { Shape } from '../../api/queries';
  import Field from '../../kit/Field.svelte';
  import type { Bench } from './bench.svelte';
  import { blankRow, textsOf, type PrototypeRow } from './prototype';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();

  // svelte-ignore state_referenced_locally
  let form = $state(textsOf(shape));
  let table = $state<Schemas['ScaleOut']>();
  let refused = $state<ApiError>();
  let problem = $state('');

  const latest = latestOf();
  const work = (keep: boolean) =>
    latest(async () => {
      refused = undefined;
      problem = '';
      const body = $state.snapshot(form);
      try {
        table = await ask(client.POST('/api/hangar/scale', { body }));
        if (keep) await bench.edit([{ op: 'rocket', field: 'prototype', value: body }]);
      } catch (error) {
        table = undefined;
        if (error instanceof ApiError && error.body.fields?.length) refused = error;
        else problem = error instanceof Error ? error.message : String(error);
      }
    });

  $effect(() => {
    if (form.main_diameter && form.tube_diameter && !table && !refused && !problem) void work(false);
  });
</script>

{#snippet length(
  row: PrototypeRow,
  i: number,
  box: 'prototype' | 'available' | 'as_built',
  says: string,
  empty = '',
)}
  {@const wrong = refused?.of(`rows.${i}.${box}`)}
  <input
    class={['input input-xs w-20', wrong && 'input-error']}
    aria-label={`${row.name}, ${says}`}
    aria-invalid={wrong ? true : undefined}
    placeholder={empty}
    bind:value={row[box]}
    onchange={() => work(true)}
  />
  {#if wrong}<span class="text-error block text-sm" role="alert">✕ {wrong}</span>{/if}
{/snippet}

<section class="paper overflow-x-auto p-3" aria-label="A scale model’s prototype">
  <h2 class="tape mb-2">Prototype</h2>
  <div class="mb-2 grid grid-cols-1 gap-x-3 sm:grid-cols-3">
    <Field
      compact
      label="What it is a model of"
      name="prototype"
      bind:value={form.prototype}
      oncommit={() => work(true)}
    />
    <Field
      compact
      label="Its main diameter"
      name="main_diameter"
      bind:value={form.main_diameter}
      error={refused?.of('main_diameter')}
      placeholder="1.2 m"
      oncommit={() => work(true)}
    />
    <Field
      compact
      label="Your tube"
      name="tube_diameter"
      bind:value={form.tube_diameter}
      error={refused?.of('tube_diameter')}
      oncommit={() => work(true)}
    />
  </div>
  {#if table}<p class="mb-2 font-semibold">{table.sentence}</p>{/if}
  {#if problem}<p class="text-error mb-2" role="alert">✕ {problem}</p>{/if}
  <table class="w-full">
    <thead>
      <tr class="border-base-content border-b text-left">
        <th>length</th><th>prototype</th><th class="pr-3 text-right">scaled</th><th>to be had</th><th
          class="pr-3 text-right">build</th
        >
        <th>as built</th><th class="pr-3 text-right">off by</th><th>absorbs</th>
      </tr>
    </thead>
    <tbody>
      {#each form.rows as row, i (i)}
        {@const sent = form.rows.slice(0, i).filter((r) => r.prototype.trim()).length}
        {@const out = row.prototype.trim() ? table?.rows[sent] : undefined}
        <tr class="border-base-300 border-b">
          <td class="py-1 pr-2"
            ><input
              class="input input-xs w-32"
              aria-label="Name of the length"
              bind:value={row.name}
              onchange={() => work(true)}
            /></td
          >
          <td class="pr-2">{@render length(row, i, 'prototype', 'prototype')}</td>
          <td class="pr-2 text-right whitespace-nowrap">{out?.scaled ?? ''}</td>
          <td class="pr-2"
            >{@render length(row, i, 'available', 'to be had', 'as scaled')}
            {#if out?.nearest && !row.available}<span class="quiet block text-xs">nearest: {out.nearest}</span
              >{/if}</td
          >
          <td class="pr-2 text-right font-semibold whitespace-nowrap">{out?.target ?? ''}</td>
          <td class="pr-2">{@render length(row, i, 'as_built', 'as built')}</td>
          <td class="pr-2 text-right whitespace-nowrap">{out?.difference ?? ''}</td>
          <td
            ><input
              type="radio"
              class="radio radio-xs"
              name="absorbs"
              aria-label={`${row.name} absorbs the difference`}
              checked={row.absorbs}
              onchange={() => {
                form.rows.forEach((r, k) => (r.absorbs = k === i));
                void work(true);
              }}
            /></td
          >
        </tr>
      {/each}
    </tbody>
  </table>
  <button class="btn btn-xs mt-2" onclick={() => form.rows.push(blankRow())}>Another length</button>
  <p class="quiet mt-2 text-sm">
    Parts that can be had seldom match. One length absorbs the difference, so that the whole stays true.
  </p>
</section>
