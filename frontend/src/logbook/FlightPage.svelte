<script lang="ts">
  import { untrack } from 'svelte';
  import { ask, client } from '../api/client';
  import { day, unitsOf } from '../api/format';
  import { useDesk, useFlightPage } from '../api/logbook';
  import { useSession } from '../api/queries';
  import OverlayPlot from '../drawing/OverlayPlot.svelte';
  import Later from '../kit/Later.svelte';
  import Loading from '../kit/Loading.svelte';
  import { throwOut } from '../kit/bin';
  import { said } from '../kit/said';
  import { navigate, p, route } from '../router';
  import Altimeter from './Altimeter.svelte';
  import DropLog from './DropLog.svelte';
  import Facts from './Facts.svelte';
  import Holds from './Holds.svelte';
  import LandedMap from './LandedMap.svelte';
  import Photos from './Photos.svelte';
  import Readouts from './Readouts.svelte';
  import Tracking from './Tracking.svelte';
  import Said from '../kit/Said.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const page = useFlightPage(() => id);
  const desk = useDesk(() => id);
  const session = useSession();
  const units = $derived(unitsOf(session.data?.units));

  function out() {
    const path = { params: { path: { key: id } } };
    return throwOut({
      says: 'The flight is in the bin.',
      away: () => ask(client.DELETE('/api/logbook/flights/{key}', path)),
      back: () => ask(client.POST('/api/logbook/flights/{key}/restore', path)),
      leave: () => navigate('/logbook'),
    });
  }
</script>

<svelte:head><title>Flight · Wobbly Fin</title></svelte:head>

<Loading query={page} waiting="Reading its logs…">
  {#snippet children(found)}
    {@const flight = found.flight}
    {@const lifts = Number(found.forecast['liftoff_time_s'] ?? 0)}
    <div class="mb-2 flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1 class="text-2xl font-bold">
          <a class="hover:underline" href={p('/rockets/:id/flights', { params: { id: flight.rocket_id } })}
            >{flight.rocket_name}</a
          >
          on {flight.label}
        </h1>
        <p class="quiet">
          {day(flight.flown_on)}{flight.field_name ? `, ${flight.field_name}` : ''} ·
          <span class={['font-semibold', flight.success ? 'text-success' : 'text-error']}
            >{flight.success ? '✓' : '✕'} {flight.said.opening}, {flight.said.landing}</span
          >
        </p>
      </div>
      <div class="no-print flex flex-wrap gap-2">
        <a
          class={['btn btn-sm', !flight.success && !found.review ? 'btn-primary' : '']}
          href={p('/logbook/:id/review', { params: { id } })}
          >{found.review ? 'Its review' : flight.success ? 'Review it' : 'Take the failure apart'}</a
        >
        <button class="btn btn-sm" onclick={() => print()}>Print</button>
        <button class="btn btn-ghost btn-sm text-error" onclick={out}>Bin this flight</button>
      </div>
    </div>
    {#if found.review?.['cause']}<p class="paper mb-2 px-4 py-2">
        <b>Reviewed:</b>
        {found.review['cause']}. {found.review['lesson']}
      </p>{/if}
    <div class="grid grid-cols-1 gap-2 lg:grid-cols-[minmax(0,1fr)_430px]">
      <div class="grid grid-cols-[minmax(0,1fr)] content-start gap-2">
        <Holds flight={id} />
        <section class="paper p-4" aria-label="Forecast against fact">
          <h2 class="mb-1 text-lg font-bold">Forecast against fact</h2>
          {#each found.sentences as sentence, n (n)}<p class="mb-0.5"><Said text={sentence} /></p>{/each}
          {#each found.best as sentence, n (n)}<p class="quiet text-sm">
              Height: <Said text={sentence} />
            </p>{/each}
          {#if found.time_s.length || found.curve}
            <div class="mt-2">
              <Later height={250}
                ><OverlayPlot
                  fitted
                  curve={found.curve}
                  {...found.time_s.length ? { forecast: found } : {}}
                  {units}
                  {lifts}
                /></Later
              >
            </div>
          {/if}
        </section>
        <Later height={500}
          ><section class="paper overflow-x-auto p-4" aria-label="Read-outs">
            {#key flight.id}<Readouts page={found} {desk} />{/key}
            <p class="quiet mt-2 text-sm">
              Forecast of that day, frozen: <Said text={found.conditions} /> Core {found.core_version}. {found.changed_since.join(
                ' ',
              )}
            </p>
          </section></Later
        >
        <Later height={106}
          ><section class="paper p-4" aria-label="What was learnt">
            <h2 class="text-lg font-bold">What its flights taught</h2>
            {#each found.learnt.sentences as sentence, n (n)}<p><Said text={sentence} /></p>{/each}
            <p class="quiet text-sm">
              Height and speed of every measured flight are fitted together; the next forecast counts with it.
            </p>
          </section></Later
        >
        {#key flight.id}
          <Later height={62}><Altimeter {desk} /></Later>
          <Later height={90}><Photos page={found} {desk} /></Later>
        {/key}
      </div>
      <div class="grid grid-cols-[minmax(0,1fr)] content-start gap-2">
        {#key flight.id}
          <Later height={154}><DropLog page={found} {desk} {units} /></Later>
          <Later height={357}><LandedMap page={found} {desk} unit={units.height} /></Later>
          <Later height={62}><Tracking page={found} {desk} unit={units.height} /></Later>
          <Later height={62}
            ><details class="paper p-4" open={untrack(() => !found.typed['height'] && !found.logs.length)}>
              <summary class="cursor-pointer text-lg font-bold">The facts as told</summary>
              <label class="mt-2 block text-sm"
                >Flown for a certification level
                <select
                  class="select select-sm ml-1 w-auto"
                  name="certification"
                  value={String(found.certification ?? '')}
                  onchange={(e) =>
                    desk
                      .certification(Number(e.currentTarget.value) || null, found.flight.version)
                      .catch(said)}
                >
                  <option value="">no</option>
                  {#each [1, 2, 3] as level (level)}<option value={String(level)}>level {level}</option
                    >{/each}
                </select></label
              >
              <Facts {found} />
            </details></Later
          >
        {/key}
        {#if flight.remarks}<blockquote class="border-accent paper border-l-4 p-3">
            {flight.remarks}
          </blockquote>{/if}
      </div>
    </div>
  {/snippet}
</Loading>
