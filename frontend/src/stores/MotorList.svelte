<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../api/client';
  import { count } from '../api/format';
  import { useChange, queryClient } from '../api/queries';
  import { send } from '../api/send';
  import Cells from '../kit/Cells.svelte';
  import { Kept } from '../kit/keep.svelte';
  import { notify } from '../kit/notices.svelte';
  import { said } from '../kit/said';

  /** Motors as somebody writes them down, many at once: read, shown, put right, put in, and taken out again whole. */
  type Line = Schemas['ListLineOut'] & { id: number };
  const blank = () => ({ way: 'text' as 'text' | 'table', text: '', table: [] as string[][] });
  const kept = new Kept('motor-list', blank());
  const heads = [
    { label: 'Label', placeholder: 'B5-4', width: '8rem', what: 'label' },
    { label: 'How many', placeholder: '3', width: '5.5rem', what: 'count' },
    { label: 'Case, mm', placeholder: '18', width: '5.5rem', what: 'diameter' },
    { label: 'Maker', placeholder: 'as printed', width: '9rem', what: 'maker' },
    { label: 'One costs', placeholder: '4.30', width: '6rem', what: 'cost' },
  ] as const;
  const filled = Object.fromEntries(heads.map((h, n) => [h.what, n]));
  type Sheet = Schemas['SheetReadOut'];
  /** A sheet that was read from a file, with what was taken to be in its columns. */
  let sheet = $state.raw<Sheet>();
  let uploading = $state(false);
  const columnsKept = new Kept('motor-columns', {} as Record<string, Record<string, number>>);
  const sizes = [13, 18, 24, 29, 38, 54, 75, 98];
  let lines = $state<Line[]>([]);
  let before = $state('');
  /** What was read, in the reader's words: by it the same list is known again. */
  let read = '';
  let refused = $state('');
  let asked = 0;
  let key = crypto.randomUUID() as string;

  const table = $derived(kept.value.way === 'table');
  $effect(() => {
    const { text, way } = kept.value;
    const cells = kept.value.table.map((row) => [...row]);
    if (sheet || uploading) return;
    const timer = setTimeout(
      () => void (way === 'table' ? readCells(cells, filled, false) : readText(text)),
      250,
    );
    return () => clearTimeout(timer);
  });

  /** The answer to the newest question is shown, no older one after it. */
  async function newest<T extends Schemas['ListReadOut']>(ask: Promise<T>): Promise<T | undefined> {
    const mine = ++asked;
    try {
      const found = await ask;
      if (mine !== asked) return undefined;
      show(found);
      read = 'text' in found ? String(found.text) : kept.value.text;
      return found;
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      if (mine === asked) refused = error.message;
      return undefined;
    }
  }
  async function readText(text: string) {
    if (text.trim()) await newest(ask(client.POST('/api/stores/box/read', { body: { text } })));
    else nothing();
  }
  async function readCells(cells: string[][], columns: Record<string, number>, headings = true) {
    if (cells.some((row) => row.some((cell) => cell.trim())))
      return newest(ask(client.POST('/api/stores/box/read/cells', { body: { cells, columns, headings } })));
    nothing();
  }
  function nothing() {
    asked++;
    show({ lines: [], before: '' });
  }
  function show(found: Schemas['ListReadOut']) {
    lines = found.lines.map((line, id) => ({ ...line, id }));
    before = found.before;
    refused = '';
  }
  async function take(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (!file) return;
    uploading = true;
    sheet = await newest(send<Sheet>('/api/stores/box/read/file', file, 'file', {}));
    uploading = false;
    const found = sheet;
    if (!found) return;
    // Columns put right once are so again for a sheet with the same headings.
    const known = columnsKept.value[headingsOf(found)];
    if (known) await putRight(known);
  }
  const headingsOf = (found: Sheet) => (found.first ? found.cells[found.first - 1]!.join('|') : '');
  const width = $derived(Math.max(0, ...(sheet?.cells ?? []).map((row) => row.length)));

  async function putRight(columns: Record<string, number>) {
    if (!sheet) return;
    sheet = { ...sheet, columns };
    const found = await readCells(sheet.cells, columns);
    if (found) sheet = found;
  }
  function told(column: number, what: string) {
    if (!sheet) return;
    const others = Object.entries(sheet.columns).filter(([w, at]) => at !== column && w !== what);
    const columns = Object.fromEntries(what ? [...others, [what, column]] : others);
    const headings = headingsOf(sheet);
    if (headings) columnsKept.value = { ...columnsKept.value, [headings]: columns };
    void putRight(columns);
  }
  const inRow = (row: number) => {
    const found = lines.filter((l) => l.row === row);
    const wrong = found.find((l) => l.problem);
    if (wrong) return { text: wrong.problem, wrong: true };
    return found.length ? { text: found.map(saysOf).join('; '), wrong: false } : undefined;
  };
  const saysOf = (line: Line) =>
    `${line.say}${line.maker ? `, ${line.maker}` : ''}${line.known ? ' – more of what you have' : ''}`;

  const good = $derived(lines.filter((l) => l.label && l.count > 0));
  const many = $derived(good.reduce((sum, l) => sum + l.count, 0));
  const put = useChange(
    ({ id, body }: { id: string; body: Schemas['PutInIn'] }) =>
      ask(client.PUT('/api/stores/box/lists/{key}', { params: { path: { key: id } }, body })),
    ['box', 'motors'],
  );

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    const id = key;
    const body = {
      text: read,
      lines: good.map(({ label, count, diameter_mm, length_mm, propellant, case: casing, maker, cost }) => ({
        label,
        count,
        diameter_mm,
        length_mm,
        propellant,
        case: casing,
        maker,
        cost,
      })),
    };
    const done = await put.mutateAsync({ id, body }).catch((error: unknown) => {
      refused = error instanceof ApiError ? error.message : '';
      return undefined;
    });
    if (!done) return;
    key = crypto.randomUUID();
    sheet = undefined;
    kept.drop({ ...blank(), way: kept.value.way });
    nothing();
    notify(`${count(many, 'motor')} put into the box.`, {
      undo: async () => {
        await ask(client.DELETE('/api/stores/box/lists/{key}', { params: { path: { key: id } } })).catch(
          said,
        );
        await queryClient.invalidateQueries();
      },
    });
  }
