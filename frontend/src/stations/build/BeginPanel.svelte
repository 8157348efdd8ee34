<script lang="ts">
  import type { Rocket } from '../../api/queries';
  import type { Station } from '../../api/workshop';
  import { useAdvice } from '../../api/logbook';
  import { p } from '../../router';
  import type { Bench } from './bench.svelte';
  import MendChoice from './MendChoice.svelte';
  import Problems from './Problems.svelte';

  let { id, rocket, station, bench }: { id: string; rocket: Rocket; station: Station; bench: Bench } =
    $props();

  const advice = useAdvice();
</script>

<section class="paper max-w-3xl p-6" aria-label="Begin">
  {#if station.quick}
    <h2 class="text-xl font-bold">No parts, no steps</h2>
    <p class="mt-1">
      This rocket is told in a few measured figures. A plan is made from its parts: tube, rings, fins. Grow it
      into an airframe at the <a class="link" href={p('/rockets/:id/shape', { params: { id } })}
        >Shape station</a
      >, then come back.
    </p>
  {:else}
    <h2 class="text-2xl font-bold">
      {rocket.flights ? 'It has flown already' : 'Nothing is on the bench yet'}
    </h2>
    <p class="mt-1">{station.headline}</p>
    <p class="quiet">
      In an order that works, fitted round your free evenings and what the glue needs; with the numbers of
      this very rocket at each step.
    </p>
    <Problems {id} problems={station.problems} />
    {#if advice.data?.length}
      <div class="mt-3" aria-label="What rockets cut open advise">
        <h3 class="font-bold">What rockets cut open say</h3>
        <ul class="list-disc pl-5 text-sm">
          {#each advice.data as line, n (n)}<li>{line}</li>{/each}
        </ul>
      </div>
    {/if}
    <div class="mt-4 flex flex-wrap items-end gap-3">
      <button
        class={['btn', !rocket.flights && 'btn-primary']}
        disabled={bench.change.isPending}
        onclick={() => bench.begin(id, 'build')}
        >{rocket.flights ? 'Build it again' : 'Begin the build'}</button
      >
      <span class="quiet pb-2">or mend:</span>
      <MendChoice {id} {station} {bench} first={rocket.flights > 0} />
    </div>
  {/if}
  {#if bench.change.error}<p class="text-error mt-2" role="alert">{bench.change.error.message}</p>{/if}
</section>
