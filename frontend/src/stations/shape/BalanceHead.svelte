<script lang="ts">
  import { useShape } from '../../api/queries';

  let { id }: { id: string } = $props();
  const shape = useShape(
    () => id,
    () => undefined,
  );
  const marks: Record<string, [string, string]> = {
    good: ['✓', 'text-success'],
    stiff: ['✓', 'text-success'],
    thin: ['!', 'text-warning'],
    unstable: ['✕', 'text-error'],
    unknown: ['?', 'text-warning'],
  };
  // The margin is said above already.
  const first = $derived(shape.data?.findings.find((f) => !/^(margin|leans|unstable)/.test(f.code)));

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

{#if shape.data}
  {@const [mark, colour] = marks[shape.data.balance.verdict] ?? ['?', '']}
  <p class="text-[1.05rem] leading-snug">
    <b class={colour} aria-hidden="true">{mark}</b>
    {shape.data.balance.sentence}
  </p>
  <p class="text-sm">
    {#each tallied(shape.data.findings) as [word, colour] (word)}
      <span class={['mr-3 font-semibold', colour]}>{word}</span>
    {:else}
      <span class="text-success">Nothing wants mending.</span>
    {/each}
    {#if first}<span class="quiet">{first.sentence}</span>{/if}
  </p>
{/if}
