<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../api/client';
  import { count } from '../api/format';
  import { useChange, queryClient } from '../api/queries';
  import { send } from '../api/send';
  import { Kept } from '../kit/keep.svelte';
  import { notify } from '../kit/notices.svelte';
  import { said } from '../kit/said';

  /** Motors as somebody writes them down, many at once: read, shown, put right, put in, and taken out again whole. */
  type Line = Schemas['ListLineOut'] & { id: number };
  const kept = new Kept('motor-list', { text: '' });
  const sizes = [13, 18, 24, 29, 38, 54, 75, 98];
  let lines = $state<Line[]>([]);
  let before = $state('');
  let refused = $state('');
  let asked = 0;
  let key = crypto.randomUUID() as string;

  $effect(() => {
    const text = kept.value.text;
    const timer = setTimeout(() => void read(text), 250);
    return () => clearTimeout(timer);
  });

  async function read(text: string) {
    const mine = ++asked;
    if (!text.trim()) {
      show({ lines: [], before: '' });
      return;
    }
    try {
      const found = await ask(client.POST('/api/stores/box/read', { body: { text } }));
      if (mine === asked) show(found);
    } catch (error) {
      if (mine === asked && error instanceof ApiError) refused = error.message;
    }
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
    try {
      const found = await send<Schemas['ListReadOut']>('/api/stores/box/read/file', file, 'file', {});
      kept.value.text = found.lines.map((l) => l.text).join('\n');
      show(found);
    } catch (error) {
      if (error instanceof ApiError) refused = error.message;
      else throw error;
    }
  }

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
      text: kept.value.text,
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
    kept.drop({ text: '' });
    show({ lines: [], before: '' });
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
  {#if lines.length}
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
            {#if line.problem}? {line.problem}{:else}{line.say}{line.maker
                ? `, ${line.maker}`
                : ''}{line.known ? ' – more of what you have' : ''}{/if}
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
    <button class="btn btn-primary mt-3 w-full sm:w-auto" disabled={put.isPending || !good.length}
      >{put.isPending ? 'Putting them in…' : `Put ${count(many, 'motor')} into the box`}</button
    >
  {/if}
</form>
