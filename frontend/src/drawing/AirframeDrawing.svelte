<script lang="ts">
  import Later from '../kit/Later.svelte';
  import { inTurns } from '../kit/turns.svelte';
  import type { Schemas } from '../api/client';
  import { isOuter, isRound, near, path, piece, turned, whole, type Drawn } from './airframe';
  import Hatches from './Hatches.svelte';
  import { secondPatches } from './paint';

  interface Props {
    drawn: Drawn[];
    scale: number;
    cut?: boolean;
    plain?: boolean;
    motors?: Schemas['MotorDrawnOut'][];
    selected?: string;
    flagged?: Set<string>;
    /** Parts whose push cannot be computed well: drawn with a broken line. */
    doubted?: Set<string>;
    onselect?: (id: string) => void;
  }
  let {
    drawn,
    scale,
    cut = false,
    plain = false,
    motors = [],
    selected,
    flagged,
    doubted,
    onselect,
  }: Props = $props();

  const uid = $props.id();
  const fill = (d: Drawn) => (d.hatch ? `url(#${d.hatch}-${uid})` : undefined);
  const outer = $derived(drawn.filter(isOuter));
  const hulls = inTurns(() => outer, 2, 3);
  const fins = $derived(
    drawn
      .filter(isRound)
      .flatMap((d) => d.angles_deg.map((angle, k) => ({ d, angle, number: k, key: `${d.id}-${k}` }))),
  );
  const inside = $derived(
    plain
      ? []
      : drawn.filter(
          (d) =>
            !isOuter(d) && !isRound(d) && !d.angles_deg.length && !['display', 'ring_fin'].includes(d.type),
        ),
  );
  const fittings = $derived(drawn.filter((d) => d.angles_deg.length && !isRound(d)));
  const rings = $derived(drawn.filter((d) => d.type === 'ring_fin'));
  const stay = $derived(plain ? [] : drawn.filter((d) => d.type === 'display'));

  /** What is shaded: everything where it is cut open, else only the fins. */
  const shaded = $derived(
    new Set(drawn.flatMap((d) => (d.hatch && (cut || d.type === 'fin_set') ? [d.hatch] : []))),
  );

  /** Of several colours every other fin has the second. */
  const finColour = (f: { d: Drawn; number: number }) => {
    const paint = f.d.paint;
    if (!paint) return undefined;
    return paint.pattern !== 'plain' && f.number % 2 ? paint.second : paint.base;
  };
  /** Letters as tall as the body lets them be, and as long as it is. */
  const lettersPx = (d: Drawn) => {
    const high = 2 * Math.min(...d.profile.map(([, y]) => y ?? 0)) * scale;
    return Math.min(
      0.62 * high,
      (0.9 * (d.aft_m - d.fore_m) * scale) / (0.62 * (d.paint?.lettering.length || 1)),
    );
  };
  const dark = (colour: string) =>
    [1, 3, 5].reduce((sum, i) => sum + parseInt(colour.slice(i, i + 2), 16), 0) < 380;

  const tone = (d: Drawn) => [doubted?.has(d.id) && '[stroke-dasharray:7_3]', hue(d)];
  const hue = (d: Drawn) =>
    d.id === selected
      ? 'stroke-primary stroke-[2.4px]'
      : flagged?.has(d.id)
        ? 'stroke-warning'
        : 'stroke-base-content';
  /** Fills the axis: no hole to leave open. */
  const solid = (d: Drawn) => Math.min(...d.profile.map(([, y]) => y ?? 0)) < 1e-6;
  const ghost = $derived(cut ? 1 : 0.42);
</script>

{#snippet touch(d: Drawn, body: import('svelte').Snippet)}
  {#if onselect}
    <g
      role="button"
      tabindex="0"
      class="cursor-pointer outline-offset-2 hover:opacity-75"
      aria-label={d.name}
      aria-pressed={d.id === selected}
      onclick={() => onselect(d.id)}
      onkeydown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          onselect(d.id);
        }
      }}>{@render body()}</g
    >
  {:else}<g>{@render body()}</g>{/if}
{/snippet}

