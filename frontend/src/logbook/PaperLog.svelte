<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../api/client';
  import { count, day } from '../api/format';
  import { queryClient, useChoices, useRockets } from '../api/queries';
  import { send } from '../api/send';
  import Cells from '../kit/Cells.svelte';
  import { Kept } from '../kit/keep.svelte';
  import { notify } from '../kit/notices.svelte';
  import { said } from '../kit/said';
  import { p } from '../router';

  type Line = Schemas['PaperLineOut'] & { id: number };
  const rockets = useRockets();
  const choices = useChoices();
  const HEADS = [
    { label: 'Date', placeholder: '2026-05-01', width: 'w-28' },
    { label: 'Rocket', placeholder: 'Pip', width: 'w-32' },
    { label: 'Motor', placeholder: 'B5-4', width: 'w-24' },
    { label: 'Height', placeholder: 'about 130 m', width: 'w-28' },
    { label: 'Result', placeholder: 'ok', width: 'w-28' },
    { label: 'Remarks', placeholder: '', width: 'w-44' },
  ];
  const kept = new Kept('paper-log', { text: '', way: 'text', table: [] as string[][] });
  let lines = $state<Line[]>([]);
  let columns = $state<Record<string, string>>({});
  let refused = $state('');
  let left = $state<string[]>([]);
  let busy = $state(false);
  let asked = 0;
  let key = crypto.randomUUID() as string;

  const filled = $derived(kept.value.table.filter((row) => row.some((cell) => cell.trim())));
  /** A table filled in by hand is read as the same table pasted. */
  const written = $derived(
    kept.value.way !== 'table'
      ? kept.value.text
      : filled.length
        ? [HEADS.map((h) => h.label), ...filled].map((row) => row.join('\t')).join('\n')
        : '',
  );
  function inRow(row: number) {
    const mine = kept.value.table[row];
    const line = mine && lines[filled.indexOf(mine)];
    if (!line) return undefined;
    const wanted = lacks(line);
    if (ready.includes(line)) return { text: '✓', wrong: false };
    return { text: wanted.join(' ') || 'date, rocket and motor are needed', wrong: true };
  }

  $effect(() => {
    const text = written;
    const timer = setTimeout(() => void read(text), 300);
    return () => clearTimeout(timer);
  });

  async function read(text: string) {
    const mine = ++asked;
    refused = '';
    if (!text.trim()) {
      lines = [];
      return;
    }
    try {
      const found = await ask(client.POST('/api/logbook/paper/read', { body: { text } }));
      if (mine === asked) show(found);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      if (mine === asked) [lines, refused] = [[], error.message];
    }
  }
  function show(found: Schemas['PaperOut']) {
    lines = found.lines.map((line, id) => ({ ...line, id }));
    columns = found.columns;
  }
  async function take(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (!file) return;
    refused = '';
    try {
      show(await send<Schemas['PaperOut']>('/api/logbook/paper/read/file', file, 'file', {}));
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error.message;
    }
  }

  /** What a line still lacks before it can be logged. */
  const lacks = (l: Line) =>
    Object.entries(l.problems)
      .filter(([box]) =>
        box === 'rocket'
          ? !l.rocket_id
          : box === 'date'
            ? !l.flown_on
            : box === 'motor'
              ? !l.motor
              : box === 'delay'
                ? l.delay_s === null
                : false,
      )
      .map(([, say]) => say);
  const ready = $derived(lines.filter((l) => l.rocket_id && l.flown_on && l.motor && !lacks(l).length));

  async function log() {
    busy = true;
    const list = ready;
    const id = key;
    const body = {
      lines: list.map((l) => ({
        flown_on: l.flown_on ?? '',
        rocket_id: l.rocket_id ?? '',
        motor: l.motor,
        delay_s: l.delay_s,
        height: l.problems['height'] ? '' : l.height,
        opening: l.opening,
        landing: l.landing,
        remarks: l.remarks,
      })),
    };
    try {
      const found = await ask(
        client.PUT('/api/logbook/paper/{key}', { params: { path: { key: id } }, body }),
      );
      key = crypto.randomUUID();
      left = found.refused;
      kept.drop({ text: '', way: kept.value.way, table: [] });
      lines = [];
      notify(`${count(found.taken.length, 'flight')} logged. The box is as it was.`, {
        undo: async () => {
          const query = { count: list.length };
          const path = { key: id };
          await ask(client.DELETE('/api/logbook/paper/{key}', { params: { path, query } })).catch(said);
          await queryClient.invalidateQueries();
        },
      });
      await queryClient.invalidateQueries();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error.message;
    } finally {
      busy = false;
    }
  }
</script>

