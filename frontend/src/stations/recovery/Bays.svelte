<script lang="ts">
  import type { Recovery } from '../../api/workshop';
  import type { Desk } from './desk.svelte';
  import BayView from './BayView.svelte';
  import GasPath from './GasPath.svelte';
  import HowCome from '../../kit/HowCome.svelte';
  import Later from '../../kit/Later.svelte';
  import Said from '../../kit/Said.svelte';

  let { found, desk }: { found: Recovery; desk: Desk } = $props();
</script>

<section class="paper min-w-0 p-4" aria-label="The bay">
  {#each found.bays as bay, i (bay.event)}
    {@const title =
      found.bays.length > 1 ? (bay.event === 'main' ? 'The main’s bay' : 'The drogue’s bay') : 'The bay'}
    <div class={i ? 'border-base-300 mt-4 border-t pt-3' : ''}>
      <div class="flex items-baseline justify-between gap-2">
        <h3 class="text-lg font-bold">{title}, filled <span class="quiet font-normal">{bay.name}</span></h3>
        <span class="tape px-2 font-semibold">{bay.fit}</span>
      </div>
      <BayView {bay} {title} />
      <p class="mt-1"><Said text={bay.fits} /></p>
      <Later first><GasPath {bay} /></Later>
      {#snippet push()}
        <p>
          {bay.foot}
          {#if bay.motor_charge}<Said text={bay.motor_charge} />{/if}
        </p>
      {/snippet}
      {#if bay.motor_charge && bay.motor_verdict !== 'suits'}
        <div class="text-warning mt-2 text-sm">! {@render push()}</div>
      {:else if bay.motor_charge}
        <p class="mt-2 text-sm">
          ✓ The motor’s charge opens it. <HowCome about="the push">{@render push()}</HowCome>
        </p>
      {:else}<div class="mt-2 text-sm">{@render push()}</div>{/if}
      {#if bay.motor_charge}
        <label class="mt-1 flex flex-wrap items-center gap-2 text-sm">
          <span class="font-semibold">The motor’s charge, off its sheet</span>
          <input
            class={['input input-sm w-32', desk.refused?.of('motor_charge') && 'input-error']}
            name="motor_charge"
            value={found.motor_charge}
            placeholder="usual figure"
            autocomplete="off"
            onchange={(e) => desk.choose({ motor_charge: e.currentTarget.value })}
          />
          {#if desk.refused?.of('motor_charge')}<span class="text-error"
              >✕ {desk.refused.of('motor_charge')}</span
            >{/if}
        </label>
      {/if}
    </div>
  {/each}
</section>
