<script lang="ts">
  import { mark } from '../../api/format';
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
    <text x="2" y="12" class="fill-base-content text-[12px] font-semibold">{unit}</text>
    <text x={width - 12} y={height - 3} text-anchor="end" class="fill-base-content text-[12px]"
      >times the speed of sound (Mach)</text
    >
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
