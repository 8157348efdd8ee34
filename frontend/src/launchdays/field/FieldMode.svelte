<script lang="ts">
  import { moment } from '../../api/format';
  import { p, route } from '../../router';
  import { FieldDesk } from './desk.svelte';
  import Alarm from './Alarm.svelte';
  import { Alerts } from './alerts.svelte';
  import FieldLine from './FieldLine.svelte';
  import { PHASES, phaseOf } from './gates';
  import WindDial from './WindDial.svelte';
  import { rulings } from '../../kit/rulings';

  const id = $derived(String(route.params.id ?? ''));
  const desk = $derived(new FieldDesk(id));
  $effect(() => desk.run());
  const alerts = new Alerts();
  $effect(() => alerts.run());
  const words = Object.fromEntries(PHASES);
  let open = $state('');
  const secure = window.isSecureContext && 'serviceWorker' in navigator;

  const waiting = $derived(desk.queue.length);
</script>

<svelte:head><title>Field · Wobbly Fin</title></svelte:head>

{#if alerts.who}<Alarm note={`Called by ${alerts.who}.`} onclose={() => (alerts.who = '')} />{/if}
<div class="mx-auto max-w-xl">
  {#if !open}<h1 class="sr-only">{desk.pack?.plan.name ?? 'The day'} at the field</h1>{/if}
  <div class="mb-2 flex flex-wrap items-center justify-between gap-2">
    <a class="btn min-h-11" href={p('/launchdays/:id', { params: { id } })}
      >{desk.pack?.plan.name ?? 'The day'}</a
    >
    <p class="font-semibold" role="status">
      {#if waiting}<span class="text-warning">! {waiting} to send{desk.reachable ? '' : ', no network'}</span>
      {:else if !desk.reachable}<span class="text-warning">! no network, all is kept</span>
      {:else}<span class="text-success">✓</span> all sent{/if}
    </p>
  </div>
  {#if desk.clock}<p class="paper text-warning mb-2 p-3">! {desk.clock}</p>{/if}
  {#if desk.problem}<p class="paper text-error mb-2 p-3" role="alert">✕ {desk.problem}</p>{/if}
  {#if desk.refused.length}
    <div class="paper mb-2 p-3" role="alert">
      <p class="text-error font-semibold">Not kept:</p>
      <ul>
        {#each desk.refused as r (r.id)}<li>✕ {r.message}</li>{/each}
      </ul>
      <button class="btn btn-sm mt-2" onclick={() => void desk.dismiss()}>I have seen it</button>
    </div>
  {/if}
  {#if !desk.pack}
    <p class="paper p-6">
      {desk.reachable
        ? 'Packing the day for the field…'
        : 'This day has not been packed on this phone yet, and there is no network: open it once where there is.'}
    </p>
  {:else if open}
    <FieldLine {desk} line={open} onback={() => (open = '')} />
  {:else}
    {#if desk.stale}<p class="text-warning mb-2 font-semibold">
        ! Packed {moment(desk.pack.packed_at)}: forecast and verdicts are of then. Open it once where there is
        a network.
      </p>{/if}
    <WindDial {desk} />
    {#if desk.pack.plan.simulated}<p class="text-warning mb-2 font-semibold">
        ! The forecast is simulated, for practice.
      </p>{/if}
    <ol class="grid gap-2" aria-label="Queue">
      {#each desk.pack.lines as packed (packed.line.id)}
        {@const items = desk.items(packed.line.id)}
        {@const verdict = desk.verdict(packed.line.id)}
        {@const differ = items.filter((i) => i.dispute).length}
        <li>
          <button
            class="paper flex min-h-16 w-full items-center gap-3 p-3 text-left"
            onclick={() => (open = packed.line.id)}
          >
            <span class="tape font-semibold tabular-nums">{packed.line.at || '–'}</span>
            <span class="min-w-0 flex-1">
              <b class="font-display block text-lg leading-tight">{packed.line.rocket}</b>
              {packed.line.label} · {items.filter((i) => i.ticked || i.overridden).length} of {items.length}
              {#if !desk.flown(packed.line.id)}· {words[phaseOf(items, false)]}{desk.pad(packed.line.id)
                  ? `, pad ${desk.pad(packed.line.id)}`
                  : ''}{/if}
              <span class="block">
                {#if desk.flown(packed.line.id)}<b>✓ flown</b>
                {:else if verdict}<b class={rulings[verdict][2]}
                    >{rulings[verdict][0]} {rulings[verdict][1]}</b
                  >
                {:else}<b>not judged</b>{/if}
              </span>
              {#if differ}<b class="text-warning block">! Two phones differ on {differ}: look again</b>{/if}
            </span>
          </button>
        </li>
      {:else}
        <li class="paper p-6" class:hidden={desk.pack.plan.broken.length > 0}>
          Nothing on the manifest: plan the day first, on the wide screen.
        </li>
      {/each}
      {#each desk.pack.plan.broken as b (b.id)}
        <li class="paper p-3">
          <b class="font-display text-lg">{b.rocket}</b> <span class="text-error">✕ {b.say}</span>
        </li>
      {/each}
    </ol>
    <p class="quiet mt-3 text-sm">
      Kept on this phone since {moment(desk.pack.packed_at)}. What you tick and tell stays in this browser and
      is sent when the app can be reached. {secure
        ? 'The page itself is kept too, and opens without a network.'
        : 'But browsers keep a page only from this machine or over HTTPS, and this address is neither: do not close or reload it without a network.'}
    </p>
  {/if}
</div>
