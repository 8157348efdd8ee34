<script lang="ts">
  import type { Snippet } from 'svelte';
  import { soon } from './turns.svelte';

  /** Drawn in its turn, a breath after what is looked at first; meanwhile its place is kept free. */
  let { width = 0, height = 0, children }: { width?: number; height?: number; children: Snippet } = $props();

  let here = $state(false);
  $effect(() => soon(() => (here = true)));
</script>

{#if here}{@render children()}{:else}<span
    class="block"
    style:width={width ? `${width}px` : undefined}
    style:height={`${height}px`}
  ></span>{/if}
