<script lang="ts">
  import type { Schemas } from '../../api/client';
  import Later from '../../kit/Later.svelte';
  import { kinds, type Editing } from './editing.svelte';

  interface Props {
    field: Schemas['FieldOut'];
    editing: Editing;
    unit: { symbol: string };
    /** Take the ground from a map file. */
    onread: (file: File) => void;
  }
  /** What is drawn of a field, in words: its outline with its figures, what is on it and beside it, its ground. */
  let { field, editing, unit, onread }: Props = $props();

  const caution = $derived(field.surfaces.find((s) => s.key === editing.surface)?.caution);

  function take(event: Event) {
    const input = event.currentTarget as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (file) onread(file);
  }
</script>

<section class="paper self-start p-4" aria-label="What is drawn">
  <h3 class="font-bold">Outline</h3>
  <p class="quiet mb-1 text-sm">
    {#if editing.drawing === -1}Click corner after corner round the field, then Done. Each can be dragged
      afterwards.
    {:else if editing.outline.length}{editing.outline.length} corners. Drag them; double-click takes one out.
    {:else}Not drawn yet. Begin with a square, click it round the pad, or read a map file.{/if}
  </p>
  <div class="mb-3 flex flex-wrap gap-1">
    {#if editing.drawing === -1}
      <button class="btn btn-primary btn-xs" onclick={() => (editing.drawing = null)}>Done</button>
    {:else}
      <button class="btn btn-xs" onclick={() => (editing.drawing = -1)}>Add corners</button>
    {/if}
    <button class="btn btn-xs" onclick={() => editing.square(300 * (unit.symbol === 'ft' ? 1.016 : 1))}
      >A square</button
    >
    <label class="btn btn-xs"
      >Read a map file<input
        type="file"
        class="sr-only"
        accept=".geojson,.json,.kml,application/geo+json,application/vnd.google-earth.kml+xml"
        onchange={take}
      /></label
    >
    <a class="btn btn-xs" href={`/api/stores/fields/${field.id}/geojson`} download>Save GeoJSON</a>
    <a class="btn btn-xs" href={`/api/stores/fields/${field.id}/kml`} download>Save KML</a>
  </div>
  {#if field.said.side}
    <dl class="mb-3 grid grid-cols-[auto_1fr] gap-x-3 text-sm">
      <dt class="quiet">area</dt>
      <dd>{field.said.area}</dd>
      <dt class="quiet">shorter side</dt>
      <dd>{field.said.side}</dd>
      <dt class="quiet">pad to the edge</dt>
      <dd>{field.said.room}</dd>
      <dt class="quiet">large enough for</dt>
      <dd>class {field.said.largest} <span class="quiet">(NFPA site sizes, from memory)</span></dd>
    </dl>
  {/if}
  <Later first class="min-h-32"
    ><h3 class="font-bold">On it and beside it</h3>
    <ul>
      {#each editing.features as f, i (i)}
        <li class="my-1 flex items-center gap-1">
          <span class="w-20 text-sm">{kinds.find(([k]) => k === f.kind)?.[1]}</span>
          <input
            class="input input-xs min-w-0 flex-1"
            aria-label={`Name of the ${f.kind}`}
            placeholder="its name"
            bind:value={f.name}
          />
          {#if editing.drawing === i}
            <button class="btn btn-primary btn-xs" onclick={() => (editing.drawing = null)}>Done</button>
          {:else}
            <button class="btn btn-xs" onclick={() => (editing.drawing = i)}>Draw</button>
          {/if}
          <button
            class="btn btn-ghost btn-xs text-error"
            aria-label={`Take the ${f.kind} out`}
            onclick={() => editing.drop(i)}>✕</button
          >
        </li>
      {/each}
    </ul></Later
  >
  <div class="mt-1 flex flex-wrap gap-1">
    {#each kinds as [kind, word] (kind)}
      <button class="btn btn-xs" onclick={() => editing.add(kind)}>+ {word}</button>
    {/each}
  </div>
  <label class="mt-3 block">
    <span class="mb-0.5 block font-semibold">Ground</span>
    <select class="select select-sm w-full" bind:value={editing.surface}>
      <option value="">not told</option>
      {#each field.surfaces as s (s.key)}<option>{s.key}</option>{/each}
    </select>
  </label>
  {#if caution}<p class="text-warning mt-1 text-sm">⚠ {caution}</p>{/if}
</section>
