<script lang="ts">
  import { ApiError } from '../api/client';
  import type { Units } from '../api/format';
  import { latestOf } from '../api/order';
  import type { Desk, Log, Page, Reading } from '../api/logbook';
  import { send } from '../api/send';
  import OverlayPlot from '../drawing/OverlayPlot.svelte';
  import { notify } from '../kit/notices.svelte';
  import KeptLog from './KeptLog.svelte';
  import LogColumns from './LogColumns.svelte';

  interface Props {
    page: Page;
    desk: Desk;
    units: Units;
  }
  let { page, desk, units }: Props = $props();

  let file = $state<File>();
  let seen = $state<Log>();
  let refused = $state('');
  let over = $state(false);
  let busy = $state(false);
  const asItComes = (): Reading => ({ columns: [], number: 0, placed: {} });
  /** As it was read last, and as it is told to be read since. */
  let reading = $state(asItComes());
  let told = asItComes();
  const latest = latestOf();

  function look(change: (now: Reading) => Reading) {
    told = change(told);
    return latest(async () => {
      if (!file) return;
      busy = true;
      const sent = told;
      try {
        seen = await send<Log>('/api/logbook/logs/read', file, 'file', { reading: JSON.stringify(sent) });
        reading = sent;
        refused = '';
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        refused = error.message;
        if (told === sent) told = reading;
      } finally {
        busy = false;
      }
    });
  }
  /** Said first of one column: the others are then as they were found. */
  const columnsOf = (now: Reading, log: Log) =>
    now.columns?.length
      ? now.columns
      : log.columns.map(({ number, meaning, unit }) => ({ number, meaning, unit }));
  async function take(files: FileList | null | undefined) {
    const found = files?.[0];
    if (!found) return;
    file = found;
    seen = undefined;
    await look(asItComes);
  }
  async function keep() {
    if (!file) return;
    busy = true;
    try {
      await desk.keepLog(file, reading);
      notify('The log is kept; the flight’s figures follow it.');
      file = seen = undefined;
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error.message;
    } finally {
      busy = false;
    }
  }
  function drop(event: DragEvent) {
    event.preventDefault();
    over = false;
    void take(event.dataTransfer?.files);
  }
</script>

<section class="paper no-print p-4" aria-label="Altimeter logs">
  <h2 class="text-lg font-bold">Altimeter logs</h2>
  {#each page.logs as log (log.id)}<KeptLog {log} {desk} {units} version={page.flight.version} />{/each}
  <label
    class={[
      'mt-2 flex min-h-16 cursor-pointer flex-col items-center justify-center rounded border-2 border-dashed p-2 text-center',
      over ? 'border-primary bg-primary/10' : 'border-base-content/40',
    ]}
    ondragover={(e) => {
      e.preventDefault();
      over = true;
    }}
    ondragleave={() => (over = false)}
    ondrop={drop}
  >
    <span class="font-semibold">Drop a log here, or choose a file</span>
    <span class="quiet text-sm">CSV of any layout: height or pressure, with or without acceleration</span>
    <input
      type="file"
      class="sr-only"
      accept=".csv,.txt,.tsv,.log,text/*"
      aria-label="Altimeter log"
      onchange={(e) => take(e.currentTarget.files)}
    />
  </label>
  {#if busy}<p class="quiet mt-2" role="status">Reading…</p>{/if}
  {#if refused}<p class="text-error mt-2" role="alert">✕ {refused}</p>{/if}
  {#if seen}
    {@const log = seen}
    <div class="border-base-content/40 mt-3 border-t pt-2" aria-live="polite">
      <h3 class="font-bold">{seen.name}: is this right?</h3>
      {#each seen.notes as note, n (n)}<p class="text-sm">{note}</p>{/each}
      {#if seen.flights > 1}
        <label class="my-1 block text-sm"
          >Which flight
          <select
            class="select select-sm ml-1 w-auto"
            value={reading.number}
            onchange={(e) => {
              const number = Number(e.currentTarget.value);
              void look((now) => ({ ...now, number, placed: {} }));
            }}
          >
            {#each Array.from({ length: seen.flights }, (_, i) => i) as n (n)}<option value={n}
                >{n + 1}</option
              >{/each}
          </select></label
        >
      {/if}
      <LogColumns
        {log}
        onsay={(column) =>
          look((now) => ({
            ...now,
            columns: columnsOf(now, log).map((c) => (c.number === column.number ? column : c)),
          }))}
      />
      {#if seen.curve}
        <OverlayPlot
          fitted
          curve={seen.curve}
          {units}
          height={230}
          onmove={(code, t) => look((now) => ({ ...now, placed: { ...now.placed, [code]: t } }))}
        />
        <p class="quiet text-sm">Drag a moment, or move it with the arrow keys, where it lies wrong.</p>
      {/if}
      <p class="mt-2 flex gap-2">
        <button class="btn btn-primary btn-sm" onclick={keep} disabled={busy}>Keep this log</button>
        <button class="btn btn-sm" onclick={() => ((seen = undefined), (file = undefined))}
          >Not this one</button
        >
      </p>
    </div>
  {/if}
</section>
