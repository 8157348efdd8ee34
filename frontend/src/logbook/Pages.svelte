<script lang="ts">
  import type { Book } from '../api/queries';

  /** Which of how many flights are listed, and the way to the others. */
  let { book, turn }: { book: Book; turn: (page: string) => void } = $props();

  const last = $derived(book.first + book.flights.length - 1);
  const all = $derived(book.season.length);
</script>

{#if book.pages > 1 || book.page === 0}
  <nav class="no-print mt-2 flex flex-wrap items-center gap-3" aria-label="Pages of the logbook">
    <span class="figure">{book.first}–{last} of {all} flights</span>
    {#if book.page > 0}
      <button class="btn btn-sm" disabled={book.page <= 1} onclick={() => turn(String(book.page - 1))}
        >Newer</button
      >
      <button
        class="btn btn-sm"
        disabled={book.page >= book.pages}
        onclick={() => turn(String(book.page + 1))}>Older</button
      >
      <button class="btn btn-sm btn-ghost" onclick={() => turn('all')}>All {all} at once</button>
    {:else}
      <button class="btn btn-sm btn-ghost" onclick={() => turn('')}>A page at a time</button>
    {/if}
  </nav>
{/if}
