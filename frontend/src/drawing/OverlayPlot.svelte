<script lang="ts">
  import type { Curve } from '../api/logbook';
  import { rounded, seconds, speedIn, type Units } from '../api/format';
  import { rows } from './overlay';
  import { interpolate, line, linear } from './plot';
  import { laidOut, likely } from './laidOut';

  interface Props {
    curve: Curve | null;
    forecast?: { time_s: number[]; altitude_m: number[] };
    /** Another flight, counted from liftoff: drawn over both. */
    replay?: { time_s: number[]; altitude_m: number[] } | undefined;
    units: Units;
    /** Seconds between ignition, from which forecasts count, and liftoff, from which logs do. */
    lifts?: number;
    height?: number;
    /** To the ground, rather than the way up, to begin with. */
    whole?: boolean;
    /** The whole flight fitted to the log, and what is left of each sample beside it. */
    fitted?: boolean;
    /** Its promise settles when the curve has followed. */
    onmove?: (code: string, time_s: number) => Promise<unknown>;
  }
  let {
    curve,
    forecast,
    replay,
    units,
    lifts = 0,
    height = 290,
    whole = false,
    fitted = false,
    onmove,
  }: Props = $props();

  const uid = $props.id();
  const unit = $derived(units.height);
  const left = 46;
  const floor = $derived(height - (curve?.moments.length ? 74 : 34));
  let width = $state(likely(560));
  let hover = $state<number | null>(null);
  let moving = $state<{ code: string; time_s: number } | null>(null);
  // Moved and not answered yet: steps by key go on from there, and there it is drawn.
  let told = $state<Record<string, number>>({});
  // svelte-ignore state_referenced_locally
  let all = $state(whole);

  const apogee = $derived(curve?.moments.find((m) => m.code === 'apogee')?.time_s ?? 5);
  const lasts = $derived(
    Math.max(
      curve?.time_s.at(-1) ?? 0,
      forecast?.time_s.at(-1) ?? 0,
      curve ? 0 : (replay?.time_s.at(-1) ?? 0),
      1,
    ),
  );
  const span = $derived(all ? lasts : Math.min(lasts, 2.4 * apogee + 2));
  const measured = $derived((curve?.height_m ?? []).map((h) => h / unit.size));
  const raw = $derived((curve?.raw_height_m ?? []).map((h) => h / unit.size));
  const foretold = $derived((forecast?.altitude_m ?? []).map((h) => h / unit.size));
  const fit = $derived(fitted && curve ? curve.fit_height_m.map((h) => h / unit.size) : []);
  const off = $derived(fit.length && curve ? curve.off_fit_m.map((h) => h / unit.size) : []);
  const strip = $derived(off.length ? 64 : 0);
  // Nine in ten of what is left of the samples fill the strip; the rest stops at its edge.
  const widest = $derived(
    off.map(Math.abs).sort((a, b) => a - b)[Math.floor(0.9 * off.length)] || 1 / unit.size,
  );
  const offAt = (v: number) => height + 34 - 20 * Math.max(-1, Math.min(1, v / (1.5 * widest)));
  const replayed = $derived((replay?.altitude_m ?? []).map((h) => h / unit.size));
  const times = $derived((forecast?.time_s ?? []).map((t) => t - lifts));
  const x = $derived(linear(span, left, width - 10, 8));
  const y = $derived(linear(Math.max(1, ...measured, ...foretold, ...replayed) * 1.06, floor, 8, 4));
  const inside = (ts: number[]) => {
    const first = Math.max(0, ts.findIndex((t) => t >= 0) - 1);
    const past = ts.findIndex((t) => t > span);
    return [first, past === -1 ? ts.length : past + 1] as const;
  };
  const path = (ts: number[], hs: number[]) => {
    const [a, b] = inside(ts);
    return line(
      ts.slice(a, b).map((t) => Math.max(t, 0)),
      hs.slice(a, b),
      x,
      y,
    );
  };
  const marks = $derived(
    (curve?.moments ?? [])
      .map((m) => ({
        ...m,
        time_s: (moving?.code === m.code ? moving.time_s : told[m.code]) ?? m.time_s,
      }))
      .filter((m) => m.time_s <= span)
      .sort((a, b) => a.time_s - b.time_s),
  );
  const shelves = $derived(rows(marks.map((m) => ({ x: x(m.time_s), words: m.words }))));

  function at(event: PointerEvent): number {
    const box = (event.currentTarget as Element).closest('svg')?.getBoundingClientRect();
    return Math.max(0, x.invert(event.clientX - (box?.left ?? 0)));
  }
  function grab(event: PointerEvent, code: string, time_s: number) {
    if (!onmove) return;
    moving = { code, time_s };
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
  }
  function drag(event: PointerEvent) {
    if (moving) moving = { ...moving, time_s: Math.min(at(event), span) };
  }
  function drop() {
    if (moving) void place(moving.code, moving.time_s);
    moving = null;
  }
  async function place(code: string, where_s: number) {
    const time_s = Math.max(0, Math.round(where_s * 100) / 100);
    told = { ...told, [code]: time_s };
    await onmove?.(code, time_s);
    if (told[code] === time_s) told = Object.fromEntries(Object.entries(told).filter(([c]) => c !== code));
  }
  function key(event: KeyboardEvent, code: string, time_s: number) {
    const step = { ArrowLeft: -0.05, ArrowRight: 0.05 }[event.key];
    if (step === undefined || !onmove) return;
    event.preventDefault();
    void place(code, time_s + step * (event.shiftKey ? 10 : 1));
  }
  const says = $derived(
    `Height against time since launch. ${marks.map((m) => m.said ?? m.words).join('. ')}${forecast ? '. The forecast is drawn beside it.' : ''}${replay ? ' So is the flight with this fault.' : ''}`,
  );
