<script lang="ts">
  import { useForecast, useSession } from '../../api/queries';
  import { unitsOf } from '../../api/format';
  import FlightPlot from '../../drawing/FlightPlot.svelte';
  import HowCome from '../../kit/HowCome.svelte';
  import Later from '../../kit/Later.svelte';
  import Loading from '../../kit/Loading.svelte';
  import Term from '../../kit/Term.svelte';
  import Verdict from '../../kit/Verdict.svelte';
  import { p } from '../../router';
  import { query } from './board';
  import type { Choice } from './choice.svelte';
  import Said from '../../kit/Said.svelte';

  let { id, choice }: { id: string; choice: Choice } = $props();

  const session = useSession();
  let dragged = $state<number | null>(null);
  const delay = $derived(dragged ?? choice.delay);
  const forecast = useForecast(
    () => id,
    () => choice.motor?.key ?? '',
    () => delay,
  );
  const units = $derived(unitsOf(session.data?.units));
  const chosen = $derived(query(choice.motor?.key ?? '', choice.delay));
  const logHref = $derived(p('/rockets/:id/log', { params: { id } }) + chosen);
  const airHref = $derived(p('/rockets/:id/air', { params: { id } }) + chosen);
  const figures = [
    ['apogee', 'apogee'],
    ['max_speed', 'top speed'],
    ['rod_speed', 'off the rod'],
    ['max_acceleration', 'hardest push'],
    ['descent_rate', 'comes down at'],
    ['drift', 'drifts'],
    ['landing_time', 'in the air'],
    ['liftoff_mass', 'at liftoff'],
  ] as const;
</script>

<section
  class="flex min-w-0 flex-col gap-2 md:col-span-2 xl:order-last xl:col-span-1"
  aria-label="The flight"
>
  <div class="paper p-3">
    <Loading query={forecast} waiting="Flying it…">
      {#snippet children(flight)}
        <div class="flex items-center justify-between gap-2">
          <h2 class="text-lg font-bold whitespace-nowrap">{flight.label}</h2>
          <Verdict verdict={flight.verdict} />
          <a class="btn btn-sm" href={airHref}>See it fly</a>
          {#if !choice.motor?.key.includes('class:')}<a class="btn btn-primary btn-sm" href={logHref}
              >Log this flight</a
            >{/if}
        </div>
        <Later height={270}
          ><FlightPlot
            {flight}
            {units}
            ondelay={(value) => (dragged = value)}
            ondrop={() => {
              const motor = choice.motor;
              if (dragged !== null && motor) choice.choose(motor, dragged);
              dragged = null;
            }}
          /></Later
        >
        {#if flight.verdict !== 'good'}<p class="text-sm"><Said text={flight.delay_sentence} /></p>{/if}
        <Later first class="min-h-24"
          ><dl class="mt-2 grid grid-cols-4 gap-x-3 gap-y-1">
            {#each figures as [key, name] (key)}
              {#if flight.said[key]}
                <div class="flex flex-col">
                  <dt class="quiet text-xs"><Term of={key}>{name}</Term></dt>
                  <dd class="font-semibold">{flight.said[key]}</dd>
                </div>
              {/if}
            {/each}
          </dl></Later
        >
        <p class="quiet mt-1 text-xs">
          Advice only: the motor maker’s sheet, your local code and the range officer decide.
        </p>
        <div class="mt-1 flex flex-wrap gap-4">
          {#if flight.learnt_band}<p class="text-sm">{flight.learnt_band}</p>{/if}
          {#if flight.height_band}
            <p class="text-sm">{flight.height_band}</p>
          {/if}
          <HowCome about="the flight">
            <p class="mb-2"><Said text={flight.delay_sentence} /></p>
            <p>
              {#if flight.rigid}
                A rigid body in three dimensions: thrust along its axis, drag along it, normal force at
                Barrowman’s centre of pressure, body lift, pitch damping, its balance moving as it burns;
                guided until the last lug leaves the rod. Leaning into the wind comes out of that.
              {:else}
                A point with thrust, weight and drag ½ρ·Cd·A·v², straight up in still air; wind acts under the
                canopy.
              {/if}
              Air after the US Standard Atmosphere 1976, set to this field’s height and temperature. Mass leaves
              with the impulse delivered. Solved by an embedded Runge–Kutta 5(4).
            </p>
          </HowCome>
        </div>
      {/snippet}
    </Loading>
  </div>
</section>
