<script lang="ts">
  import { untrack } from 'svelte';
  import { ApiError, asSeen, ask, client, ledTo, newest, standing, type Schemas } from '../api/client';
  import { useChange, useChoices } from '../api/queries';
  import { notify } from '../kit/notices.svelte';
  import ChoiceBox from '../kit/ChoiceBox.svelte';
  import Field from '../kit/Field.svelte';

  let { found }: { found: Schemas['FlownOut'] } = $props();

  const choices = useChoices();
  const start = () => ({
    flown_on: found.flight.flown_on,
    height: found.typed['height'] ?? '',
    opening: found.flight.opening,
    landing: found.flight.landing,
    remarks: found.flight.remarks,
    batch: found.flight.batch,
  });
  let facts = $state(start());
  let seen = $state<string>();
  const changed = $derived(JSON.stringify(facts) !== JSON.stringify(start()));

  const save = useChange(
    () =>
      ask(
        client.PUT('/api/logbook/flights/{key}', {
          params: { path: { key: found.flight.id } },
          body: {
            ...facts,
            opening: facts.opening as Schemas['FlightIn']['opening'],
            landing: facts.landing as Schemas['FlightIn']['landing'],
            rocket_id: found.flight.rocket_id,
            motor_key: found.motor_key ?? '',
            delay_s: found.flight.delay_s,
          },
          ...asSeen(newest(seen)),
        }),
      ),
    ['logbook', 'rockets'],
  );
  // Until something is typed the form follows what stands; from then on it is an edit of what stood there.
  let stood = JSON.stringify(untrack(start));
  $effect(() => {
    const now = JSON.stringify(start());
    if (JSON.stringify(untrack(() => facts)) !== stood) return;
    stood = now;
    facts = untrack(start);
    seen = found.flight.version;
  });
  const refused = $derived(save.error instanceof ApiError ? save.error : undefined);

  /** Refused as changed elsewhere: what stands is shown now, so that keeping once more is meant. */
  function again(error: unknown) {
    seen = standing(error) ?? seen;
    return undefined;
  }
  async function submit(event: SubmitEvent) {
    event.preventDefault();
    const done = await save.mutateAsync(undefined).catch(again);
    if (!done) return;
    ledTo(newest(seen), done.version);
    seen = done.version;
    stood = JSON.stringify(facts);
    notify('The facts are set right; the forecast stays as it was.');
  }
</script>

<form class="mt-2" onsubmit={submit} novalidate>
  <Field
    label="Height reached"
    name="height"
    optional
    bind:value={facts.height}
    error={refused?.of('height')}
  />
  <ChoiceBox
    label="The canopy"
    name="opening"
    options={choices.data?.openings ?? {}}
    bind:value={facts.opening}
    error={refused?.of('opening')}
  />
  <ChoiceBox
    label="The landing"
    name="landing"
    options={choices.data?.landings ?? {}}
    bind:value={facts.landing}
    error={refused?.of('landing')}
  />
  <label class="mb-3 block">
    <span class="mb-0.5 block font-semibold">Day</span>
    <input class="input w-full" type="date" name="flown_on" bind:value={facts.flown_on} />
    {#if refused?.of('flown_on')}<span class="text-error text-sm">✕ {refused.of('flown_on')}</span>{/if}
  </label>
  <Field
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
  {#if refused && !['height', 'opening', 'landing', 'flown_on', 'batch'].some((f) => refused.of(f))}
    <p class="text-error mb-2" role="alert">{refused.message}</p>
  {/if}
  <button class="btn btn-primary w-full" disabled={!changed || save.isPending}>Set the facts right</button>
</form>
