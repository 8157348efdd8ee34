<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../api/client';
  import { count } from '../api/format';
  import { keepLine, takePlan, type Plan } from '../api/launchdays';
  import { useRockets } from '../api/queries';
  import Verdict from '../kit/Verdict.svelte';
  import { p } from '../router';
  import DayWind from './DayWind.svelte';

  type Row = Schemas['GridRowOut'];
  type Cell = Schemas['GridCellOut'];
  interface Props {
    plan: Plan;
    /** Whether it is being written down: what is refused must still find it there. */
    onwriting: (on: boolean) => void;
  }
  let { plan, onwriting }: Props = $props();

  const rockets = useRockets();
  const there = $derived(new Set(plan.lines.map((l) => l.rocket_id)));
  let chosen = $state<Record<string, boolean>>({});
  let tried = $state<Record<string, string>>({});
  let saved = $state<Record<string, boolean>>({});
  let costMost = $state('');
  let mostEach = $state('1');
  let rows = $state<Record<string, Row>>({});
  let proposal = $state<Schemas['ProposalOut']>();
  let asking = $state('');
  let busy = $state(false);
  let problem = $state('');
  let asked = 0;

  const wanted = $derived((rockets.data ?? []).filter((r) => chosen[r.id] ?? !there.has(r.id)));
  /** A row holds for the day as it was when it was flown: weather, hours, manifest. */
  const at = (rocket: string) => `${plan.version} ${rocket}`;
  const grid = $derived(wanted.map((r) => rows[at(r.id)]).filter((r) => r !== undefined));
  /** Each motor once, those in the box first. */
  const motors = $derived([
    ...new Map(
      grid
        .flatMap((r) => r.cells)
        .sort((a, b) => Number(b.here) - Number(a.here))
        .map((c) => [c.load, c]),
    ).values(),
  ]);
  const flightsOf = (rocket: string) => proposal?.flights.filter((f) => f.rocket_id === rocket) ?? [];
  const stays = (rocket: string) => proposal?.left_out.find((l) => l.rocket_id === rocket);
  const cellOf = (row: Row, load: string): Cell | undefined => {
    const mine = row.cells.filter((c) => c.load === load);
    const flown = flightsOf(row.rocket_id);
    return mine.find((c) => flown.some((f) => f.load === load && c.delay_s === f.delay_s)) ?? mine[0];
  };

  $effect(() => {
    const ids = wanted.map((r) => r.id);
    const wishes = {
      rockets: ids,
      tried: ids.flatMap((id) => (tried[id] ? [{ rocket_id: id, load: tried[id] }] : [])),
      saved: Object.keys(saved).filter((key) => saved[key]),
      cost_most: costMost,
      most_each: Number(mostEach),
    };
    // What stands on the manifest takes hours and motors.
    void plan.version;
    if (busy) return;
    const timer = setTimeout(() => void work(ids, wishes), 150);
    return () => clearTimeout(timer);
  });

  /** The grid fills row by row, each as soon as it is flown; then the best day of it. */
  async function work(ids: string[], body: Schemas['ProposalIn']) {
    const mine = ++asked;
    problem = '';
    try {
      for (const rocket of ids) {
        if (mine !== asked) return;
        const place = at(rocket);
        if (rows[place]) continue;
        asking = rockets.data?.find((r) => r.id === rocket)?.name ?? '';
        const path = { params: { path: { key: plan.id, rocket } } };
        rows[place] = await ask(client.GET('/api/launchdays/days/{key}/grid/{rocket}', path));
      }
      asking = ids.length ? 'the best day' : '';
      const path = { params: { path: { key: plan.id } }, body };
      const found = ids.length
        ? await ask(client.POST('/api/launchdays/days/{key}/proposal', path))
        : undefined;
      if (mine === asked) proposal = found;
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      if (mine === asked) problem = error.message;
    }
    if (mine === asked) asking = '';
  }

  async function take() {
    busy = true;
    problem = '';
    onwriting(true);
    try {
      for (const f of proposal?.flights ?? []) {
        const body = {
          rocket_id: f.rocket_id,
          motor_key: f.load,
          delay_s: f.delay_s,
          tilt_deg: 0,
          told_hour: f.told_hour,
        };
        await takePlan(await keepLine(plan.id, crypto.randomUUID(), body));
      }
      onwriting(false);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      problem = error.message;
    } finally {
      busy = false;
    }
  }
  /** The rocket whose proposed square is being dragged to another motor. */
  let dragged = $state('');
  const insist = (rocket: string, load: string) => (tried[rocket] = tried[rocket] === load ? '' : load);
</script>

