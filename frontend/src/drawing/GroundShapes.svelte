<script lang="ts">
  import { corners, nameAt, type Plan } from './plan';

  interface Shape {
    kind: string;
    name?: string;
    points: number[][];
  }
  interface Props {
    outline: number[][];
    features: Shape[];
    plan: Plan;
    id: string;
  }
  let { outline, features, plan, id }: Props = $props();

  const lines = ['road', 'power_line'];
  const words: Record<string, string> = {
    water: 'water',
    trees: 'trees',
    buildings: 'buildings',
    spectators: 'spectators',
    road: 'road',
    power_line: 'power line',
  };
</script>

<defs>
  <pattern id={`${id}-water`} width="9" height="6" patternUnits="userSpaceOnUse">
    <path d="M0 3 Q2.2 0.6 4.5 3 T9 3" class="stroke-info fill-none" stroke-width="1.1" />
  </pattern>
  <pattern id={`${id}-trees`} width="10" height="10" patternUnits="userSpaceOnUse">
    <circle cx="5" cy="5" r="2.8" class="stroke-success fill-none" stroke-width="1.2" />
  </pattern>
  <pattern id={`${id}-buildings`} width="6" height="6" patternUnits="userSpaceOnUse">
    <path d="M0 6 L6 0" class="stroke-base-content" stroke-width="1" />
  </pattern>
  <pattern id={`${id}-spectators`} width="7" height="7" patternUnits="userSpaceOnUse">
    <path d="M3.5 1 V6 M1 3.5 H6" class="stroke-warning" stroke-width="1.3" />
  </pattern>
</defs>
{#if outline.length > 2}
  <polygon points={corners(outline, plan)} class="fill-success/10 stroke-base-content" stroke-width="1.6" />
{/if}
{#each features as f, i (i)}
  {#if f.kind === 'road'}
    <polyline points={corners(f.points, plan)} class="stroke-base-content fill-none" stroke-width="6" />
    <polyline points={corners(f.points, plan)} class="stroke-base-100 fill-none" stroke-width="3.6" />
  {:else if f.kind === 'power_line'}
    <polyline
      points={corners(f.points, plan)}
      class="stroke-error fill-none"
      stroke-width="1.8"
      stroke-dasharray="10 3 2 3"
    />
  {:else}
    <polygon
      points={corners(f.points, plan)}
      fill={`url(#${id}-${f.kind})`}
      class="stroke-base-content/70"
      stroke-width="1"
    />
  {/if}
  {@const name = f.name || (words[f.kind] ?? '')}
  {@const at = nameAt(f.points, name, plan, lines.includes(f.kind))}
  <text
    x={at.x}
    y={at.y}
    text-anchor="middle"
    class="fill-base-content stroke-base-100 text-[11px]"
    stroke-width="3"
    paint-order="stroke">{name}</text
  >
{/each}
