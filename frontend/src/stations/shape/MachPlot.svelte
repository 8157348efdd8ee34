<script lang="ts">
  import Axes from '../../drawing/Axes.svelte';
  import { line, linear } from '../../drawing/plot';
  import { laidOut, likely } from '../../drawing/laidOut';

  let {
    label,
    unit,
    mach,
    lines,
    reached,
    until,
    height = 150,
  }: {
    label: string;
    unit: string;
    mach: number[];
    /** Values by Mach, the first drawn through, the second dashed. */
    lines: number[][];
    /** As fast as today's flight gets. */
    reached: number | null;
    until: number;
    height?: number;
  } = $props();

  let width = $state(likely(360));
  const x = $derived(linear(mach.at(-1) ?? 1, 44, width - 12, 6));
  const y = $derived(linear(Math.max(...lines.flat()) * 1.08, height - 34, 8, 4));
</script>

<div {@attach laidOut((w) => (width = w))}>
  <svg {width} {height} role="img" aria-label={label}>
    {#if reached}
      <rect
        x={x(0)}
        width={Math.max(0, x(Math.min(reached, x.top)) - x(0))}
        y="8"
        height={height - 42}
        class="fill-accent/30"
      />
    {/if}
    <Axes {x} {y} {width} {height} {unit} across="times the speed of sound (Mach)" />
    {#if until < x.top}
      <line
        x1={x(until)}
        x2={x(until)}
        y1="8"
        y2={height - 34}
        class="stroke-base-content"
        stroke-dasharray="2 3"
      />
    {/if}
    {#each lines as values, i (i)}
      <path
        d={line(mach, values, x, y)}
        class={['fill-none', i ? 'stroke-primary' : 'stroke-secondary']}
        stroke-width="2.2"
        stroke-dasharray={i ? '6 3' : undefined}
        stroke-linejoin="round"
      />
    {/each}
  </svg>
</div>
