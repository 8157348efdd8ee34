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
</script>

{#if shape.data}
  {@const [mark, colour] = marks[shape.data.balance.verdict] ?? ['?', '']}
  <p class="text-[1.05rem] leading-snug">
    <b class={colour} aria-hidden="true">{mark}</b>
    {shape.data.balance.sentence}
  </p>
{/if}
