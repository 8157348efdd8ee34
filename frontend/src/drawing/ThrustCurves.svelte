<script lang="ts">
  import { mark } from '../api/format';
  import { dashes, extent, inks, type Curve } from './curves';
  import { line, linear } from './plot';
  import { laidOut, likely } from './laidOut';

  let { curves, height = 220 }: { curves: Curve[]; height?: number } = $props();

  let width = $state(likely(440));
  const most = $derived(extent(curves));
  const x = $derived(linear(most.time, 44, width - 12, 6));
  const y = $derived(linear(most.thrust * 1.06, height - 34, 8, 4));
</script>

<div {@attach laidOut((w) => (width = w))}>
  <svg
    {width}
    {height}
    role="img"
    aria-label={`Thrust against time: ${curves.map((c) => c.name).join(', ')}`}
  >
    {#each y.ticks as at (at)}
      <line x1="44" x2={width - 12} y1={y(at)} y2={y(at)} class="stroke-base-300" />
      <text x="38" y={y(at) + 4} text-anchor="end" class="fill-base-content text-[12px]">{mark(at)}</text>
    {/each}
    {#each x.ticks as at (at)}
      <line x1={x(at)} x2={x(at)} y1={height - 34} y2={height - 29} class="stroke-base-content" />
      <text x={x(at)} y={height - 17} text-anchor="middle" class="fill-base-content text-[12px]"
        >{mark(at)}</text
      >
    {/each}
    <text x="2" y="12" class="fill-base-content text-[12px] font-semibold">N</text>
    <text x={width - 12} y={height - 3} text-anchor="end" class="fill-base-content text-[12px]"
      >seconds from ignition</text
    >
    {#each curves as curve, i (curve.name + i)}
      <path
        d={line(
          curve.thrust.map((r) => r[0] ?? 0),
          curve.thrust.map((r) => r[1] ?? 0),
          x,
          y,
        )}
        class={['fill-none', inks[i % inks.length]]}
        stroke-width="2.2"
        stroke-dasharray={dashes[i % dashes.length]}
        stroke-linejoin="round"
      />
    {/each}
  </svg>
</div>
