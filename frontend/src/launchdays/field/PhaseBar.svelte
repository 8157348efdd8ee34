<script lang="ts">
  import type { ListItem } from '../../api/launchdays';
  import { PHASES, phaseOf } from './gates';

  /** Where a flight stands, big; and how much of its list is done. */
  let { items, flown }: { items: readonly ListItem[]; flown: boolean } = $props();

  const at = $derived(PHASES.findIndex(([key]) => key === phaseOf(items, flown)));
  const done = $derived(items.filter((i) => i.ticked || i.overridden).length);
</script>

<ol class="mt-2 grid grid-cols-5 gap-1" aria-label="Where it stands">
  {#each PHASES as [key, word], n (key)}
    <li
      class={[
        'border-b-4 pb-1 text-center leading-tight',
        n === at
          ? 'border-primary font-display text-lg font-bold'
          : n < at
            ? 'border-success'
            : 'border-base-300 quiet',
      ]}
      aria-current={n === at ? 'step' : undefined}
    >
      {#if n < at}<span class="text-success" aria-hidden="true">✓ </span>{/if}{word}
    </li>
  {/each}
</ol>
<progress
  class="progress progress-primary mt-2 h-3 w-full"
  value={done}
  max={Math.max(items.length, 1)}
  aria-label={`${done} of ${items.length} done`}
></progress>
