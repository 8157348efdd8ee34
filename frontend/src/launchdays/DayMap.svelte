<script lang="ts">
  import { useCloud, type Plan } from '../api/launchdays';
  import { lengthIn, unitsOf } from '../api/format';
  import { useSession } from '../api/queries';
  import NorthArrow from '../drawing/NorthArrow.svelte';
  import ScaleBar from '../drawing/ScaleBar.svelte';
  import { apart, corners, planOf, type Place } from '../drawing/plan';
  import { laidOut, likely } from '../drawing/laidOut';

  let { plan, pointed, onpoint }: { plan: Plan; pointed: string; onpoint: (line: string) => void } = $props();

  const session = useSession();
  const unit = $derived(unitsOf(session.data?.units).height);
  let width = $state(likely(460));
  const cloud = useCloud(
    () => plan.id,
    () => pointed,
  );
  const dots = $derived(pointed ? (cloud.data?.points ?? []) : []);
  const height = 300;
  const landings = $derived(plan.lines.filter((l) => l.landing));
  const places = $derived<Place[]>([
    ...plan.outline.map((c): Place => [c[0] ?? 0, c[1] ?? 0]),
    ...landings.map((l): Place => [l.landing?.[0] ?? 0, l.landing?.[1] ?? 0]),
  ]);
  const map = $derived(planOf(places, width, height, 26));
  const spots = $derived(
    landings.map((l) => [map.x(l.landing?.[0] ?? 0), map.y(l.landing?.[1] ?? 0)] as const),
  );
  /** Flights that land together have their numbers beside one another, each tied to its own place. */
  const marks = $derived(apart(spots, 20, width, height));
  const says = $derived(
    `The field${plan.field ? ` ${plan.field}` : ''}, north up. ${landings.map((l) => `${l.rocket} comes down ${lengthIn(unit, l.landing?.[0] ?? 0)} east and ${lengthIn(unit, l.landing?.[1] ?? 0)} north of the pad`).join('. ')}`,
  );
</script>

<section class="paper p-4" aria-label="Where they come down">
  <h3 class="text-lg font-bold">Where they come down</h3>
  <div class="w-full min-w-0 overflow-hidden" {@attach laidOut((w) => (width = w))}>
    <svg {width} {height} role="img" aria-label={says}>
      {#if plan.outline.length}
        <polygon
          points={corners(plan.outline, map)}
          class="fill-success/15 stroke-base-content"
          stroke-width="1.6"
        />
      {/if}
      <path
        d={`M ${map.x(0) - 6} ${map.y(0)} h 12 M ${map.x(0)} ${map.y(0) - 6} v 12`}
        class="stroke-base-content"
        stroke-width="2"
      />
      {#each dots as [east, north], n (n)}
        <circle cx={map.x(east ?? 0)} cy={map.y(north ?? 0)} r="1.8" class="fill-info/60" />
      {/each}
      {#each landings as l, i (l.id)}
        {@const [sx, sy] = spots[i] ?? [0, 0]}
        {@const [x, y] = marks[i] ?? [sx, sy]}
        <g role="presentation" onpointerenter={() => onpoint(l.id)} onpointerleave={() => onpoint('')}>
          <line x1={map.x(0)} y1={map.y(0)} x2={sx} y2={sy} class="stroke-base-content/30" />
          {#if Math.hypot(x - sx, y - sy) > 4}
            <line x1={sx} y1={sy} x2={x} y2={y} class="stroke-base-content" />
            <circle cx={sx} cy={sy} r="2.5" class="fill-base-content" />
          {/if}
          <circle
            cx={x}
            cy={y}
            r={pointed === l.id ? 11 : 9}
            class={[l.verdict === 'no_go' ? 'fill-base-100' : 'fill-primary', 'stroke-base-content']}
            stroke-width="1.5"
          />
          <text
            {x}
            y={y + 4}
            text-anchor="middle"
            class={[
              'text-[11px] font-bold',
              l.verdict === 'no_go' ? 'fill-base-content' : 'fill-primary-content',
            ]}>{i + 1}</text
          >
        </g>
      {/each}
      <NorthArrow x={18} y={30} />
      <ScaleBar scale={map.scale} {unit} x={width - 10} y={height - 8} />
    </svg>
  </div>
  <ol class="flex flex-wrap gap-x-4 text-sm">
    {#each landings as l, i (l.id)}<li class={pointed === l.id ? 'font-bold' : ''}>
        {i + 1}. {l.rocket}, {l.apogee} high
      </li>{/each}
  </ol>
  {#if pointed && cloud.data?.look}<p class="text-sm">{cloud.data.look}</p>
  {:else if landings.length}<p class="quiet text-sm">Point at a flight: its cloud, gusts and all.</p>{/if}
  {#if !plan.outline.length}<p class="quiet text-sm">
      The field has no outline: draw it in Stores, then it is judged.
    </p>{/if}
</section>
