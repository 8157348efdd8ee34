<script lang="ts">
  import Term from './Term.svelte';
  import { terms } from './terms.svelte';
  import { pieces } from './words';

  /** A sentence of the server's; words in it that stand for a figure say what that is, when asked. */
  let { text }: { text: string } = $props();

  const parts = $derived(pieces(text, terms()?.words ?? {}));
</script>

{#each parts as part, n (n)}{#if part.of}<span class="whitespace-nowrap"
      >{part.before}<Term of={part.of} inline>{part.text}</Term>{part.after}</span
    >{:else}{part.text}{/if}{/each}
