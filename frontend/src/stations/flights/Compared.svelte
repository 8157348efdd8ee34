<script lang="ts">
  import { day, unitsOf } from '../../api/format';
  import { useSession, type Logged } from '../../api/queries';
  import { linear } from '../../drawing/plot';
  import { laidOut, likely } from '../../drawing/laidOut';

  let { flights }: { flights: Logged[] } = $props();

  const session = useSession();
  const unit = $derived(unitsOf(session.data?.units).height);
  let width = $state(likely(800));
  const height = 190;
  const floor = height - 40;
  const shown = $derived(
    [...flights].reverse().filter((f) => f.forecast_apogee_m !== null || f.apogee_m !== null),
  );
  const tops = $derived(shown.flatMap((f) => [f.forecast_apogee_m ?? 0, f.apogee_m ?? 0]));
  const y = $derived(linear(Math.max(1, ...tops) / unit.size, floor, 10, 4, true));
  const wide = $derived((width - 60) / Math.max(shown.length, 1));
  const says = $derived(
    `Height by flight. ${shown.map((f) => `${day(f.flown_on)} on ${f.label}: forecast ${f.said.forecast ?? 'none'}, measured ${f.said.height ?? 'not'}`).join('. ')}`,
  );
</script>

{#if shown.length > 1}
  <section class="paper mb-2 px-4 py-2" aria-label="Its flights compared">
    <h2 class="font-bold">Forecast and fact, flight by flight</h2>
    <div {@attach laidOut((w) => (width = w))}>
      <svg {width} {height} role="img" aria-label={says}>
        {#each y.ticks as tick (tick)}
          <line x1="46" x2={width - 8} y1={y(tick)} y2={y(tick)} class="stroke-base-300" />
          <text x="40" y={y(tick) + 4} text-anchor="end" class="fill-base-content text-[12px]"
            >{Math.round(tick)}{tick === y.ticks.at(-1) ? ` ${unit.symbol}` : ''}</text
          >
        {/each}
        {#each shown as f, i (f.id)}
          {@const x = 52 + wide * (i + 0.5)}
          {@const bar = Math.min(16, wide * 0.25)}
          {#if f.forecast_apogee_m !== null}<rect
              x={x - bar - 2}
              width={bar}
              y={y(f.forecast_apogee_m / unit.size)}
              height={floor - y(f.forecast_apogee_m / unit.size)}
              class="stroke-base-content fill-none"
              stroke-dasharray="3 2"
            />{/if}
          {#if f.apogee_m !== null}<rect
              x={x + 2}
              width={bar}
              y={y(f.apogee_m / unit.size)}
              height={floor - y(f.apogee_m / unit.size)}
              class="fill-info"
            />{/if}
          <text {x} y={floor + 15} text-anchor="middle" class="fill-base-content text-[12px] font-semibold"
            >{f.label}</text
          >
          {#if wide > 74}<text {x} y={floor + 30} text-anchor="middle" class="fill-base-content text-[11px]"
              >{day(f.flown_on).slice(0, -5)}{f.said.off ? `, ${f.said.off}` : ''}</text
            >{/if}
        {/each}
        <line x1="46" x2={width - 8} y1={floor} y2={floor} class="stroke-base-content" stroke-width="1.2" />
      </svg>
    </div>
    <p class="quiet text-sm">Dashed: forecast of that day, frozen. Filled: measured.</p>
  </section>
{/if}
