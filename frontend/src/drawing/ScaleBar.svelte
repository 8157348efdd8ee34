<script lang="ts">
  import { barLength } from './plan';

  interface Props {
    /** Pixels per metre. */
    scale: number;
    unit: { size: number; symbol: string };
    /** Where its right end stands. */
    x: number;
    y: number;
  }
  let { scale, unit, x, y }: Props = $props();

  const length = $derived(barLength(scale, unit.size));
  const wide = $derived(length * unit.size * scale);
</script>

<g transform={`translate(${x - wide} ${y})`}>
  <path d={`M0 -5 V0 H${wide} V-5`} class="stroke-base-content fill-none" stroke-width="1.2" />
  <text x={wide / 2} y="-4" text-anchor="middle" class="fill-base-content text-[11px]"
    >{length} {unit.symbol}</text
  >
</g>
