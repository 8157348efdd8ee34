<script lang="ts">
  import HowCome from '../../../kit/HowCome.svelte';
  import type { Cloud } from './cloud.svelte';

  interface Props {
    id: string;
    cloud: Cloud;
    motor: string;
    delay: number | null;
  }
  let { id, cloud, motor, delay }: Props = $props();

  let runs = $state(1000);
  let seed = $state(1);
  const wanted = $derived(Math.max(1, Math.round(Number(runs) || 1)));

  function start() {
    const asked: Record<string, string> = {
      motor,
      runs: String(wanted),
      seed: String(Math.abs(Math.round(Number(seed) || 0))),
    };
    if (delay !== null) asked['delay_s'] = String(delay);
    const query = Object.entries(asked)
      .map(([name, value]) => `${name}=${encodeURIComponent(value)}`)
      .join('&');
    cloud.start(`/api/hangar/rockets/${id}/scatter?${query}`);
  }
</script>

<section class="paper p-3" aria-label="Where it may land">
  <h3 class="font-bold">Where it may land</h3>
  <p class="quiet text-sm">
    The same flight many times over, with wind, gusts, thrust, delay, drag, mass and rod as uncertain as they
    are.
  </p>
  <div class="my-2 flex flex-wrap items-end gap-3">
    {#if cloud.running}
      <button class="btn btn-sm w-28" onclick={() => cloud.giveUp()}>Stop</button>
    {:else}
      <button class="btn btn-primary btn-sm w-28" onclick={start}>Scatter it</button>
    {/if}
    <label class="text-sm"
      ><span class="block font-semibold">Flights</span><input
        type="number"
        class="input input-sm w-24"
        min="1"
        bind:value={runs}
      /></label
    >
    <label class="text-sm"
      ><span class="block font-semibold">Seed</span><input
        type="number"
        class="input input-sm w-20"
        min="0"
        bind:value={seed}
      /></label
    >
    {#if cloud.latest}
      <div class="min-w-40 flex-1">
        <progress
          class="progress progress-secondary w-full"
          value={cloud.done}
          max={cloud.latest.runs}
          aria-label="Flights flown"
        ></progress>
        <span class="quiet text-sm tabular-nums"
          >{cloud.done} of {cloud.latest.runs} flown{!cloud.running && cloud.done < cloud.latest.runs
            ? ', stopped'
            : ''}</span
        >
      </div>
    {/if}
  </div>
  {#if cloud.failed}<p class="text-error" role="alert">{cloud.failed}</p>{/if}
  {#if cloud.emptied}<p class="quiet" role="status">Stopped before the first of them came back.</p>{/if}
  {#if cloud.latest}
    <ul class="list-disc pl-5" aria-live={cloud.running ? 'off' : 'polite'}>
      {#each cloud.latest.sentences as sentence, i (i)}
        <li class={i === 0 && cloud.latest.inside_fraction !== null ? 'font-display text-lg font-bold' : ''}>
          {sentence}
        </li>
      {/each}
    </ul>
    {#if cloud.latest.note}<p class="text-warning text-sm">{cloud.latest.note}</p>{/if}
    <p class="quiet mt-1 text-sm">Dots land open; red squares come down with nothing open.</p>
  {/if}
  <HowCome about="the cloud">
    <p>
      One standard deviation: wind ±20 % and ±15°, thrust ±5 %, delay ±0.75 s or 10 % (half of what NFPA 1125
      allows, from memory), drag ±10 %, mass ±2 %, rod ±1°; our own reading unless said otherwise. Gusts
      follow Dryden’s lateral spectrum with the intensities of MIL-F-8785C (from memory), frozen over the
      field. The same seed gives the same cloud.
    </p>
  </HowCome>
</section>
