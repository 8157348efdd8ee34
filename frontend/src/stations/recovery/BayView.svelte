<script lang="ts">
  import type { Bay } from '../../api/workshop';
  import { bayScale, folds, nosePath, serpentine } from './bay';
  import Later from '../../kit/Later.svelte';
  import { laidOut, likely } from '../../drawing/laidOut';

  let { bay, title }: { bay: Bay; title: string } = $props();

  let width = $state(likely(560));
  const room = $derived(bay.fore_m + bay.length_m);
  const s = $derived(bayScale(width, room, bay.bore_m, 46));
  const middle = $derived(s.half + 20);
  const height = $derived(2 * s.half + 62);
  const low = $derived(middle - s.half + 2);
  const high = $derived(middle + s.half - 2);
  const x = (depth: number) => s.left + Math.max(0, depth) * s.scale;
  /** Depth marks that would stand on one another are left to the list below. */
  const marks = $derived(
    bay.layers.reduce<{ at: number; said: string }[]>((kept, layer) => {
      const at = x(layer.depth_m);
      return kept.some((k) => Math.abs(k.at - at) < 58) ? kept : [...kept, { at, said: layer.depth }];
    }, []),
  );
  const swatch = {
    wadding: 'fill-secondary/45',
    cloth: 'fill-base-300',
    cord: '',
    canopy: 'fill-accent',
  } as const;
  const says = $derived(
    `${title} from nose to motor, filled from the bottom up: ${bay.layers.map((l) => `${l.what} ${l.said}`).join(', ')}. ${bay.fits}`,
  );
</script>

<div class="w-full min-w-0 overflow-hidden" {@attach laidOut((w) => (width = w))}>
  <svg {width} {height} role="img" aria-label={says}>
    <path d={nosePath(s.left, middle, s.half)} class="fill-base-200 stroke-base-content" stroke-width="1.5" />
    {#if bay.fore_m > 0}
      <rect
        x={s.left}
        y={low}
        width={bay.fore_m * s.scale}
        height={high - low}
        class="fill-base-200 stroke-base-content/60"
        stroke-dasharray="4 3"
      />
      {#if bay.fore_m * s.scale > 62}
        <text x={x(bay.fore_m / 2)} y={middle + 4} text-anchor="middle" class="fill-base-content text-[12px]"
          >shoulder</text
        >
      {/if}
    {/if}
    {#each bay.layers as layer, i (i)}
      {@const from = x(layer.depth_m)}
      {@const to = Math.max(from + 2, x(layer.depth_m + layer.length_m))}
      {#if layer.kind === 'cloth'}
        <rect
          x={from}
          y={low}
          width={to - from}
          height={high - low}
          class="fill-base-300 stroke-base-content"
        />
      {:else if layer.kind === 'wadding'}
        <rect x={from} y={low} width={to - from} height={high - low} class="fill-secondary/45" />
        {#each [-0.62, 0, 0.62] as d (d)}
          <circle
            cx={(from + to) / 2}
            cy={middle + d * s.half}
            r={Math.max(2, Math.min(s.half / 3.2, (to - from) / 2.4))}
            class="stroke-base-content/70 fill-none"
            stroke-dasharray="3 2"
          />
        {/each}
      {:else if layer.kind === 'cord'}
        <path d={serpentine(from, to, low + 4, high - 4)} class="stroke-info fill-none" stroke-width="2" />
      {:else}
        <rect x={from} y={low + 2} width={to - from} height={high - low - 4} class="fill-accent" />
        {#each folds(from, to) as at (at)}
          <line x1={at} x2={at} y1={low + 2} y2={high - 2} class="stroke-base-content/80" stroke-width="1" />
        {/each}
      {/if}
    {/each}
    <path
      d={`M ${s.left} ${middle - s.half} H ${x(room)} V ${middle + s.half} H ${s.left}`}
      class="stroke-base-content fill-none"
      stroke-width="2.2"
    />
    <Later bare>
      <g class="stroke-base-content/70">
        <line x1={s.left} x2={x(room)} y1={height - 22} y2={height - 22} />
        <line x1={s.left} x2={s.left} y1={high + 4} y2={height - 17} />
        {#each marks as m (m.at)}<line x1={m.at} x2={m.at} y1={high + 4} y2={height - 17} />{/each}
      </g>
      <g class="fill-base-content text-[12px]">
        <text x={s.left} y={height - 4} text-anchor="middle">rim</text>
        {#each marks as m (m.at)}
          <text x={Math.min(width - 24, Math.max(s.left + 44, m.at))} y={height - 4} text-anchor="middle"
            >{m.said}</text
          >
        {/each}
        <text x={s.left} y="12">← nose</text>
        <text x={x(room)} y="12" text-anchor="end"
          >{bay.fired_by === 'motor' ? 'motor' : 'altimeter’s charge'} →</text
        >
      </g>
    </Later>
  </svg>
  <Later first class="min-h-12"
    ><ol class="flex flex-wrap gap-x-4 gap-y-1 text-sm">
      {#each bay.layers as layer, i (i)}
        <li class="flex items-center gap-1.5">
          <svg width="16" height="16" aria-hidden="true">
            {#if layer.kind === 'cord'}<path
                d="M2 13 V3 H8 V13 H14 V3"
                class="stroke-info fill-none"
                stroke-width="2"
              />{:else}<rect
                x="1"
                y="1"
                width="14"
                height="14"
                class={[swatch[layer.kind], 'stroke-base-content']}
              />{/if}
          </svg>
          {i + 1}. {layer.what}, {layer.said}
        </li>
      {/each}
    </ol></Later
  >
</div>