</script>

<form class="paper p-4 sm:p-5" onsubmit={submit} novalidate aria-label="Many motors at once">
  <h2 class="text-xl font-bold">Which motors do you have?</h2>
  <div class="join my-2" role="group" aria-label="How to write them down">
    {#each [['text', 'As they come'], ['table', 'In a table']] as const as [way, name] (way)}
      <button
        type="button"
        class={['btn btn-sm join-item', kept.value.way === way && !sheet && 'ring-primary z-10 ring-2']}
        aria-pressed={kept.value.way === way && !sheet}
        onclick={() => {
          sheet = undefined;
          kept.value.way = way;
        }}>{name}</button
      >
    {/each}
  </div>
  {#if sheet}
    <p class="quiet mb-2">Your sheet. Say above a column what is in it, where it was read wrong.</p>
    <div class="overflow-x-auto">
      <table class="text-sm" aria-label="Your sheet’s first rows">
        <thead
          ><tr>
            {#each { length: width }, c (c)}
              <th class="px-1 pb-1">
                <select
                  class="select select-xs min-w-24"
                  aria-label={`Column ${c + 1} holds`}
                  value={Object.entries(sheet.columns).find(([, at]) => at === c)?.[0] ?? ''}
                  onchange={(e) => told(c, e.currentTarget.value)}
                >
                  <option value="">–</option>
                  {#each heads as head (head.what)}<option value={head.what}>{head.label}</option>{/each}
                </select>
              </th>
            {/each}
          </tr></thead
        >
        <tbody>
          {#each sheet.cells.slice(0, Math.max(4, sheet.first + 3)) as row, r (r)}
            <tr class={[r < sheet.first && 'quiet']}>
              {#each { length: width }, c (c)}<td class="max-w-48 truncate px-2 py-0.5">{row[c] ?? ''}</td
                >{/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {:else if table}
    <Cells columns={[...heads]} bind:cells={kept.value.table} says={inRow} label="Your motors" />
  {:else}
    <p class="quiet mb-2 max-w-prose">
      Write them as they come, or paste them from a sheet. The label alone is enough to begin with.
    </p>
    <textarea
      class="textarea w-full font-mono"
      rows="4"
      aria-label="Your motors"
      placeholder="3 × B5-4, 2 C7-5, D13-5 x4 24 mm"
      spellcheck="false"
      bind:value={kept.value.text}></textarea>
  {/if}
  <div class="mt-1 flex flex-wrap items-center gap-2">
    <label class="btn btn-sm"
      >From a sheet
      <input
        class="sr-only"
        type="file"
        accept=".csv,.xlsx,.ods,.xls,.txt"
        aria-label="A sheet of motors"
        onchange={take}
      />
    </label>
    <span class="quiet text-sm">CSV, XLSX or ODS; any columns</span>
    <a class="link text-sm" href="/api/stores/box/template.csv" download>An empty sheet to fill in</a>
  </div>
  {#if refused}<p class="text-error mt-2" role="alert">✕ {refused}</p>{/if}
  {#if before}<p class="text-warning mt-2 font-semibold">⚠ {before}</p>{/if}
  {#if lines.length && !(table && !sheet)}
    <ul class="mt-3" aria-label="As it was read">
      {#each lines as line (line.id)}
        <li
          class="border-base-300 grid grid-cols-[5rem_7rem_5.5rem_1fr_auto] items-center gap-2 border-t py-1.5 max-sm:grid-cols-[4.2rem_6.5rem_5rem_auto]"
        >
          {#if line.label}
            <input
              class={['input input-sm', !(line.count > 0) && 'input-error']}
              type="number"
              min="1"
              max="999"
              aria-label={`How many ${line.label}`}
              bind:value={line.count}
            />
            <input class="input input-sm font-display font-bold" aria-label="Label" bind:value={line.label} />
            <select
              class="select select-sm"
              aria-label={`Case of ${line.label}`}
              bind:value={line.diameter_mm}
            >
              <option value={null}>usual</option>
              {#each sizes as mm (mm)}<option value={mm}>{mm} mm</option>{/each}
            </select>
          {:else}
            <span class="col-span-3 truncate font-mono text-sm">{line.text}</span>
          {/if}
          <span
            class={[
              'text-sm max-sm:order-last max-sm:col-span-4',
              line.problem ? 'text-warning font-semibold' : 'quiet',
            ]}
          >
            {line.problem ? `? ${line.problem}` : saysOf(line)}
          </span>
          <button
            type="button"
            class="btn btn-xs btn-ghost"
            aria-label={`Leave out ${line.label || line.text}`}
            onclick={() => (lines = lines.filter((l) => l.id !== line.id))}>✕</button
          >
        </li>
      {/each}
    </ul>
  {/if}
  {#if lines.length}
    <button class="btn btn-primary mt-3 w-full sm:w-auto" disabled={put.isPending || !good.length}
      >{put.isPending ? 'Putting them in…' : `Put ${count(many, 'motor')} into the box`}</button
    >
  {/if}
</form>
