<script lang="ts">
  import { searchParams } from 'sv-router';
  import { count, todayIso } from '../api/format';
  import { useRange } from '../api/sharing';
  import Loading from '../kit/Loading.svelte';
  import Alarm from '../launchdays/field/Alarm.svelte';
  import { Alerts } from '../launchdays/field/alerts.svelte';
  import HeadsUp from '../launchdays/field/HeadsUp.svelte';
  import FlightCards from './FlightCards.svelte';

  const day = $derived(String(searchParams.get('day') ?? '') || todayIso());
  const range = useRange(() => day);
  const alerts = new Alerts();
  $effect(() => alerts.run());
</script>

<svelte:head><title>The range · Wobbly Fin</title></svelte:head>

{#if alerts.who}<Alarm note={`Called by ${alerts.who}.`} onclose={() => (alerts.who = '')} />{/if}
<div class="mb-2 flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1 class="text-3xl font-bold">The range</h1>
    <p class="quiet">Everybody’s flights of a date, each judged by its flyer’s rocket, motor and weather.</p>
  </div>
  <div class="no-print flex items-end gap-2">
    <label class="text-sm"
      >Date <input
        type="date"
        class="input input-sm w-auto"
        value={day}
        onchange={(e) => searchParams.set('day', e.currentTarget.value)}
      /></label
    >
    <button class="btn btn-sm" onclick={() => print()}>Print</button>
    <div class="w-44"><HeadsUp /></div>
  </div>
</div>
<Loading query={range} waiting="Flying everybody’s day…">
  {#snippet children(found)}
    {#each found.manifests as manifest (manifest.id)}
      <section class="mb-4" aria-label={`Manifest of ${manifest.flyer}`}>
        <h2 class="mb-1 flex flex-wrap items-baseline gap-x-3 text-xl font-bold">
          {manifest.flyer}
          <span class="quiet text-sm font-normal"
            >{manifest.name} · {manifest.field || 'no field chosen'} · {manifest.hours} · {count(
              manifest.cards.length,
              'flight',
            )}</span
          >
          <a class="btn btn-sm no-print ml-auto" href={`/api/range/${manifest.id}/papers.pdf`} download
            >Cards as PDF</a
          >
        </h2>
        <FlightCards {manifest} flyer={manifest.flyer} />
      </section>
    {:else}
      <p class="paper p-6">No flights are planned for this date.</p>
    {/each}
    <p class="quiet text-sm">
      Advice only: the motor maker’s sheet, the local code and the officer on the range decide.
    </p>
  {/snippet}
</Loading>
