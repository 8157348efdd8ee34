<script lang="ts">
  import { searchParams } from 'sv-router';
  import { day } from '../api/format';
  import { useStatistics } from '../api/logbook';
  import Loading from '../kit/Loading.svelte';
  import { p } from '../router';
  import Shares from './Shares.svelte';

  const year = $derived(Number(searchParams.get('year')) || 0);
  const figures = useStatistics(() => (year ? { year } : {}));
</script>

<svelte:head><title>The log in figures · Wobbly Fin</title></svelte:head>

<div class="mb-3 flex flex-wrap items-end justify-between gap-3">
  <h1 class="text-3xl font-bold">The log in figures</h1>
  <a class="btn btn-sm no-print" href={p('/logbook')}>Back to the logbook</a>
</div>
<Loading query={figures}>
  {#snippet children(found)}
    {#if !found.rockets.length}
      <p class="paper p-6">Nothing has flown yet; figures want flights.</p>
    {:else}
      <p class="quiet mb-2">{found.said}</p>
      <div class="grid grid-cols-1 gap-2 lg:grid-cols-2">
        <Shares title="By rocket" rows={found.rockets} />
        <div class="grid content-start gap-2">
          <Shares title="By season" rows={found.seasons} />
          <section class="paper p-4" aria-label="Real delays">
            <h2 class="text-lg font-bold">Real delays</h2>
            {#each found.delays as d (d.motor + d.label_s)}<p class="text-sm">
                <b>{d.motor}-{d.label_s}</b>
                {d.said}
              </p>{:else}<p class="quiet text-sm">No log or read-out has told one yet.</p>{/each}
          </section>
          <section class="paper p-4" aria-label="Certification flights">
            <h2 class="text-lg font-bold">Certification flights</h2>
            {#each found.certifications as c (c.flight_id)}<p class="text-sm">
                <a class="link" href={p('/logbook/:id', { params: { id: c.flight_id } })}
                  >Level {c.level}: {c.rocket} on {c.label}, {day(c.day)}</a
                >
                <span class={c.passed ? 'text-success' : 'text-error'}>{c.passed ? '✓' : '✕'} {c.said}</span>
              </p>{:else}<p class="quiet text-sm">None is marked as one.</p>{/each}
          </section>
        </div>
        <div class="lg:col-span-2"><Shares title="By motor" rows={found.motors} /></div>
      </div>
    {/if}
  {/snippet}
</Loading>