<section class="paper mb-2 p-4" aria-label="Which motor for which rocket">
  <h2 class="text-xl font-bold">What shall fly?</h2>
  {#if rockets.data?.length}
    <div class="mt-1 flex flex-wrap gap-x-4 gap-y-1" role="group" aria-label="Rockets for this day">
      {#each rockets.data as r (r.id)}
        <label class="flex min-h-8 items-center gap-2"
          ><input
            type="checkbox"
            class="checkbox checkbox-sm"
            checked={chosen[r.id] ?? !there.has(r.id)}
            onchange={(event) => (chosen[r.id] = event.currentTarget.checked)}
          />{r.name}</label
        >
      {/each}
    </div>
  {:else if rockets.data}
    <p class="quiet">The hangar is empty: <a class="link" href={p('/new')}>measure a rocket</a> first.</p>
  {/if}
  {#if !plan.hours.length && rockets.data?.length}
    <div class="border-base-300 mt-2 border-y py-2">
      <p class="mb-1 font-semibold">How windy will it be?</p>
      <DayWind {plan} />
    </div>
  {/if}
  <p class="mt-2 flex flex-wrap items-center gap-2 font-semibold" role="status">
    {#if asking}<progress class="progress w-32" value={grid.length} max={wanted.length}></progress>
      <span class="quiet">Flying {asking}… {grid.length} of {wanted.length} rockets</span>
    {:else if proposal}{proposal.headline}
      {#if proposal.proven && proposal.flights.length}<span class="quiet text-sm font-normal"
          >No other choice from this box does better.</span
        >{/if}
    {/if}
  </p>
  {#if problem}<p class="text-error" role="alert">✕ {problem}</p>{/if}
  {#if grid.length && !motors.length}
    <p class="mt-1">
      No motor of yours fits any of them. <a class="link" href={p('/stores/box')}>Put your motors in</a>, and
      the day plans itself.
    </p>
  {/if}
  {#if motors.length}
    <div class="mt-2 overflow-x-auto">
      <table class="w-full text-sm">
        <thead
          ><tr
            ><th class="pr-3 text-left">Rocket</th><th class="pr-3 text-left">proposed</th>
            {#each motors as m (m.load)}
              <th class="px-1 text-center align-bottom font-semibold">
                <button
                  class={['rounded px-1 hover:underline', saved[m.load] && 'line-through']}
                  aria-pressed={saved[m.load] ?? false}
                  aria-label={`${saved[m.load] ? 'Saved' : 'Save'} ${m.name} for another day`}
                  title="Save it for another day"
                  onclick={() => (saved[m.load] = !saved[m.load])}>{m.name}</button
                >
                {#if m.practice}<span class="stamp-practice block">practice</span>{/if}
              </th>
            {/each}</tr
          ></thead
        >
        <tbody>
          {#each grid as row (row.rocket_id)}
            {@const flown = flightsOf(row.rocket_id)}
            {@const home = stays(row.rocket_id)}
            <tr class="border-base-300 border-t align-top">
              <th class="py-1.5 pr-3 text-left"
                ><a class="link" href={p('/rockets/:id/motor', { params: { id: row.rocket_id } })}
                  >{row.rocket}</a
                ></th
              >
              <td class="min-w-44 py-1.5 pr-3">
                {#if flown.length}
                  {#each flown as f (f.told_hour)}
                    <span class="block"
                      ><b class="font-display">{f.told_hour} {f.label}</b>
                      <span class="whitespace-nowrap">{f.height}</span>
                      <Verdict verdict={f.verdict} small /></span
                    >
                  {/each}
                {:else if home}<span class="quiet">{home.say}</span>
                  {#if home.buy}<b class="block">{home.buy}</b>{/if}
                {:else if row.why}<span class="quiet">{row.why}</span>{/if}
              </td>
              {#each motors as m (m.load)}
                {@const cell = cellOf(row, m.load)}
                <td class="px-0.5 py-1 text-center">
                  {#if cell}
                    <button
                      class={[
                        'min-h-11 w-full rounded border px-1.5 py-0.5 leading-tight',
                        flown.some((f) => f.load === m.load)
                          ? 'border-primary bg-primary/10 border-2 font-bold'
                          : 'border-base-300',
                        !cell.here && 'border-dashed',
                        tried[row.rocket_id] === m.load && 'outline-base-content outline-2',
                        dragged === row.rocket_id && 'outline-primary outline-2 outline-dashed',
                        flown.some((f) => f.load === m.load) && 'cursor-grab',
                      ]}
                      draggable={flown.some((f) => f.load === m.load)}
                      ondragstart={() => (dragged = row.rocket_id)}
                      ondragend={() => (dragged = '')}
                      ondragover={(event) => dragged === row.rocket_id && event.preventDefault()}
                      ondrop={(event) => {
                        event.preventDefault();
                        tried[row.rocket_id] = m.load;
                        dragged = '';
                      }}
                      aria-pressed={tried[row.rocket_id] === m.load}
                      aria-label={`${row.rocket} on ${cell.label}: ${cell.height}, ${cell.verdict}. ${cell.why} Insist on it`}
                      title={`${cell.label}: ${cell.why || cell.verdict}${cell.here ? '' : ' – none in the box'}`}
                      onclick={() => insist(row.rocket_id, m.load)}
                    >
                      <span class="block whitespace-nowrap">{cell.height}</span>
                      <Verdict verdict={cell.verdict} small />
                    </button>
                  {/if}
                </td>
              {/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <div class="mt-3 flex flex-wrap items-end gap-3">
      <button class="btn btn-primary" disabled={busy || !!asking || !proposal?.flights.length} onclick={take}
        >{busy
          ? 'Writing it down…'
          : `Put ${count(proposal?.flights.length ?? 0, 'flight')} on the manifest`}</button
      >
      <label class="flex items-center gap-2"
        ><span class="font-semibold">Flights a rocket</span>
        <select class="select select-sm w-16" bind:value={mostEach}>
          {#each ['1', '2', '3'] as most (most)}<option value={most}>{most}</option>{/each}
        </select></label
      >
      <label class="flex items-center gap-2"
        ><span class="font-semibold">Spend at most</span>
        <input
          class="input input-sm w-24"
          bind:value={costMost}
          placeholder="any sum"
          autocomplete="off"
        /></label
      >
      <p class="quiet text-sm">
        Drag a rocket’s bold square to another motor, or press one, to insist on it; press a motor’s name to
        save it. Dashed: none in the box.
      </p>
    </div>
  {/if}
</section>
