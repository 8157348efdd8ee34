<script lang="ts">
  import { route } from '../../router';
  import { useStation } from '../../api/workshop';
  import Later from '../../kit/Later.svelte';
  import Loading from '../../kit/Loading.svelte';
  import RocketFrame from '../RocketFrame.svelte';
  import BeginPanel from './BeginPanel.svelte';
  import BenchLists from './BenchLists.svelte';
  import BuildHead from './BuildHead.svelte';
  import Calendar from './Calendar.svelte';
  import Diary from './Diary.svelte';
  import MaterialsPanel from './MaterialsPanel.svelte';
  import PlanList from './PlanList.svelte';
  import SchoolsPanel from './SchoolsPanel.svelte';
  import StepCard from './StepCard.svelte';
  import { Bench } from './bench.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const station = useStation(() => id);
  const bench = new Bench(
    () => id,
    () => station.data,
  );
  const tabs = [
    ['calendar', 'Calendar'],
    ['plan', 'Whole plan'],
    ['ways', 'How I build'],
    ['materials', 'Cut and buy'],
    ['diary', 'Diary'],
  ] as const;
  let tab = $state<(typeof tabs)[number][0]>('calendar');
</script>

<RocketFrame {id} station="build">
  {#snippet work(rocket)}
    <Loading query={station} waiting="Putting the steps in order…">
      {#snippet children(found)}
        {#if !found.build}
          <BeginPanel {id} {rocket} station={found} {bench} />
        {:else}
          <BuildHead station={found} {bench} />
          <div class="grid grid-cols-1 gap-2 lg:grid-cols-[340px_minmax(0,1fr)]">
            <div class="order-2 grid content-start gap-2 lg:order-1">
              <Later height={600}><BenchLists station={found} {bench} /></Later>
            </div>
            <div class="order-1 min-w-0 lg:order-2">
              {#if bench.open}<Later height={528}
                  ><StepCard {id} station={found} step={bench.open} {bench} /></Later
                >{/if}
            </div>
          </div>
          <div class="mt-3 flex flex-wrap gap-1" role="tablist" aria-label="The rest of the build">
            {#each tabs as [key, name] (key)}
              <button
                role="tab"
                aria-selected={tab === key}
                class={[
                  'font-display min-h-9 rounded-t border-x border-t px-4 py-1.5 font-semibold',
                  tab === key ? 'paper border-base-content/60' : 'border-transparent hover:underline',
                ]}
                onclick={() => (tab = key)}>{name}</button
              >
            {/each}
          </div>
          {#if tab === 'calendar'}<Later height={900}><Calendar station={found} {bench} /></Later>
          {:else if tab === 'plan'}<PlanList station={found} {bench} />
          {:else if tab === 'ways'}<SchoolsPanel station={found} {bench} />
          {:else if tab === 'materials'}<MaterialsPanel {id} station={found} {bench} />
          {:else}<Diary station={found} {bench} />{/if}
        {/if}
      {/snippet}
    </Loading>
  {/snippet}
</RocketFrame>
