<script lang="ts">
  import type { FieldDesk } from './desk.svelte';
  import Needs from '../../stations/Needs.svelte';
  import Countdown from './Countdown.svelte';
  import Outcome from './Outcome.svelte';

  let { desk, line, onback }: { desk: FieldDesk; line: string; onback: () => void } = $props();

  const packed = $derived(desk.pack?.lines.find((l) => l.line.id === line));
  let whole = $state(false);
  const items = $derived(desk.items(line, whole));
  const first = $derived(items.findIndex((i) => !i.ticked));
  let chosen = $state<number>();
  let twice = $state('');
  let mass = $state('');
  let balance = $state('');
  function weighed() {
    desk.tell('weighed', line, { facts: { mass, balance } });
    mass = balance = '';
  }
  let counting = $state(false);
  let telling = $state(false);
  const at = $derived(Math.min(chosen ?? (first < 0 ? items.length : first), items.length));
  const item = $derived(items[at]);
  const verdict = $derived(desk.verdict(line));
  /** What is refused even in still air is not the wind's fault. */
  const calm = $derived(packed?.grid[0]?.[0]);
  const now = $derived(desk.judged(line) ?? packed?.line);

  function done() {
    if (!item) return;
    if (item.hold && twice !== item.key) {
      twice = item.key;
      return;
    }
    const here = at;
    desk.tell('ticked', line, { item: item.key, text: item.text });
    twice = '';
    chosen = here + 1 < items.length ? here + 1 : undefined;
  }
  function undo() {
    if (item) desk.tell('unticked', line, { item: item.key, text: item.text });
  }
</script>

{#if packed}
  <section class="paper p-4" aria-label={packed.line.rocket}>
    <div class="flex items-start justify-between gap-2">
      <div>
        <h1 class="text-2xl leading-tight font-bold">{packed.line.rocket}</h1>
        <p class="quiet">{packed.line.label} · everybody {packed.line.stand_off} away</p>
      </div>
      <button class="btn min-h-11" onclick={onback}>Queue</button>
    </div>
    {#if verdict === 'no_go'}<p class="text-error font-bold" role="alert">
        ✕ {calm === 'no_go' ? `Not as planned. ${now?.say}` : 'Not in this wind.'}
      </p>
    {:else if verdict === 'go_with'}<p class="text-warning font-bold">
        ~ {now?.say}
      </p>
    {:else if verdict === 'open'}<div class="text-warning font-bold">
        <p>
          ? {now?.verdict === 'open'
            ? now.say
            : 'Too near the field’s edge in this wind: not judged here. Note the wind and judge.'}
        </p>
        {#each (now?.reasons ?? []).filter((r) => r.open).slice(1) as r (r.say)}<p>? {r.say}</p>{/each}
        {#if desk.reachable}<p class="flex flex-wrap gap-x-3 gap-y-1">
            <Needs needs={now?.needs ?? []} rocket={packed.line.rocket_id} />
          </p>{/if}
      </div>
    {:else if !verdict}<p class="text-warning font-bold">! This wind is not judged.</p>{/if}
    {#if packed.line.since}<p class="text-warning text-sm">! {packed.line.since}</p>{/if}
    {#if telling}
      <Outcome
        {desk}
        {packed}
        ondone={() => {
          telling = false;
          onback();
        }}
      />
    {:else if counting}
      <Countdown
        wait={desk.pack?.misfire_wait_s ?? 60}
        onlaunched={() => desk.tell('launched', line)}
        ontell={() => {
          counting = false;
          telling = true;
        }}
        onback={() => (counting = false)}
      />
    {:else if item}
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
      <p class="quiet mt-2 tabular-nums">{item.stage_name} · {at + 1} of {items.length}</p>
      {#if item.again}<p class="text-warning font-bold">! Changed since it was ticked: look again.</p>{/if}
      {#if item.dispute}<p class="text-warning font-bold">! {item.dispute}</p>{/if}
      <p class="font-display mt-1 text-2xl leading-snug font-bold">{item.text}</p>
      {#if item.key === 'weigh'}
        <div class="mt-2 grid grid-cols-[1fr_1fr_auto] items-end gap-2">
          <label>
            <span class="block font-semibold">Mass</span>
            <input
              class="input min-h-12 w-full"
              name="mass"
              bind:value={mass}
              placeholder={packed.line.liftoff}
              autocomplete="off"
            />
          </label>
          {#if packed.line.balance}<label>
              <span class="block font-semibold">From the tip</span>
              <input
                class="input min-h-12 w-full"
                name="balance"
                bind:value={balance}
                placeholder={packed.line.balance}
                autocomplete="off"
              />
            </label>{/if}
          <button class="btn min-h-12" disabled={!mass.trim() && !balance.trim()} onclick={weighed}
            >Note it</button
          >
        </div>
        <p class="quiet mt-1">Forecast in grey. Judged with yours as soon as the app can be reached.</p>
      {/if}
      {#if item.good}<p class="mt-2 text-lg"><b>Good:</b> {item.good}</p>{/if}
      {#if item.why}<p class="quiet mt-1">{item.why}</p>{/if}
      {#if item.hazard}<p class="mt-2 text-lg"><b class="text-error">Caution:</b> {item.hazard}</p>{/if}
      <div class="mt-4 flex gap-2">
        <button class="btn min-h-14" disabled={at === 0} onclick={() => (chosen = at - 1)}>Back</button>
        {#if item.ticked}
          <button class="btn min-h-14" onclick={undo}>Untick</button>
          <button class="btn btn-primary min-h-14 flex-1 text-lg" onclick={() => (chosen = at + 1)}
            >Next</button
          >
        {:else}
          <button class="btn btn-primary min-h-14 flex-1 text-lg" onclick={done}
            >{item.hold && twice === item.key
              ? 'Looked at twice: done'
              : item.hold
                ? 'Hold: looked at it'
                : 'Done'}</button
          >
        {/if}
      </div>
    {:else}
      <p class="mt-3 text-xl font-semibold"><span class="text-success">✓</span> Every line is ticked.</p>
      {#if items.length}<button class="btn mt-2 min-h-11" onclick={() => (chosen = 0)}
          >Go through them again</button
        >{/if}
    {/if}
    {#if !telling && !counting}
      <div class="mt-3 grid grid-cols-2 gap-2">
        <button class="btn min-h-14" onclick={() => (counting = true)}>Countdown</button>
        <button class="btn min-h-14" onclick={() => (telling = true)}>What happened</button>
      </div>
    {/if}
  </section>
{/if}
