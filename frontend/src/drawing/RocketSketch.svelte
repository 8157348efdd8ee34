<script lang="ts">
  import type { Snippet } from 'svelte';
  import { outline, type SketchInput } from './outline';

  interface Props {
    input: SketchInput;
    scale: number;
    upright?: boolean;
    title: string;
    lengthKnown?: boolean;
    extra?: Snippet<[ReturnType<typeof outline>]>;
  }
  let { input, scale, upright = false, title, lengthKnown = true, extra }: Props = $props();

  const shape = $derived(outline(input, scale));
  const length = $derived(input.lengthM * scale);
  const pad = 3;
  const across = $derived(2 * shape.reach + 2 * pad);
  const along = $derived(length * 1.02 + 2 * pad);
</script>

<svg
  width={upright ? across : along}
  height={upright ? along : across}
  viewBox={upright
    ? `${-shape.reach - pad} ${-pad} ${across} ${along}`
    : `${-pad} ${-shape.reach - pad} ${along} ${across}`}
  role={extra ? 'group' : 'img'}
  aria-label={title}
  class="overflow-visible"
>
  <g transform={upright ? 'rotate(90) scale(1 -1)' : undefined} stroke-linejoin="round">
    {#each shape.fins as fin, i (i)}
      <path
        d={fin}
        class="fill-base-300 stroke-base-content"
        stroke-width="1.2"
        stroke-dasharray="4 2.5"
        vector-effect="non-scaling-stroke"
      />
    {/each}
    <rect
      {...shape.body}
      class="fill-base-100 stroke-base-content"
      stroke-width="1.5"
      stroke-dasharray={lengthKnown ? undefined : '6 3'}
    />
    <path
      d={shape.nose}
      class="fill-accent stroke-base-content"
      stroke-width="1.5"
      stroke-dasharray="4 2.5"
    />
    <rect {...shape.mount} class="stroke-base-content fill-none" stroke-width="0.9" stroke-dasharray="3 2" />
    {@render extra?.(shape)}
  </g>
</svg>
