<script lang="ts">
  import type { Logged } from '../api/queries';
  import { day } from '../api/format';
  import { inTurns } from '../kit/turns.svelte';
  import { p } from '../router';
  import MissBar from './MissBar.svelte';

  let { flights, ofOne = false }: { flights: Logged[]; ofOne?: boolean } = $props();

  const lines = inTurns(() => flights);
</script>

<div class="paper overflow-x-auto">
  <table class="w-full min-w-[720px]">
    <thead>
      <tr class="border-base-content border-b text-left text-sm">
        <th class="px-3 py-2" scope="col">Day</th>
        {#if !ofOne}<th class="px-3" scope="col">Rocket</th>{/if}
        <th class="px-3" scope="col">Motor</th>
        <th class="px-3" scope="col">Height: forecast → measured</th>
        <th class="px-3" scope="col">What happened</th>
      </tr>
    </thead>
    <tbody>
      {#each lines.shown as flight (flight.id)}
        <tr class="border-base-300 hover:bg-base-200 border-b align-top">
          <td class="px-3 py-2 whitespace-nowrap"
            ><a class="link" href={p('/logbook/:id', { params: { id: flight.id } })}>{day(flight.flown_on)}</a
            ></td
          >
          {#if !ofOne}
            <td class="px-3 py-2"
              ><a
                class="hover:underline"
                href={p('/rockets/:id/flights', { params: { id: flight.rocket_id } })}>{flight.rocket_name}</a
              ></td
            >
          {/if}
          <td class="px-3 py-2 font-semibold whitespace-nowrap">{flight.label}</td>
          <td class="px-3 py-2 whitespace-nowrap"><MissBar {flight} /></td>
          <td class="px-3 py-2">
            <span class={['font-semibold', flight.success ? 'text-success' : 'text-error']}
              >{flight.success ? '✓' : '✕'}</span
            >
            {flight.said.opening}, {flight.said.landing}{flight.remarks ? '.' : ''}
            <span class="quiet">{flight.remarks}</span>
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
