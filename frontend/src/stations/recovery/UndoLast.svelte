<script lang="ts">
  import type { Desk } from './desk.svelte';

  let { desk }: { desk: Desk } = $props();
</script>

{#if desk.changed > 0}
  <button class="btn btn-sm" disabled={desk.pending > 0} onclick={() => desk.undo()}>Undo</button>
{/if}
