<script lang="ts">
  import { ApiError, ask, client } from '../../api/client';
  import { latestOf } from '../../api/order';
  import type { Station } from '../../api/workshop';
  import HowCome from '../../kit/HowCome.svelte';
  import MendChoice from './MendChoice.svelte';
  import Problems from './Problems.svelte';
  import type { Bench } from './bench.svelte';
  import { Awake } from './clock.svelte';

  let { station, bench }: { station: Station; bench: Bench } = $props();

  const build = $derived(station.build);
  const changed = $derived(station.steps.filter((s) => s.changed));
  const refused = $derived(bench.change.error instanceof ApiError ? bench.change.error : undefined);
  const marks = { good: '✓', late: '✕', open: '?', done: '✓' } as const;
  const colours = { good: 'text-success', late: 'text-error', open: 'text-warning', done: 'text-success' };
  let spell = $state('');
  let fits = $state('');
  const awake = new Awake();
  const latest = latestOf();

  async function whatFits(event: SubmitEvent) {
    event.preventDefault();
    if (!spell.trim()) return;
    const path = { build: bench.build };
    try {
      const found = await latest(() =>
        ask(client.GET('/api/workshop/builds/{build}/fits', { params: { path, query: { time: spell } } })),
      );
      if (!found) return;
      fits = found.said;
      if (found.keys[0]) bench.chosen = found.keys[0];
    } catch (error) {
      fits = error instanceof ApiError ? (error.of('time') ?? error.message) : String(error);
    }
  }
</script>

{#snippet controls()}
  <label class="text-sm">
    <span class="block font-semibold">For the launch on</span>
    <input
      type="datetime-local"
      class={['input input-sm', refused?.of('deadline') && 'input-error']}
      value={build?.deadline ?? ''}
      onchange={(e) => bench.deadline(e.currentTarget.value)}
    />
  </label>
  <label class="text-sm">
    <span class="block font-semibold">The bench has</span>
    <input
      class={['input input-sm w-24', refused?.of('temperature') && 'input-error']}
      name="temperature"
      value={String(build?.schools.temperature ?? '')}
      placeholder="20 °C"
      onchange={(e) => bench.schools({ temperature: e.currentTarget.value })}
    />
  </label>
  <form class="text-sm" onsubmit={whatFits}>
    <label for="spell" class="block font-semibold">I have now</label>
    <span class="flex gap-1">
      <input id="spell" class="input input-sm w-24" bind:value={spell} placeholder="40 min" />
      <button class="btn btn-sm">What fits?</button>
    </span>
  </form>
  {#if awake.possible}
    <button class="btn btn-sm self-end" aria-pressed={awake.on} onclick={awake.toggle}
      >{awake.on ? '● screen stays on' : 'Keep the screen on'}</button
    >
  {/if}
{/snippet}

<section class="paper mb-2 px-4 py-3" aria-label="Will it be ready?">
  <div class="flex flex-wrap items-start gap-x-6 gap-y-2">
    <div class="min-w-72 flex-1">
      {#if build?.kind === 'repair'}<p class="tape mb-1 inline-block px-2 text-sm">
          Repair: {build.damage}
        </p>{/if}
      <h2 class="font-display text-2xl leading-tight font-bold">
        <span class={colours[station.verdict]} aria-hidden="true">{marks[station.verdict]}</span>
        {station.headline}
      </h2>
      <div class="quiet">
        {#if station.left}{station.done_count} of {station.steps.length} steps done, {station.left} left.{/if}
        {#if station.latest || station.pace}
          <HowCome about="the date">
            {#if station.latest}<p>{station.latest}</p>{/if}
            {#if station.pace}<p>{station.pace}</p>{/if}
          </HowCome>
        {/if}
      </div>
    </div>
    <details class="w-full md:w-auto" open={!build?.deadline}>
      <summary class="link cursor-pointer md:text-right">Date, bench</summary>
      <div class="mt-2 flex flex-wrap items-start gap-x-6 gap-y-2">{@render controls()}</div>
    </details>
  </div>
  {#if station.verdict === 'done'}
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <span class="quiet">Something broke?</span>
      <MendChoice id={station.rocket_id} {station} {bench} />
    </div>
  {/if}
  {#if fits}<p class="mt-2 font-semibold" role="status">{fits}</p>{/if}
  {#if refused && bench.about === 'plan'}
    <p class="text-error mt-2" role="alert">
      {refused.of('deadline')
        ? `Launch ${refused.of('deadline')}`
        : refused.of('temperature') || refused.message}
    </p>
  {/if}
  {#if station.rescue.length}
    <ul class="mt-1 list-disc pl-5" aria-label="What would help">
      {#each station.rescue as line, i (i)}<li>{line}</li>{/each}
    </ul>
  {/if}
  <Problems id={station.rocket_id} problems={station.problems} />
  {#each station.remarks as remark, i (i)}<p class="text-warning mt-1 text-sm">! {remark}</p>{/each}
  {#if changed.length}
    <div class="flex flex-wrap gap-x-3 text-sm" role="group" aria-label="Look at again">
      {#each changed as step (step.key)}<button class="link min-h-8" onclick={() => (bench.chosen = step.key)}
          >{step.title}</button
        >{/each}
    </div>
  {/if}
</section>