</script>

<div {@attach laidOut((w) => (width = w))} class="relative select-none">
  <svg
    {width}
    height={height + strip}
    role={onmove ? 'group' : 'img'}
    aria-label={says}
    onpointermove={(e) => (hover = at(e) <= span ? at(e) : null)}
    onpointerleave={() => (hover = null)}
  >
    {#each y.ticks as tick (tick)}
      <line x1={left} x2={width - 10} y1={y(tick)} y2={y(tick)} class="stroke-base-300" />
      <text x={left - 6} y={y(tick) + 4} text-anchor="end" class="fill-base-content text-[12px]"
        >{Math.round(tick)}{tick === y.ticks.at(-1) ? ` ${unit.symbol}` : ''}</text
      >
    {/each}
    <line x1={left} x2={width - 10} y1={floor} y2={floor} class="stroke-base-content" stroke-width="1.2" />
    {#each x.ticks as tick (tick)}
      <line x1={x(tick)} x2={x(tick)} y1={floor} y2={floor + 4} class="stroke-base-content" />
      <text x={x(tick)} y={floor + 16} text-anchor="middle" class="fill-base-content text-[12px]"
        >{rounded(tick, 2)}</text
      >
    {/each}
    <text
      x={width - 10}
      y={marks.length ? floor - 5 : floor + 30}
      text-anchor="end"
      class="fill-base-content text-[11px]">s from launch</text
    >
    <clipPath id={`${uid}-plot`}
      ><rect x={left - 5} y="0" width={Math.max(width - left - 4, 1)} {height} /></clipPath
    >
    {#if forecast}<path
        clip-path={`url(#${uid}-plot)`}
        d={path(times, foretold)}
        class="stroke-base-content fill-none"
        stroke-width="1.8"
        stroke-dasharray="7 4"
      />{/if}
    {#if curve}
      {@const [a, b] = inside(curve.raw_time_s)}
      {#each curve.raw_time_s.slice(a, b) as t, i (i)}
        {#if t >= 0 && t <= span}<circle
            cx={x(t)}
            cy={y(raw[a + i] ?? 0)}
            r="1.1"
            class="fill-info/45"
          />{/if}
      {/each}
      <path
        clip-path={`url(#${uid}-plot)`}
        d={path(curve.time_s, measured)}
        class="stroke-info fill-none"
        stroke-width="2.2"
      />
    {/if}
    {#if curve && off.length}
      {@const [a, b] = inside(curve.raw_time_s)}
      <path
        clip-path={`url(#${uid}-plot)`}
        d={path(curve.raw_time_s, fit)}
        class="stroke-base-content fill-none"
        stroke-width="0.8"
      />
      <text x={left} y={height + 9} class="fill-base-content text-[12px]">off the fit, {unit.symbol}</text>
      {#each [1, 0, -1] as side (side)}
        <line
          x1={left}
          x2={width - 10}
          y1={offAt(side * widest)}
          y2={offAt(side * widest)}
          class={side ? 'stroke-base-300' : 'stroke-base-content'}
        />
        <text
          x={left - 6}
          y={offAt(side * widest) + 4}
          text-anchor="end"
          class="fill-base-content text-[11px]">{side < 0 ? '−' : ''}{rounded(side ? widest : 0, 2)}</text
        >
      {/each}
      {#each off.slice(a, b) as v, i (i)}
        {@const t = curve.raw_time_s[a + i] ?? 0}
        {#if t >= 0 && t <= span}<circle cx={x(t)} cy={offAt(v)} r="1.3" class="fill-info" />{/if}
      {/each}
    {/if}
    {#if replay}<path
        clip-path={`url(#${uid}-plot)`}
        d={path(replay.time_s, replayed)}
        class="stroke-error fill-none"
        stroke-width="2.2"
      />{/if}
    {#each marks as m, i (m.code)}
      {@const base = floor + 34 + (shelves[i] ?? 0) * 15}
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <g
        role={onmove ? 'slider' : undefined}
        tabindex={onmove ? 0 : undefined}
        aria-label={onmove ? `${m.words}, seconds from launch` : undefined}
        aria-valuenow={onmove ? rounded(m.time_s, 2) : undefined}
        aria-valuetext={onmove ? m.said : undefined}
        class={onmove ? 'cursor-ew-resize touch-none' : ''}
        onpointerdown={(e) => grab(e, m.code, m.time_s)}
        onpointermove={drag}
        onpointerup={drop}
        onpointercancel={() => (moving = null)}
        onkeydown={(e) => key(e, m.code, m.time_s)}
      >
        <line
          x1={x(m.time_s)}
          x2={x(m.time_s)}
          y1={y(interpolate(curve?.time_s ?? [], measured, m.time_s))}
          y2={floor}
          class="stroke-primary"
          stroke-width="1.5"
        />
        <circle
          cx={x(m.time_s)}
          cy={y(interpolate(curve?.time_s ?? [], measured, m.time_s))}
          r="4"
          class="fill-base-100 stroke-primary"
          stroke-width="2"
        />
        {#if onmove}<rect
            x={x(m.time_s) - 12}
            y={8}
            width="24"
            height={base - 8}
            class="fill-transparent"
          />{/if}
        <text
          x={Math.max(left + 4, Math.min(width - 30, x(m.time_s)))}
          y={base}
          text-anchor="middle"
          class="fill-base-content text-[12px]">{m.words}</text
        >
      </g>
    {/each}
    {#if hover !== null && !moving}<line
        x1={x(hover)}
        x2={x(hover)}
        y1="8"
        y2={floor}
        class="stroke-base-content/50"
        stroke-dasharray="2 3"
      />{/if}
  </svg>
  {#if hover !== null && !moving && curve}
    <p
      class={[
        'bg-neutral text-neutral-content pointer-events-none absolute top-1 rounded px-2 py-1 text-xs leading-snug',
        hover < span / 2 ? 'right-2' : 'left-14',
      ]}
    >
      {seconds(hover)} from launch<br />
      measured {Math.round(interpolate(curve.time_s, measured, hover))}
      {unit.symbol}, {speedIn(
        units.speed,
        interpolate(curve.time_s, curve.speed_m_s, hover),
      )}{#if forecast}<br />
        forecast {Math.round(interpolate(times, foretold, hover))}
        {unit.symbol}{/if}
    </p>
  {/if}
</div>
<p class="flex flex-wrap items-center gap-x-4 text-sm">
  {#if curve}<span class="inline-flex items-center gap-1.5"
      ><svg width="26" height="8" aria-hidden="true"
        ><line x1="0" x2="26" y1="4" y2="4" class="stroke-info" stroke-width="2.4" /></svg
      >measured, dots as written</span
    >{/if}
  {#if forecast}<span class="inline-flex items-center gap-1.5"
      ><svg width="26" height="8" aria-hidden="true"
        ><line
          x1="0"
          x2="26"
          y1="4"
          y2="4"
          class="stroke-base-content"
          stroke-width="1.8"
          stroke-dasharray="7 4"
        /></svg
      >forecast</span
    >{/if}
  {#if off.length && curve}<span class="inline-flex items-center gap-1.5"
      ><svg width="26" height="8" aria-hidden="true"
        ><line x1="0" x2="26" y1="4" y2="4" class="stroke-base-content" stroke-width="0.8" /></svg
      >fitted: {curve.off_by}</span
    >{/if}
  {#if replay}<span class="inline-flex items-center gap-1.5"
      ><svg width="26" height="8" aria-hidden="true"
        ><line x1="0" x2="26" y1="4" y2="4" class="stroke-error" stroke-width="2.4" /></svg
      >with this fault</span
    >{/if}
  <button type="button" class="link ml-auto" onclick={() => (all = !all)}
    >{all ? 'the way up' : 'the whole flight'}</button
  >
</p>
