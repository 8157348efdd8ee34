<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { laidOut, likely } from '../../drawing/laidOut';

  interface Props {
    rockets: Schemas['BegunOut'][];
    /** By two measures, the rockets that no other beats in both. */
    fronts: Record<string, number[]>;
    chosen: number;
    onchoose: (n: number) => void;
  }
  let { rockets, fronts, chosen, onchoose }: Props = $props();

  const NAMES: Record<string, string> = {
    mass: 'Weight',
    hours: 'Work',
    landing: 'Landing speed',
    impulse: 'Motor',
    price: 'Cost',
  };
  let across = $state('price');
  let up = $state('landing');
  let width = $state(likely(600));
  const high = 150;
  const left = 24;
  const pad = 32; // room for a dot and what its end of the axis says

  const at = (name: string, span: number) => {
    const values = rockets.map((r) => r.figures[name] ?? 0);
    const low = Math.min(...values);
    const wide = Math.max(...values) - low || 1;
    return values.map((v) => pad + ((v - low) / wide) * (span - 2 * pad));
  };
  const x = $derived(at(across, width - left));
  const y = $derived(at(up, high).map((v) => high - v));
  /** Of a measure, what the least and the most of them say. */
  const ends = (name: string) => {
    const order = [...rockets].sort((a, b) => (a.figures[name] ?? 0) - (b.figures[name] ?? 0));
    return [order[0]?.said[name] ?? '', order.at(-1)?.said[name] ?? ''];
  };
  const best = $derived(fronts[`${across} ${up}`] ?? fronts[`${up} ${across}`] ?? []);
  const line = $derived(
    [...best]
      .sort((a, b) => x[a]! - x[b]!)
      .map((n) => `${left + x[n]!},${y[n]}`)
      .join(' '),
  );
  const said = $derived(
    rockets.map((r, n) => `${n + 1}: ${r.said[across] ?? ''}, ${r.said[up] ?? ''}`).join('; '),
  );
</script>

<details class="paper mb-2 p-3">
  <summary class="cursor-pointer font-semibold">Compare two things at once</summary>
  <div class="mt-2 flex flex-wrap items-center gap-2">
    <select class="select select-sm w-auto" aria-label="To the right" bind:value={across}>
      {#each Object.entries(NAMES) as [key, name] (key)}<option value={key} disabled={key === up}
          >{name}</option
        >{/each}
    </select>
    <span>against</span>
    <select class="select select-sm w-auto" aria-label="Upwards" bind:value={up}>
      {#each Object.entries(NAMES) as [key, name] (key)}<option value={key} disabled={key === across}
          >{name}</option
        >{/each}
    </select>
  </div>
  <div class="mt-2 w-full min-w-0" {@attach laidOut((w) => (width = w))}>
    <svg {width} height={high + 22} role="group" aria-label={`${NAMES[up]} over ${NAMES[across]}. ${said}`}>
      <path d={`M${left} 0 V${high} H${width}`} class="stroke-base-content/50 fill-none" stroke-width="1" />
      <g class="fill-base-content text-xs">
        <text x={left + 8} y={high + 16}>{ends(across)[0]}</text>
        <text x={(left + width) / 2} y={high + 16} text-anchor="middle">{NAMES[across]} →</text>
        <text x={width - 2} y={high + 16} text-anchor="end">{ends(across)[1]}</text>
        <text x={left + 4} y={high - 6}>{ends(up)[0]}</text>
        <text x={left + 4} y="12">{ends(up)[1]}</text>
        <text transform={`translate(14 ${high / 2}) rotate(-90)`} text-anchor="middle">{NAMES[up]} →</text>
      </g>
      <polyline points={line} class="stroke-primary fill-none" stroke-width="1.5" stroke-dasharray="4 3" />
      {#each rockets as rocket, n (rocket)}
        <g
          role="button"
          tabindex="0"
          aria-label={`Look at ${n + 1}: ${rocket.said[across]}, ${rocket.said[up]}`}
          aria-pressed={n === chosen}
          class="cursor-pointer"
          onclick={() => onchoose(n)}
          onkeydown={(e) => {
            if (e.key === 'Enter' || e.key === ' ') {
              e.preventDefault();
              onchoose(n);
            }
          }}
        >
          <circle
            cx={left + x[n]!}
            cy={y[n]}
            r="13"
            class={[
              best.includes(n) ? 'fill-primary' : 'fill-base-100',
              n === chosen ? 'stroke-base-content' : 'stroke-primary',
            ]}
            stroke-width={n === chosen ? 3 : 1.5}
          />
          <text
            x={left + x[n]!}
            y={y[n]! + 4}
            text-anchor="middle"
            class={['text-xs font-bold', best.includes(n) ? 'fill-primary-content' : 'fill-base-content']}
            >{n + 1}</text
          >
        </g>
      {/each}
    </svg>
  </div>
  <p class="quiet text-sm">Down and to the left is better. Filled: no other one beats it in both.</p>
</details>