<g stroke-linejoin="round" stroke-width="1.3">
  <Later bare>
    <Hatches suffix={uid} used={shaded} />
    {#each fins.filter((f) => !near(f.angle)) as f (f.key)}
      {#snippet plate()}
        <path
          d={path(piece(f.d, f.angle), scale)}
          class={tone(f.d)}
          fill={(!cut && finColour(f)) || (fill(f.d) ?? 'none')}
        />
      {/snippet}
      {@render touch(f.d, plate)}
    {/each}
  </Later>
  {#each hulls.shown as d (d.id)}
    {#snippet hull()}
      {#if cut && d.bore.length}
        <path d={whole(d.profile, scale)} class={tone(d)} fill={fill(d) ?? 'none'} />
        {#if d.stub.length}<path
            d={whole(d.stub, scale)}
            class={tone(d)}
            fill={fill(d) ?? 'none'}
            stroke-width="0.8"
          />{/if}
        <path d={whole(d.bore, scale)} class="fill-base-100 stroke-base-content" stroke-width="0.6" />
      {:else}
        <path d={whole(d.profile, scale)} class={['fill-base-100', tone(d)]} />
        {#if cut}<path d={whole(d.profile, scale)} fill={fill(d) ?? 'none'} />{/if}
        {#if !cut && d.paint}
          <path d={whole(d.profile, scale)} fill={d.paint.base} />
          {#each secondPatches(d) as patch, i (i)}<path d={path(patch, scale)} fill={d.paint.second} />{/each}
          {#if d.paint.lettering}
            <text
              x={((d.fore_m + d.aft_m) / 2) * scale}
              y={0.42 * lettersPx(d)}
              text-anchor="middle"
              class="font-display font-bold"
              font-size={lettersPx(d)}
              fill={d.paint.second || (dark(d.paint.base) ? '#f4f2ea' : '#23262b')}>{d.paint.lettering}</text
            >
          {/if}
          <path d={whole(d.profile, scale)} class={['fill-none', tone(d)]} />
        {:else if !cut && d.type === 'nose_cone'}<path
            d={whole(d.profile, scale)}
            class="fill-accent/60"
          />{/if}
        {#if cut && d.stub.length}<path
            d={whole(d.stub, scale)}
            class={tone(d)}
            fill={fill(d) ?? 'none'}
            stroke-width="0.8"
          />{/if}
      {/if}
    {/snippet}
    {@render touch(d, hull)}
  {/each}
  <!-- What is inside and what stands out, and how it is shaded, comes a breath after the hull. -->
  <Later bare>
    <g opacity={ghost} class={cut ? '' : 'pointer-events-none'}>
      {#each inside as d (d.id)}
        {#snippet piece()}
          {#each d.across.length ? d.across : [0] as y, i (i)}
            <path
              d={solid(d) && !y
                ? whole(d.profile, scale)
                : `${path(d.profile, scale, 1, true, y)} ${path(d.profile, scale, -1, true, -y)}`}
              class={tone(d)}
              fill={cut ? (fill(d) ?? 'none') : 'none'}
              stroke-width={cut ? 1 : 0.8}
              stroke-dasharray={cut ? undefined : '4 2.5'}
            />
          {/each}
        {/snippet}
        {#if cut}{@render touch(d, piece)}{:else}{@render piece()}{/if}
      {/each}
      {#each motors as motor (motor.name + motor.fore_m)}
        {#each motor.off_axis_m as y, i (i)}
          <rect
            x={motor.fore_m * scale}
            y={(y - motor.diameter_m / 2) * scale}
            width={(motor.aft_m - motor.fore_m) * scale}
            height={motor.diameter_m * scale}
            rx="1.5"
            class="fill-primary/35 stroke-base-content"
            stroke-width="0.9"
          />
        {/each}
      {/each}
    </g>
  </Later>
  <Later bare>
    <!-- Cut open, what stands on the near side has been taken off. -->
    {#each cut ? [] : fins.filter((f) => near(f.angle)) as f (f.key)}
      {#snippet plate()}
        <path
          d={path(piece(f.d, f.angle), scale)}
          class={[!finColour(f) && 'fill-base-100', tone(f.d)]}
          fill={finColour(f)}
        />
        {#if !finColour(f)}<path d={path(piece(f.d, f.angle), scale)} fill={fill(f.d) ?? 'none'} />{/if}
      {/snippet}
      {@render touch(f.d, plate)}
    {/each}
    {#if cut}
      {#each drawn.filter((d) => d.type === 'fin_set' && d.stub.length) as d (d.id)}
        {#each d.angles_deg as angle, i (i)}
          <path
            d={path(turned(d.stub, angle), scale)}
            class="stroke-base-content"
            fill={fill(d) ?? 'none'}
            stroke-width="0.7"
          />
        {/each}
      {/each}
    {/if}
    {#each fittings as d (d.id)}
      {#snippet fitting()}
        <path
          d={path(piece(d, d.angles_deg[0] ?? 0), scale)}
          class={['fill-base-200', tone(d)]}
          stroke-width="1"
        />
      {/snippet}
      {@render touch(d, fitting)}
    {/each}
    {#each rings as d (d.id)}
      {#snippet band()}
        <!-- Through a ring one sees what it is round. -->
        <path d={whole(d.profile, scale)} class={['fill-base-100/40', tone(d)]} />
      {/snippet}
      {@render touch(d, band)}
    {/each}
    {#each stay as d (d.id)}
      {#snippet shown()}
        <path d={whole(d.profile, scale)} class={['fill-none', tone(d)]} stroke-dasharray="2 3" />
      {/snippet}
      {@render touch(d, shown)}
    {/each}
  </Later>
</g>
