<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Rocket } from '../api/queries';
  import { reach, rear } from './airframe';
  import AirframeDrawing from './AirframeDrawing.svelte';
  import { sketchOf } from './figures';
  import type { outline } from './outline';
  import RocketSketch from './RocketSketch.svelte';

  interface Props {
    rocket: Rocket;
    scale: number;
    upright?: boolean;
    /** Without what is inside: for small pictures. */
    plain?: boolean;
    title: string;
    sketched?: Snippet<[ReturnType<typeof outline>]>;
  }
  let { rocket, scale, upright = false, plain = false, title, sketched }: Props = $props();

  const pad = 3;
  const half = $derived(reach(rocket.drawn) * scale + pad);
  const along = $derived(rear(rocket.drawn) * scale + 2 * pad);
</script>

{#if rocket.quick}
  <RocketSketch
    input={sketchOf(rocket)}
    {scale}
    {upright}
    {title}
    lengthKnown={rocket.length_known}
    extra={sketched}
  />
{:else}
  <svg
    width={upright ? 2 * half : along}
    height={upright ? along : 2 * half}
    viewBox={upright ? `${-half} ${-pad} ${2 * half} ${along}` : `${-pad} ${-half} ${along} ${2 * half}`}
    role="img"
    aria-label={title}
    class="overflow-visible"
  >
    <g transform={upright ? 'rotate(90) scale(1 -1)' : undefined}>
      <AirframeDrawing drawn={rocket.drawn} {scale} {plain} />
    </g>
  </svg>
{/if}
