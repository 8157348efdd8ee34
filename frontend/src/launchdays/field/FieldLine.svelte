<script lang="ts">
  import type { FieldDesk } from './desk.svelte';
  import Needs from '../../stations/Needs.svelte';
  import Countdown from './Countdown.svelte';
  import Drill from './Drill.svelte';
  import FieldItem from './FieldItem.svelte';
  import Outcome from './Outcome.svelte';
  import PhaseBar from './PhaseBar.svelte';

  let { desk, line, onback }: { desk: FieldDesk; line: string; onback: () => void } = $props();

  const packed = $derived(desk.pack?.lines.find((l) => l.line.id === line));
  let whole = $state(false);
  const items = $derived(desk.items(line, whole));
  const first = $derived(items.findIndex((i) => !i.ticked && !i.overridden));
  /** The line shown stays under the finger, whatever other phones tick meanwhile. */
  let chosen = $state<string>();
  let doing = $state<'list' | 'count' | 'tell'>('list');
  let drill = $state<string>();
  const at = $derived.by(() => {
    const shown = items.findIndex((i) => i.key === chosen);
    return shown >= 0 ? shown : first < 0 ? items.length : first;
  });
  $effect(() => {
    if (!items.some((i) => i.key === chosen)) chosen = items[first]?.key;
  });
  const verdict = $derived(desk.verdict(line));
  /** What is refused even in still air is not the wind's fault. */
  const calm = $derived(packed?.grid[0]?.[0]);

  function go(to: number) {
    chosen = items[to]?.key;
  }
  function noLaunch() {
    void desk.tell('misfired', line);
    drill = 'misfire';
  }
</script>

{#if packed}
  <section class="paper p-4" aria-label={packed.line.rocket}>
    <div class="flex items-start justify-between gap-2">
      <div>
        <h1 class="text-2xl leading-tight font-bold">{packed.line.rocket}</h1>
        <p class="quiet">
          {packed.line.label} · everybody {packed.line.stand_off} away{desk.pad(line)
            ? ` · pad ${desk.pad(line)}`
            : ''}
        </p>
      </div>
      <button class="btn min-h-11" onclick={onback}>Queue</button>
    </div>
    <PhaseBar items={desk.items(line, whole)} flown={desk.flown(line)} />
    {#if verdict === 'no_go'}<p class="text-error mt-2 font-bold" role="alert">
        ✕ {calm === 'no_go' ? `Not as planned. ${packed.line.say}` : 'Not in this wind.'}
      </p>
    {:else if verdict === 'go_with'}<p class="text-warning mt-2 font-bold">~ {packed.line.say}</p>
    {:else if verdict === 'open'}<div class="text-warning mt-2 font-bold">
        <p>
          ? {packed.line.verdict === 'open'
            ? packed.line.say
            : 'Too near the field’s edge in this wind: not judged here. Note the wind and judge.'}
        </p>
        <!-- What else is open stands in the list, a line each; where it can be told is said there. -->
        {#if desk.reachable && items[at]?.asks}<p class="flex flex-wrap gap-x-3 gap-y-1">
            <Needs needs={packed.line.needs} rocket={packed.line.rocket_id} />
          </p>{/if}
      </div>
    {:else if !verdict}<p class="text-warning mt-2 font-bold">! This wind is not judged.</p>{/if}
    {#if packed.line.since}<p class="text-warning text-sm">! {packed.line.since}</p>{/if}
    {#if doing === 'tell'}
      <Outcome
        {desk}
        {packed}
        ondone={() => {
          doing = 'list';
          onback();
        }}
      />
    {:else if doing === 'count'}
      <Countdown
        bars={desk.bars(line)}
        onbar={(key) => {
          whole = true;
          doing = 'list';
          go(desk.items(line, true).findIndex((i) => i.key === key));
        }}
        onlaunched={() => void desk.tell('launched', line)}
        ontell={() => (doing = 'tell')}
        onmisfire={noLaunch}
        onback={() => (doing = 'list')}
      />
    {:else if items[at]}
      {#if desk.flewToday(line)}<p class="mt-2">
          It flew already today: {whole ? 'the whole list.' : 'the short list between two flights.'}
          <button
            class="btn btn-sm"
            onclick={() => {
              whole = !whole;
              chosen = undefined;
            }}>{whole ? 'The short list' : 'The whole list'}</button
          >
        </p>{/if}
      <FieldItem {desk} {packed} {items} {at} ongo={go} />
    {:else}
      <p class="mt-3 text-xl font-semibold"><span class="text-success">✓</span> Every line is ticked.</p>
      {#if items.length}<button class="btn mt-2 min-h-11" onclick={() => go(0)}>Go through them again</button
        >{/if}
    {/if}
    {#if doing === 'list'}
      <div class="mt-3 grid grid-cols-3 gap-2">
        <button class="btn min-h-14" onclick={() => (doing = 'count')}>Countdown</button>
        <button class="btn min-h-14" onclick={() => (doing = 'tell')}>What happened</button>
        <button class="btn min-h-14" onclick={() => (drill = '')}>Trouble</button>
      </div>
    {/if}
  </section>
  {#if drill !== undefined}
    <Drill drills={packed.drills} first={drill} onclose={() => (drill = undefined)} />
  {/if}
{:else}
  <section class="paper p-4">
    <p class="text-lg font-bold">This flight is not on the manifest any more, or cannot be flown as it is.</p>
    <p class="mt-1">What was ticked and told is kept.</p>
    <button class="btn mt-3 min-h-14" onclick={onback}>Queue</button>
  </section>
{/if}
