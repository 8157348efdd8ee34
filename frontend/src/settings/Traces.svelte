<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { ask, client, type Schemas } from '../api/client';
  import { moment } from '../api/format';

  /** Who came into this account, from where it is open now, and what was shared or taken out. */
  const traces = createQuery(() => ({
    queryKey: ['traces'],
    queryFn: () => ask(client.GET('/api/session/traces')),
  }));
  let after = $state.raw<Schemas['TracesOut']>();
  const found = $derived(after ?? traces.data);
  let busy = $state(false);

  async function end(key: string) {
    busy = true;
    try {
      after = await ask(client.DELETE('/api/session/visits/{key}', { params: { path: { key } } }));
    } catch {
      after = await ask(client.GET('/api/session/traces')); // over already
    }
    busy = false;
  }
</script>

{#if found && (found.visits.length || found.traces.length)}
  <section class="paper mt-3 p-4" aria-label="Your account">
    <h2 class="text-lg font-bold">Where you are signed in</h2>
    <ul>
      {#each found.visits as v (v.visit)}
        <li class="flex items-baseline gap-2">
          <span class="flex-1">{moment(v.at)}: {v.said}</span>
          {#if v.here}<b>this browser</b>
          {:else}<button class="btn btn-xs" disabled={busy} onclick={() => void end(v.visit ?? '')}
              >Sign it out</button
            >{/if}
        </li>
      {/each}
    </ul>
    <details class="mt-2">
      <summary class="cursor-pointer font-semibold">What happened to this account</summary>
      <ul class="text-sm">
        {#each found.traces as t, n (n)}<li><span class="quiet">{moment(t.at)}</span> {t.said}</li>{/each}
      </ul>
    </details>
  </section>
{/if}
