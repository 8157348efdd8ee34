<script lang="ts">
  import type { ClassValue } from 'svelte/elements';
  import type { Snippet } from 'svelte';
  import { seen } from './seen';
  import { atLeisure, soon } from './turns.svelte';

  interface Props {
    width?: number;
    height?: number;
    /** Of the place kept free, where it hangs on the screen. */
    class?: ClassValue;
    /** Nothing stands in its place: within a drawing. */
    bare?: boolean;
    /** In sight on every screen: not asked whether it is seen. */
    first?: boolean;
    /** Closed, or for other screens: not drawn before it is seen. */
    closed?: boolean;
    children: Snippet;
  }
  /**
   * Drawn in its turn: what is in sight a breath after what is looked at first, the rest when it comes near, or once the page has been
   * still for a while. Meanwhile its place is kept free.
   */
  let {
    width = 0,
    height,
    class: place,
    bare = false,
    first = bare,
    closed = false,
    children,
  }: Props = $props();

  let here = $state(false);
  let near = $state(false);
  const draw = () => (here = true);
  $effect(() => (first || near ? soon(draw) : closed ? undefined : atLeisure(draw)));
</script>

{#if here}{@render children()}{:else if !bare}<span
    class={['block', place]}
    aria-busy={!closed}
    style:width={width ? `${width}px` : undefined}
    style:height={height === undefined ? undefined : `${height}px`}
    {@attach first ? undefined : seen(() => (near = true))}
  ></span>{/if}
