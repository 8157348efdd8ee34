<script lang="ts">
  import { untrack } from 'svelte';
  import { ApiError, ask, client, type Schemas } from '../api/client';
  import MotorCut from '../launchdays/field/MotorCut.svelte';

  /** How a reload is put together, told once: chosen by its kinds of parts, or typed off its sheet. */
  let { motor, found }: { motor: string; found: Schemas['MotorCardOut'] } = $props();

  const path = { params: { path: { key: untrack(() => motor) } } };
  let shown = $state.raw(untrack(() => found));
  const labels: Record<string, string> = {
    closure: 'Closures',
    grain: 'Grain',
    liner: 'Liner',
    seals: 'Seals',
    delay: 'Delay',
    charge: 'Ejection charge',
    igniter: 'Igniter',
  };
  let card = $state<Record<string, unknown>>({ ...untrack(() => found.card) });
  let lines = $state(untrack(() => ((found.card['lines'] as string[] | undefined) ?? []).join('\n')));
  let editing = $state(false);
  let error = $state('');
  let picked = $state('');

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    error = '';
    const typed = lines
      .split('\n')
      .map((l) => l.trim())
      .filter(Boolean);
    try {
      shown = await ask(
        client.PUT('/api/stores/shelf/{key}/card', { ...path, body: { card: { ...card, lines: typed } } }),
      );
      editing = false;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      error = problem.message;
    }
  }
  async function forget() {
    shown = await ask(client.DELETE('/api/stores/shelf/{key}/card', path));
    card = {};
    lines = '';
    editing = false;
  }
</script>

<section class="mt-5" aria-label="How it is put together">
  <div class="flex flex-wrap items-baseline gap-3">
    <h3 class="text-xl font-bold">How it is put together</h3>
    <button class="btn btn-sm ml-auto" onclick={() => (editing = !editing)}
      >{editing ? 'Close' : shown.told ? 'Change the card' : 'Tell how its sheet does it'}</button
    >
  </div>
  <p class="quiet mb-2">
    {shown.told
      ? 'As you told it. Every checklist this motor stands in follows; where nothing is told, the sheet decides.'
      : 'Nothing told yet: every checklist says “as the sheet has it”. Tell it once, with the sheet before you.'}
  </p>
  {#if editing}
    <form onsubmit={keep} class="mb-4">
      <div class="grid grid-cols-1 gap-3 sm:grid-cols-2">
        {#each shown.choices as choice (choice.name)}
          <label>
            <span class="mb-0.5 block font-semibold">{labels[choice.name] ?? choice.name}</span>
            <select
              class="select select-sm w-full"
              name={choice.name}
              value={String(card[choice.name] ?? '')}
              onchange={(e) => (card[choice.name] = e.currentTarget.value)}
            >
              {#each choice.options as o (o.key)}<option value={o.key}>{o.label}</option>{/each}
            </select>
          </label>
        {/each}
        <label>
          <span class="mb-0.5 block font-semibold">Grains</span>
          <input
            class="input input-sm w-24"
            type="number"
            name="grains"
            min="1"
            max="12"
            value={Number(card['grains'] ?? 1)}
            onchange={(e) => (card['grains'] = e.currentTarget.valueAsNumber)}
          />
        </label>
      </div>
      <label class="mt-3 block">
        <span class="mb-0.5 block font-semibold">Or its sheet’s own steps, one a line</span>
        <textarea class="textarea w-full" rows="4" name="lines" bind:value={lines}></textarea>
      </label>
      {#if error}<p class="text-error" role="alert">✕ {error}</p>{/if}
      <div class="mt-2 flex gap-2">
        <button class="btn btn-primary btn-sm">Keep</button>
        {#if shown.told}<button type="button" class="btn btn-sm" onclick={forget}>Forget it</button>{/if}
      </div>
    </form>
  {/if}
  <div class="grid grid-cols-1 gap-4 md:grid-cols-[minmax(0,1fr)_300px]">
    <ol class="list-decimal pl-6">
      {#each shown.steps as step (step.key)}
        <li class="mb-1">
          <button
            class="w-full align-top text-left"
            onclick={() => (picked = step.picture)}
            onfocus={() => (picked = step.picture)}
          >
            <b>{step.text}</b>
            {#if step.good}<span class="quiet block text-sm">Good: {step.good}</span>{/if}
            {#if step.wrong}<span class="text-warning block text-sm">Else: {step.wrong}</span>{/if}
          </button>
        </li>
      {/each}
    </ol>
    <div class="sticky top-4 self-start">
      <MotorCut part={picked || (shown.steps.find((s) => s.picture)?.picture ?? '')} />
    </div>
  </div>
  <p class="text-error mt-2 font-semibold">
    Caution: by the maker’s sheet of this very motor; it decides, not this list.
  </p>
</section>
