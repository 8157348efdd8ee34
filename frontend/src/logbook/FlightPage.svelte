<script lang="ts">
  import { ask, client } from '../api/client';
  import { day, heightUnit } from '../api/format';
  import { queryClient, useChange, useFlown, useSession } from '../api/queries';
  import FlightPlot from '../drawing/FlightPlot.svelte';
  import Loading from '../kit/Loading.svelte';
  import { notify } from '../kit/notices.svelte';
  import { navigate, p, route } from '../router';
  import Facts from './Facts.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const flown = useFlown(() => id);
  const session = useSession();
  const unit = $derived(
    heightUnit(session.data?.units?.system ?? 'metric', session.data?.units?.exceptions?.['height']),
  );

  const bin = useChange(
    () => ask(client.DELETE('/api/logbook/flights/{key}', { params: { path: { key: id } } })),
    ['logbook', 'rockets'],
  );

  async function throwOut() {
    const key = id;
    await bin.mutateAsync(undefined);
    notify('The flight is in the bin.', {
      undo: async () => {
        await ask(client.POST('/api/logbook/flights/{key}/restore', { params: { path: { key } } }));
        await queryClient.invalidateQueries();
      },
    });
    await navigate('/logbook');
  }
</script>

<svelte:head><title>Flight · Wobbly Fin</title></svelte:head>

<Loading query={flown}>
  {#snippet children(found)}
    {@const flight = found.flight}
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
      <button class="btn btn-ghost btn-sm text-error no-print" onclick={throwOut}>Bin this flight</button>
    </div>
    <div class="grid gap-2 lg:grid-cols-[minmax(0,1fr)_440px]">
      <section class="paper p-4" aria-label="Forecast against fact">
        <h2 class="mb-1 text-lg font-bold">Forecast against fact</h2>
        {#each found.sentences as sentence (sentence)}<p class="mb-1">{sentence}</p>{/each}
        {#if found.time_s.length}
          <FlightPlot
            flight={{ ...found, delay_s: flight.delay_s }}
            {unit}
            {...flight.apogee_m === null ? {} : { measuredM: flight.apogee_m }}
          />
        {/if}
        <p class="quiet text-sm">
          Forecast of that day, frozen: {found.conditions} Core {found.core_version}. {found.changed_since.join(
            ' ',
          )}
        </p>
        {#if flight.remarks}<blockquote class="border-accent mt-3 border-l-4 pl-3">
            {flight.remarks}
          </blockquote>{/if}
      </section>
      {#key flight.id}<Facts {found} />{/key}
    </div>
  {/snippet}
</Loading>
