<script lang="ts">
  import { MediaQuery } from 'svelte/reactivity';
  import { fixed, sizeIn, unitsOf } from '../../api/format';
  import { useSession, type Shape } from '../../api/queries';
  import { handles, reach, rear, stretched, type Handle } from '../../drawing/airframe';
  import AirframeDrawing from '../../drawing/AirframeDrawing.svelte';
  import type { Bench } from './bench.svelte';
  import { fit, ROOM, ruler, snap } from './marks';
  import Later from '../../kit/Later.svelte';
  import { laidOut, likely } from '../../drawing/laidOut';

  interface Props {
    bench: Bench;
    shape: Shape;
    /** Whether it stays in sight while what lies below is scrolled. */
    stays: boolean;
  }
  let { bench, shape, stays }: Props = $props();

  const session = useSession();
  let width = $state(likely(900));
  const low = new MediaQuery('max-height: 699px');
  const drawn = $derived(
    stretched(bench.tried ? bench.tried.drawn : shape.drawn, bench.stale ? bench.drag : undefined),
  );
  // The frame stands still while something is dragged: a drawing that rescales under the pointer cannot be aimed at.
  let held: { length: number; half: number } | undefined;
  const extent = $derived.by(() => {
    const now = { length: rear(drawn), half: reach(drawn) };
    if (!bench.drag) held = now;
    return held ?? now;
  });
  const frame = $derived(fit(width, low.current ? 260 : 310, extent.length, extent.half));
  const scale = $derived(frame.scale);
  const left = $derived(Math.max(ROOM.side, (width - extent.length * scale) / 2));
  const balance = $derived(shape.balance);
  const scaleMarks = $derived(
    ruler(extent.length, extent.length * scale, session.data?.units?.system === 'imperial'),
  );
  const flagged = $derived(
    new Set(shape.findings.filter((f) => f.severity !== 'ask').flatMap((f) => (f.part ? [f.part] : []))),
  );
  const doubted = $derived(
    new Set(shape.balance.parts.flatMap((p) => (p['doubted'] ? [String(p['id'])] : []))),
  );
  const chosen = $derived(drawn.find((d) => d.id === bench.selected));
  const lean = $derived(
    chosen?.type === 'fin_set' ? Math.max(...chosen.angles_deg.map((a) => Math.cos((a * Math.PI) / 180))) : 1,
  );
  const grips = $derived(chosen && lean > 0.3 ? handles(chosen) : []);
  const radius = $derived((shape.reference_diameter_m / 2) * scale);
  const x = (metres: number) => metres * scale;
  const between = $derived(balance.cg_m === null ? 0 : Math.abs(x(balance.cp_m) - x(balance.cg_m)));
  /** On a phone the sentence above says where; the drawing keeps to the calibres. */
  const narrow = $derived(width < 560);
  const beforeWedges = $derived(
    x(Math.min(balance.cg_m ?? 0, balance.cg_burnout_m ?? balance.cg_m ?? 0)) - 18,
  );
  const roomRight = $derived(left + x(balance.cp_m) + 16 + 150 < width);
  const roomCalibres = $derived(left + Math.max(x(balance.cg_m ?? 0), x(balance.cp_m)) + 18 + 95 < width);
  const calibres = $derived(
    balance.margin_calibres === null ? '' : `${fixed(balance.margin_calibres, 1)} calibres`,
  );

  let start: { x: number; y: number; value: number; grip: Handle } | undefined;

  function take(event: PointerEvent, grip: Handle) {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    start = { x: event.clientX, y: event.clientY, value: grip.value, grip };
    event.preventDefault();
  }

  function pull(event: PointerEvent) {
    if (!start || !bench.selected) return;
    const along = (event.clientX - start.x) / scale;
    const out = -(event.clientY - start.y) / scale / lean;
    const value = snap(start.value + along * start.grip.along + out * start.grip.out);
    bench.dragTo({ part: bench.selected, field: start.grip.field, value });
  }

  function release() {
    if (start) void bench.drop();
    start = undefined;
  }

  function nudge(event: KeyboardEvent, grip: Handle) {
    const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (!way || !bench.selected) return;
    event.preventDefault();
    bench.nudge(bench.selected, grip.field, way * (event.shiftKey ? 0.01 : 0.001));
  }
