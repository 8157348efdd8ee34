<script lang="ts">
  import { fixed } from '../../api/format';
  import type { Shape } from '../../api/queries';
  import HowCome from '../../kit/HowCome.svelte';
  import type { Bench } from './bench.svelte';
  import Term from '../../kit/Term.svelte';
  import Said from '../../kit/Said.svelte';
  import MachPlot from './MachPlot.svelte';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();

  const drag = $derived(shape.drag);
  const most = $derived(Math.max(0.001, ...drag.rows.map((r) => r.cd)));
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
    <MachPlot
      label={`Drag coefficient up to ${drag.mach.at(-1)} times the speed of sound`}
      unit="Cd"
      mach={drag.mach}
      lines={[drag.coasting, drag.thrusting]}
      reached={drag.top_mach}
      until={drag.modelled_to}
    />
    <p class="text-sm">
      <b class="text-secondary">— coasting</b> · <b class="text-primary">- - while the motor burns</b>
    </p>
    <MachPlot
      label="How far behind the balance the air pushes"
      unit="cal"
      mach={drag.mach}
      lines={[drag.calibres]}
      reached={drag.top_mach}
      until={drag.modelled_to}
      height={120}
    />
    <p class="text-sm">
      <b class="text-secondary">— calibres</b> from the balance back to where the air pushes (CP), loaded as
      shown.
      {#if drag.top_mach}Shaded: as fast as it gets today.{/if}
    </p>
    {#each drag.outside as said (said)}
      <p class="text-warning-content bg-warning/40 mt-1 px-2 py-1 text-sm">Not made for: {said}.</p>
    {/each}
    <HowCome about="drag">
      Turbulent skin friction by speed, length and roughness of the finish; pressure on nose, shoulders, edges
      and lugs; suction behind the base (less while the exhaust fills it); shocks past the speed of sound.
      Where published ways differ, as behind the base, their mean is taken (Hoerner 1965, Barrowman 1967,
      Fleeman 2006 and others, all from memory). Between 0.8 and 1.15 times the speed of sound nothing
      published holds: there a smooth curve bridges. Flights use the dashed line while the motor burns, the
      other from burnout on. A Cd of your own, or one learnt from flights, beats it.
    </HowCome>
  </section>
</div>
