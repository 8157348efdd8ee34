<script lang="ts">
  import { ApiError, standing, type Schemas } from '../api/client';
  import {
    askWeather,
    dropLine,
    keepDay,
    keepLine,
    noteChanges,
    takePlan,
    usePlan,
    type Plan,
    type PlanLine,
  } from '../api/launchdays';
  import { inOrder } from '../api/order';
  import { clock, longDay } from '../api/format';
  import { useFields } from '../api/queries';
  import Later from '../kit/Later.svelte';
  import Loading from '../kit/Loading.svelte';
  import { notify } from '../kit/notices.svelte';
  import PassOn from '../kit/PassOn.svelte';
  import { p, route } from '../router';
  import ShareLink from '../sharing/ShareLink.svelte';
  import AddLine from './AddLine.svelte';
  import DayForm from './DayForm.svelte';
  import DayMap from './DayMap.svelte';
  import LineCard from './LineCard.svelte';
  import Saturday from './Saturday.svelte';
  import WindStrip from './WindStrip.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const plan = usePlan(() => id);
  const fields = useFields();
  let changing = $state(false);
  /** Whether the question of the day is open; undefined: as long as nothing is on the manifest. */
  let choosing = $state<boolean>();
  let seen = $state<string>();
  let busy = $state(false);
  let problems = $state<{ adding?: string; top?: string }>({});
  let pointed = $state('');
  const next = inOrder();

  /** The new plan stands, or what it was refused for is said: beside the form it came from, else at the top. */
  function change(work: () => Promise<Plan>, where: 'adding' | 'top' = 'top'): Promise<boolean> {
    return next(async () => {
      busy = true;
      problems = {};
      try {
        await takePlan(await work());
        return true;
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        problems = { [where]: error.message };
        return false;
      } finally {
        busy = false;
      }
    });
  }
  /** The file as JSON; what is none is left to the server to refuse. */
  async function forecastOf(file: File): Promise<Record<string, unknown>> {
    try {
      return JSON.parse(await file.text()) as Record<string, unknown>;
    } catch {
      return { format: 'not JSON' };
    }
  }
  const bodyOf = (line: PlanLine) => ({
    rocket_id: line.rocket_id,
    motor_key: line.motor_key,
    delay_s: line.delay_s,
    tilt_deg: line.tilt_deg,
    told_hour: line.told_hour,
  });
  /** What the ruling proposes, where it can be done here; a canopy is changed at the rocket. */
  function take(line: PlanLine) {
    const value = line.change_value;
    const then = {
      delay: { delay_s: value },
      tilt: { tilt_deg: value ?? 0 },
      hour: { told_hour: clock(value ?? 0) },
    }[line.change_kind];
    if (then) void change(() => keepLine(id, line.id, { ...bodyOf(line), ...then }));
  }
  async function drop(line: string, what: string, back: Schemas['ManifestLineIn']) {
    if (await change(() => dropLine(id, line)))
      notify(`${what} is off the manifest.`, {
        undo: async () => void (await change(() => keepLine(id, line, back))),
      });
  }
</script>

<svelte:head><title>{plan.data?.name ?? 'Launch day'} · Wobbly Fin</title></svelte:head>

