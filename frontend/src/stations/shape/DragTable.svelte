<script lang="ts">
  import { at, fixed } from '../../api/format';
  import type { Shape } from '../../api/queries';
  import HowCome from '../../kit/HowCome.svelte';
  import type { Bench } from './bench.svelte';
  import Term from '../../kit/Term.svelte';
  import Said from '../../kit/Said.svelte';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();

  const drag = $derived(shape.drag);
  const most = $derived(Math.max(0.001, ...drag.rows.map((r) => r.cd)));
  const W = 330;
  const H = 170;
  const top = $derived(Math.max(...drag.coasting, ...drag.thrusting) * 1.15);
  const line = (values: number[]) =>
    values
      .map(
        (v, i) =>
          `${i ? 'L' : 'M'}${at(36 + ((drag.mach[i] ?? 0) / 0.8) * (W - 46))} ${at(H - 24 - (v / top) * (H - 34))}`,
      )
      .join(' ');
</script>

<div class="grid grid-cols-1 items-start gap-2 lg:grid-cols-[minmax(0,1fr)_380px]">
  <section class="paper p-3" aria-label="Where the drag is">
    <p class="mb-2 font-semibold"><Said text={drag.sentence} /></p>
    <div class="grid grid-cols-[auto_1fr_auto] items-center gap-x-3 gap-y-1">
      {#each drag.rows as row (row.id)}
        <button class="max-w-48 truncate text-left hover:underline" onclick={() => bench.select(row.id)}
          >{row.name}</button
        >
        <div
          class="flex h-4"
          role="img"
          aria-label={`friction ${fixed(row.friction, 3)}, pressure ${fixed(row.pressure, 3)}, base ${fixed(row.base, 3)}`}
        >
          <span class="bg-secondary" style:width={`${(row.friction / most) * 100}%`}></span>
          <span class="bg-primary" style:width={`${(row.pressure / most) * 100}%`}></span>
          <span class="bg-info" style:width={`${(row.base / most) * 100}%`}></span>
        </div>
        <span class="text-right">{fixed(row.cd, 3)}</span>
      {/each}
    </div>
    <p class="mt-3 flex gap-4 text-sm">
      <span><i class="bg-secondary mr-1 inline-block h-3 w-3"></i><Term of="friction">friction</Term></span>
      <span
        ><i class="bg-primary mr-1 inline-block h-3 w-3"></i><Term of="pressure">pressure and edges</Term
        ></span
      >
      <span><i class="bg-info mr-1 inline-block h-3 w-3"></i><Term of="base">base</Term></span>
    </p>
  </section>
  <section class="paper p-3" aria-label="Drag over Mach">
    <svg width={W} height={H} role="img" aria-label="Drag coefficient from Mach 0.05 to 0.8">
      {#each [0.2, 0.4, 0.6, 0.8] as m (m)}
        <line
          x1={36 + (m / 0.8) * (W - 46)}
          x2={36 + (m / 0.8) * (W - 46)}
          y1="8"
          y2={H - 24}
          class="stroke-base-300"
        />
        <text
          x={36 + (m / 0.8) * (W - 46)}
          y={H - 10}
          text-anchor="middle"
          class="fill-base-content text-[11px]">{m}</text
        >
      {/each}
      {#each [0.25, 0.5, 0.75] as share (share)}
        <text x="32" y={H - 20 - share * (H - 34)} text-anchor="end" class="fill-base-content text-[11px]"
          >{fixed(share * top, 2)}</text
        >
      {/each}
      <text x="36" y={H - 10} text-anchor="middle" class="fill-base-content text-[11px]">Mach</text>
      <text x="4" y="14" class="fill-base-content text-[11px]">Cd</text>
      <path d={line(drag.coasting)} class="stroke-secondary fill-none" stroke-width="2" />
      <path
        d={line(drag.thrusting)}
        class="stroke-primary fill-none"
        stroke-width="2"
        stroke-dasharray="6 3"
      />
    </svg>
    <p class="text-sm">
      <b class="text-secondary">— coasting</b> · <b class="text-primary">- - while it burns</b>. Beyond Mach
      0.8 this model ends.
    </p>
    <HowCome about="drag">
      Skin friction by Reynolds number and roughness of the finish, shoulders and nose edges, base (less while
      the exhaust fills it), fin edges, lugs: after Hoerner, Fluid-Dynamic Drag (1965), from memory. Flights
      use the dashed figure while the motor burns, the other from burnout on. An own Cd, or one from a
      measured flight, beats it: put it into the whole rocket’s box.
    </HowCome>
  </section>
</div>
