<script lang="ts">
  import type { Book } from '../api/queries';

  interface Props {
    book: Book;
    turn: (page: string) => void;
    /** Under the list, for whoever has read to its end: the two ways on, without the count. */
    below?: boolean;
  }

  /** Which of how many flights are listed, and the way to the others. */
  let { book, turn, below = false }: Props = $props();

  const last = $derived(book.first + book.flights.length - 1);
  const all = $derived(book.season.length);
</script>

{#if book.pages > 1 || (book.page === 0 && !below)}
  <nav
    class="no-print mb-2 flex flex-wrap items-center gap-3"
    aria-label={below ? 'Pages, after the last flight' : 'Pages of the logbook'}
  >
    {#if !below}<span class="figure">{book.first}–{last} of {all} flights</span>{/if}
    {#if book.page > 0}
      <button class="btn btn-sm" disabled={book.page <= 1} onclick={() => turn(String(book.page - 1))}
        >Newer</button
      >
      <button
        class="btn btn-sm"
        disabled={book.page >= book.pages}
        onclick={() => turn(String(book.page + 1))}>Older</button
      >
      {#if !below}
        <button class="btn btn-sm btn-ghost" onclick={() => turn('all')}>All {all} at once</button>
      {/if}
    {:else}
      <button class="btn btn-sm btn-ghost" onclick={() => turn('')}>A page at a time</button>
    {/if}
  </nav>
{/if}
