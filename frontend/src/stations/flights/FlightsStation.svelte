<script lang="ts">
  import { route } from '../../router';
  import { useLogbook } from '../../api/queries';
  import Later from '../../kit/Later.svelte';
  import Loading from '../../kit/Loading.svelte';
  import FlightList from '../../logbook/FlightList.svelte';
  import Totals from '../../logbook/Totals.svelte';
  import { p } from '../../router';
  import Compared from './Compared.svelte';
  import RocketFrame from '../RocketFrame.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const log = useLogbook(() => ({ rocket: id, page: 0 }));
</script>

<RocketFrame {id} station="flights">
  {#snippet work()}
    <Loading query={log}>
      {#snippet children(found)}
        <div class="mb-2 flex flex-wrap items-end justify-between gap-3">
          <Totals totals={found.totals} />
          <span class="flex flex-wrap gap-2">
            <a class="btn" href={p('/rockets/:id/teardown', { params: { id } })}>Cut open</a>
            <a class="btn btn-primary" href={p('/rockets/:id/log', { params: { id } })}>Log a flight</a>
          </span>
        </div>
        {#if found.flights.length}
          {#if found.flights.length > 1}<Later height={262}><Compared flights={found.flights} /></Later>{/if}
          <Later><FlightList flights={found.flights} ofOne /></Later>
        {:else}
          <p class="paper p-6">
            It has not flown yet. <a class="link" href={p('/rockets/:id/motor', { params: { id } })}
              >Choose its motor</a
            >, fly it, and log what happened.
          </p>
        {/if}
      {/snippet}
    </Loading>
  {/snippet}
</RocketFrame>
