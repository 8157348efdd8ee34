<script lang="ts">
  import { ApiError, type Schemas } from '../api/client';
  import { inOrder } from '../api/order';
  import type { Desk } from '../api/logbook';
  import { notify } from '../kit/notices.svelte';

  let { desk }: { desk: Desk } = $props();

  let acts = $state<string[]>([]);
  let shows = $state<Schemas['AltimeterOut']>();
  let refused = $state('');

  const next = inOrder();

  /** Work at the button, after what was pressed before it. */
  const then = (work: () => Promise<void>) =>
    next(async () => {
      try {
        await work();
        refused = '';
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        refused = error.message;
      }
    });
  const act = (what: string) =>
    then(async () => {
      const all = [...acts, what];
      shows = await desk.altimeter(all);
      acts = all;
    });
  const take = () =>
    then(async () => {
      await desk.takeLog(acts);
      notify('The simulated log is kept with the flight.');
    });
</script>

<details class="paper no-print p-4">
  <summary class="cursor-pointer text-lg font-bold">No altimeter? Try a simulated one</summary>
  <p class="quiet mt-1 text-sm">
    A stand-in with one button. Hold to switch it on and choose, press for the next line. Choose ARM, fly it,
    then read it out.
  </p>
  <div class="mt-2 flex items-center gap-4">
    <output
      class="border-base-content bg-base-200 flex h-16 w-36 flex-col items-center justify-center rounded border-2 font-mono text-lg leading-tight whitespace-pre-line"
      aria-live="polite">{shows?.shown ?? ''}</output
    >
    <div class="flex flex-wrap gap-2">
      <button class="btn btn-sm" onclick={() => act('press')}>Press</button>
      <button class="btn btn-sm" onclick={() => act('hold')}>Hold</button>
      <button class="btn btn-sm" onclick={() => act('fly')} disabled={shows?.screen !== 'armed'}
        >Let it fly</button
      >
      <button class="btn btn-primary btn-sm" onclick={take} disabled={!shows?.can_send}>Take its log</button>
    </div>
  </div>
  {#if shows?.readouts.length}<p class="mt-1 text-sm">
      {shows.readouts.map(([name, value]) => `${name} ${value}`).join(' · ')}
    </p>{/if}
  {#if shows}<p class="quiet text-sm">{shows.says}</p>{/if}
  {#if refused}<p class="text-error text-sm" role="alert">✕ {refused}</p>{/if}
</details>
