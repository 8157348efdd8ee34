<script lang="ts">
  import Later from '../kit/Later.svelte';
  import type { Schemas } from '../api/client';
  import { rounded, seconds, speedIn, type Units } from '../api/format';
  import CanopyFlag from './CanopyFlag.svelte';
  import { interpolate, line, linear } from './plot';
  import { eventLabels } from './flags';
  import { laidOut, likely } from './laidOut';

  interface Plotted {
    delay_s: number | null;
    events: Schemas['EventOut'][];
    time_s: number[];
    altitude_m: number[];
    speed_m_s: number[];
  }
  interface Props {
    flight: Plotted;
    units: Units;
    measuredM?: number;
    ondelay?: (delay: number) => void;
    ondrop?: () => void;
  }
  let { flight, units, measuredM, ondelay, ondrop }: Props = $props();

  const unit = $derived(units.height);
  const height = 270;
  const left = 44;
  const floor = height - 62;
  let width = $state(likely(460));
  let hover = $state<number | null>(null);
  let dragging = $state(false);

  const burnout = $derived(flight.events.find((e) => e.code === 'burnout')?.time_s ?? 0);
  const apogee = $derived(flight.events.find((e) => e.code === 'apogee'));
  const ejection = $derived(flight.events.find((e) => e.code === 'ejection'));
  const lasts = $derived(flight.time_s.at(-1) ?? 1);
  // The ascent is what a delay is judged on: give it the room, and let the long descent run off to the right.
  const span = $derived(Math.min(lasts, Math.max(2.6 * (apogee?.time_s ?? 1), (ejection?.time_s ?? 0) + 2)));
  const cut = $derived(span < lasts - 0.5);
  const heights = $derived(flight.altitude_m.map((z) => z / unit.size));
  const x = $derived(linear(span, left, width - 14, 7));
  const y = $derived(linear(Math.max(1, ...heights, (measuredM ?? 0) / unit.size) * 1.22, floor, 10, 4));
  const shownPoints = $derived(flight.time_s.filter((t) => t <= span).length + 1);
  const path = $derived(line(flight.time_s.slice(0, shownPoints), heights.slice(0, shownPoints), x, y));
  const labels = $derived(
    eventLabels(
      flight.events.filter((e) => e.time_s <= span),
      x,
      y,
      unit.size,
      width,
    ),
  );
  const delay = $derived(flight.delay_s);
  const draggable = $derived(delay !== null && ondelay !== undefined);

  function timeAt(event: PointerEvent): number {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    return x.invert(event.clientX - box.left);
  }
  function round(value: number): number {
    return Math.round(Math.min(Math.max(value, 0.1), 40) * 10) / 10;
  }
  function onpointermove(event: PointerEvent) {
    const at = timeAt(event);
    hover = at >= 0 && at <= span ? at : null;
    if (dragging) ondelay?.(round(at - burnout));
  }
  function onpointerdown(event: PointerEvent) {
    if (!draggable || delay === null || Math.abs(x(burnout + delay) - x(timeAt(event))) > 24) return;
    dragging = true;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
  }
  function drop() {
    if (!dragging) return;
    dragging = false;
    ondrop?.();
  }
  function onkeydown(event: KeyboardEvent) {
    const step = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    if (step === undefined || delay === null) return;
    event.preventDefault();
    ondelay?.(round(delay + step * (event.shiftKey ? 1 : 0.1)));
    ondrop?.();
  }
</script>