<details class="paper no-print mt-2 px-4 py-2">
  <summary class="cursor-pointer font-bold">Take in a paper log</summary>
  <p class="quiet mt-1 max-w-prose">
    Paste last season’s table with any headings, or lines of date, rocket, motor, height and result. You see
    how it was understood before anything is logged; nothing leaves the box.
  </p>
  <div class="mt-1 flex gap-1" role="group" aria-label="How you write it">
    {#each [['text', 'As text'], ['table', 'In a table']] as [way, name] (way)}
      <button
        class={['btn btn-xs', kept.value.way === way && 'btn-neutral']}
        aria-pressed={kept.value.way === way}
        onclick={() => (kept.value.way = way ?? 'text')}>{name}</button
      >
    {/each}
  </div>
  {#if kept.value.way === 'table'}
    <Cells columns={HEADS} bind:cells={kept.value.table} says={inRow} label="Your paper log" />
  {:else}
    <textarea
      class="textarea mt-1 w-full font-mono"
      rows="4"
      aria-label="Your paper log"
      placeholder="2026-05-01, Pip, B5-4, about 130 m, ok"
      spellcheck="false"
      bind:value={kept.value.text}></textarea>
  {/if}
  <label class="btn btn-sm mt-1"
    >From a sheet
    <input
      class="sr-only"
      type="file"
      accept=".csv,.xlsx,.ods,.xls,.txt,.tsv"
      aria-label="A sheet of flights"
      onchange={take}
    /></label
  >
  {#if refused}<p class="text-error mt-2" role="alert">✕ {refused}</p>{/if}
  {#each left as line, n (n)}<p class="text-warning mt-1">✕ {line}</p>{/each}
  {#if lines.length}
    <p class="quiet mt-2 text-sm">
      Understood: {Object.entries(columns)
        .map(([what, head]) => `${head} = ${what}`)
        .join(', ')}.
    </p>
    <ul class="mt-1" aria-label="Flights as they were read">
      {#each lines as line (line.id)}
        {@const wanted = lacks(line)}
        <li class="border-base-300 flex flex-wrap items-center gap-2 border-t py-1.5">
          <span class="w-26 font-semibold">{line.flown_on ? day(line.flown_on) : '?'}</span>
          {#if !line.flown_on}
            <input
              type="date"
              class="input input-sm w-40"
              aria-label={`Day of ${line.text}`}
              onchange={(event) => (line.flown_on = event.currentTarget.value || null)}
            />
          {/if}
          <select
            class="select select-sm w-36"
            aria-label={`Rocket of ${line.text}`}
            bind:value={line.rocket_id}
          >
            <option value={null}>{line.rocket ? `${line.rocket}?` : 'which one?'}</option>
            {#each rockets.data ?? [] as r (r.id)}<option value={r.id}>{r.name}</option>{/each}
          </select>
          <input
            class="input input-sm font-display w-24 font-bold"
            aria-label={`Motor of ${line.text}`}
            bind:value={line.motor}
          />
          {#if line.problems['delay']}
            <input
              class="input input-sm w-16"
              type="number"
              min="1"
              max="30"
              placeholder="delay"
              aria-label={`Delay of ${line.text}`}
              bind:value={line.delay_s}
            />
          {/if}
          <span class="w-20">{line.problems['height'] ? '–' : line.height || '–'}</span>
          {#if choices.data}
            <select
              class="select select-sm w-44"
              aria-label={`How it opened: ${line.text}`}
              bind:value={line.opening}
            >
              {#each Object.entries(choices.data.openings) as [value, words] (value)}<option {value}
                  >{words}</option
                >{/each}
            </select>
            <select
              class="select select-sm w-44"
              aria-label={`How it landed: ${line.text}`}
              bind:value={line.landing}
            >
              {#each Object.entries(choices.data.landings) as [value, words] (value)}<option {value}
                  >{words}</option
                >{/each}
            </select>
          {/if}
          <span class="quiet min-w-0 flex-1 truncate text-sm">{line.remarks}</span>
          <button
            class="btn btn-xs btn-ghost"
            aria-label={`Leave out ${line.text}`}
            onclick={() => (lines = lines.filter((l) => l.id !== line.id))}>✕</button
          >
          {#if wanted.length}<span class="text-warning w-full text-sm font-semibold"
              >? {wanted.join(' ')}</span
            >
          {:else if line.problems['result']}<span class="text-warning w-full text-sm"
              >? {line.problems['result']}</span
            >{/if}
        </li>
      {/each}
    </ul>
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <button class="btn btn-primary" disabled={busy || !ready.length} onclick={log}
        >{busy ? 'Flying them…' : `Log ${count(ready.length, 'flight')}`}</button
      >
      {#if ready.length < lines.length}<span class="text-warning"
          >{count(lines.length - ready.length, 'line')} still to be looked at.
          <a class="link" href={p('/new')}>A rocket is missing?</a></span
        >{/if}
    </div>
  {/if}
</details>
