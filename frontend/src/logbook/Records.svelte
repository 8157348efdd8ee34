<script lang="ts">
  import type { Schemas } from '../api/client';
  import { p } from '../router';
  import Term from '../kit/Term.svelte';

  let { records }: { records: Schemas['RecordOut'][] } = $props();
</script>

{#if records.length}
  <section class="paper mb-2 px-4 py-2" aria-label="Records">
    <dl class="grid grid-cols-2 gap-x-4 gap-y-1 md:flex md:flex-wrap md:gap-x-8">
      {#each records as r (r.kind)}
        <div>
          <dt class="quiet text-sm"><Term of={r.kind}>{r.words}</Term></dt>
          <dd>
            <a
              class="inline-block min-h-6 hover:underline"
              href={p('/logbook/:id', { params: { id: r.flight_id } })}
              ><b>{r.said}</b> <span class="text-sm">{r.rocket}</span></a
            >
          </dd>
        </div>
      {/each}
    </dl>
  </section>
{/if}
