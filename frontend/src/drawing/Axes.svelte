<script lang="ts">
  import { mark } from '../api/format';
  import type { Scale } from './plot';

  let {
    x,
    y,
    width,
    height,
    unit,
    across,
  }: {
    x: Scale;
    y: Scale;
    width: number;
    height: number;
    /** Of what goes up. */
    unit: string;
    /** What goes across, in words. */
    across: string;
  } = $props();
</script>

{#each y.ticks as at (at)}
  <line x1="44" x2={width - 12} y1={y(at)} y2={y(at)} class="stroke-base-300" />
  <text x="38" y={y(at) + 4} text-anchor="end" class="fill-base-content text-[12px]">{mark(at)}</text>
{/each}
{#each x.ticks as at (at)}
  <line x1={x(at)} x2={x(at)} y1={height - 34} y2={height - 29} class="stroke-base-content" />
  <text x={x(at)} y={height - 17} text-anchor="middle" class="fill-base-content text-[12px]">{mark(at)}</text>
{/each}
<text x="2" y="12" class="fill-base-content text-[12px] font-semibold">{unit}</text>
<text x={width - 12} y={height - 3} text-anchor="end" class="fill-base-content text-[12px]">{across}</text>
