<script lang="ts">
  import type { Picture } from '../api/workshop';
  import { arc, outline, viewBox } from './sketch';
  import Later from '../kit/Later.svelte';
  import { laidOut, likely } from './laidOut';

  /** A step's picture; fits the width it is given and at most `tall` pixels. */
  let { picture, tall = 240 }: { picture: Picture; tall?: number } = $props();

  let width = $state(likely(420));
  const box = $derived(viewBox(picture.box));
  const scale = $derived(Math.min(width / box.width, tall / box.height));
  /** Letters of a picture that is shown small are drawn larger, so that they can be read. */
  const letters = $derived((size: number) => Math.max(size, 9.5 / scale));
  const stuffs: Record<string, string> = {
    wood: 'fill-accent',
    paper: 'fill-base-300',
    glue: 'fill-primary',
    ring: 'fill-secondary/70',
    tape: 'fill-neutral-content/60',
    moving: 'fill-primary/70',
    ghost: 'fill-primary/20',
  };
  const uid = $props.id();
  const strokes: Record<string, string> = {
    cut: 'stroke-base-content',
    score: 'stroke-base-content/70',
    mark: 'stroke-info',
  };
  const dashed = (layer: string) => (layer === 'score' ? '5 4' : undefined);
</script>

<div class="w-full min-w-0" {@attach laidOut((w) => (width = w))}>
  <svg
    viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
    width={box.width * scale}
    height={box.height * scale}
    class="mx-auto block max-w-full overflow-visible"
    role="img"
    aria-label={picture.says}
  >
    <defs>
      <pattern id={`${uid}-shut`} width={6 / scale} height={6 / scale} patternUnits="userSpaceOnUse">
        <path
          d={`M 0 ${6 / scale} L ${6 / scale} 0`}
          class="stroke-error"
          stroke-width="1.2"
          vector-effect="non-scaling-stroke"
        />
      </pattern>
    </defs>
    <Later bare>
      {#each picture.filled as area, i (i)}
        <path
          d={outline(area.points, true)}
          class={[stuffs[area.stuff] ?? 'fill-base-300', area.stuff === 'glue' ? 'opacity-80' : '']}
          style={area.stuff === 'shut' ? `fill: url(#${uid}-shut)` : undefined}
        />
      {/each}
      {#each picture.lines as line, i (i)}
        <path
          d={outline(line.points, line.closed)}
          class={['fill-none', strokes[line.layer]]}
          stroke-width="1.3"
          stroke-dasharray={dashed(line.layer)}
          vector-effect="non-scaling-stroke"
        />
      {/each}
      {#each picture.circles as c, i (i)}
        {#if c.start_deg !== null && c.end_deg !== null && c.start_deg !== undefined && c.end_deg !== undefined}
          <path
            d={arc(c.centre, c.radius, c.start_deg, c.end_deg)}
            class={['fill-none', strokes[c.layer]]}
            stroke-width="1.3"
            vector-effect="non-scaling-stroke"
          />
        {:else}
          <circle
            cx={c.centre[0]}
            cy={-(c.centre[1] ?? 0)}
            r={c.radius}
            class={['fill-none', strokes[c.layer]]}
            stroke-width="1.3"
            stroke-dasharray={dashed(c.layer)}
            vector-effect="non-scaling-stroke"
          />
        {/if}
      {/each}
      {#each picture.words as w, i (i)}
        <text
          x={w.at[0]}
          y={-(w.at[1] ?? 0)}
          font-size={letters(w.size)}
          text-anchor="middle"
          dominant-baseline="middle"
          class="fill-base-content"
          transform={w.turned_deg ? `rotate(${-w.turned_deg} ${w.at[0]} ${-(w.at[1] ?? 0)})` : undefined}
          >{w.text}</text
        >
      {/each}
    </Later>
  </svg>
</div>
