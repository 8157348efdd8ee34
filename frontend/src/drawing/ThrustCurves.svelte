<script lang="ts">
  import Axes from './Axes.svelte';
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
    <Axes {x} {y} {width} {height} unit="N" across="seconds from ignition" />
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
