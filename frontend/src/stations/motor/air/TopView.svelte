<script lang="ts">
  import { at, lengthIn, speedIn, type Units } from '../../../api/format';
  import NorthArrow from '../../../drawing/NorthArrow.svelte';
  import ScaleBar from '../../../drawing/ScaleBar.svelte';
  import GroundShapes from '../../../drawing/GroundShapes.svelte';
  import { planOf, type Place } from '../../../drawing/plan';
  import { interpolate } from '../../../drawing/plot';
  import type { Forecast } from '../../../api/queries';
  import type { Playback } from './playback.svelte';
  import Later from '../../../kit/Later.svelte';
  import { laidOut, likely } from '../../../drawing/laidOut';

  interface Props {
    flight: Forecast;
    points: number[][];
    units: Units;
    play: Playback;
  }
  let { flight, points, units, play }: Props = $props();

  const unit = $derived(units.height);
  const height = 366;
  let width = $state(likely(480));
  const uid = $props.id();
  const outline = $derived(flight.ground?.outline ?? []);
  const spent = $derived(
    (flight.figures['spent'] ?? []) as { landing_x_m: number; landing_y_m: number; name: string }[],
  );
  const plan = $derived(
    planOf(
      [
        ...(outline as unknown as Place[]),
        ...(points as unknown as Place[]),
        ...((flight.ground?.features ?? []).flatMap((f) => f.points) as unknown as Place[]),
        ...flight.x_m.map((x, i) => [x, flight.y_m[i] ?? 0] as const),
        ...spent.map((s) => [s.landing_x_m, s.landing_y_m] as const),
      ],
      width,
      height,
    ),
  );
  const path = $derived(
    flight.x_m.map((x, i) => `${i ? 'L' : 'M'}${at(plan.x(x))} ${at(plan.y(flight.y_m[i] ?? 0))}`).join(''),
  );
  /** All dots of a kind as one path: thousands of circles would be slow. */
  const dots = (status: (s: number) => boolean) =>
    points
      .filter((q) => status(q[2] ?? 0))
      .map((q) => `M${at(plan.x(q[0] ?? 0))} ${at(plan.y(q[1] ?? 0))}h0`)
      .join('');
  const opened = $derived(dots((s) => s === 0));
  const shut = $derived(dots((s) => s !== 0));
  const wind = $derived(flight.wind[0] ?? [0, 0, 0]);
  const speed = $derived(Math.hypot(wind[1] ?? 0, wind[2] ?? 0));
</script>

<div {@attach laidOut((w) => (width = w))}>
  <svg
    {width}
    {height}
    role="img"
    aria-label={`From above, north up${flight.ground ? ` over ${flight.ground.name}` : ''}. Comes down ${lengthIn(unit, flight.x_m.at(-1) ?? 0)} east and ${lengthIn(unit, flight.y_m.at(-1) ?? 0)} north of the pad`}
  >
    <Later bare><GroundShapes {outline} features={flight.ground?.features ?? []} {plan} id={uid} /></Later>
    <path d={opened} class="stroke-secondary/55 fill-none" stroke-width="4" stroke-linecap="round" />
    <path d={shut} class="stroke-error fill-none" stroke-width="5" stroke-linecap="square" />
    <path d={path} class="stroke-base-content fill-none" stroke-width="2" />
    <path
      d={`M${plan.x(0) - 6} ${plan.y(0)} h12 M${plan.x(0)} ${plan.y(0) - 6} v12`}
      class="stroke-base-content"
      stroke-width="2.2"
    />
    {#each spent as s, i (i)}
      <path
        d={`M${plan.x(s.landing_x_m) - 4} ${plan.y(s.landing_y_m) - 4} l8 8 m0 -8 l-8 8`}
        class="stroke-base-content"
        stroke-width="2"
      />
      <text x={plan.x(s.landing_x_m) + 8} y={plan.y(s.landing_y_m) + 4} class="fill-base-content text-[11px]"
        >{s.name}</text
      >
    {/each}
    <circle
      cx={plan.x(interpolate(flight.time_s, flight.x_m, play.at))}
      cy={plan.y(interpolate(flight.time_s, flight.y_m, play.at))}
      r="5.5"
      class="fill-primary stroke-base-100"
      stroke-width="1.6"
    />
    <NorthArrow x={26} y={28} />
    {#if speed > 0.05}
      <g transform={`translate(60 26) rotate(${(Math.atan2(wind[1] ?? 0, wind[2] ?? 0) * 180) / Math.PI})`}>
        <path d="M0 13 V-9 M-4 -6 L0 -13 L4 -6 Z" class="stroke-info fill-info" stroke-width="2" />
      </g>
      <text x="76" y="30" class="fill-base-content text-[11px]">{speedIn(units.speed, speed)}</text>
    {/if}
    <ScaleBar scale={plan.scale} {unit} x={width - 14} y={height - 9} />
  </svg>
</div>
