<script lang="ts">
  import type { Motor } from '../api/queries';
  import ThrustCurves from '../drawing/ThrustCurves.svelte';
  import HowCome from '../kit/HowCome.svelte';
  import Term from '../kit/Term.svelte';

  let { motor, height = 260 }: { motor: Motor; height?: number } = $props();

  const figures = [
    ['impulse', 'total impulse'],
    ['average_thrust', 'average thrust'],
    ['peak_thrust', 'peak thrust'],
    ['early_thrust', 'in its first 0.1 s'],
    ['burn_time', 'burns'],
    ['total_mass', 'mass, loaded'],
    ['propellant_mass', 'propellant'],
    ['size', 'case'],
  ] as const;
</script>

<ThrustCurves curves={[{ name: motor.name, thrust: motor.thrust }]} {height} />
<dl class="mt-2 grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-4">
  {#each figures as [key, name] (key)}
    <div class="flex flex-col">
      <dt class="quiet text-sm"><Term of={key}>{name}</Term></dt>
      <dd class="font-semibold">{motor.said[key]}</dd>
    </div>
  {/each}
</dl>
<div class="mt-2">
  <HowCome about="these figures">
    <p>
      All come from the curve: straight lines between its samples. Impulse is the area under them; burn time
      runs from first reaching 5 % of the peak to last leaving it (common practice); average thrust is impulse
      ÷ burn time. In flight the motor is spent at the last sample.
    </p>
  </HowCome>
</div>
{#each motor.doubts as doubt, n (n)}<p class="text-warning mt-2 font-semibold">⚠ {doubt}</p>{/each}
