<script lang="ts">
  import { route } from '../../router';
  import { useBoard } from '../../api/queries';
  import Loading from '../../kit/Loading.svelte';
  import RocketFrame from '../RocketFrame.svelte';
  import { Choice } from './choice.svelte';
  import ClassLadder from './ClassLadder.svelte';
  import ConditionsStrip from './ConditionsStrip.svelte';
  import FlightPanel from './FlightPanel.svelte';
  import Headline from './Headline.svelte';
  import VerdictBoard from './VerdictBoard.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const board = useBoard(() => id);
  const choice = new Choice(() => board.data);
</script>

<RocketFrame {id} station="motor">
  {#snippet work()}
    <ConditionsStrip />
    <Loading query={board} waiting="Flying every motor that fits…">
      {#snippet children(found)}
        <Headline {id} board={found} />
        {#if found.empty}
          <p class="paper p-6">{found.empty}</p>
        {:else}
          <div class="grid gap-2 md:grid-cols-2 xl:grid-cols-[226px_minmax(0,1fr)_minmax(0,500px)]">
            <!-- First in reading and tab order: the answer, its delay handle, then why not the others. -->
            <FlightPanel {id} {choice} />
            <ClassLadder rungs={found.ladder} bind:chosen={choice.filters.impulseClass} />
            <VerdictBoard board={found} {choice} />
          </div>
        {/if}
      {/snippet}
    </Loading>
  {/snippet}
</RocketFrame>
