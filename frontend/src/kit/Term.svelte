<script lang="ts">
  import type { Snippet } from 'svelte';
  import { terms } from './terms.svelte';

  /** A figure's name that says what the figure is, when asked. */
  interface Props {
    of: string;
    /** Within a sentence: no taller than its words. */
    inline?: boolean;
    children: Snippet;
  }
  let { of, inline = false, children }: Props = $props();

  const uid = $props.id();
  const told = $derived(terms()?.terms[of]);
  let name = $state<HTMLElement>();
  /** What it says is no part of the page until it is asked: a sentence read out or searched is only itself. */
  let open = $state(false);

  /** Under its name, and inside the window. */
  function place(event: ToggleEvent & { currentTarget: HTMLElement }) {
    if (event.newState !== 'open' || !name) return;
    const box = event.currentTarget;
    const at = name.getBoundingClientRect();
    const left = Math.max(8, Math.min(at.left, innerWidth - box.offsetWidth - 8));
    const below = at.bottom + 6;
    const top = below + box.offsetHeight > innerHeight - 8 ? at.top - box.offsetHeight - 6 : below;
    box.style.left = `${left}px`;
    box.style.top = `${Math.max(8, top)}px`;
  }
</script>

{#if told}<button
    bind:this={name}
    type="button"
    class={['term', inline && 'within']}
    popovertarget={`${uid}-told`}>{@render children()}</button
  ><span
    id={`${uid}-told`}
    popover="auto"
    class="told paper text-base-content text-sm"
    onbeforetoggle={(event) => (open = event.newState === 'open')}
    ontoggle={place}>{open ? told : ''}</span
  >{:else if inline}{@render children()}{:else}<!-- As tall as it is going to be. --><span
    class="inline-block min-h-6">{@render children()}</span
  >{/if}
