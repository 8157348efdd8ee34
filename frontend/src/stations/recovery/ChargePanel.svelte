<script lang="ts">
  import type { Bay, Recovery } from '../../api/workshop';
  import type { Desk } from './desk.svelte';
  import GroundTests from './GroundTests.svelte';

  let { found, desk }: { found: Recovery; desk: Desk } = $props();

  const charged = $derived(found.bays.filter((b) => b.charge));
  const name = (bay: Bay) => (bay.event === 'main' ? 'The main’s bay' : 'The drogue’s bay');
  const boxes = (bay: Bay) =>
    [
      [`${bay.event}_throw`, 'Throws with', bay.charge?.throw ?? '', '90 N'],
      [`${bay.event}_friction`, 'Friction holds', bay.charge?.friction ?? '', 'as a nose that just holds'],
      [`${bay.event}_pins`, 'Shear pins', String(bay.charge?.count ?? 0), '0'],
    ] as const;
</script>

<section class="paper mt-2 p-4" aria-label="Altimeter bay">
  <h3 class="text-lg font-bold">Altimeter bay</h3>
  {#each found.vents as vent, i (i)}<p class={vent.good ? '' : 'text-warning'}>
      {vent.good ? '' : '! '}{vent.say}
    </p>{/each}
  {#if charged.length}
    <p class="my-2"><b class="text-error">Caution:</b> {found.caution}</p>
    <div class="grid grid-cols-1 gap-4 lg:grid-cols-2">
      {#each charged as bay (bay.event)}
        {#if bay.charge}
          <div role="group" aria-label={name(bay)}>
            <h4 class="font-semibold">{name(bay)}, {bay.name}</h4>
            <p>{bay.foot} {bay.charge.push}</p>
            <p class={bay.charge.count < bay.charge.wants && bay.charge.count > 0 ? 'text-warning' : ''}>
              {bay.charge.pins}
            </p>
            <div class="my-2 grid grid-cols-2 gap-2 sm:grid-cols-4">
              {#each boxes(bay) as [box, label, value, placeholder] (box)}
                <label>
                  <span class="block text-sm font-semibold">{label}</span>
                  <input
                    class={['input input-sm w-full', desk.refused?.of(box) && 'input-error']}
                    name={box}
                    {value}
                    {placeholder}
                    autocomplete="off"
                    onchange={(e) => desk.choose({ [box]: e.currentTarget.value })}
                  />
                  {#if desk.refused?.of(box)}<span class="text-error text-sm">✕ {desk.refused.of(box)}</span
                    >{/if}
                </label>
              {/each}
              <label>
                <span class="block text-sm font-semibold">of size</span>
                <select
                  class="select select-sm w-full"
                  name={`${bay.event}_pin`}
                  value={bay.charge.pin}
                  onchange={(e) => desk.choose({ [`${bay.event}_pin`]: e.currentTarget.value })}
                >
                  {#each found.pins as o (o.key)}<option value={o.key}>{o.label}</option>{/each}
                </select>
              </label>
            </div>
            <GroundTests {found} {bay} {desk} />
          </div>
        {/if}
      {/each}
    </div>
  {/if}
</section>
