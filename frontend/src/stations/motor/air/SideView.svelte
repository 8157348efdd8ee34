<script lang="ts">
  import { at, speedIn, type Units } from '../../../api/format';
  import ScaleBar from '../../../drawing/ScaleBar.svelte';
  import { interpolate } from '../../../drawing/plot';
  import type { Forecast } from '../../../api/queries';
  import type { Playback } from './playback.svelte';
  import Later from '../../../kit/Later.svelte';
  import { laidOut, likely } from '../../../drawing/laidOut';

  let { flight, units, play }: { flight: Forecast; units: Units; play: Playback } = $props();

  const unit = $derived(units.height);
  const height = 320;
  const floor = height - 34;
  let width = $state(likely(480));

  /** The plane looked at: the wind blows from left to right; in calm air, the way it came down. */
  const way = $derived.by(() => {
    const top = flight.wind.at(-1) ?? [0, 0, 0];
    let [ex, ey] = [top[1] ?? 0, top[2] ?? 0];
    if (Math.hypot(ex, ey) < 0.05) [ex, ey] = [flight.x_m.at(-1) ?? 1, flight.y_m.at(-1) ?? 0];
    const size = Math.hypot(ex, ey) || 1;
    return [ex / size, ey / size] as const;
  });
  const along = $derived(flight.x_m.map((x, i) => x * way[0] + (flight.y_m[i] ?? 0) * way[1]));
  const leans = $derived(flight.axis.map((a) => (a[0] ?? 0) * way[0] + (a[1] ?? 0) * way[1]));
  const ups = $derived(flight.axis.map((a) => a[2] ?? 1));
  const bounds = $derived({
    low: Math.min(-10, ...along),
    high: Math.max(10, ...along),
    top: Math.max(10, ...flight.altitude_m) * 1.1,
  });
  const scale = $derived(
    Math.max(1e-3, Math.min((width - 96) / (bounds.high - bounds.low), (floor - 10) / bounds.top)),
  );
  const x0 = $derived(78 + (width - 96 - scale * (bounds.high - bounds.low)) / 2 - scale * bounds.low);
  const px = (m: number) => x0 + scale * m;
  const py = (m: number) => floor - scale * m;
  const path = $derived(
    along.map((m, i) => `${i ? 'L' : 'M'}${at(px(m))} ${at(py(flight.altitude_m[i] ?? 0))}`).join(''),
  );
  const opens = $derived(flight.events.find((e) => e.code === 'ejection')?.time_s ?? Infinity);
  const now = $derived({
    x: px(interpolate(flight.time_s, along, play.at)),
    y: py(interpolate(flight.time_s, flight.altitude_m, play.at)),
    lean: interpolate(flight.time_s, leans, play.at),
    up: interpolate(flight.time_s, ups, play.at),
  });
  const turn = $derived((Math.atan2(now.lean, now.up) * 180) / Math.PI);
  const fastest = $derived(Math.max(0, ...flight.wind.map((w) => Math.hypot(w[1] ?? 0, w[2] ?? 0))));
</script>

<div {@attach laidOut((w) => (width = w))}>
  <svg {width} {height} role="img" aria-label="The flight from the side, the wind from the left">
    <Later bare>
      {#each flight.wind as row, i (i)}
        {@const speed = Math.hypot(row[1] ?? 0, row[2] ?? 0)}
        {@const y = py(row[0] ?? 0)}
        {#if y > 6 && speed > 0.05}
          {@const tip = 8 + 52 * (speed / Math.max(0.5, fastest))}
          <line x1="8" x2={tip} y1={y} y2={y} class="stroke-info" stroke-width="1.4" />
          <path d={`M${tip} ${y - 3} L${tip + 6} ${y} L${tip} ${y + 3} Z`} class="fill-info" />
        {/if}
      {/each}
    </Later>
    <text x="8" y={height - 6} class="fill-base-content text-[11px]"
      >{fastest > 0.05 ? `wind, ${speedIn(units.speed, fastest)} where it is strongest` : 'no wind'}</text
    >
    <line x1="70" x2={width - 6} y1={floor} y2={floor} class="stroke-base-content" stroke-width="1.6" />
    <path d={path} class="stroke-base-content fill-none" stroke-width="2" stroke-linejoin="round" />
    {#each flight.events.filter( (e) => ['burnout', 'apogee', 'ejection', 'main', 'parting'].includes(e.code) ) as event (event.code + event.time_s)}
      {@const ex = px(interpolate(flight.time_s, along, event.time_s))}
      {@const ey = py(interpolate(flight.time_s, flight.altitude_m, event.time_s))}
      <circle cx={ex} cy={ey} r="3.2" class="fill-base-100 stroke-base-content" stroke-width="1.5" />
    {/each}
    <path
      d={`M${px(0) - 7} ${floor} h14 M${px(0)} ${floor} v-12`}
      class="stroke-base-content"
      stroke-width="2"
    />
    <g transform={`translate(${now.x} ${now.y})`}>
      {#if play.at >= opens}
        <path d="M-11 -15 A11 11 0 0 1 11 -15 Z" class="fill-primary stroke-base-content" stroke-width="1" />
        <path d="M-11 -15 L0 0 L11 -15 M0 0 V-15" class="stroke-base-content fill-none" stroke-width="0.8" />
        <circle r="2.6" class="fill-base-content" />
      {:else}
        <path
          d="M0 -15 Q4 -9 3.2 4 L7 11 L-7 11 L-3.2 4 Q-4 -9 0 -15 Z"
          class="fill-primary stroke-base-100"
          stroke-width="1"
          transform={`rotate(${turn})`}
        />
      {/if}
    </g>
    <ScaleBar {scale} {unit} x={width - 14} y={height - 5} />
  </svg>
</div>
