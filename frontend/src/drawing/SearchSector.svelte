<script lang="ts">
  import type { Schemas } from '../api/client';
  import { at } from './compass';

  /** Where to look, seen from the pad in the middle, north up: the sector, and some of the landings it is of. */
  let { search }: { search: Schemas['SearchOut'] } = $props();

  const MIDDLE = 150;
  const REACH = 122;
  /** The outer ring; what lies further out stays outside the picture. */
  const per_m = $derived(REACH / Math.max(search.far_m * 1.15, 1));
  const near = $derived(search.near_m * per_m);
  const far = $derived(search.far_m * per_m);
  const last = $derived(search.from_deg + search.width_deg);
  const all_round = $derived(search.width_deg > 180);
  const sector = $derived.by(() => {
    const [a, b, c, d] = [
      at(search.from_deg, far, MIDDLE),
      at(last, far, MIDDLE),
      at(last, near, MIDDLE),
      at(search.from_deg, near, MIDDLE),
    ];
    return `M${a.x} ${a.y} A${far} ${far} 0 0 1 ${b.x} ${b.y} L${c.x} ${c.y} A${near} ${near} 0 0 0 ${d.x} ${d.y} Z`;
  });
  /** Beside the sector's edge, where no landing lies; the near one only where there is room for it. */
  const label = (distance: number) => at(all_round ? 45 : last + 14, distance, MIDDLE);
</script>

<figure>
  <svg viewBox="0 0 300 300" class="mx-auto w-full max-w-sm" role="img" aria-label={search.say}>
    {#each ['N', 'E', 'S', 'W'] as point, n (point)}
      {@const spot = at(n * 90, 140, MIDDLE)}
      <text x={spot.x} y={spot.y + 5} text-anchor="middle" class="fill-base-content text-[14px] font-bold"
        >{point}</text
      >
    {/each}
    <circle cx={MIDDLE} cy={MIDDLE} r={REACH} class="stroke-base-content fill-none" stroke-opacity="0.4" />
    {#if all_round}
      <circle
        cx={MIDDLE}
        cy={MIDDLE}
        r={far}
        class="fill-primary stroke-primary"
        fill-opacity="0.18"
        stroke-width="2"
      />
    {:else}
      <path d={sector} class="fill-primary stroke-primary" fill-opacity="0.18" stroke-width="2" />
    {/if}
    {#each search.landings as [east, north], n (n)}
      {@const spot = { x: MIDDLE + (east ?? 0) * per_m, y: MIDDLE - (north ?? 0) * per_m }}
      {#if Math.hypot(spot.x - MIDDLE, spot.y - MIDDLE) <= REACH}
        <circle cx={spot.x} cy={spot.y} r="1.8" class="fill-base-content" fill-opacity="0.55" />
      {/if}
    {/each}
    {#each all_round || far - near < 24 ? [[search.far, far] as const] : [[search.near, near] as const, [search.far, far] as const] as [said, distance] (said)}
      {@const spot = label(distance)}
      <text
        x={spot.x}
        y={spot.y + 4}
        text-anchor="middle"
        class="fill-base-content stroke-base-100 text-[13px] font-semibold"
        stroke-width="4"
        paint-order="stroke">{said}</text
      >
    {/each}
    <path
      d={`M${MIDDLE - 6} ${MIDDLE} h12 M${MIDDLE} ${MIDDLE - 6} v12`}
      class="stroke-base-content"
      stroke-width="2.5"
    />
    <text x={MIDDLE} y={MIDDLE + 20} text-anchor="middle" class="fill-base-content text-[12px]">pad</text>
  </svg>
  <figcaption class="font-semibold">{search.say}</figcaption>
</figure>
