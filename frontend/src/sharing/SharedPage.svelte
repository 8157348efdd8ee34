<script lang="ts">
  import { day } from '../api/format';
  import { useShared } from '../api/sharing';
  import { reach, rear } from '../drawing/airframe';
  import RocketDrawing from '../drawing/RocketDrawing.svelte';
  import Loading from '../kit/Loading.svelte';
  import { route } from '../router';
  import FlightCards from './FlightCards.svelte';
  import { laidOut, likely } from '../drawing/laidOut';

  const token = $derived(String(route.params.token ?? ''));
  const shared = useShared(() => token);
  let width = $state(likely(900));
  const said = [
    ['mass', 'mass'],
    ['length', 'length'],
    ['diameter', 'across'],
    ['mount', 'motor mount'],
    ['canopy', 'canopy'],
    ['cd', 'Cd'],
  ] as const;
</script>

<svelte:head><title>Shared · Wobbly Fin</title></svelte:head>

<Loading query={shared} waiting="Fetching what was shared…">
  {#snippet children(found)}
    <p class="tape mb-2 text-sm">Shared with you, to look at</p>
    {#if found.rocket}
      {@const r = found.rocket}
      <h1 class="mb-2 text-3xl font-bold">{r.name}</h1>
      <div class="paper mb-2 overflow-hidden p-4" {@attach laidOut((w) => (width = w))}>
        <RocketDrawing
          rocket={r}
          scale={r.quick
            ? Math.min((width - 40) / (1.03 * r.length_m), 220 / (3.1 * r.diameter_m))
            : Math.min((width - 40) / rear(r.drawn), 240 / (2 * reach(r.drawn)))}
          title={`${r.name} from the side`}
        />
      </div>
      <div class="grid grid-cols-1 gap-2 sm:grid-cols-2">
        <section class="paper p-4" aria-label="Figures">
          <h2 class="mb-1 text-lg font-bold">Figures</h2>
          <dl class="grid grid-cols-[auto_1fr] gap-x-4">
            {#each said as [key, words] (key)}
              {#if r.said[key]}<dt class="quiet">{words}</dt>
                <dd>{r.said[key]}</dd>{/if}
            {/each}
            <dt class="quiet">flights logged</dt>
            <dd>{r.flights}</dd>
          </dl>
        </section>
        <section class="paper p-4" aria-label="Motors">
          <h2 class="mb-1 text-lg font-bold">What it would fly on</h2>
          {#if found.motors.length}
            <table class="w-full">
              <thead class="sr-only"
                ><tr><th>Motor</th><th>Maker</th><th>Height</th><th>Verdict</th></tr></thead
              >
              <tbody>
                {#each found.motors as m, n (n)}
                  <tr class="border-base-300 border-b"
                    ><td class="font-semibold">{m.label}</td><td class="quiet text-sm">{m.maker}</td><td
                      class="text-right">{m.apogee}</td
                    ><td class="text-right">{m.verdict}</td></tr
                  >
                {/each}
              </tbody>
            </table>
          {:else}<p>Nothing that can be had suits it there today.</p>{/if}
          <p class="quiet mt-2 text-sm">
            Judged where its owner stands: {found.conditions} Advice only: the motor maker’s sheet, your local code
            and the range officer decide.
          </p>
        </section>
      </div>
    {:else if found.day}
      {@const d = found.day}
      <h1 class="text-3xl font-bold">{d.name}</h1>
      <p class="quiet mb-2">
        {day(d.day)} · {d.field || 'no field chosen'} · {d.hours} · {d.code}{d.weather
          ? ` · weather: ${d.weather}`
          : ''}
      </p>
      <h2 class="font-display mb-2 text-xl font-bold">{d.headline}</h2>
      <FlightCards manifest={d} flyer="whoever shares this" />
    {/if}
  {/snippet}
</Loading>
