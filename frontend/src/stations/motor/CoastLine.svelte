<script lang="ts">
  import { seconds } from '../../api/format';
  import type { MotorVerdict } from '../../api/queries';

  interface Props {
    motor: MotorVerdict;
    most: number;
    chosenDelay: number | null;
    onchoose: (delay: number) => void;
  }
  let { motor, most, chosenDelay, onchoose }: Props = $props();

  const at = (delay: number) => (delay / most) * 100;
  const apogee = $derived(motor.optimum_delay_s ?? 0);
  const marks: Record<string, string> = { good: '✓', marginal: '~', no: '✕' };
</script>

<!-- Coast from burnout on the left; the notch is apogee, a tag per delay the motor comes with. -->
<div class="relative my-1 h-10" role="group" aria-label={`Coast: apogee ${seconds(apogee)} after burnout`}>
  <div class="bg-base-content/50 absolute top-3 right-0 left-0 h-px"></div>
  <div class="bg-secondary absolute top-[11px] left-0 h-[3px]" style:width={`${at(apogee)}%`}></div>
  <div class="absolute top-0 -translate-x-1/2" style:left={`${at(apogee)}%`} aria-hidden="true">
    <svg viewBox="0 0 12 12" class="fill-secondary h-3 w-3"><path d="M0 0 H12 L6 11 Z" /></svg>
  </div>
  {#each motor.delays as delay (delay.label)}
    {#if delay.delay_s !== null}
      {@const value = delay.delay_s}
      <button
        class={[
          'absolute top-[15px] h-6 min-w-8 -translate-x-1/2 rounded border px-1 text-xs font-semibold',
          value === chosenDelay
            ? 'bg-base-content text-base-100 border-base-content'
            : 'bg-base-100 border-base-content/50',
        ]}
        style:left={`${Math.min(96, Math.max(5, at(value)))}%`}
        onclick={() => onchoose(value)}
        ><span class="sr-only">{delay.label}: {delay.verdict}</span><span aria-hidden="true"
          >{value}{marks[delay.verdict]}</span
        ></button
      >
    {/if}
  {/each}
</div>
