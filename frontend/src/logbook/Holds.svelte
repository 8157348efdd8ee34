<script lang="ts">
  import { useFlightHolds } from '../api/launchdays';

  /** What somebody took on themselves before a flight, and what stood open when it was told; nothing of either: nothing is drawn. */
  let { flight }: { flight: string } = $props();

  const holds = useFlightHolds(() => flight);
  const found = $derived(holds.data);
</script>

{#if found && (found.overrides.length || found.open.length)}
  <section class="paper p-4" aria-label="Holds">
    <h2 class="mb-1 text-lg font-bold">Holds</h2>
    {#each found.overrides as line, n (n)}<p class="text-warning font-semibold">~ {line}</p>{/each}
    {#if found.open.length}
      <details>
        <summary class="cursor-pointer">
          {found.open.length} still open when this flight was told
        </summary>
        <ul>
          {#each found.open as line, n (n)}<li>· {line}</li>{/each}
        </ul>
      </details>
    {/if}
  </section>
{/if}
