<script lang="ts">
  import type { Recovery } from '../../api/workshop';
  import type { Desk } from './desk.svelte';
  import UndoLast from './UndoLast.svelte';

  let { found, desk }: { found: Recovery; desk: Desk } = $props();

  const rows = $derived([
    ['motor', `Motor: ${found.motor || 'none'}`, found.motors, found.motor_named],
    ['first', 'What opens', found.firsts, found.first],
    ['protection', 'Shielded by', found.protections, found.protection],
    ['fold', 'Folded', found.folds, found.fold],
  ] as const);
  const two = $derived(found.first === 'tumble' || found.first === 'drogue');
  const boxes = $derived([
    ...(two ? ([['main_height', 'The main opens at', found.main_height, '150 m']] as const) : []),
    ...(found.first === 'drogue'
      ? ([['drogue', 'Drogue', found.drogue, 'the smaller canopy aboard']] as const)
      : []),
    ...(found.bays.length
      ? ([['wadding', 'The wadding is', found.wadding, 'as its packet says']] as const)
      : []),
  ]);
</script>

<section class="paper mb-2 px-4 py-3" aria-label="Your way of doing it">
  <div class="grid grid-cols-1 gap-x-4 gap-y-2 sm:grid-cols-[repeat(auto-fit,minmax(9.5rem,1fr))]">
    {#each rows as [name, label, options, value] (name)}
      {#if name === 'first' || name === 'motor' || found.bays.length}
        <label>
          <span class="block text-sm font-semibold">{label}</span>
          <select
            class="select select-sm w-full"
            {name}
            {value}
            onchange={(e) => desk.choose({ [name]: e.currentTarget.value })}
          >
            {#each options as o (o.key)}<option value={o.key}>{o.label}</option>{/each}
          </select>
          {#if desk.refused?.of(name)}<span class="text-error text-sm"
              >✕ {label}: {desk.refused.of(name)}</span
            >{/if}
        </label>
      {/if}
    {/each}
    {#if found.first !== 'tumble_only'}
      <label class="flex items-center gap-2 self-end pb-1 text-sm">
        <input
          type="checkbox"
          class="checkbox"
          name="at_apogee"
          checked={found.at_apogee}
          onchange={(e) => desk.choose({ at_apogee: e.currentTarget.checked })}
        /> altimeter at apogee
      </label>
    {/if}
    {#each boxes as [name, label, value, placeholder] (name)}
      <label>
        <span class="block text-sm font-semibold">{label}</span>
        <input
          class={['input input-sm w-full', desk.refused?.of(name) && 'input-error']}
          {name}
          {value}
          {placeholder}
          autocomplete="off"
          aria-invalid={desk.refused?.of(name) ? 'true' : undefined}
          onchange={(e) => desk.choose({ [name]: e.currentTarget.value })}
        />
        {#if desk.refused?.of(name)}<span class="text-error text-sm">✕ {label}: {desk.refused.of(name)}</span
          >{/if}
      </label>
    {/each}
    <div class="sm:hidden"><UndoLast {desk} /></div>
  </div>
  {#if desk.refused?.status === 409}<p class="text-error mt-2" role="alert">{desk.refused.message}</p>{/if}
</section>
