<script lang="ts">
  import { route } from '../../router';
  import { useBoard, useBoardWithShares } from '../../api/queries';
  import Later from '../../kit/Later.svelte';
  import Loading from '../../kit/Loading.svelte';
  import RocketFrame from '../RocketFrame.svelte';
  import { Choice } from './choice.svelte';
  import AimPanel from './AimPanel.svelte';
  import ClassLadder from './ClassLadder.svelte';
  import ConditionsStrip from './ConditionsStrip.svelte';
  import FlightPanel from './FlightPanel.svelte';
  import Headline from './Headline.svelte';
  import Pins from './Pins.svelte';
  import VerdictBoard from './VerdictBoard.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const board = useBoard(() => id);
  const flown = useBoardWithShares(
    () => id,
    () => board.data,
  );
  const best = $derived(flown.data ?? board.data);
  const choice = new Choice(() => best);
</script>

<RocketFrame {id} station="motor">
  {#snippet work()}
    <Loading query={board} waiting="Flying every motor that fits…">
      {#snippet children(first)}
        {@const found = best ?? first}
        <!-- On a phone the answer comes before what it hangs on. -->
        <div class="flex flex-col-reverse md:flex-col">
          <Later class="min-h-[275px] lg:min-h-[100px]"><ConditionsStrip /></Later>
          <Later first class="min-h-40 lg:min-h-24"><Headline {id} board={found} /></Later>
        </div>
        {#if found.empty}
          <p class="paper p-6">{found.empty}</p>
        {:else}
          <div
            class="mt-2 grid grid-cols-1 gap-2 md:mt-0 md:grid-cols-2 xl:grid-cols-[226px_minmax(0,1fr)_minmax(0,500px)]"
          >
            <!-- First in reading and tab order: the answer, its delay handle, then why not the others. -->
            <Later class="min-h-[520px] md:col-span-2 xl:order-last xl:col-span-1"
              ><FlightPanel {id} {choice} /></Later
            >
            <Later height={480}
              ><ClassLadder rungs={found.ladder} bind:chosen={choice.filters.impulseClass} /></Later
            >
            <Later height={480}><VerdictBoard board={found} {choice} /></Later>
          </div>
          <div class="mt-2 grid grid-cols-1 gap-2 xl:grid-cols-2">
            <Later><Pins pins={choice.pins} onunpin={(key) => choice.togglePin(key)} /></Later>
            <Later><AimPanel {id} {choice} /></Later>
          </div>
        {/if}
      {/snippet}
    </Loading>
  {/snippet}
</RocketFrame>
