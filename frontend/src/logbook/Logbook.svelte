<script lang="ts">
  import { MediaQuery } from 'svelte/reactivity';
  import { searchParams } from 'sv-router';
  import { useLogbook, useRockets } from '../api/queries';
  import Later from '../kit/Later.svelte';
  import Loading from '../kit/Loading.svelte';
  import { p } from '../router';
  import Files from './Files.svelte';
  import PaperLog from './PaperLog.svelte';
  import FlightList from './FlightList.svelte';
  import Pages from './Pages.svelte';
  import Records from './Records.svelte';
  import Season from './Season.svelte';
  import Totals from './Totals.svelte';

  const rockets = useRockets();
  const rocket = $derived(String(searchParams.get('rocket') ?? ''));
  const outcome = $derived(String(searchParams.get('outcome') ?? ''));
  const year = $derived(Number(searchParams.get('year')) || 0);
  const page = $derived(searchParams.get('page') === 'all' ? 0 : Number(searchParams.get('page')) || 1);
  const log = useLogbook(() => ({
    ...(rocket ? { rocket } : {}),
    ...(outcome ? { outcome } : {}),
    ...(year ? { year } : {}),
    page,
  }));
  const narrowed = $derived(Boolean(rocket || outcome || year));

  function narrow(name: string, value: string) {
    if (value) searchParams.set(name, value);
    else searchParams.delete(name);
    if (name !== 'page') searchParams.delete('page');
  }
  const wide = new MediaQuery('width >= 40rem', true); // as `sm` of the styles
</script>

<svelte:head><title>Logbook · Wobbly Fin</title></svelte:head>

<div class="mb-3 flex flex-wrap items-end justify-between gap-3">
  <h1 class="text-3xl font-bold">Logbook</h1>
  <div class="no-print flex flex-wrap gap-2">
    <select
      class="select select-sm w-auto"
      aria-label="Of which rocket"
      value={rocket}
      onchange={(e) => narrow('rocket', e.currentTarget.value)}
    >
      <option value="">every rocket</option>
      {#each rockets.data ?? [] as r (r.id)}<option value={r.id}>{r.name}</option>{/each}
    </select>
    <select
      class="select select-sm w-auto"
      aria-label="How it went"
      value={outcome}
      onchange={(e) => narrow('outcome', e.currentTarget.value)}
    >
      <option value="">good and bad</option>
      <option value="success">came back fit to fly</option>
      <option value="failure">did not</option>
    </select>
    <select
      class="select select-sm w-auto"
      aria-label="Which year"
      value={String(year || '')}
      onchange={(e) => narrow('year', e.currentTarget.value)}
    >
      <option value="">every year</option>
      {#each log.data?.years ?? [] as y (y)}<option value={String(y)}>{y}</option>{/each}
    </select>
    <a class="btn btn-sm" href={p('/logbook/figures')}>In figures</a>
    <button class="btn btn-sm" onclick={() => print()}>Print</button>
  </div>
</div>
<Loading query={log}>
  {#snippet children(found)}
    {#if found.flights.length}
      <div class="mb-2"><Totals totals={found.totals} /></div>
      {#if found.records.length && wide.current}<Later class="mb-2 min-h-[178px] md:min-h-[66px]"
          ><Records records={found.records} /></Later
        >{:else if found.records.length}<details class="mb-2">
          <summary class="link cursor-pointer px-4">Records</summary>
          <Records records={found.records} />
        </details>{/if}
      <!-- Before what it turns: nobody tabs through a page of flights to reach the next. -->
      <Pages book={found} turn={(to) => narrow('page', to)} />
      <Later class="mb-2 min-h-[172px] md:min-h-[156px]"><Season flights={found.season} /></Later>
      <Later><FlightList flights={found.flights} /></Later>
      <div class="mt-2"><Pages below book={found} turn={(to) => narrow('page', to)} /></div>
    {:else if narrowed}
      <p class="paper p-6">No flight is like that. <a class="link" href={p('/logbook')}>Show all.</a></p>
    {:else}
      <p class="paper p-6">
        Nothing has flown yet. Open a rocket in the <a class="link" href={p('/')}>hangar</a>, choose its
        motor, and press “Log this flight” when it is down.
      </p>
    {/if}
    <Later><PaperLog /></Later>
    <Later><Files /></Later>
  {/snippet}
</Loading>