<Loading query={plan} waiting="Flying the day…">
  {#snippet children(found)}
    <section class="paper mb-2 px-4 py-3" aria-label="The day">
      <div class="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h1 class="text-2xl leading-tight font-bold">{found.name}</h1>
          <p class="quiet text-sm">
            {longDay(found.day)}
            · {found.field || 'no field chosen'} · {found.opens} to {found.closes} · {found.code.name}, wind
            to {found.code.wind}
          </p>
          <h2 class="font-display mt-1 text-xl font-bold">{found.headline}</h2>
        </div>
        <div class="flex flex-wrap gap-2">
          <a class="btn btn-primary" href={p('/launchdays/:id/field', { params: { id } })}>Field mode</a>
          <a class="btn" href={p('/launchdays/:id/car', { params: { id } })}>Pack the car</a>
          {#if found.lines.length}<button
              class="btn"
              aria-expanded={choosing ?? false}
              onclick={() => (choosing = !choosing)}>Plan from my box</button
            >{/if}
          <a class="btn" href={`/api/launchdays/days/${id}/papers.pdf`} download>Cards and lists as PDF</a>
          <ShareLink of={{ day_id: id }} what={found.name} />
          <button
            class="btn"
            aria-expanded={changing}
            onclick={() => {
              changing = !changing;
              seen = found.version;
            }}>Change the day</button
          >
        </div>
      </div>
      {#if changing && fields.data}
        <div class="border-base-300 mt-3 border-t pt-3">
          {#key `${found.day} ${found.code.key} ${JSON.stringify(found.own_rules)}`}
            <DayForm
              fields={fields.data}
              plan={found}
              word="Keep"
              submit={async (body) => {
                try {
                  await next(async () => takePlan(await keepDay(id, body, seen)));
                  changing = false;
                } catch (error) {
                  seen = standing(error) ?? seen;
                  throw error;
                }
              }}
            />
          {/key}
          <div class="mt-3">
            <PassOn
              what="range rules"
              why="The club’s rules typed once go over to every day, yours or another’s."
              from={`/api/launchdays/days/${id}/code.json`}
              to={`/api/launchdays/days/${id}/code`}
              said={(told) =>
                told['differs']?.length ? told['differs'].join(' ') : 'As published, nothing changed.'}
            />
          </div>
        </div>
      {/if}
      {#if found.lines.some((l) => l.since)}
        <p class="text-warning mt-2 flex flex-wrap items-center gap-2 font-semibold" role="status">
          ! Some flights came to something else since you last saw them.
          <button class="btn btn-sm" disabled={busy} onclick={() => change(() => noteChanges(id))}
            >I have seen it</button
          >
        </p>
      {/if}
      {#if problems.top}<p class="text-error mt-2" role="alert">✕ {problems.top}</p>{/if}
    </section>
    {@const planning = choosing ?? !(found.lines.length || found.broken.length)}
    {#if planning}<Saturday plan={found} onwriting={(on) => (choosing = on)} />{/if}
    <div class="grid grid-cols-1 gap-2 lg:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]">
      <section class="grid min-w-0 grid-cols-1 content-start gap-2" aria-label="Manifest">
        {#each found.lines as line (line.id)}
          <Later height={120}
            ><LineCard
              {line}
              {busy}
              pointed={pointed === line.id}
              ontake={() => take(line)}
              ondrop={() => drop(line.id, `${line.rocket} with ${line.label}`, bodyOf(line))}
              onpoint={(on) => (pointed = on ? line.id : '')}
            /></Later
          >
        {/each}
        {#each found.broken as line (line.id)}
          <article class="paper border-error flex flex-wrap items-baseline gap-x-3 border-l-4 px-4 py-2">
            <h3 class="font-display text-lg font-bold">
              <a class="link" href={p('/rockets/:id/shape', { params: { id: line.rocket_id } })}
                >{line.rocket}</a
              >
            </h3>
            <p class="text-error min-w-0 flex-1 basis-60 font-semibold">✕ {line.say}</p>
            <button
              class="btn btn-ghost btn-sm"
              disabled={busy}
              aria-label={`Remove ${line.rocket}`}
              onclick={() => drop(line.id, line.rocket, line.body)}>Remove</button
            >
          </article>
        {/each}
        <Later height={78}
          ><AddLine
            {busy}
            problem={problems.adding ?? ''}
            onadd={(body) => change(() => keepLine(id, crypto.randomUUID(), body), 'adding')}
          /></Later
        >
      </section>
      <div class="grid min-w-0 grid-cols-1 content-start gap-2">
        <Later height={228}
          ><WindStrip
            plan={found}
            {busy}
            asked={planning}
            onask={() => change(() => askWeather(id))}
            onfile={(file) => void change(async () => askWeather(id, await forecastOf(file)))}
          /></Later
        >
        <Later height={442}><DayMap plan={found} {pointed} onpoint={(line) => (pointed = line)} /></Later>
        <p class="quiet text-sm">
          {found.code.source}. Advice only: the motor maker’s sheet, your local code and the range officer
          decide.
        </p>
      </div>
    </div>
  {/snippet}
</Loading>
