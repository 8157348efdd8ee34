<script lang="ts">
  import type { Snippet } from 'svelte';
  import { MediaQuery } from 'svelte/reactivity';
  import { searchParams } from 'sv-router';
  import { useRocket, type Rocket } from '../api/queries';
  import { reach, rear } from '../drawing/airframe';
  import RocketDrawing from '../drawing/RocketDrawing.svelte';
  import Later from '../kit/Later.svelte';
  import Term from '../kit/Term.svelte';
  import Loading from '../kit/Loading.svelte';
  import { p } from '../router';
  import ShareLink from '../sharing/ShareLink.svelte';
  import ReadinessStrip from './ReadinessStrip.svelte';
  import { laidOut, likely } from '../drawing/laidOut';

  type Station = 'shape' | 'motor' | 'build' | 'recovery' | 'flights';
  interface Props {
    id: string;
    station: Station;
    work: Snippet<[Rocket]>;
    /** Stands in the drawing's place where the station draws the rocket itself. */
    head?: Snippet<[Rocket]>;
  }
  let { id, station, work, head }: Props = $props();

  const rocket = useRocket(() => id);
  let width = $state(likely(900));
  const wide = new MediaQuery('width >= 80rem', true); // as `xl` of the styles

  const stations = [
    { key: 'shape', name: 'Shape', path: '/rockets/:id/shape' },
    { key: 'motor', name: 'Motor', path: '/rockets/:id/motor' },
    { key: 'build', name: 'Build', path: '/rockets/:id/build' },
    { key: 'recovery', name: 'Recovery', path: '/rockets/:id/recovery' },
    { key: 'flights', name: 'Flights', path: '/rockets/:id/flights' },
  ] as const;

  /** As long as the page allows, as tall as the header allows. */
  function fit(r: Rocket) {
    return r.quick
      ? Math.min((width - 30) / (1.03 * r.length_m), 86 / (3.1 * r.diameter_m))
      : Math.min((width - 30) / rear(r.drawn), 88 / (2 * reach(r.drawn)));
  }
</script>

<svelte:head
  ><title>{rocket.data ? `${rocket.data.name} · ${station}` : 'Rocket'} · Wobbly Fin</title></svelte:head
>

<Loading query={rocket} waiting="Fetching it off the rack…">
  {#snippet children(found)}
    {@const scale = fit(found)}
    <section class="paper mb-2 flex flex-wrap items-stretch gap-x-4" aria-label={found.name}>
      <div class="flex flex-col justify-between px-4 pt-2 max-sm:grow">
        <div>
          <div class="flex items-baseline justify-between gap-4">
            <h1 class="text-2xl leading-tight font-bold">{found.name}</h1>
            <ShareLink of={{ rocket_id: id }} what={found.name} class="link quiet no-print text-sm" />
          </div>
          <p class="quiet text-sm">
            {found.said.mass} · {found.said.diameter} across · {found.waits_for}
          </p>
        </div>
        <nav class="mt-2 flex flex-wrap sm:gap-1" aria-label="Stations">
          {#each stations as s (s.key)}
            <a
              href={p(s.path, { params: { id } })}
              aria-current={s.key === station ? 'page' : undefined}
              class={[
                'font-display min-h-9 rounded-t border-x border-t px-1.5 py-1.5 text-sm font-semibold sm:px-4 sm:text-base',
                s.key === station
                  ? 'bg-base-200 border-base-content/60'
                  : 'border-transparent hover:underline',
              ]}>{s.name}{s.key === 'flights' && found.flights ? ` (${found.flights})` : ''}</a
            >
          {/each}
        </nav>
      </div>
      {#if head && !found.quick}
        <div class="min-w-64 flex-1 self-center px-4 py-2 lg:pl-0">{@render head(found)}</div>
      {:else}
        <div
          class="flex h-[100px] min-w-64 flex-1 items-center justify-center"
          {@attach laidOut((w) => (width = w))}
        >
          <Later>
            <RocketDrawing rocket={found} {scale} title={`${found.name} from the side`}>
              {#snippet sketched(shape)}
                <a href={p('/rockets/:id/shape', { params: { id } })} aria-label="Body: to its figures">
                  <rect {...shape.body} class="hover:fill-info/15 focus:fill-info/15 fill-transparent" />
                </a>
                {#if found.said.canopy !== 'none'}
                  <rect
                    {...shape.canopy}
                    rx="4"
                    class="stroke-primary fill-none"
                    stroke-width="1.4"
                    stroke-dasharray="5 2"
                  />
                {/if}
                <a href={p('/rockets/:id/motor', { params: { id } })} aria-label="Motor mount: to the motors">
                  <rect
                    {...shape.mount}
                    class={[
                      'stroke-base-content hover:fill-primary/40',
                      station === 'motor' ? 'fill-primary/25' : 'fill-transparent',
                    ]}
                    stroke-width="1.1"
                  />
                </a>
              {/snippet}
            </RocketDrawing>
          </Later>
        </div>
      {/if}
      {#if wide.current && (!head || found.quick)}
        <dl
          class="quiet grid shrink-0 grid-cols-[auto_auto] content-center items-baseline gap-x-3 px-4 text-sm"
        >
          <dt><Term of="mount">mount</Term></dt>
          <dd class="text-base-content">{found.said.mount}</dd>
          <dt><Term of="canopy">canopy</Term></dt>
          <dd class="text-base-content">{found.said.canopy}</dd>
          <dt><Term of="cd">Cd</Term></dt>
          <dd class="text-base-content">{found.said.cd}</dd>
        </dl>
      {/if}
    </section>
    <Later first class="min-h-9"
      ><ReadinessStrip
        rocket={found}
        motor={station === 'motor' ? (searchParams.get('motor')?.toString() ?? '') : ''}
        delay={station === 'motor' && searchParams.get('delay') !== null
          ? Number(searchParams.get('delay'))
          : null}
        brief={station === 'motor' || station === 'build'}
        here={station}
      /></Later
    >
    <Later first class="min-h-dvh">{@render work(found)}</Later>
  {/snippet}
</Loading>
