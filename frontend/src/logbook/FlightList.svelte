<script lang="ts">
  import type { Logged } from '../api/queries';
  import { day } from '../api/format';
  import { inTurns } from '../kit/turns.svelte';
  import { p } from '../router';
  import MissBar from './MissBar.svelte';

  let { flights, ofOne = false }: { flights: Logged[]; ofOne?: boolean } = $props();

  const lines = inTurns(() => flights, 4, 2);
</script>

<!-- A table where there is room for one; on a phone each flight is a card: when, what and on what above, how high, what happened. -->
<!-- Its place is kept while it grows: what stands below is not pushed down under somebody's eyes. -->
<div
  class={[
    'paper',
    lines.shown.length < flights.length &&
      'min-h-[calc(var(--flights)*100px)] md:min-h-[calc(var(--flights)*42px)]',
  ]}
  style:--flights={flights.length}
>
  <table class="w-full max-md:block">
    <thead class="max-md:sr-only">
      <tr class="border-base-content border-b text-left text-sm">
        <th class="px-3 py-2" scope="col">Day</th>
        {#if !ofOne}<th class="px-3" scope="col">Rocket</th>{/if}
        <th class="px-3" scope="col">Motor</th>
        <th class="px-3" scope="col">Height: forecast → measured</th>
        <th class="px-3" scope="col">What happened</th>
      </tr>
    </thead>
    <tbody class="max-md:block">
      {#each lines.shown as flight (flight.id)}
        <tr
          class="border-base-300 hover:bg-base-200 border-b align-top max-md:flex max-md:flex-wrap max-md:items-baseline max-md:gap-x-3 max-md:px-3 max-md:py-2"
        >
          <td class="whitespace-nowrap md:px-3 md:py-2"
            ><a class="link" href={p('/logbook/:id', { params: { id: flight.id } })}>{day(flight.flown_on)}</a
            ></td
          >
          {#if !ofOne}
            <td class="md:px-3 md:py-2 xl:whitespace-nowrap"
              ><a
                class="hover:underline"
                href={p('/rockets/:id/flights', { params: { id: flight.rocket_id } })}>{flight.rocket_name}</a
              ></td
            >
          {/if}
          <td class="font-semibold whitespace-nowrap md:px-3 md:py-2">{flight.label}</td>
          <td class="max-md:w-full md:px-3 md:py-2 md:whitespace-nowrap"><MissBar {flight} /></td>
          <td class="max-md:w-full md:px-3 md:py-2">
            <span class={['font-semibold', flight.success ? 'text-success' : 'text-error']}
              >{flight.success ? '✓' : '✕'}</span
            >
            {flight.said.opening}, {flight.said.landing}{flight.remarks ? '.' : ''}
            <span class="quiet max-sm:hidden">{flight.remarks}</span>
            {#if flight.has_log}<span class="quiet text-sm">· log</span>{/if}
            {#if flight.has_review}<a
                class="link text-sm"
                href={p('/logbook/:id/review', { params: { id: flight.id } })}>· reviewed</a
              >{/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</div>
