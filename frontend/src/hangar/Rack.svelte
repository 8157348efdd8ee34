<script lang="ts">
  import Ready from './Ready.svelte';
  import { day } from '../api/format';
  import { useSession, type Rocket } from '../api/queries';
  import { useBenches } from '../api/workshop';
  import { ticks } from '../drawing/outline';
  import RocketDrawing from '../drawing/RocketDrawing.svelte';
  import Later from '../kit/Later.svelte';
  import { p } from '../router';
  import { Clock, left } from '../stations/build/clock.svelte';
  import { rackRuler } from './rack';

  let { rockets }: { rockets: Rocket[] } = $props();

  const session = useSession();
  const benches = useBenches();
  const clock = new Clock();
  $effect(clock.run);
  const bench = (id: string) => benches.data?.find((b) => b.rocket_id === id);
  const tallest = $derived(Math.max(...rockets.map((r) => r.length_m)));
  const room = 470;
  const scale = $derived(room / tallest);
  const ruler = $derived(rackRuler(tallest, session.data?.units?.system ?? 'metric'));
  const marks: Record<string, string> = {
    next_flight: '✓',
    first_flight: '○',
    repair: '✕',
    search: '?',
    canopy: '!',
  };
</script>

<section class="paper relative overflow-hidden pt-4" aria-label="Rockets">
  <div class="flex">
    <span class="mt-auto mb-[132px] hidden shrink-0 sm:block"
      ><Later closed width={46} height={room + 8}
        ><svg width="46" height={room + 8} class="overflow-visible" aria-hidden="true">
          {#each ticks(ruler.span, ruler.step) as at (at)}
            {@const y = room + 8 - at * ruler.metres * scale}
            <line x1="34" x2="46" y1={y} y2={y} class="stroke-base-content" stroke-width="1.2" />
            <text x="31" y={y + 4} text-anchor="end" class="fill-base-content text-[11px]"
              >{ruler.label(at)}</text
            >
          {/each}
          <text
            x="31"
            y={room - ruler.span * ruler.metres * scale - 4}
            text-anchor="end"
            class="fill-base-content text-[11px] font-semibold">{ruler.symbol}</text
          >
          <line
            x1="46"
            x2="46"
            y1={room + 8 - ruler.span * ruler.metres * scale}
            y2={room + 8}
            class="stroke-base-content"
            stroke-width="1.2"
          />
        </svg></Later
      ></span
    >
    <ul class="flex min-w-0 flex-1 flex-wrap items-stretch sm:flex-nowrap sm:overflow-x-auto">
      {#each rockets as rocket (rocket.id)}
        {@const at = bench(rocket.id)}
        <li class="flex min-w-[140px] flex-1 sm:min-w-[106px]">
          <Later class="w-full self-end" height={rocket.length_m * scale + 150}
            ><a
              href={at
                ? p('/rockets/:id/build', { params: { id: rocket.id } })
                : p('/rockets/:id/motor', { params: { id: rocket.id } })}
              class="group flex w-full flex-col items-center justify-end"
            >
              <span class="flex pt-3 transition-transform group-hover:-translate-y-1">
                <Later first width={rocket.diameter_m * scale} height={rocket.length_m * scale + 6}>
                  <RocketDrawing
                    {rocket}
                    {scale}
                    upright
                    plain
                    title={`${rocket.name}, ${rocket.said.length} long, ${rocket.said.diameter} across`}
                  />
                </Later>
              </span>
              <span
                class="border-base-content bg-base-200 flex h-[132px] w-full flex-col items-center gap-0.5 border-t-2 px-1 pt-2 text-center"
              >
                <span class="tape max-w-full shrink-0 px-2 text-[0.82rem] leading-tight group-hover:underline"
                  >{rocket.name}</span
                >
                {#if at}
                  {@const cure = at.curing[0]}
                  <span class="line-clamp-2 text-sm leading-tight font-semibold"
                    ><span aria-hidden="true">▸</span> {at.next || 'all done'}</span
                  >
                  {#if cure}<span class="text-sm leading-tight" role="timer"
                      >◔ {left(cure.until, clock.now) || 'it holds'}</span
                    >{/if}
                {:else if ['next_flight', 'first_flight'].includes(rocket.waits_code)}
                  <Later class="w-full" height={38}><Ready {rocket} /></Later>
                {:else}
                  <span
                    class={[
                      'text-sm leading-tight font-semibold',
                      rocket.waits_code === 'repair' || rocket.waits_code === 'search' ? 'text-error' : '',
                    ]}
                    ><span aria-hidden="true">{marks[rocket.waits_code] ?? ''}</span> {rocket.waits_for}</span
                  >
                {/if}
                <span class="quiet text-sm"
                  >{rocket.said.mass}{rocket.flown_last
                    ? ` · ${day(rocket.flown_last)
                        .replace(/ \d{4}$/, '')
                        .replace('Sept', 'Sep')}`
                    : ''}</span
                >
              </span>
            </a></Later
          >
        </li>
      {/each}
    </ul>
  </div>
</section>
