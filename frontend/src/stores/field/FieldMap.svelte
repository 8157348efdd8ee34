<script module lang="ts">
  import type { Editing } from './editing.svelte';
  import { heightFor, planOf, type Place, type Plan } from '../../drawing/plan';

  const placesOf = (editing: Editing): Place[] => [
    ...(editing.outline as unknown as Place[]),
    ...editing.features.flatMap((f) => f.points as unknown as Place[]),
  ];
  const TALL = 520;
  const marginOf = (width: number) => (width < 500 ? 30 : 60);
  /** On a phone no taller than the field wants, but while something is drawn, for which there has to be room around. [px] */
  export const mapHeight = (editing: Editing, width: number): number =>
    width < 500 && editing.drawing === null && placesOf(editing).length > 2
      ? heightFor(placesOf(editing), width, marginOf(width), [280, TALL])
      : TALL;
</script>

<script lang="ts">
  import NorthArrow from '../../drawing/NorthArrow.svelte';
  import ScaleBar from '../../drawing/ScaleBar.svelte';
  import GroundShapes from '../../drawing/GroundShapes.svelte';
  import Later from '../../kit/Later.svelte';
  import { laidOut, likely } from '../../drawing/laidOut';

  let { editing, unit }: { editing: Editing; unit: { size: number; symbol: string } } = $props();

  const uid = $props.id();
  let width = $state(likely(760));
  let grabbed = $state<{ which: number; corner: number } | null>(null);
  let held = $state.raw<{ plan: Plan; height: number } | null>(null);
  const places = $derived(placesOf(editing));
  const fitted = $derived.by(() => {
    const shown = places.length > 2 ? places : [[-150, -150] as const, [150, 150] as const];
    const height = mapHeight(editing, width);
    return { height, plan: planOf(shown, width, height, marginOf(width)) };
  });
  // While something is dragged or drawn the ground must not move under the pen.
  const plan = $derived((held ?? fitted).plan);
  const height = $derived((held ?? fitted).height);
  const sets = $derived([-1, ...editing.features.map((_, i) => i)]);

  function spot(event: PointerEvent): [number, number] {
    const box = (event.currentTarget as Element).closest('svg')!.getBoundingClientRect();
    return [plan.east(event.clientX - box.left), plan.north(event.clientY - box.top)];
  }
  function onpointerdown(event: PointerEvent) {
    if (editing.drawing === null) return;
    held ??= fitted;
    const [east, north] = spot(event);
    editing.put(east, north);
  }
  function grab(event: PointerEvent, which: number, corner: number) {
    event.stopPropagation();
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    held = { plan, height };
    grabbed = { which, corner };
    editing.mark();
  }
  function drag(event: PointerEvent) {
    if (!grabbed) return;
    const [east, north] = spot(event);
    editing.move(grabbed.which, grabbed.corner, east, north);
  }
  function drop() {
    grabbed = null;
    if (editing.drawing === null) held = null;
  }
  $effect(() => {
    if (editing.drawing === null && !grabbed) held = null;
  });
  function nudge(event: KeyboardEvent, which: number, corner: number) {
    const step = event.shiftKey ? 10 : 1;
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    const now = editing.points(which)[corner];
    if (by && now) {
      event.preventDefault();
      editing.mark();
      editing.move(which, corner, (now[0] ?? 0) + step * (by[0] ?? 0), (now[1] ?? 0) + step * (by[1] ?? 0));
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      editing.takeOut(which, corner);
    } else if (event.key === 'Enter') editing.split(which, corner);
  }
</script>

<div {@attach laidOut((w) => (width = w))}>
  <svg
    {width}
    {height}
    role="application"
    aria-label="The field from above, north up. Corners can be dragged, or moved with the arrow keys; Enter puts one more in, Delete takes one out"
    class={['touch-none', editing.drawing !== null && 'cursor-crosshair']}
    {onpointerdown}
  >
    <Later bare><GroundShapes outline={editing.outline} features={editing.features} {plan} id={uid} /></Later>
    <path
      d={`M${plan.x(0) - 9} ${plan.y(0)} h18 M${plan.x(0)} ${plan.y(0) - 9} v18`}
      class="stroke-primary"
      stroke-width="2.6"
    />
    <text x={plan.x(0) + 8} y={plan.y(0) - 7} class="fill-base-content text-[12px] font-semibold">pad</text>
    <Later bare>
      {#each sets as which (which)}
        {#each editing.points(which) as corner, i (i)}
          <circle
            cx={plan.x(corner[0] ?? 0)}
            cy={plan.y(corner[1] ?? 0)}
            r={editing.drawing === which || which === -1 ? 6.5 : 5}
            role="button"
            tabindex="0"
            aria-label={`${which === -1 ? 'Outline' : (editing.features[which]?.kind ?? '')} corner ${i + 1}: ${corner[0]} m east, ${corner[1]} m north`}
            class={[
              'stroke-base-content cursor-move',
              editing.drawing === which ? 'fill-primary' : 'fill-base-100',
            ]}
            stroke-width="1.6"
            onpointerdown={(e) => grab(e, which, i)}
            onpointermove={drag}
            onpointerup={drop}
            onpointercancel={drop}
            ondblclick={() => editing.takeOut(which, i)}
            onkeydown={(e) => nudge(e, which, i)}
          />
        {/each}
      {/each}
    </Later>
    <NorthArrow x={26} y={28} />
    <ScaleBar scale={plan.scale} {unit} x={width - 14} y={height - 9} />
  </svg>
</div>
