<script lang="ts">
  import { createMutation } from '@tanstack/svelte-query';
  import { ApiError, ask, client } from '../../api/client';
  import { queryClient } from '../../api/queries';
  import { useRecovery, type Recovery } from '../../api/workshop';
  import HowCome from '../../kit/HowCome.svelte';
  import Loading from '../../kit/Loading.svelte';
  import { p, route } from '../../router';
  import RocketFrame from '../RocketFrame.svelte';
  import BayView from './BayView.svelte';
  import Chain from './Chain.svelte';
  import Choices from './Choices.svelte';
  import PackingCard from './PackingCard.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const recovery = useRecovery(() => id);
  const marks = { good: '✓', warn: '!', no: '✕' } as const;
  const colours = { good: 'text-success', warn: 'text-warning', no: 'text-error' } as const;

  const choose = createMutation(() => ({
    mutationFn: (told: Record<string, string | boolean>) =>
      ask(
        client.PUT('/api/hangar/rockets/{key}/recovery', {
          params: { path: { key: id }, header: { 'If-Match': recovery.data?.revision ?? null } },
          body: { told },
        }),
      ),
    onSuccess: (found: Recovery) => {
      queryClient.setQueryData(['recovery', id], found);
      for (const key of ['rockets', 'shape', 'board', 'forecast'])
        void queryClient.invalidateQueries({ queryKey: [key] });
    },
  }));
  const refused = $derived(choose.error instanceof ApiError ? choose.error : undefined);
</script>

<RocketFrame {id} station="recovery">
  {#snippet work(rocket)}
    {#if rocket.quick}
      <p class="paper max-w-3xl p-6">
        This rocket is told in a few measured figures, and has no bay to look into. Grow it into an airframe
        at the
        <a class="link" href={p('/rockets/:id/shape', { params: { id } })}>Shape station</a>; then its canopy
        is packed here.
      </p>
    {:else}
      <Loading query={recovery} waiting="Packing the bay…">
        {#snippet children(found)}
          <section class="paper mb-2 px-4 py-3" aria-label="Will it come down well?">
            <h2 class="font-display text-2xl leading-tight font-bold">
              <span class={colours[found.verdict]} aria-hidden="true">{marks[found.verdict]}</span>
              {found.landing}
            </h2>
            <p>{found.fits} {found.cord}</p>
            {#each found.exposed as line, i (i)}
              <p class={found.burns && i === 0 ? 'text-error font-semibold' : 'text-warning'}>! {line}</p>
            {/each}
            {#if found.zips}<p class="text-warning">! {found.zips}</p>{/if}
          </section>
          <div class="grid grid-cols-1 gap-2 xl:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
            <div class="grid min-w-0 content-start gap-2">
              <BayView {found} />
              <Chain {found} />
            </div>
            <div class="grid min-w-0 content-start gap-2">
              <PackingCard {found} />
              <Choices
                {found}
                {refused}
                pending={choose.isPending}
                onchoose={(told) => choose.mutate(told)}
              />
            </div>
          </div>
          {#if found.charge.length || found.vents.length}
            <section class="paper mt-2 p-4" aria-label="Altimeter bay">
              <h3 class="text-lg font-bold">Altimeter bay</h3>
              {#each found.vents as line, i (i)}<p>{line}</p>{/each}
              {#each found.charge as line, i (i)}
                <p class={i === 1 ? 'mt-1' : ''}>
                  {#if i === 1}<span class="text-error font-bold">Caution:</span>{/if}
                  {line}
                </p>
              {/each}
            </section>
          {/if}
          <HowCome about="loads and packing">
            <p>
              {found.cd} Opening: Pflanz’s method (from memory), at the speed the flight has when the delay is in
              time, short and long. Cord: the energy of nose and body parting at 6.3 m/s goes into stretching it,
              soft and stiff parts in series; a knot keeps 55 % (from memory). Strengths are usual figures from
              memory: the maker’s sheet and a pull on a spring balance beat them. Packed lengths are reckoned from
              mass and bore until you measure one and type it at the part.
            </p>
          </HowCome>
        {/snippet}
      </Loading>
    {/if}
  {/snippet}
</RocketFrame>
