<script lang="ts">
  import Term from '../../kit/Term.svelte';
  import type { Shape } from '../../api/queries';
  import HowCome from '../../kit/HowCome.svelte';
  import type { Bench } from './bench.svelte';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();

  const ledger = $derived(shape.ledger);
  let reading = $state<Record<string, string>>({});

  async function weigh(id: string) {
    const text = reading[id] ?? '';
    const done = await bench.edit([
      { op: 'set', part: id, field: 'mass_kg', text },
      ...(text.trim() ? [{ op: 'set' as const, part: id, field: 'mass_source', value: 'measured' }] : []),
    ]);
    if (done) delete reading[id];
  }
</script>

<div class="grid grid-cols-1 items-start gap-2 lg:grid-cols-[minmax(0,1fr)_360px]">
  <section class="paper overflow-x-auto p-3" aria-label="Mass of every part">
    <table class="w-full">
      <thead>
        <tr class="border-base-content border-b text-left">
          <th class="pr-3">part</th>
          <th class="pr-3 text-right">mass</th>
          <th class="pr-3">known by</th>
          <th class="hidden pr-3 text-right sm:table-cell">computed</th>
          <th class="hidden pr-3 text-right sm:table-cell">balances at</th>
          <th>the scale says</th>
        </tr>
      </thead>
      <tbody>
        {#each ledger.rows as row (row.id)}
          <tr class="border-base-300 border-b last:border-0">
            <td class="pr-3">
              <button class="text-left hover:underline" onclick={() => bench.select(row.id)}
                >{row.name}</button
              >
              <div class="bg-base-300 h-1" aria-hidden="true">
                <div class="bg-secondary h-1" style:width={`${Math.min(100, row.share * 100)}%`}></div>
              </div>
            </td>
            <td class="pr-3 text-right whitespace-nowrap">{row.mass}</td>
            <td
              class={[
                'pr-3 whitespace-nowrap',
                row.source === 'measured'
                  ? 'text-success'
                  : row.source === 'unknown'
                    ? 'text-error'
                    : 'quiet',
              ]}>{row.source === 'measured' ? '✓ ' : row.source === 'unknown' ? '✕ ' : ''}{row.source}</td
            >
            <td class="quiet hidden pr-3 text-right sm:table-cell">{row.computed ?? ''}</td>
            <td class="hidden pr-3 text-right sm:table-cell">{row.cg}</td>
            <td class="py-0.5">
              {#if row.source !== 'not flown' && row.source !== 'with its part'}
                <input
                  class="input input-sm w-24"
                  aria-label={`${row.name}: what the scale says`}
                  placeholder={row.source === 'measured' ? row.short : ''}
                  value={reading[row.id] ?? ''}
                  oninput={(e) => (reading[row.id] = e.currentTarget.value)}
                  onchange={() => weigh(row.id)}
                />
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if bench.errors['mass_kg']}<p class="text-error mt-2" role="alert">{bench.errors['mass_kg']}</p>{/if}
  </section>
  <section class="paper p-3" aria-label="The whole">
    <h2 class="tape mb-2">The whole</h2>
    <dl class="grid grid-cols-2 gap-x-3 gap-y-1">
      <dt><Term of="parts">Sum of the parts</Term></dt>
      <dd class="text-right">{ledger.said['parts']}</dd>
      <dt><Term of="empty">Without motor{ledger.source === 'measured' ? ', weighed' : ''}</Term></dt>
      <dd class="text-right font-semibold">{ledger.said['empty']}</dd>
      <dt>
        <Term of="ignition"
          >On the pad{shape.motors.length ? `, ${shape.motors.map((m) => m.name).join(' + ')}` : ''}</Term
        >
      </dt>
      <dd class="text-right font-semibold">{ledger.said['ignition']}</dd>
      <dt><Term of="burnout">At burnout</Term></dt>
      <dd class="text-right">{ledger.said['burnout']}</dd>
      <dt><Term of="axial">Inertia about the axis, pad → burnout</Term></dt>
      <dd class="text-right">{ledger.said['axial']} → {ledger.said['axial_burnout']}</dd>
      <dt><Term of="across">Inertia across it, pad → burnout</Term></dt>
      <dd class="text-right">{ledger.said['across']} → {ledger.said['across_burnout']}</dd>
    </dl>
    {#if ledger.stages.length > 1}
      <h3 class="mt-3 font-semibold">Stages</h3>
      {#each ledger.stages as stage (stage['id'])}
        <p>
          {stage['name']}: {stage['empty']} empty, {stage['loaded']} loaded, balances {stage['cg']} from the tip
        </p>
      {/each}
    {/if}
    <p class="quiet mt-3 text-sm">
      Weigh parts as you go: the scale beats the sum every time. Once the ready rocket is weighed as a whole
      (Parts, the whole rocket), that figure holds, and what you change afterwards is added to it or taken
      off.
    </p>
    <HowCome about="masses">
      Volume × density of the material; densities are handbook figures from memory and scatter by kind. A
      scale is taken as good to half a per cent, a guess to 30 %. Uncertainties add as squares. Canopy and
      cord lie on the motor tube, as they do in flight. Paint: 30 g/m² a coat; glue: 4 % of what is glued:
      guesses, until you weigh.
    </HowCome>
  </section>
</div>
