<script lang="ts">
  import { untrack } from 'svelte';
  import { ApiError, standing } from '../api/client';
  import type { Unit } from '../api/format';
  import type { Desk, Page } from '../api/logbook';
  import Refused from '../kit/Refused.svelte';
  import Field from '../kit/Field.svelte';
  import TrackDrawing from './TrackDrawing.svelte';

  let { page, desk, unit }: { page: Page; desk: Desk; unit: Unit } = $props();

  const blank = () => ({ elevation_deg: '', azimuth_deg: '' });
  const start = () => ({
    baseline: page.tracking.baseline,
    fall: page.tracking.fall,
    one: { ...blank(), ...page.tracking.stations[0] },
    two: { ...blank(), ...page.tracking.stations[1] },
  });
  let told = $state(start());
  let seen = '';
  // Until something is typed the form follows what stands; from then on it is an edit of what stood there.
  let stood = JSON.stringify(untrack(start));
  $effect(() => {
    const now = start();
    if (JSON.stringify(untrack(() => told)) !== stood) return;
    stood = JSON.stringify(now);
    told = now;
    seen = page.flight.version;
  });
  let refused = $state<ApiError>();
  const there = $derived(page.tracking.stations.length > 0 || page.tracking.fall !== '');

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const before = stood;
    stood = JSON.stringify(told);
    try {
      await desk.tracking({ baseline: told.baseline, stations: [told.one, told.two], fall: told.fall }, seen);
      refused = undefined;
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      stood = before;
      refused = error;
      seen = standing(error) ?? seen;
    }
  }
</script>

<details class="paper p-4" open={there}>
  <summary class="cursor-pointer text-lg font-bold">Tracked from the ground</summary>
  {#if page.tracking.baseline_m}
    <TrackDrawing tracking={page.tracking} {unit} />
  {/if}
  {#each page.tracking.sentences as sentence, n (n)}<p class="text-sm">{sentence}</p>{/each}
  <form class="no-print mt-2" onsubmit={keep} novalidate>
    <div class="grid grid-cols-2 gap-x-3">
      <Field
        compact
        label="Baseline"
        name="baseline"
        bind:value={told.baseline}
        error={refused?.of('baseline_m')}
        hint="Between two stations, or from one to the pad."
      />
      <Field
        compact
        label="Seconds of fall"
        name="fall"
        bind:value={told.fall}
        error={refused?.of('fall_s')}
        hint="Canopy open to ground, by a watch."
      />
    </div>
    {#each [told.one, told.two] as station, i (i)}
      <div class="mt-1 grid grid-cols-2 gap-x-3">
        <Field
          compact
          label={`${i ? 'Second' : 'First'} station: elevation`}
          name={`elevation_${i}`}
          bind:value={station.elevation_deg}
          error={refused?.of(`stations.${i}.elevation_deg`)}
          placeholder="42°"
        />
        <Field
          compact
          label="its azimuth"
          name={`azimuth_${i}`}
          bind:value={station.azimuth_deg}
          error={refused?.of(`stations.${i}.azimuth_deg`)}
          placeholder={i ? '55°' : 'only with two'}
        />
      </div>
    {/each}
    <Refused error={refused} />
    <button class="btn btn-sm mt-2">Work out the height</button>
  </form>
</details>