</script>

<figure
  data-stays={stays ? '' : undefined}
  class={['paper relative mb-2 overflow-hidden', stays && 'lg:sticky lg:top-0 lg:z-10']}
  {@attach laidOut((w) => (width = w))}
  aria-label="The rocket to scale"
>
  <svg {width} height={frame.height} class="block touch-pan-y select-none">
    <g transform={`translate(${left} ${ROOM.top + frame.half})`}>
      <Later bare>
        <AirframeDrawing
          {drawn}
          {scale}
          cut={bench.cut}
          motors={bench.drag ? [] : shape.motors}
          selected={bench.selected}
          {flagged}
          {doubted}
          onselect={(id) => bench.select(id)}
        />
      </Later>
      <Later bare>
        <g class={['transition-opacity', bench.stale ? 'opacity-35' : '']} aria-hidden="true">
          <rect
            x={x(balance.band_m[0] ?? 0)}
            y={frame.half + 27}
            width={x((balance.band_m[1] ?? 0) - (balance.band_m[0] ?? 0))}
            height="10"
            class="fill-success/30 stroke-success"
          />
          <text
            x={x(balance.band_m[0] ?? 0) - 5}
            y={frame.half + 36}
            text-anchor="end"
            class="fill-success text-[11px] font-semibold">should balance here</text
          >
          <line
            x1={x(balance.cp_m)}
            x2={x(balance.cp_m)}
            y1={-frame.half - 34}
            y2={-radius - 3}
            class="stroke-info"
            stroke-width="2.2"
          />
          <path
            d={`M${x(balance.cp_m) - 5} ${-radius - 11} L${x(balance.cp_m)} ${-radius - 2} L${x(balance.cp_m) + 5} ${-radius - 11}`}
            class="stroke-info fill-none"
            stroke-width="2.2"
          />
          {#if balance.cp_doubt_m > 0}
            <rect
              x={x(balance.cp_m - balance.cp_doubt_m)}
              y={-frame.half - 29}
              width={x(2 * balance.cp_doubt_m)}
              height="12"
              class="fill-info/25"
            />
          {/if}
          {#each [-1, 1].map((side) => side * Math.max(9, x(balance.cp_doubt_m))) as dx (dx)}
            <line
              x1={x(balance.cp_m) + dx}
              x2={x(balance.cp_m) + dx}
              y1={-frame.half - 30}
              y2={-frame.half - 16}
              class="stroke-info"
              stroke-width="1.2"
            />
          {/each}
          {#if !narrow}<text
              x={x(balance.cp_m) + (roomRight ? 1 : -1) * (Math.max(9, x(balance.cp_doubt_m)) + 7)}
              y={-frame.half - 22}
              text-anchor={roomRight ? 'start' : 'end'}
              class="fill-info text-[12.5px] font-semibold">air pushes at {balance.said['cp']}</text
            >{/if}
          <line
            x1={x(balance.cp_m)}
            x2={x(balance.cp_m)}
            y1={radius}
            y2={frame.half + 32}
            class="stroke-info"
            stroke-width="1"
            stroke-dasharray="2 3"
          />
          {#if balance.cg_m !== null}
            {@const cg = x(balance.cg_m)}
            <path
              d={`M${cg} ${radius + 1} L${cg - 12} ${frame.half + 22} L${cg + 12} ${frame.half + 22} Z`}
              class={balance.verdict === 'unstable' ? 'fill-error' : 'fill-base-content'}
            />
            {#if balance.cg_burnout_m !== null && Math.abs(x(balance.cg_burnout_m) - cg) > 3}
              {@const burnt = x(balance.cg_burnout_m)}
              <path
                d={`M${burnt} ${radius + 1} L${burnt - 9} ${frame.half + 22} L${burnt + 9} ${frame.half + 22} Z`}
                class="stroke-base-content fill-none"
                stroke-dasharray="3 2.5"
              />
            {/if}
            {#if !narrow}<text
                x={Math.min(cg, x(balance.cg_burnout_m ?? balance.cg_m)) - 18}
                y={frame.half + 15}
                text-anchor="end"
                class="fill-base-content text-[12.5px] font-semibold">balances at {balance.said['cg']}</text
              >{/if}
            <line
              x1={cg}
              x2={x(balance.cp_m)}
              y1={frame.half + 20}
              y2={frame.half + 20}
              class="stroke-base-content"
              stroke-width="1.4"
            />
            <text
              x={narrow
                ? beforeWedges
                : between > 110
                  ? (cg + x(balance.cp_m)) / 2
                  : Math.min(Math.max(cg, x(balance.cp_m)) + 18, width - left - 4)}
              y={frame.half + 15}
              text-anchor={narrow ? 'end' : between > 110 ? 'middle' : roomCalibres ? 'start' : 'end'}
              class={[
                'font-display text-[15px] font-bold',
                balance.verdict === 'unstable' ? 'fill-error' : 'fill-base-content',
              ]}>{calibres}</text
            >
          {/if}
        </g>
      </Later>
      <g aria-hidden="true">
        <line
          x1="0"
          x2={x(extent.length)}
          y1={frame.half + 40}
          y2={frame.half + 40}
          class="stroke-base-content"
        />
        <Later bare>
          {#each scaleMarks.marks as mark (mark.x)}
            <line
              x1={x(mark.x)}
              x2={x(mark.x)}
              y1={frame.half + 40}
              y2={frame.half + (mark.long ? 49 : 44)}
              class="stroke-base-content"
              stroke-width={mark.long ? 1.1 : 0.7}
            />
            {#if mark.label}
              <text
                x={x(mark.x)}
                y={frame.half + 61}
                text-anchor="middle"
                class="fill-base-content text-[11px]"
                >{mark.label}{mark.x === 0 ? ` ${scaleMarks.symbol}` : ''}</text
              >
            {/if}
          {/each}
        </Later>
      </g>
      {#each grips as grip (grip.field)}
        <g
          role="slider"
          tabindex="0"
          aria-label={`${chosen?.name}: ${grip.label}`}
          aria-valuenow={Math.round(grip.value * 10000) / 10}
          aria-valuetext={sizeIn(unitsOf(session.data?.units).shortLength, grip.value)}
          class={grip.along ? 'cursor-ew-resize' : 'cursor-ns-resize'}
          transform={`translate(${x(grip.x)} ${-grip.y * lean * scale})`}
          onpointerdown={(e) => take(e, grip)}
          onpointermove={pull}
          onpointerup={release}
          onpointercancel={() => {
            start = undefined;
            bench.letGo();
          }}
          onkeydown={(e) => nudge(e, grip)}
        >
          <circle r="22" class="fill-transparent" />
          <circle r="6.5" class="fill-primary stroke-base-100" stroke-width="2" />
          <path
            d={grip.along ? 'M-13 0 l5 -4 v8 Z M13 0 l-5 -4 v8 Z' : 'M0 -13 l-4 5 h8 Z M0 13 l-4 -5 h8 Z'}
            class="fill-primary"
          />
        </g>
      {/each}
    </g>
  </svg>
  <div class="absolute top-1.5 left-2 flex gap-1">
    <button
      class={['btn btn-xs', bench.cut ? 'btn-ghost' : 'border-base-content']}
      aria-pressed={!bench.cut}
      onclick={() => (bench.cut = false)}>From outside</button
    >
    <button
      class={['btn btn-xs', bench.cut ? 'border-base-content' : 'btn-ghost']}
      aria-pressed={bench.cut}
      onclick={() => (bench.cut = true)}>Cut open</button
    >
  </div>
  <figcaption class="sr-only">
    {balance.sentence}
    {#each shape.ledger.rows as row (row.id)}{row.name}: {row.mass} at {row.cg}.
    {/each}
  </figcaption>
</figure>
