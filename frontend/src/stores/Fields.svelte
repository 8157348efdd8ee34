<script lang="ts">
  import { ApiError, asSeen, ask, client, standing } from '../api/client';
  import { useChange, useFields } from '../api/queries';
  import { throwOut } from '../kit/bin';
  import Loading from '../kit/Loading.svelte';
  import Field from '../kit/Field.svelte';
  import { p } from '../router';
  import StoresTabs from './StoresTabs.svelte';

  const fields = useFields();
  const blank = () => ({
    id: crypto.randomUUID() as string,
    name: '',
    elevation: '',
    ceiling: '',
    place: '',
    width: '',
    version: '',
  });
  let form = $state(blank());
  let editing = $state(false);

  const save = useChange(
    () =>
      ask(
        client.PUT('/api/stores/fields/{field_id}', {
          params: { path: { field_id: form.id } },
          body: {
            name: form.name,
            elevation: form.elevation,
            ceiling: form.ceiling,
            place: form.place,
            width: form.width,
          },
          ...asSeen(form.version),
        }),
      ),
    ['fields'],
  );
  const out = (id: string, name: string) =>
    throwOut({
      says: `${name} is in the bin.`,
      away: () => ask(client.DELETE('/api/stores/fields/{field_id}', { params: { path: { field_id: id } } })),
      back: () =>
        ask(client.POST('/api/stores/fields/{field_id}/restore', { params: { path: { field_id: id } } })),
    });
  const refused = $derived(save.error instanceof ApiError ? save.error : undefined);

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    const done = await save.mutateAsync(undefined).catch((error: unknown) => {
      form.version = standing(error) ?? form.version;
      return undefined;
    });
    if (done) {
      form = blank();
      editing = false;
    }
  }
</script>

<svelte:head><title>Fields · Wobbly Fin</title></svelte:head>

<StoresTabs />
<div class="grid grid-cols-1 gap-3 lg:grid-cols-[1fr_380px]">
  <Loading query={fields}>
    {#snippet children(found)}
      <section class="paper self-start p-4" aria-label="Your fields">
        {#each found as field (field.id)}
          <div class="border-base-300 flex flex-wrap items-baseline gap-x-6 border-b py-3">
            <h2 class="tape">{field.name}</h2>
            <span>{field.said.elevation} above the sea</span>
            <span>ceiling {field.said.ceiling}</span>
            {#if field.said.area}<span>{field.said.area}, shorter side {field.said.side}</span>{/if}
            <span class="ml-auto flex gap-2">
              <a class="btn btn-sm" href={p('/stores/fields/:id', { params: { id: field.id } })}
                >{field.outline.length ? 'Map' : 'Draw it'}</a
              >
              <button
                class="btn btn-sm"
                onclick={() => {
                  form = {
                    id: field.id,
                    name: field.name,
                    elevation: field.typed['elevation'] ?? '',
                    ceiling: field.typed['ceiling'] ?? '',
                    place: field.place,
                    width: field.typed['width'] ?? '',
                    version: field.version ?? '',
                  };
                  editing = true;
                }}>Change</button
              >
              <button class="btn btn-sm btn-ghost text-error" onclick={() => out(field.id, field.name)}
                >Bin</button
              >
            </span>
          </div>
        {:else}
          <p class="quiet">
            No field yet. Without one, flights are at sea level with no ceiling. Name yours beside.
          </p>
        {/each}
        <p class="quiet mt-3 text-sm">
          The ceiling is what the landowner, the club or the authority allows: your local code decides, this
          figure only remembers it.
        </p>
      </section>
    {/snippet}
  </Loading>
  <form class="paper self-start p-5" onsubmit={submit} novalidate>
    <h2 class="mb-3 text-xl font-bold">{editing ? 'Change the field' : 'A field'}</h2>
    <Field label="Name" name="name" bind:value={form.name} error={refused?.of('name')} />
    <Field
      label="How wide"
      name="width"
      optional
      bind:value={form.width}
      error={refused?.of('width')}
      hint="200 m: taken for a square round the pad until you draw it."
    />
    <Field
      label="Height above the sea"
      name="elevation"
      optional
      bind:value={form.elevation}
      error={refused?.of('elevation')}
      hint="64 m, 210 ft… Thinner air, higher flights."
    />
    <Field
      label="Ceiling"
      name="ceiling"
      optional
      bind:value={form.ceiling}
      error={refused?.of('ceiling')}
      hint="Highest one may fly here, above the pad."
    />
    <Field
      label="Pad on the map"
      name="place"
      optional
      bind:value={form.place}
      error={refused?.of('place')}
      hint="Latitude, longitude in degrees: 48.1234, -30.5678. With it landings go out to maps, and come in."
    />
    {#if refused && !['name', 'elevation', 'ceiling', 'place'].some((f) => refused.of(f))}<p
        class="text-error mb-2"
        role="alert"
      >
        {refused.message}
      </p>{/if}
    <div class="flex gap-3">
      <button class="btn btn-primary flex-1" disabled={save.isPending}>Keep it</button>
      {#if editing}
        <button
          type="button"
          class="btn btn-ghost"
          onclick={() => {
            form = blank();
            editing = false;
          }}>Leave it</button
        >
      {/if}
    </div>
  </form>
</div>
