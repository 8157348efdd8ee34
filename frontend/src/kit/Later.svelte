<script lang="ts">
  import type { ClassValue } from 'svelte/elements';
  import type { Snippet } from 'svelte';
  import { soon } from './turns.svelte';

  interface Props {
    width?: number;
    height?: number;
    /** Of the place kept free, where it hangs on the screen. */
    class?: ClassValue;
    /** Nothing stands in its place: within a drawing. */
    bare?: boolean;
    children: Snippet;
  }
  /** Drawn in its turn, a breath after what is looked at first; meanwhile its place is kept free. */
  let { width = 0, height, class: place, bare = false, children }: Props = $props();

  let here = $state(false);
  $effect(() => soon(() => (here = true)));
</script>

{#if here}{@render children()}{:else if !bare}<span
    class={['block', place]}
    style:width={width ? `${width}px` : undefined}
    style:height={height === undefined ? undefined : `${height}px`}
  ></span>{/if}
