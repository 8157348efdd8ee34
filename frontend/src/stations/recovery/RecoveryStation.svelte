<script lang="ts">
  import { ApiError } from '../../api/client';
  import { useRecovery } from '../../api/workshop';
  import HowCome from '../../kit/HowCome.svelte';
  import Later from '../../kit/Later.svelte';
  import Loading from '../../kit/Loading.svelte';
  import { p, route } from '../../router';
  import RocketFrame from '../RocketFrame.svelte';
  import Bays from './Bays.svelte';
  import Chain from './Chain.svelte';
  import ChargePanel from './ChargePanel.svelte';
  import Chooser from './Chooser.svelte';
  import { Desk } from './desk.svelte';
  import Learn from './Learn.svelte';
  import PackingCard from './PackingCard.svelte';
  import Timeline from './Timeline.svelte';
  import UndoLast from './UndoLast.svelte';
  import Ways from './Ways.svelte';
  import Refused from '../../kit/Refused.svelte';
  import Said from '../../kit/Said.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const recovery = useRecovery(() => id);
  const desk = $derived(new Desk(id));
  const marks = { good: '✓', warn: '!', no: '✕' } as const;
  const colours = { good: 'text-success', warn: 'text-warning', no: 'text-error' } as const;

  /** What the rocket lacks before its recovery can be looked into; other failures can be tried again. */
  const missing = $derived(
    recovery.error instanceof ApiError && recovery.error.status === 422 ? recovery.error.message : '',
  );
  const tabs = [
    ['card', 'Packing card'],
    ['others', 'Other canopies'],
    ['learn', 'Learn'],
  ] as const;
  let tab = $state<'card' | 'others' | 'learn'>('card');
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
    {:else if missing && !recovery.data}
      <div class="paper max-w-3xl p-6" role="alert">
        <p class="mb-3 text-lg">{missing}</p>
        <a class="btn btn-primary" href={p('/rockets/:id/shape', { params: { id } })}>To the Shape station</a>
        <button class="btn" onclick={() => desk.tumble(rocket.revision)}
          >It tumbles down, nothing opens</button
        >
        <Refused error={desk.refused} />
      </div>
    {:else}
      <Loading query={recovery} waiting="Packing the bay…">
        {#snippet children(found)}
          <section class="paper mb-2 px-4 py-3" aria-label="Will it come down well?">
            <!-- Beside the verdict it moves nothing when it comes; on a phone there is no room there. -->
            <div class="float-right ml-4 hidden sm:block"><UndoLast {desk} /></div>
            <h2 class="font-display text-2xl leading-tight font-bold">
              <span class={colours[found.verdict]} aria-hidden="true">{marks[found.verdict]}</span>
              <Said text={found.landing} />
            </h2>
            <p><Said text={found.remedy} /> <Said text={found.cord} /></p>
            {#each found.refused as line, i (i)}<p class="text-error font-semibold">
                ✕ Refused: {line}.
              </p>{/each}
            {#each found.warnings as line, i (i)}
              <p class={found.burns && i === 0 ? 'text-error font-semibold' : 'text-warning'}>! {line}</p>
            {/each}
          </section>
          <Later class="min-h-[362px] sm:min-h-[86px]"><Ways {found} {desk} /></Later>
          <div class="grid grid-cols-1 gap-2 lg:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]">
            <div class="grid min-w-0 grid-cols-1 content-start gap-2">
              {#if found.bays.length}
                <Later height={378}><Bays {found} {desk} /></Later>
                <Later height={420}><Chain {found} /></Later>
              {:else}<Timeline {found} />{/if}
            </div>
            <div class="grid min-w-0 grid-cols-1 content-start gap-2">
              <Later height={406}>
                <section class="paper min-w-0 p-4" aria-label="Packing">
                  <div role="tablist" class="mb-2 flex flex-wrap gap-1">
                    {#each tabs as [key, label] (key)}
                      <button
                        role="tab"
                        aria-selected={tab === key}
                        class={['btn btn-sm', tab === key && 'btn-secondary']}
                        onclick={() => (tab = key)}>{label}</button
                      >
                    {/each}
                  </div>
                  {#if tab === 'card'}{#key found.rocket_id}<PackingCard {found} />{/key}
                  {:else if tab === 'others'}<Chooser {found} {desk} />
                  {:else}<Learn />{/if}
                </section></Later
              >
              {#if found.bays.length}<Later height={272}><Timeline {found} /></Later>{/if}
            </div>
          </div>
          {#if found.bays.some((b) => b.charge) || found.vents.length}<Later
              ><ChargePanel {found} {desk} /></Later
            >{/if}
          <div class="mt-2">
            <Later
              ><HowCome about="loads and packing">
                <p>
                  <Said text={found.cd} /> Opening: Pflanz’s method (from memory), at the speed the flight has when
                  it opens in time, early and late. Cord: the energy of nose and body parting goes into stretching
                  it, soft and stiff parts in series; a motor’s charge parts them with 6.3 m/s (our own figure),
                  an altimeter’s with what its push does along the shoulder; a knot keeps 55 % (from memory). Strengths
                  are usual figures from memory: the maker’s sheet and a pull on a spring balance beat them. Packed
                  lengths are reckoned from mass and bore until you measure one and type it at the part.
                </p>
              </HowCome></Later
            >
          </div>
        {/snippet}
      </Loading>
    {/if}
  {/snippet}
</RocketFrame>
