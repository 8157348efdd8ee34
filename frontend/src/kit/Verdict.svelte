<script lang="ts">
  let { verdict, small = false }: { verdict: string; small?: boolean } = $props();

  // Shape and word say it; colour only agrees.
  const looks: Record<string, { word: string; colour: string }> = {
    good: { word: 'good', colour: 'text-success' },
    marginal: { word: 'marginal', colour: 'text-warning' },
    open: { word: 'open', colour: 'text-warning' },
    no: { word: 'no', colour: 'text-error' },
  };
  const look = $derived(looks[verdict] ?? { word: verdict, colour: '' });
</script>

<span
  class={['inline-flex items-center gap-1 font-semibold whitespace-nowrap', look.colour, small && 'text-sm']}
>
  <svg
    viewBox="0 0 16 16"
    class="h-4 w-4"
    aria-hidden="true"
    fill="none"
    stroke="currentColor"
    stroke-width="2.4"
  >
    {#if verdict === 'good'}
      <path d="M2 9 L6.5 13 L14 3.5" />
    {:else if verdict === 'marginal'}
      <path d="M1.5 10 C4 5 6.5 5 8 8 S12 11 14.5 6" />
    {:else if verdict === 'open'}
      <path d="M5 5.5 C5 1.5 11 1.5 11 5.5 C11 8 8 8 8 10.5 M8 13.2 V14" />
    {:else}
      <path d="M3 3 L13 13 M13 3 L3 13" />
    {/if}
  </svg>
  {look.word}
</span>
