<script lang="ts">
  import { useReadiness, type Readiness, type Rocket } from '../api/queries';
  import Verdict from '../kit/Verdict.svelte';
  import Said from '../kit/Said.svelte';
  import Needs from './Needs.svelte';
  import { placeOf } from './places';

  interface Props {
    rocket: Rocket;
    motor?: string;
    delay?: number | null;
    /** Where the station says the whole answer itself. */
    brief?: boolean;
    /** The station that shows it. */
    here?: string;
  }
  let { rocket, motor = '', delay = null, brief = false, here = '' }: Props = $props();

  const ready = useReadiness(
    () => rocket.id,
    () => motor,
    () => delay,
  );
  /** The figures every page says of it, in one line. */
  function figures({ said }: Readiness): string {
    const told = [
      brief && said['apogee_m'] && `${said['apogee_m']} high`,
      said['rod_exit_speed_m_s'] && `${said['rod_exit_speed_m_s']} off the rod`,
      said['descent_rate_m_s'] && `lands at ${said['descent_rate_m_s']}`,
      said['margin_calibres'] && `${said['margin_calibres']} calibres`,
      said['liftoff_mass_kg'] && `${said['liftoff_mass_kg']} at liftoff`,
    ];
    return told.filter(Boolean).join(' · ');
  }
</script>

<section
  class="paper mb-2 flex min-h-9 flex-wrap items-baseline gap-x-4 gap-y-1 px-4 py-1.5"
  aria-label="May it fly?"
  aria-live="polite"
>
  {#if ready.data}
    {@const found = ready.data}
    <Verdict verdict={found.verdict} />
    {#if brief && found.verdict !== 'no'}<p class="font-semibold">{found.label}</p>
    {:else}<p class="min-w-0 font-semibold"><Said text={found.say} /></p>{/if}
    <p class={['quiet text-sm', !brief && 'max-sm:hidden']} aria-label="Its figures">{figures(found)}</p>
    {#if found.verdict === 'no' && found.decides_at}
      <a class="link text-sm" href={placeOf(found.decides_at, rocket.id)}>Mend it</a>
    {/if}
    {#if found.change}<p class="text-sm"><Said text={found.change} /></p>{/if}
    <Needs needs={found.needs} rocket={rocket.id} {here} />
  {:else if ready.error}
    <p class="quiet text-sm">{ready.error.message}</p>
  {:else}
    <p class="quiet text-sm">Judging it…</p>
  {/if}
</section>
