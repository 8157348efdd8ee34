<script lang="ts">
  import type { Unit } from '../api/format';
  import { said } from '../kit/said';
  import type { Desk, Page } from '../api/logbook';
  import NorthArrow from '../drawing/NorthArrow.svelte';
  import ScaleBar from '../drawing/ScaleBar.svelte';
  import { corners, planOf, type Place } from '../drawing/plan';
  import { laidOut, likely } from '../drawing/laidOut';

  let { page, desk, unit }: { page: Page; desk: Desk; unit: Unit } = $props();

  let width = $state(likely(400));
  const height = 230;
  // What was told and not answered yet: steps by key go on from it, and it is what is drawn.
  let told = $state<{ x_m: number | null; y_m: number | null }>();
  const l = $derived({ ...page.landed, ...told });
  const places = $derived<Place[]>([
    ...l.outline.map((c): Place => [c[0] ?? 0, c[1] ?? 0]),
    [l.x_m ?? 0, l.y_m ?? 0],
    [l.forecast_x_m ?? 0, l.forecast_y_m ?? 0],
  ]);
  const map = $derived(planOf(places, width, height, 22));

  async function tell(x_m: number | null, y_m: number | null) {
    const mine = { x_m, y_m };
    told = mine;
    await desk.landed(mine, page.flight.version).catch(said);
    if (told?.x_m === x_m && told.y_m === y_m) told = undefined;
  }
  function put(event: MouseEvent) {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    void tell(
      Math.round(map.east(event.clientX - box.left) * 10) / 10,
      Math.round(map.north(event.clientY - box.top) * 10) / 10,
    );
  }
  function nudge(event: KeyboardEvent) {
    const step = event.shiftKey ? 10 : 1;
    const [dx, dy] = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, step],
      ArrowDown: [0, -step],
    }[event.key] ?? [0, 0];
    if (!dx && !dy) return;
    event.preventDefault();
    const [x, y] = [l.x_m ?? l.forecast_x_m ?? 0, l.y_m ?? l.forecast_y_m ?? 0];
    void tell(Math.round(x + (dx ?? 0)), Math.round(y + (dy ?? 0)));
  }
  const says = $derived(
    `The field, north up, the pad in its middle. ${l.said || 'Where it lay is not known.'} Choose the place, or move it with the arrow keys.`,
  );
</script>

<section class="paper p-4" aria-label="Where it lay">
  <h2 class="text-lg font-bold">Where it lay</h2>
  <div {@attach laidOut((w) => (width = w))}>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
    <svg
      {width}
      {height}
      role="application"
      aria-label={says}
      tabindex="0"
      onclick={put}
      onkeydown={nudge}
      class="cursor-crosshair"
    >
      {#if l.outline.length}<polygon
          points={corners(l.outline, map)}
          class="fill-success/15 stroke-base-content"
          stroke-width="1.6"
        />{/if}
      <path
        d={`M ${map.x(0) - 6} ${map.y(0)} h 12 M ${map.x(0)} ${map.y(0) - 6} v 12`}
        class="stroke-base-content"
        stroke-width="2"
      />
      {#if l.forecast_x_m !== null && l.forecast_y_m !== null}
        <circle
          cx={map.x(l.forecast_x_m)}
          cy={map.y(l.forecast_y_m)}
          r="7"
          class="stroke-base-content fill-none"
          stroke-dasharray="3 2"
          stroke-width="1.6"
        />
        <text
          x={map.x(l.forecast_x_m) + 10}
          y={map.y(l.forecast_y_m) - 7}
          class="fill-base-content text-[11px]">forecast</text
        >
      {/if}
      {#if l.x_m !== null && l.y_m !== null}
        <path
          d={`M ${map.x(l.x_m) - 7} ${map.y(l.y_m) - 7} l 14 14 m 0 -14 l -14 14`}
          class="stroke-primary"
          stroke-width="3"
        />
        <text x={map.x(l.x_m) + 10} y={map.y(l.y_m) + 14} class="fill-base-content text-[11px] font-semibold"
          >here</text
        >
      {/if}
      <NorthArrow x={16} y={28} />
      <ScaleBar scale={map.scale} {unit} x={width - 110} y={height - 14} />
    </svg>
  </div>
  <p class="text-sm">{l.said || 'Not told yet: point at the place.'}</p>
  {#if l.x_m !== null}<button class="btn btn-ghost btn-xs no-print" onclick={() => tell(null, null)}
      >Take it away</button
    >{/if}
</section>