<div {@attach laidOut((w) => (width = w))} class="relative select-none">
  <svg
    {width}
    {height}
    role={draggable ? 'group' : 'img'}
    aria-label={`Height against time. ${flight.events.map((e) => `${e.words} at ${seconds(e.time_s)}`).join('. ')}`}
    class={['touch-none', dragging ? 'cursor-ew-resize' : '']}
    {onpointermove}
    {onpointerdown}
    onpointerup={drop}
    onpointercancel={drop}
    onpointerleave={() => (hover = null)}
  >
    {#each y.ticks as at (at)}
      <line x1={left} x2={width - 14} y1={y(at)} y2={y(at)} class="stroke-base-300" />
      <text x={left - 6} y={y(at) + 4} text-anchor="end" class="fill-base-content text-[12px]"
        >{Math.round(at)}{at === y.ticks.at(-1) ? ` ${unit.symbol}` : ''}</text
      >
    {/each}

    <Later bare>
      <!-- two clocks, one under the other -->
      <line x1={left} x2={width - 14} y1={floor} y2={floor} class="stroke-base-content" stroke-width="1.2" />
      {#each x.ticks as at (at)}
        <line x1={x(at)} x2={x(at)} y1={floor} y2={floor + 4} class="stroke-base-content" />
        <text x={x(at)} y={floor + 16} text-anchor="middle" class="fill-base-content text-[12px]"
          >{rounded(at, 2)}</text
        >
        {#if burnout + at <= span && !(ejection && Math.abs(x(burnout + at) - x(ejection.time_s)) < 27)}
          <line
            x1={x(burnout + at)}
            x2={x(burnout + at)}
            y1={floor + 33}
            y2={floor + 37}
            class="stroke-secondary"
          />
          <text x={x(burnout + at)} y={floor + 49} text-anchor="middle" class="fill-secondary text-[12px]"
            >{rounded(at, 2)}</text
          >
        {/if}
      {/each}
      <line
        x1={x(burnout)}
        x2={width - 14}
        y1={floor + 33}
        y2={floor + 33}
        class="stroke-secondary"
        stroke-width="1.4"
      />
      <text x={width - 14} y={floor + 29} text-anchor="end" class="fill-base-content text-[11px]"
        >s from ignition</text
      >
      <text x={width - 14} y={floor + 61} text-anchor="end" class="fill-secondary text-[11px]"
        >s from burnout – what a delay counts</text
      >
    </Later>
    <line
      x1={x(burnout)}
      x2={x(burnout)}
      y1={y(interpolate(flight.time_s, heights, burnout))}
      y2={floor + 33}
      class="stroke-secondary"
      stroke-dasharray="3 3"
    />

    <path d={path} class="stroke-base-content fill-none" stroke-width="2.2" stroke-linejoin="round" />
    {#if cut}<text x={width - 16} y={floor - 6} text-anchor="end" class="fill-base-content text-[11px]"
        >lands at {seconds(lasts)} →</text
      >{/if}
    {#if measuredM !== undefined}
      <line
        x1={left}
        x2={width - 14}
        y1={y(measuredM / unit.size)}
        y2={y(measuredM / unit.size)}
        class="stroke-info"
        stroke-width="2"
        stroke-dasharray="8 4"
      />
      <text x={left + 6} y={y(measuredM / unit.size) - 5} class="fill-info text-[12px] font-semibold"
        >measured</text
      >
    {/if}

    <Later bare>
      {#each labels as label (label.code)}
        {#if !(label.code === 'ejection')}
          <circle
            cx={label.x}
            cy={label.y}
            r="3.5"
            class="fill-base-100 stroke-base-content"
            stroke-width="1.6"
          />
        {/if}
        <text x={label.textX} y={label.textY} text-anchor={label.anchor} class="fill-base-content text-[12px]"
          >{label.words}</text
        >
      {/each}
    </Later>
    {#if ejection}
      {@const flag = {
        x: x(ejection.time_s),
        top: y(ejection.altitude_m / unit.size),
        foot: floor + 33,
        words: `${delay} s`,
      }}
      {#if draggable && delay !== null}
        <g
          role="slider"
          tabindex="0"
          aria-label="Delay, seconds from burnout"
          aria-valuenow={delay}
          aria-valuemin={0.1}
          aria-valuemax={40}
          aria-valuetext={`${delay} seconds, ${ejection.words}`}
          {onkeydown}
          class="cursor-ew-resize"
        >
          <CanopyFlag {...flag} />
        </g>
      {:else}
        <CanopyFlag {...flag} />
      {/if}
    {/if}

    {#if hover !== null && !dragging}
      <line
        x1={x(hover)}
        x2={x(hover)}
        y1="10"
        y2={floor}
        class="stroke-base-content/60"
        stroke-dasharray="2 3"
      />
    {/if}
  </svg>
  {#if hover !== null && !dragging}
    <p
      class={[
        'bg-neutral text-neutral-content pointer-events-none absolute top-1 rounded px-2 py-1 text-xs leading-snug',
        hover < span / 2 ? 'right-2' : 'left-14',
      ]}
    >
      {seconds(hover)} from ignition · {hover >= burnout
        ? `${seconds(hover - burnout)} from burnout`
        : 'burning'}<br />
      {Math.round(interpolate(flight.time_s, heights, hover))}
      {unit.symbol} high · {speedIn(units.speed, interpolate(flight.time_s, flight.speed_m_s, hover))}
    </p>
  {/if}
</div>
