<script lang="ts">
  import { searchParams } from 'sv-router';
  import { onDestroy } from 'svelte';
  import { unitsOf } from '../../../api/format';
  import { useBoard, useForecast, useSession } from '../../../api/queries';
  import Later from '../../../kit/Later.svelte';
  import Loading from '../../../kit/Loading.svelte';
  import Verdict from '../../../kit/Verdict.svelte';
  import { p, route } from '../../../router';
  import RocketFrame from '../../RocketFrame.svelte';
  import ConditionsStrip from '../ConditionsStrip.svelte';
  import { query } from '../board';
  import { Choice } from '../choice.svelte';
  import { Cloud } from './cloud.svelte';
  import { Playback } from './playback.svelte';
  import CloudBar from './CloudBar.svelte';
  import PlayBar from './PlayBar.svelte';
  import SideView from './SideView.svelte';
  import TopView from './TopView.svelte';
  import Traces from './Traces.svelte';
  import Said from '../../../kit/Said.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const session = useSession();
  const board = useBoard(() => id);
  const choice = new Choice(() => board.data);
  const asked = $derived(searchParams.get('motor'));
  const typed = $derived(Number(searchParams.get('delay') ?? NaN));
  // Both in the address, or both from the board once it is there: a flight with half of either would be another one.
  const whole = $derived(asked !== null && Number.isFinite(typed));
  const motor = $derived(whole ? String(asked) : (choice.motor?.key ?? ''));
  const delay = $derived(whole ? typed : choice.delay);
  const forecast = useForecast(
    () => id,
    () => motor,
    () => delay,
  );
  const flight = $derived(forecast.data);
  const play = new Playback(() => flight?.time_s.at(-1) ?? 0);
  const cloud = new Cloud();
  onDestroy(() => {
    play.stop();
    cloud.stop();
  });
  const units = $derived(unitsOf(session.data?.units));
  const back = $derived(p('/rockets/:id/motor', { params: { id } }) + query(motor, delay));

  // What was scattered no longer holds once the flight is another one.
  let flown = '';
  $effect(() => {
    const now = JSON.stringify([flight?.label, flight?.figures]);
    if (flown && now !== flown) {
      cloud.stop();
      cloud.points = [];
      cloud.latest = undefined;
      play.seek(Math.min(play.at, flight?.time_s.at(-1) ?? 0));
    }
    flown = now;
  });

  function onkeydown(event: KeyboardEvent) {
    if (event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement) return;
    if (event.key === ' ' && !(event.target instanceof HTMLButtonElement)) {
      event.preventDefault();
      play.toggle();
    }
  }
</script>

<svelte:window {onkeydown} />

<RocketFrame {id} station="motor">
  {#snippet work()}
    <Later class="min-h-[328px] lg:min-h-[102px]"><ConditionsStrip /></Later>
    <Loading query={forecast} waiting="Flying it…">
      {#snippet children(found)}
        <div class="my-2 flex flex-wrap items-baseline gap-x-3 gap-y-1">
          <h2 class="font-display text-2xl font-bold">{found.label}</h2>
          <Verdict verdict={found.verdict} />
          <ul class="min-w-60 flex-1 text-sm">
            {#each found.tests.filter((t) => !t.passed) as test (test.name)}
              <li>
                <span class="text-error font-bold" aria-hidden="true">✕</span>
                <Said text={test.reason} />.
              </li>
            {/each}
            {#if found.notes.length}<li class="quiet">{found.notes.join(' ')}</li>{/if}
          </ul>
          <a class="btn btn-sm" href={back}>Back to the board</a>
        </div>
        {#if found.lifted}
          <div class="grid grid-cols-1 gap-2 lg:grid-cols-2">
            <section class="paper p-3" aria-label="Height, speed and acceleration">
              <Later first class="mb-1 min-h-16 xl:min-h-8"><PlayBar flight={found} {units} {play} /></Later>
              <Later height={300}><Traces flight={found} {units} {play} /></Later>
            </section>
            <section class="paper p-3" aria-label="From the side">
              <h3 class="font-bold">From the side, the wind from the left</h3>
              <Later height={300}><SideView flight={found} {units} {play} /></Later>
              {#if !found.rigid}<p class="quiet text-sm">
                  A quick rocket climbs as a point through still air. Give it its parts and it leans.
                </p>{/if}
            </section>
            <section class="paper p-3" aria-label="From above">
              <h3 class="font-bold">
                From above{found.ground ? `, over ${found.ground.name}` : ''}
              </h3>
              <Later height={360}><TopView flight={found} points={cloud.points} {units} {play} /></Later>
              {#if !found.ground}<p class="quiet text-sm">
                  This field has no outline yet. <a class="link" href={p('/stores/fields')}>Draw it</a>, and
                  the cloud is held against it.
                </p>{/if}
            </section>
            <Later height={182}><CloudBar {id} {cloud} {motor} {delay} /></Later>
          </div>
        {/if}
        <p class="quiet mt-2 text-xs">
          Advice only: the motor maker’s sheet, your local code and the range officer decide.
        </p>
      {/snippet}
    </Loading>
  {/snippet}
</RocketFrame>
