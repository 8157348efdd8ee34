<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../../api/client';
  import { useChange, useConditions, useFields } from '../../api/queries';
  import TextBox from '../../kit/TextBox.svelte';
  import { p } from '../../router';

  const conditions = useConditions();
  const fields = useFields();
  let texts = $state({ temperature: '', wind: '', rod_length: '' });
  let fieldId = $state('');
  let loaded = false;

  $effect(() => {
    if (!conditions.data || loaded) return;
    loaded = true;
    texts = { ...texts, ...conditions.data.typed };
    fieldId = conditions.data.field_id ?? '';
  });

  const set = useChange(
    (body: Schemas['ConditionsIn']) => ask(client.PUT('/api/conditions', { body })),
    ['conditions', 'board', 'forecast'],
  );
  const refused = $derived(set.error instanceof ApiError ? set.error : undefined);

  function commit() {
    set.mutate({ field_id: fieldId || null, typed: texts });
  }
</script>

<section
  class="paper grid grid-cols-3 items-start gap-x-4 gap-y-2 px-4 py-2 lg:flex"
  aria-label="Today’s conditions"
>
  <label class="col-span-3 lg:w-52">
    <span class="mb-0.5 flex justify-between font-semibold"
      ><span>Field</span><a class="link text-sm font-normal" href={p('/stores/fields')}>edit</a></span
    >
    <select class="select select-sm w-full" bind:value={fieldId} onchange={commit}>
      <option value="">sea level, no ceiling</option>
      {#each fields.data ?? [] as field (field.id)}<option value={field.id}>{field.name}</option>{/each}
    </select>
  </label>
  <div class="min-w-0 lg:w-36">
    <TextBox
      compact
      label="Wind"
      name="wind"
      bind:value={texts.wind}
      error={refused?.of('wind')}
      said={conditions.data?.said.wind}
      placeholder="calm"
      oncommit={commit}
    />
  </div>
  <div class="min-w-0 lg:w-40">
    <TextBox
      compact
      label="Air"
      name="temperature"
      bind:value={texts.temperature}
      error={refused?.of('temperature')}
      said={conditions.data?.said.temperature}
      placeholder="standard"
      oncommit={commit}
    />
  </div>
  <div class="min-w-0 lg:w-36">
    <TextBox
      compact
      label="Rod"
      name="rod_length"
      bind:value={texts.rod_length}
      error={refused?.of('rod_length')}
      placeholder="the rocket’s own"
      oncommit={commit}
    />
  </div>
  <p class="quiet col-span-3 min-w-56 flex-1 self-center text-sm">
    {#if refused && refused.status === 0}<span class="text-error">{refused.message}</span>
    {:else}Ceiling {conditions.data?.said.ceiling ?? '…'}, {conditions.data?.said.elevation ?? '…'} above the sea,
      air
      {conditions.data?.said.density ?? '…'}. Change any of it and every verdict is flown again.{/if}
  </p>
</section>
