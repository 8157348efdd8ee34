<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../api/client';
  import { useChange, useChoices } from '../api/queries';
  import { notify } from '../kit/notices.svelte';
  import TextBox from '../kit/TextBox.svelte';

  let { found }: { found: Schemas['FlownOut'] } = $props();

  const choices = useChoices();
  const start = () => ({
    flown_on: found.flight.flown_on,
    height: found.typed['height'] ?? '',
    opening: found.flight.opening as Schemas['FlightIn']['opening'],
    landing: found.flight.landing as Schemas['FlightIn']['landing'],
    remarks: found.flight.remarks,
    batch: found.flight.batch,
  });
  let facts = $state(start());
  const changed = $derived(JSON.stringify(facts) !== JSON.stringify(start()));

  const save = useChange(
    () =>
      ask(
        client.PUT('/api/logbook/flights/{key}', {
          params: { path: { key: found.flight.id } },
          body: {
            ...facts,
            rocket_id: found.flight.rocket_id,
            motor_key: found.motor_key ?? '',
            delay_s: found.flight.delay_s,
          },
        }),
      ),
    ['logbook', 'rockets'],
  );
  const refused = $derived(save.error instanceof ApiError ? save.error : undefined);

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    const done = await save.mutateAsync(undefined).catch(() => undefined);
    if (done) notify('The facts are set right; the forecast stays as it was.');
  }
</script>

<form class="mt-2" onsubmit={submit} novalidate>
  <TextBox
    label="Height reached"
    name="height"
    optional
    bind:value={facts.height}
    error={refused?.of('height')}
  />
  <label class="mb-3 block">
    <span class="mb-0.5 block font-semibold">The canopy</span>
    <select class="select w-full" name="opening" bind:value={facts.opening}>
      {#each Object.entries(choices.data?.openings ?? {}) as [key, words] (key)}<option value={key}
          >{words}</option
        >{/each}
    </select>
  </label>
  <label class="mb-3 block">
    <span class="mb-0.5 block font-semibold">The landing</span>
    <select class="select w-full" name="landing" bind:value={facts.landing}>
      {#each Object.entries(choices.data?.landings ?? {}) as [key, words] (key)}<option value={key}
          >{words}</option
        >{/each}
    </select>
    {#if refused?.of('landing')}<span class="text-error text-sm">✕ The landing {refused.of('landing')}</span
      >{/if}
  </label>
  <label class="mb-3 block">
    <span class="mb-0.5 block font-semibold">Day</span>
    <input class="input w-full" type="date" name="flown_on" bind:value={facts.flown_on} />
    {#if refused?.of('flown_on')}<span class="text-error text-sm">✕ {refused.of('flown_on')}</span>{/if}
  </label>
  <TextBox
    label="Batch of the motor"
    name="batch"
    optional
    bind:value={facts.batch}
    error={refused?.of('batch')}
    hint="As printed on the case: its delay is learnt by batch."
  />
  <label class="mb-3 block">
    <span class="mb-0.5 block font-semibold">Remarks</span>
    <textarea class="textarea h-20 w-full" name="remarks" bind:value={facts.remarks}></textarea>
  </label>
  {#if refused && !['height', 'landing', 'flown_on', 'batch'].some((f) => refused.of(f))}
    <p class="text-error mb-2" role="alert">{refused.message}</p>
  {/if}
  <button class="btn btn-primary w-full" disabled={!changed || save.isPending}>Set the facts right</button>
</form>
