<script lang="ts">
  import type { Recovery } from '../../api/workshop';

  let { found }: { found: Recovery } = $props();

  let width = $state(560);
  const margin = 10;
  const room = $derived(found.bay_fore_m + found.bay_length_m);
  /** As long as the page allows; a thin tube is drawn at least so wide that its layers can be seen. */
  const scale = $derived((width - 2 * margin) / room);
  const half = $derived(Math.min(70, Math.max(16, (found.bore_m * scale) / 2)));
  const x = (depth: number) => margin + depth * scale;
  const stuffs = ['fill-base-300', 'fill-secondary/60', 'fill-accent', 'fill-primary/50'];
  const middle = 86;
</script>

<section class="paper min-w-0 p-4" aria-label="The bay">
  <div class="flex items-baseline justify-between gap-2">
    <h3 class="text-lg font-bold">The bay, filled</h3>
    <span class="tape px-2 font-semibold">{found.fit}</span>
  </div>
  <div class="w-full min-w-0 overflow-hidden" bind:clientWidth={width}>
    <svg
      {width}
      height="150"
      role="img"
      aria-label={`The bay from nose to motor: ${found.layers.map((l) => `${l.what} ${l.said}`).join(', ')} from the bottom up. ${found.fits}`}
    >
      {#if found.bay_fore_m > 0}
        <rect
          x={x(0)}
          y={middle - half}
          width={found.bay_fore_m * scale}
          height={2 * half}
          class="fill-base-200 stroke-base-content/40"
          stroke-dasharray="4 3"
        />
        {#if found.bay_fore_m * scale > 60}
          <text
            x={x(found.bay_fore_m / 2)}
            y={middle + 4}
            text-anchor="middle"
            class="fill-base-content text-[12px]">nose’s shoulder</text
          >
        {/if}
      {/if}
      {#each found.layers as layer, i (i)}
        <rect
          x={x(layer.depth_m)}
          y={middle - half + 1}
          width={Math.max(1, layer.length_m * scale)}
          height={2 * half - 2}
          class={[stuffs[i % stuffs.length], 'stroke-base-content']}
          stroke-width="1"
        />
      {/each}
      <path
        d={`M ${x(0)} ${middle - half} H ${x(room)} V ${middle + half} H ${x(0)}`}
        class="stroke-base-content fill-none"
        stroke-width="2"
      />
      <text x={x(0)} y="14" class="fill-base-content/80 text-[12px]">← nose</text>
      <text x={x(room)} y="14" text-anchor="end" class="fill-base-content/80 text-[12px]">motor →</text>
    </svg>
    <ul class="mt-1 flex flex-wrap gap-x-5 gap-y-1 text-sm">
      {#each found.layers as layer, i (i)}
        <li class="flex items-center gap-2">
          <svg width="16" height="16" aria-hidden="true"
            ><rect
              x="1"
              y="1"
              width="14"
              height="14"
              class={[stuffs[i % stuffs.length], 'stroke-base-content']}
            /></svg
          >
          {i + 1}. {layer.what}, {layer.said}
        </li>
      {/each}
    </ul>
  </div>
</section>
