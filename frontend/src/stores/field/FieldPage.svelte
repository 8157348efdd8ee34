<script lang="ts">
  import { ApiError, asSeen, ask, client, standing } from '../../api/client';
  import { unitsOf } from '../../api/format';
  import { useChange, useFields, useSession } from '../../api/queries';
  import { untrack } from 'svelte';
  import { Kept } from '../../kit/keep.svelte';
  import { likely } from '../../drawing/laidOut';
  import Later from '../../kit/Later.svelte';
  import Loading from '../../kit/Loading.svelte';
  import { p, route } from '../../router';
  import StoresTabs from '../StoresTabs.svelte';
  import DrawnList from './DrawnList.svelte';
  import { Editing } from './editing.svelte';
  import FieldMap, { mapHeight } from './FieldMap.svelte';

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
  async function take(file: File) {
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
        <Later first height={mapHeight(editing, likely(760))}><FieldMap {editing} {unit} /></Later>
        {#if refused}<p class="text-error mt-1" role="alert">✕ {refused.message}</p>{/if}
      </section>
      <Later height={560}><DrawnList {field} {editing} {unit} onread={take} /></Later>
    </div>
  {/if}
</Loading>
