<script lang="ts">
  import type { Bay } from '../../api/workshop';

  let { bay }: { bay: Bay } = $props();

  // A mark and a word say it; colour only agrees.
  const marks = {
    passes: ['→', 'passes', ''],
    shields: ['▒', 'shields', 'text-success'],
    exposed: ['!', 'exposed', 'text-warning'],
    leaks: ['!', 'leaks', 'text-warning'],
    blocked: ['✕', 'closed', 'text-error'],
    burns: ['✕', 'burns', 'text-error'],
  } as const;
</script>

<div class="mt-2">
  <h4 class="font-semibold">
    The gas, from the {bay.fired_by === 'motor' ? 'motor' : 'altimeter’s charge'} to the canopy
  </h4>
  <ol class="mt-1 flex flex-wrap items-stretch gap-y-1 text-sm">
    {#each bay.gas as step, i (i)}
      {@const [mark, word, colour] = marks[step.state]}
      <li class="flex items-center">
        <span class={['border-base-300 rounded border px-2 py-0.5', step.say && 'border-base-content/60']}>
          <span class={['font-bold', colour]} aria-hidden="true">{mark}</span>
          {step.what}
          <span class={[step.say ? 'font-semibold' : 'quiet', colour]}
            >{word}{step.bore && step.state === 'passes' ? `, ${step.bore}` : ''}</span
          >
        </span>
        {#if i < bay.gas.length - 1}<span class="quiet px-1" aria-hidden="true">›</span>{/if}
      </li>
    {/each}
  </ol>
</div>
