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

<section class="paper mt-2 p-3" aria-label="What to mend">
  {#if shape.findings.length}
    <ul class="grid gap-1">
      {#each shape.findings as finding, i (i)}
        {@const [word, colour] = words[finding.severity] ?? ['', '']}
        <li class="flex gap-2 text-[0.95rem]">
          <b class={['w-[4.6rem] shrink-0', colour]}>{word}</b>
          <span class="flex-1"
            ><Said text={finding.sentence} />
            {#if finding.change}<b>{finding.change}</b>{/if}</span
          >
          {#if finding.mend}
            {@const mend = finding.mend}
            <button
              class="btn btn-sm shrink-0"
              onclick={() => bench[mend.choice ? 'choose' : 'set'](mend.field, mend.text, mend.part)}
              >Do that</button
            >
          {/if}
          {#if finding.part}
            <button class="link shrink-0 text-sm" onclick={() => bench.select(finding.part ?? undefined)}
              >show</button
            >
          {/if}
        </li>
      {/each}
    </ul>
  {:else}
    <p class="text-success">✓ Nothing to mend.</p>
  {/if}
</section>
