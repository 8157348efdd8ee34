<script lang="ts">
  import type { Bench } from './bench.svelte';
  import Said from '../../kit/Said.svelte';

  let { bench }: { bench: Bench } = $props();
  const shape = $derived(bench.shape);
  const marks: Record<string, [string, string]> = {
    good: ['✓', 'text-success'],
    stiff: ['✓', 'text-success'],
    thin: ['!', 'text-warning'],
    unstable: ['✕', 'text-error'],
    unknown: ['?', 'text-warning'],
  };
  // The margin is said above already.
  const first = $derived(shape?.findings.find((f) => !/^(margin|leans|unstable|unfinished)/.test(f.code)));

  /** How many findings of each gravity. */
  function tallied(findings: { severity: string }[]): [string, string][] {
    const of = (severity: string) => findings.filter((f) => f.severity === severity).length;
    const all: [number, string, string][] = [
      [of('danger'), '✕ danger', 'text-error'],
      [of('mend'), '! to mend', 'text-warning'],
      [of('ask'), '? to look at', 'quiet'],
    ];
    return all
      .filter(([n]) => n > 0)
      .map(([n, word, colour]) => [`${word.slice(0, 1)} ${n}${word.slice(1)}`, colour]);
  }
</script>

{#if shape}
  {@const [mark, colour] = marks[shape.balance.verdict] ?? ['?', '']}
  <p class={['text-[1.05rem] leading-snug transition-opacity', bench.stale ? 'opacity-50' : '']}>
    <b class={colour} aria-hidden="true">{mark}</b>
    <Said text={shape.balance.sentence} />
  </p>
  <p class="text-sm">
    {#each tallied(shape.findings) as [word, colour] (word)}
      <span class={['mr-3 font-semibold', colour]}>{word}</span>
    {:else}
      <span class="text-success">Nothing to mend.</span>
    {/each}
    {#if first}<span class="quiet">{first.sentence}</span>{/if}
  </p>
{/if}
