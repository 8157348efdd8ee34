<script lang="ts">
  import { ApiError } from '../api/client';
  import type { Units } from '../api/format';
  import { latestOf } from '../api/order';
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

  type Moments = NonNullable<Reading['placed']>;
  // Moments told and not answered yet: what waits goes with them.
  let told: Moments | undefined;
  const latest = latestOf();

  function move(code: string, time_s: number) {
    const mine = { ...(told ?? log.reading.placed), [code]: time_s };
    return place(mine);
  }
  function place(mine: Moments) {
    told = mine;
    return latest(async () => {
      await say({ ...log.reading, placed: mine });
      if (told === mine) told = undefined;
    });
  }
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
    <OverlayPlot fitted curve={log.curve} {units} height={230} onmove={move} />
    <p class="quiet">
      Drag a moment, or move it with the arrow keys, where it lies wrong.
      {#if placed}<button class="link" onclick={() => place({})}>Back to where they were found</button>{/if}
    </p>
    {#if refused}<p class="text-error" role="alert">✕ {refused}</p>{/if}
  </details>
{/if}
