<script lang="ts">
  import { searchParams } from 'sv-router';
  import { useBoard } from '../api/queries';
  import Loading from '../kit/Loading.svelte';
  import { route } from '../router';
  import RocketFrame from '../stations/RocketFrame.svelte';
  import LogForm from './LogForm.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const board = useBoard(() => id);
  const motor = $derived(String(searchParams.get('motor') ?? ''));
  const delay = $derived(searchParams.get('delay'));
</script>

<RocketFrame {id} station="flights">
  {#snippet work(rocket)}
    <Loading query={board} waiting="Flying every motor that fits…">
      {#snippet children(found)}
        {#if found.motors.length}
          {#key id}
            <LogForm {rocket} board={found} motorKey={motor} delay={delay === null ? null : Number(delay)} />
          {/key}
        {:else}
          <p class="paper p-6">{found.empty}</p>
        {/if}
      {/snippet}
    </Loading>
  {/snippet}
</RocketFrame>
