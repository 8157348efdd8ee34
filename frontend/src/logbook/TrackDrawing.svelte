<script lang="ts">
  import type { Schemas } from '../api/client';
  import { lengthIn, type Unit } from '../api/format';
  import { laidOut, likely } from '../drawing/laidOut';

  let { tracking, unit }: { tracking: Schemas['TrackingOut']; unit: Unit } = $props();

  let width = $state(likely(420));
  const height = 230;
  const base = $derived(tracking.baseline_m ?? 1);
  const along = $derived(tracking.ground[0] ?? base);
  const across = $derived(tracking.ground[1] ?? 0);
  const tall = $derived(Math.max(...tracking.heights_m, 1));
  // Seen from the side, and from above: both in one scale, ground line to ground line.
  const scale = $derived(
    Math.min((width - 150) / Math.max(base, along, 1), (height - 56) / (tall + across * 0.5)),
  );
  const x = (m: number) => 52 + m * scale;
  const floor = $derived(height - 22 - across * 0.25 * scale);
  /** A point over the ground, drawn with depth slanting up to the right. */
  const at = (a: number, b: number, h: number) => [
    x(a) + b * 0.22 * scale,
    floor - b * 0.35 * scale - h * scale,
  ];
  const foot = $derived(at(along, across, 0));
  const stations = $derived(tracking.heights_m.length > 1 ? [0, base] : [0]);
  const says = $derived(
    `${stations.length === 2 ? 'Two stations' : 'One station'}, ${lengthIn(unit, base)} ${stations.length === 2 ? 'apart' : 'from the pad'}. ${tracking.heights_m.map((h, i) => `${i ? 'The second' : 'The first'} says ${lengthIn(unit, h)}`).join(', ')}.`,
  );
</script>

<div {@attach laidOut((w) => (width = w))}>
  <svg {width} {height} role="img" aria-label={says}>
    <line x1={x(0)} y1={floor} x2={x(base)} y2={floor} class="stroke-base-content" stroke-width="2" />
    <text x={x(base / 2)} y={floor + 17} text-anchor="middle" class="fill-base-content text-[12px]"
      >{lengthIn(unit, base)}</text
    >
    {#each stations as s, i (s)}
      {@const top = at(along, across, tracking.heights_m[i] ?? 0)}
      <line
        x1={x(s)}
        y1={floor}
        x2={foot[0]}
        y2={foot[1]}
        class="stroke-base-content/40"
        stroke-dasharray="3 3"
      />
      <line
        x1={x(s)}
        y1={floor}
        x2={top[0]}
        y2={top[1]}
        class={i ? 'stroke-secondary' : 'stroke-info'}
        stroke-width="1.8"
      />
      <circle cx={top[0]} cy={top[1]} r="4" class={i ? 'fill-secondary' : 'fill-info'} />
      <path
        d={`M${x(s) - 6} ${floor} l6 -12 l6 12 z`}
        class="fill-base-100 stroke-base-content"
        stroke-width="1.6"
      />
      <text
        x={x(s) + (i ? 10 : -10)}
        y={floor - 2}
        text-anchor={i ? 'start' : 'end'}
        class="fill-base-content text-[12px]">{tracking.elevations_deg[i]}°</text
      >
    {/each}
    <line
      x1={foot[0]}
      y1={foot[1]}
      x2={foot[0]}
      y2={(foot[1] ?? 0) - tall * scale}
      class="stroke-base-content"
      stroke-width="1.2"
    />
    <text
      x={(foot[0] ?? 0) + 8}
      y={(foot[1] ?? 0) - tall * scale + 4}
      class="fill-base-content text-[12px] font-semibold"
      >{tracking.heights_m.map((h) => lengthIn(unit, h)).join(' / ')}</text
    >
  </svg>
</div>
