<script lang="ts">
  import { gravities, mark, rounded, seconds, type Units } from '../../../api/format';
  import { interpolate, line, linear } from '../../../drawing/plot';
  import type { Forecast } from '../../../api/queries';
  import type { Playback } from './playback.svelte';
  import Later from '../../../kit/Later.svelte';
  import { laidOut, likely } from '../../../drawing/laidOut';

  let { flight, units, play }: { flight: Forecast; units: Units; play: Playback } = $props();

  const left = 46;
  let width = $state(likely(520));
  const lasts = $derived(flight.time_s.at(-1) ?? 1);
  const x = $derived(linear(lasts, left, width - 10, 8));
  const bands = $derived([
    {
      name: 'height',
      symbol: units.height.symbol,
      top: 6,
      tall: 124,
      values: flight.altitude_m.map((v) => v / units.height.size),
    },
    {
      name: 'speed',
      symbol: units.speed.symbol,
      top: 142,
      tall: 74,
      values: flight.speed_m_s.map((v) => v / units.speed.size),
    },
    {
      name: 'acceleration',
      symbol: 'g',
      top: 228,
      tall: 62,
      values: flight.acceleration_m_s2.map(gravities),
    },
  ]);
  const foot = 290;
  const told = $derived(flight.events.filter((e) => e.time_s <= lasts + 0.01));

  function scrub(event: PointerEvent) {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    play.seek(x.invert(event.clientX - box.left));
  }
</script>

<div {@attach laidOut((w) => (width = w))}>
  <svg
    {width}
    height={foot + 34}
    role="img"
    class="cursor-ew-resize touch-none"
    aria-label={`Height, speed and acceleration against time. ${told.map((e) => `${e.words} at ${seconds(e.time_s)}`).join('. ')}`}
    onpointerdown={(e) => {
      (e.currentTarget as Element).setPointerCapture(e.pointerId);
      play.stop();
      scrub(e);
    }}
    onpointermove={(e) => e.buttons && scrub(e)}
  >
    <Later bare>
      {#each bands as band (band.name)}
        {@const y = linear(
          Math.max(0.1, ...band.values) * 1.12,
          band.top + band.tall,
          band.top,
          band.tall > 90 ? 4 : 2,
        )}
        {#each y.ticks as at (at)}
          <line x1={left} x2={width - 10} y1={y(at)} y2={y(at)} class="stroke-base-300" />
          <text x={left - 5} y={y(at) + 4} text-anchor="end" class="fill-base-content text-[11px]"
            >{mark(at)}</text
          >
        {/each}
        <line
          x1={left}
          x2={width - 10}
          y1={band.top + band.tall}
          y2={band.top + band.tall}
          class="stroke-base-content"
        />
        <path
          d={line(flight.time_s, band.values, x, y)}
          class="stroke-base-content fill-none"
          stroke-width="1.8"
        />
        <text
          x={width - 12}
          y={band.top + 11}
          text-anchor="end"
          class="fill-base-content text-[12px] font-semibold">{band.name}, {band.symbol}</text
        >
        <circle
          cx={x(play.at)}
          cy={y(interpolate(flight.time_s, band.values, play.at))}
          r="4"
          class="fill-primary stroke-base-100"
          stroke-width="1.5"
        />
      {/each}
    </Later>
    {#each told as event (event.code + event.time_s)}
      <line
        x1={x(event.time_s)}
        x2={x(event.time_s)}
        y1="6"
        y2={foot}
        class="stroke-secondary/70"
        stroke-dasharray="2 4"
      />
    {/each}
    {#each x.ticks as at (at)}
      <line x1={x(at)} x2={x(at)} y1={foot} y2={foot + 4} class="stroke-base-content" />
      <text x={x(at)} y={foot + 16} text-anchor="middle" class="fill-base-content text-[11px]"
        >{rounded(at, 2)}</text
      >
    {/each}
    <text x={width - 10} y={foot + 31} text-anchor="end" class="fill-base-content text-[11px]"
      >seconds from ignition</text
    >
    <line x1={x(play.at)} x2={x(play.at)} y1="4" y2={foot} class="stroke-primary" stroke-width="1.6" />
  </svg>
</div>
