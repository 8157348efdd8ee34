<script lang="ts">
  import { count } from '../api/format';
  import { useRockets } from '../api/queries';
  import Loading from '../kit/Loading.svelte';
  import { p } from '../router';
  import ChangedLines from './ChangedLines.svelte';
  import EmptyHangar from './EmptyHangar.svelte';
  import Rack from './Rack.svelte';

  const rockets = useRockets();
</script>

<svelte:head><title>Hangar · Wobbly Fin</title></svelte:head>

<Loading query={rockets}>
  {#snippet children(found)}
    {#if found.length === 0}
      <EmptyHangar />
    {:else}
      <div class="mb-3 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 class="text-3xl font-bold">Hangar</h1>
          <p class="quiet">{count(found.length, 'rocket')}, all drawn to one scale.</p>
        </div>
        <a class="btn btn-primary" href={p('/new')}>New rocket</a>
      </div>
      <ChangedLines rockets={found} />
      <Rack rockets={found} />
    {/if}
  {/snippet}
</Loading>
