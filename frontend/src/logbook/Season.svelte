<script lang="ts">
  import { day } from '../api/format';
  import type { Mark } from '../api/queries';
  import { inTurns } from '../kit/turns.svelte';
  import { navigate } from '../router';
  import { monthsOf, monthTicks, places } from './season';
  import { laidOut, likely } from '../drawing/laidOut';

  let { flights }: { flights: Mark[] } = $props();

  let width = $state(likely(900));
  let pointed = $state<Mark>();
  const height = 118;
  const floor = height - 24;
  const at = $derived(places(flights));
  const marks = inTurns(() => flights, 8, 8);
  const months = $derived(monthsOf(flights));
  const ticks = $derived(monthTicks(months.first, months.last, Math.min(12, Math.floor(width / 64))));
  const x = (share: number) => 14 + share * (width - 28);
  const deepest = $derived(Math.max(1, ...[...at.values()].map((v) => v.pile + 1)));
  const step = $derived(Math.min(17, (floor - 12) / deepest));
</script>

<section class="paper mb-2 px-4 pt-2 pb-1" aria-label="The season">
  <div {@attach laidOut((w) => (width = w))} class="overflow-hidden">
    <svg
      {width}
      {height}
      role="group"
      aria-label={`${flights.length} flights by day; each leads to its page`}
    >
      <line x1="8" x2={width - 8} y1={floor} y2={floor} class="stroke-base-content" stroke-width="1.4" />
      {#each ticks as tick (tick.words + tick.share)}
        <line x1={x(tick.share)} x2={x(tick.share)} y1={floor} y2={floor + 6} class="stroke-base-content" />
        <text x={x(tick.share) + 3} y={floor + 17} class="fill-base-content text-[12px]">{tick.words}</text>
      {/each}
      {#each marks.shown as f (f.id)}
        {@const place = at.get(f.id) ?? { share: 0, pile: 0 }}
        <a
          href={`/logbook/${f.id}`}
          aria-label={`${day(f.flown_on)}, ${f.rocket_name} on ${f.label}: ${f.said}`}
          onclick={(e) => {
            e.preventDefault();
            void navigate('/logbook/:id', { params: { id: f.id } });
          }}
          onpointerenter={() => (pointed = f)}
          onpointerleave={() => (pointed = undefined)}
          onfocus={() => (pointed = f)}
          onblur={() => (pointed = undefined)}
        >
          {#if f.success}
            <circle
              cx={x(place.share)}
              cy={floor - 9 - place.pile * step}
              r="6.5"
              class={[f.has_log ? 'fill-info' : 'fill-base-100', 'stroke-base-content']}
              stroke-width="1.5"
            />
          {:else}
            <path
              d={`M${x(place.share) - 6} ${floor - 15 - place.pile * step} l12 12 m0 -12 l-12 12`}
              class="stroke-error"
              stroke-width="3"
            />
          {/if}
        </a>
      {/each}
    </svg>
  </div>
  <p class="min-h-6 text-sm" aria-live="polite">
    {#if pointed}<b>{pointed.rocket_name}</b> on {pointed.label}, {day(pointed.flown_on)}: {pointed.said}
    {:else}<span class="quiet">○ flies again · ● with a log · ✕ does not</span>{/if}
  </p>
</section>
