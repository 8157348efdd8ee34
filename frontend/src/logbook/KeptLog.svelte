<script lang="ts">
  import { ApiError } from '../api/client';
  import type { Units } from '../api/format';
  import type { Desk, Log, Reading } from '../api/logbook';
  import OverlayPlot from '../drawing/OverlayPlot.svelte';
  import { throwOut } from '../kit/bin';
  import { notify } from '../kit/notices.svelte';
  import { said } from '../kit/said';

  interface Props {
    log: Log;
    desk: Desk;
    /** Of the flight, as shown. */
    version: string;
    units: Units;
  }
  let { log, desk, version, units }: Props = $props();

  let refused = $state('');
  const placed = $derived(Object.keys(log.reading.placed ?? {}).length);

  async function say(reading: Reading) {
    if (!log.id) return;
    const [key, before] = [log.id, log.reading];
    try {
      const now = await desk.changeLog(key, reading, version);
      refused = '';
      notify('The flight’s figures follow the moment.', {
        undo: async () => void (await desk.changeLog(key, before, now.flight.version).catch(said)),
      });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error.message;
    }
  }
  function drop() {
    const key = log.id;
    if (!key) return;
    void throwOut({
      says: `${log.name} is in the bin; the flight’s figures are without it.`,
      away: () => desk.dropLog(key),
      back: () => desk.restoreLog(key),
    });
  }
</script>

<p class="flex flex-wrap items-baseline gap-x-2 text-sm">
  <b>{log.name}</b>
  <span class="quiet">{log.simulated ? 'simulated, ' : ''}{log.rate_hz} samples a second</span>
  <button class="btn btn-ghost btn-xs ml-auto" aria-label={`Throw away ${log.name}`} onclick={drop}>✕</button>
</p>
{#each log.notes as note, n (n)}<p class="quiet text-sm">{note}</p>{/each}
{#if log.curve}
  <details class="mb-2 text-sm">
    <summary class="link cursor-pointer">Move its moments</summary>
    <OverlayPlot
      curve={log.curve}
      {units}
      height={230}
      onmove={(code, t) => say({ ...log.reading, placed: { ...log.reading.placed, [code]: t } })}
    />
    <p class="quiet">
      Drag a moment, or move it with the arrow keys, where it lies wrong.
      {#if placed}<button class="link" onclick={() => say({ ...log.reading, placed: {} })}
          >Back to where they were found</button
        >{/if}
    </p>
    {#if refused}<p class="text-error" role="alert">✕ {refused}</p>{/if}
  </details>
{/if}
