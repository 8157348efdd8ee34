<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../api/client';
  import { todayIso } from '../api/format';
  import { useChange, useChoices, type Board, type Rocket } from '../api/queries';
  import { Kept } from '../kit/keep.svelte';
  import Field from '../kit/Field.svelte';
  import { navigate, p } from '../router';

  interface Props {
    rocket: Rocket;
    board: Board;
    motorKey: string;
    delay: number | null;
  }
  let { rocket, board, motorKey, delay }: Props = $props();

  // svelte-ignore state_referenced_locally
  const prefilled = board.motors.find((m) => m.key === motorKey) ?? board.motors[0];
  const fresh = () => ({
    id: crypto.randomUUID() as string,
    motor: prefilled?.key ?? '',
    delay: (motorKey ? delay : null) ?? prefilled?.delays[0]?.delay_s ?? null,
    flown_on: todayIso(),
    height: '',
    opening: '',
    landing: '',
    remarks: '',
    batch: '',
  });
  // svelte-ignore state_referenced_locally
  const kept = new Kept(`log:${rocket.id}`, fresh());
  const form = $derived(kept.value);
  // A motor chosen on the board a moment ago wins over one left in a half-filled form.
  // svelte-ignore state_referenced_locally
  if (motorKey) kept.value = { ...kept.value, motor: fresh().motor, delay: fresh().delay };

  const choices = useChoices();
  const motor = $derived(board.motors.find((m) => m.key === form.motor));
  let tried = $state(false);

  const save = useChange(
    (body: Schemas['FlightIn']) =>
      ask(client.PUT('/api/logbook/flights/{key}', { params: { path: { key: form.id } }, body })),
    ['logbook', 'rockets'],
  );
  const refused = $derived(save.error instanceof ApiError ? save.error : undefined);
  const elsewhere = $derived(
    refused && !['height', 'flown_on', 'remarks', 'delay_s'].some((f) => refused.of(f)),
  );

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    tried = true;
    if (!form.opening || !form.landing) return;
    const logged = await save
      .mutateAsync({
        rocket_id: rocket.id,
        motor_key: form.motor,
        delay_s: form.delay,
        flown_on: form.flown_on,
        opening: form.opening as Schemas['FlightIn']['opening'],
        landing: form.landing as Schemas['FlightIn']['landing'],
        height: form.height,
        remarks: form.remarks,
        batch: form.batch ?? '',
      })
      .catch(() => undefined);
    if (!logged) return;
    kept.drop(fresh());
    await navigate('/logbook/:id', { params: { id: logged.id } });
  }

  function chooseMotor() {
    kept.value.delay = board.motors.find((m) => m.key === kept.value.motor)?.delays[0]?.delay_s ?? null;
  }

  function chooseOpening(key: string) {
    if (key === 'no_launch') kept.value.landing = 'none';
    else if (kept.value.landing === 'none') kept.value.landing = '';
  }
</script>

<form class="paper grid grid-cols-1 gap-x-8 p-5 lg:grid-cols-2" onsubmit={submit} novalidate>
  <div>
    <h2 class="mb-3 text-2xl font-bold">Log a flight</h2>
    <div class="grid grid-cols-2 gap-4">
      <label class="mb-3 block">
        <span class="mb-0.5 block font-semibold">Motor</span>
        <select class="select w-full" name="motor" bind:value={kept.value.motor} onchange={chooseMotor}>
          {#each board.motors as m (m.key)}<option value={m.key}>{m.name} · {m.maker}</option>{/each}
        </select>
      </label>
      {#if motor && motor.kind === 'single'}
        <label class="mb-3 block">
          <span class="mb-0.5 block font-semibold">Delay, s</span>
          <input
            class={['input w-full', refused?.of('delay_s') && 'input-error']}
            name="delay"
            type="number"
            min="0"
            max="60"
            step="0.1"
            list="sold-delays"
            bind:value={kept.value.delay}
          />
          <datalist id="sold-delays"
            >{#each motor.delays as d (d.label)}<option value={d.delay_s}></option>{/each}</datalist
          >
          {#if refused?.of('delay_s')}<span class="text-error text-sm">{refused.of('delay_s')}</span>{/if}
        </label>
      {/if}
    </div>
    <label class="mb-3 block">
      <span class="mb-0.5 block font-semibold">Day</span>
      <input
        class={['input w-full', refused?.of('flown_on') && 'input-error']}
        type="date"
        name="flown_on"
        bind:value={kept.value.flown_on}
      />
      {#if refused?.of('flown_on')}<span class="text-error text-sm">{refused.of('flown_on')}</span>{/if}
    </label>
    <Field
      label="Height reached"
      name="height"
      optional
      bind:value={kept.value.height}
      error={refused?.of('height')}
      hint="Off the altimeter or by eye: 120 m, 410 ft…"
    />
    <Field
      label="Batch of the motor"
      name="batch"
      optional
      bind:value={kept.value.batch}
      error={refused?.of('batch')}
      hint="As printed on the case."
    />
    <label class="mb-3 block">
      <span class="mb-0.5 block font-semibold">Remarks</span>
      <textarea class="textarea h-24 w-full" name="remarks" bind:value={kept.value.remarks}></textarea>
      {#if refused?.of('remarks')}<span class="text-error text-sm">{refused.of('remarks')}</span>{/if}
    </label>
    <p class="quiet text-sm">
      The forecast is made with today’s conditions and frozen with them: {board.conditions}
    </p>
  </div>
  <div class="grid grid-cols-1 gap-6 sm:grid-cols-2">
    <fieldset>
      <legend class="tape mb-2 text-sm">The canopy</legend>
      {#each Object.entries(choices.data?.openings ?? {}) as [key, words] (key)}
        <label class="flex min-h-11 cursor-pointer items-center gap-3">
          <input
            type="radio"
            class="radio"
            name="opening"
            value={key}
            bind:group={kept.value.opening}
            onchange={() => chooseOpening(key)}
          />{words}
        </label>
      {/each}
      {#if tried && !form.opening}<p class="text-error text-sm" role="alert">
          ✕ Say what the canopy did.
        </p>{/if}
    </fieldset>
    <fieldset>
      <legend class="tape mb-2 text-sm">The landing</legend>
      {#each Object.entries(choices.data?.landings ?? {}) as [key, words] (key)}
        <label class="flex min-h-11 cursor-pointer items-center gap-3">
          <input
            type="radio"
            class="radio"
            name="landing"
            value={key}
            bind:group={kept.value.landing}
            disabled={(key === 'none') !== (form.opening === 'no_launch') && form.opening !== ''}
          />{words}
        </label>
      {/each}
      {#if tried && !form.landing}<p class="text-error text-sm" role="alert">✕ Say how it came down.</p>{/if}
    </fieldset>
    <div class="sm:col-span-2">
      {#if refused && elsewhere}<p class="text-error mb-2" role="alert">{refused.message}</p>{/if}
      <div class="flex gap-3">
        <button class="btn btn-primary flex-1" disabled={save.isPending}>Into the logbook</button>
        <a class="btn btn-ghost" href={p('/rockets/:id/motor', { params: { id: rocket.id } })}
          >Back to the motor</a
        >
      </div>
    </div>
  </div>
</form>
