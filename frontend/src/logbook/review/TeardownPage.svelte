<script lang="ts">
  import { ApiError, asSeen, ask, client, standing, type Schemas } from '../../api/client';
  import { todayIso } from '../../api/format';
  import { useTeardown } from '../../api/logbook';
  import { useChange, useRocket } from '../../api/queries';
  import Loading from '../../kit/Loading.svelte';
  import { notify } from '../../kit/notices.svelte';
  import { toTheWrongBox } from '../../kit/wrongBox';
  import { p, route } from '../../router';

  const id = $derived(String(route.params.id ?? ''));
  const teardown = useTeardown(() => id);
  const rocket = useRocket(() => id);

  const uid = $props.id();
  let form = $state<HTMLElement>();
  type Row = { joint: string; name: string; covered: string; went: string; force: string };
  let rows = $state<Row[]>([]);
  let on = $state(todayIso());
  let remarks = $state('');
  let loaded = $state('');
  let seen = $state<string>();

  const rowsOf = (found: Schemas['TeardownOut']): Row[] =>
    found.findings.map((f) => ({ ...f, went: f.went ?? '' }));

  $effect(() => {
    const found = teardown.data;
    if (!found || loaded === id) return;
    loaded = id;
    rows = rowsOf(found);
    if (found.day) on = found.day;
    seen = found.version;
    remarks = found.remarks;
  });

  const save = useChange(
    (body: Schemas['TeardownIn']) =>
      ask(
        client.PUT('/api/logbook/teardowns/{rocket}', {
          params: { path: { rocket: id } },
          body,
          ...asSeen(seen),
        }),
      ),
    ['logbook'],
  );
  let refused = $state<ApiError>();
  const faults = (row: number) =>
    refused?.body.fields?.filter((f) => f.field.includes(`findings.${row}.`)) ?? [];
  const wrong = (row: number, box: string) => faults(row).some((f) => f.field.endsWith(`.${box}`));
  function drop(row: number) {
    rows.splice(row, 1);
    // What was refused told of rows by their place.
    refused = undefined;
  }
  const add = () =>
    rows.push({ joint: 'fin_root', name: `fin ${rows.length + 1}`, covered: '', went: '', force: '' });

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const sent = $state.snapshot(rows);
    refused = undefined;
    const done = await save
      .mutateAsync({ on, remarks, findings: sent.map((r) => ({ ...r, went: r.went || null })) })
      .catch((error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        seen = standing(error) ?? seen;
        refused = error;
        return undefined;
      });
    if (!done) return toTheWrongBox(form);
    seen = done.version;
    // As it was understood, with its unit, unless somebody has typed on meanwhile.
    if (JSON.stringify(rows) === JSON.stringify(sent)) rows = rowsOf(done);
    notify('Kept. What it shows is said when the next one is built.');
  }
</script>

<svelte:head><title>Cut open · Wobbly Fin</title></svelte:head>

<Loading query={teardown}>
  {#snippet children(found)}
    <h1 class="mb-2 text-2xl font-bold">
      <a class="hover:underline" href={p('/rockets/:id/flights', { params: { id } })}
        >{rocket.data?.name ?? 'A rocket'}</a
      > cut open
    </h1>
    <div class="grid grid-cols-1 gap-2 lg:grid-cols-[minmax(0,1fr)_400px]">
      <form class="paper p-4" onsubmit={keep} novalidate bind:this={form}>
        <p class="quiet text-sm">
          A retired or wrecked rocket tells what glue and hands are worth. Cut away from you, with a fresh
          blade; wear a mask where it is sanded. A spring scale tells the force at which a joint goes.
        </p>
        {#each rows as row, i (i)}
          <fieldset
            class="border-base-300 mt-2 grid grid-cols-2 gap-2 border-b pb-2 sm:grid-cols-[1fr_1fr_90px_1fr_90px_auto]"
          >
            <legend class="sr-only">Joint {i + 1}</legend>
            <label class="text-sm"
              >Joint<select class="select select-sm w-full" bind:value={row.joint}>
                {#each Object.entries(found.joints) as [key, words] (key)}<option value={key}>{words}</option
                  >{/each}
              </select></label
            >
            <label class="text-sm"
              >Which<input
                class={['input input-sm w-full', wrong(i, 'name') && 'input-error']}
                aria-invalid={wrong(i, 'name') || undefined}
                aria-describedby={`${uid}-${i}`}
                bind:value={row.name}
                maxlength="40"
              /></label
            >
            <label class="text-sm"
              >Glue, %<input
                class={['input input-sm w-full', wrong(i, 'covered') && 'input-error']}
                aria-invalid={wrong(i, 'covered') || undefined}
                aria-describedby={`${uid}-${i}`}
                inputmode="decimal"
                bind:value={row.covered}
              /></label
            >
            <label class="text-sm"
              >Went<select class="select select-sm w-full" bind:value={row.went}>
                <option value="">not tried</option>
                {#each Object.entries(found.went) as [key, words] (key)}<option value={key}>{words}</option
                  >{/each}
              </select></label
            >
            <label class="text-sm"
              >Force<input
                class={['input input-sm w-full', wrong(i, 'force') && 'input-error']}
                aria-invalid={wrong(i, 'force') || undefined}
                aria-describedby={`${uid}-${i}`}
                bind:value={row.force}
              /></label
            >
            <button
              type="button"
              class="btn btn-ghost btn-sm self-end"
              aria-label={`Drop joint ${i + 1}`}
              onclick={() => drop(i)}>✕</button
            >
            <div id={`${uid}-${i}`} class="col-span-full empty:hidden">
              {#each faults(i) as f (f.field)}
                <p class="text-error text-sm" role="alert">✕ {f.message}</p>
              {/each}
            </div>
          </fieldset>
        {/each}
        <p class="mt-2 flex flex-wrap items-end gap-2">
          <button type="button" class="btn btn-sm" onclick={add}>Add a joint</button>
          <label class="text-sm"
            >Cut open on <input type="date" class="input input-sm w-auto" bind:value={on} /></label
          >
        </p>
        <label class="mt-2 block text-sm"
          >Remarks<textarea class="textarea h-16 w-full" bind:value={remarks} maxlength="4000"
          ></textarea></label
        >
        {#if refused && !refused.body.fields?.some((f) => f.field.includes('findings.'))}<p
            class="text-error"
            role="alert"
          >
            ✕ {refused.message}
          </p>{/if}
        <button class="btn btn-primary mt-2" disabled={save.isPending}>Keep the findings</button>
      </form>
      <section class="paper self-start p-4" aria-label="What it advises">
        <h2 class="text-lg font-bold">What it advises</h2>
        <ul class="list-disc pl-5">
          {#each found.advice as line, n (n)}<li>{line}</li>{:else}<li class="quiet">
              Nothing yet: say what was found at each joint.
            </li>{/each}
        </ul>
      </section>
    </div>
  {/snippet}
</Loading>
