<script lang="ts">
  import { ApiError, asSeen, ask, client, standing } from '../../api/client';
  import { unitsOf } from '../../api/format';
  import { useChange, useFields, useSession } from '../../api/queries';
  import { untrack } from 'svelte';
  import { Kept } from '../../kit/keep.svelte';
  import Loading from '../../kit/Loading.svelte';
  import { p, route } from '../../router';
  import StoresTabs from '../StoresTabs.svelte';
  import { Editing, kinds } from './editing.svelte';
  import FieldMap from './FieldMap.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const fields = useFields();
  const session = useSession();
  const field = $derived(fields.data?.find((f) => f.id === id));
  const editing = new Editing();
  let loaded = $state('');
  let seen = $state<string>();
  const unit = $derived(unitsOf(session.data?.units).height);

  /** What is drawn and not kept yet survives leaving the page. */
  const draft = new Kept<{ of: string; drawn: typeof editing.drawn | null }>(
    untrack(() => `field:${id}`),
    { of: '', drawn: null },
  );

  $effect(() => {
    if (!field || loaded === field.id) return;
    loaded = field.id;
    editing.load(field);
    seen = field.version;
    const { of, drawn } = untrack(() => $state.snapshot(draft.value));
    if (!drawn) return;
    editing.mark();
    editing.load(drawn);
    // Drawn upon what has changed since: keeping it is refused once, as with any such edit.
    seen = of;
  });
  $effect(() => {
    if (!loaded) return;
    draft.value = changed ? { of: seen ?? '', drawn: editing.drawn } : { of: '', drawn: null };
  });
  const path = $derived({ params: { path: { field_id: id } } });
  const keep = useChange(
    () =>
      ask(
        client.PUT('/api/stores/fields/{field_id}/ground', { ...path, body: editing.drawn, ...asSeen(seen) }),
      ),
    ['fields'],
  );
  const read = useChange(
    (text: string) =>
      ask(client.POST('/api/stores/fields/{field_id}/geojson', { ...path, body: { text }, ...asSeen(seen) })),
    ['fields'],
  );
  const refused = $derived([keep.error, read.error].find((e) => e instanceof ApiError));
  const caution = $derived(field?.surfaces.find((s) => s.key === editing.surface)?.caution);
  const changed = $derived(
    field !== undefined &&
      JSON.stringify(editing.drawn) !==
        JSON.stringify({ outline: field.outline, features: field.features, surface: field.surface }),
  );

  async function draw() {
    seen = await keep.mutateAsync(undefined).then(
      (done) => done.version,
      (error: unknown) => standing(error) ?? seen,
    );
  }
  async function take(event: Event) {
    const input = event.currentTarget as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    const found = await read.mutateAsync(await file.text()).catch((error: unknown) => {
      seen = standing(error) ?? seen;
    });
    if (found) {
      editing.mark();
      editing.load(found);
      seen = found.version;
    }
  }
  function onkeydown(event: KeyboardEvent) {
    if (event.key === 'Escape') editing.drawing = null;
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    if (event.target instanceof HTMLInputElement) return;
    event.preventDefault();
    if (event.shiftKey) editing.redo();
    else editing.undo();
  }
</script>

<svelte:head><title>{field?.name ?? 'Field'} · Wobbly Fin</title></svelte:head>
<svelte:window {onkeydown} />

<StoresTabs />
<Loading query={fields}>
  {#if !field}
    <p class="paper p-6">
      There is no such field. <a class="link" href={p('/stores/fields')}>To the fields</a>.
    </p>
  {:else}
    <div class="grid grid-cols-1 gap-3 lg:grid-cols-[minmax(0,1fr)_330px]">
      <section class="paper p-3" aria-label={`${field.name} from above`}>
        <div class="mb-2 flex flex-wrap items-center gap-2">
          <h2 class="tape mr-auto">{field.name}</h2>
          <button class="btn btn-sm" disabled={!editing.past.length} onclick={() => editing.undo()}
            >Undo</button
          >
          <button class="btn btn-sm" disabled={!editing.future.length} onclick={() => editing.redo()}
            >Redo</button
          >
          <button class="btn btn-primary btn-sm" disabled={!changed || keep.isPending} onclick={draw}
            >{changed ? 'Keep the drawing' : 'Kept'}</button
          >
        </div>
        <FieldMap {editing} {unit} />
        {#if refused}<p class="text-error mt-1" role="alert">✕ {refused.message}</p>{/if}
      </section>
      <section class="paper self-start p-4" aria-label="What is drawn">
        <h3 class="font-bold">Outline</h3>
        <p class="quiet mb-1 text-sm">
          {#if editing.drawing === -1}Click corner after corner round the field, then Done. Each can be
            dragged afterwards.
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
          <a class="btn btn-xs" href={`/api/stores/fields/${id}/geojson`} download>Save GeoJSON</a>
          <a class="btn btn-xs" href={`/api/stores/fields/${id}/kml`} download>Save KML</a>
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
        <h3 class="font-bold">On it and beside it</h3>
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
        </ul>
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
    </div>
  {/if}
</Loading>
