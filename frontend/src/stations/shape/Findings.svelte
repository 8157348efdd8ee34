<script lang="ts">
  import type { Shape } from '../../api/queries';
  import type { Bench } from './bench.svelte';
  import Said from '../../kit/Said.svelte';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();
  const words: Record<string, [string, string]> = {
    danger: ['✕ danger', 'text-error'],
    mend: ['! mend', 'text-warning'],
    ask: ['? look', 'quiet'],
  };
</script>

<section class="paper mt-2 p-3" aria-label="What wants a look">
  {#if shape.findings.length}
    <ul class="grid gap-1">
      {#each shape.findings as finding, i (i)}
        {@const [word, colour] = words[finding.severity] ?? ['', '']}
        <li class="flex gap-2 text-[0.95rem]">
          <b class={['w-[4.6rem] shrink-0', colour]}>{word}</b>
          <span class="flex-1"><Said text={finding.sentence} /></span>
          {#if finding.part}
            <button class="link shrink-0 text-sm" onclick={() => bench.select(finding.part ?? undefined)}
              >show</button
            >
          {/if}
        </li>
      {/each}
    </ul>
  {:else}
    <p class="text-success">✓ Nothing about it wants mending.</p>
  {/if}
</section>
