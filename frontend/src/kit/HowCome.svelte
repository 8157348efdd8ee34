<script lang="ts">
  import type { Snippet } from 'svelte';

  let { about, children }: { about: string; children: Snippet } = $props();

  /** A page has many of them: what they say is written out when somebody asks. */
  let open = $state(false);
</script>

<details class="group inline-block" bind:open>
  <summary class="link quiet cursor-pointer list-none text-sm" aria-label={`Why? ${about}`}>why?</summary>
  <div class="paper mt-1 max-w-prose p-3 text-sm">
    {#if open}{@render children()}{/if}
  </div>
</details>
