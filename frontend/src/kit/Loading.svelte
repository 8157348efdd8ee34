<script lang="ts" generics="T">
  import type { Snippet } from 'svelte';

  interface Asked {
    data: T | undefined;
    error: Error | null;
    refetch: () => unknown;
  }
  let {
    query,
    children,
    waiting = 'Working it out…',
  }: { query: Asked; children: Snippet<[T]>; waiting?: string } = $props();
</script>

{#if query.data !== undefined}
  {@render children(query.data)}
{:else if query.error}
  <div class="paper p-5" role="alert">
    <p class="mb-3">{query.error.message}</p>
    <button class="btn btn-sm" onclick={() => query.refetch()}>Try again</button>
  </div>
{:else}
  <p class="quiet p-5" role="status">{waiting}</p>
{/if}
