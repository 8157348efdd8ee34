<script lang="ts">
  import type { ListItem, Pack } from '../../api/launchdays';
  import SearchSector from '../../drawing/SearchSector.svelte';
  import type { FieldDesk } from './desk.svelte';
  import { openBefore } from './gates';
  import MotorCut from './MotorCut.svelte';
  import TakeOn from './TakeOn.svelte';
  import TakePhoto from './TakePhoto.svelte';

  interface Props {
    desk: FieldDesk;
    packed: Pack['lines'][number];
    items: ListItem[];
    at: number;
    ongo: (to: number) => void;
  }
  let { desk, packed, items, at, ongo }: Props = $props();

  const line = $derived(packed.line.id);
  const item = $derived(items[at]!);
  /** Of the whole list, not the short one between two flights: what is held there is held. */
  const before = $derived(openBefore(items, item.key));
  let twice = $state('');
  let taking = $state('');
  let mass = $state('');
  let balance = $state('');

  async function weighed() {
    await desk.tell('weighed', line, { facts: { mass, balance } });
    mass = balance = '';
  }
  /** A second tap before the first is kept is no second tick. */
  let keeping = false;
  async function done() {
    if (keeping) return;
    if (item.hold && twice !== item.key) {
      twice = item.key;
      return;
    }
    keeping = true;
    const here = at;
    await desk.tick(line, item);
    keeping = false;
    twice = '';
    ongo(here + 1);
  }
  async function take(by: string, why: string) {
    const here = at;
    await desk.override(line, item, by, why);
    taking = '';
    ongo(here + 1);
  }
</script>

{#if taking === item.key}
  <TakeOn {item} ontake={take} onback={() => (taking = '')} />
{:else}
  <p class="quiet mt-2 tabular-nums">
    {item.stage_name} · {at + 1} of {items.length}{item.hold ? ' · hold' : ''}
  </p>
  {#if item.reopened}<p class="text-warning font-bold">! {item.reopened}</p>{/if}
  {#if item.dispute}<p class="text-warning font-bold">! {item.dispute}</p>{/if}
  <p class="font-display mt-1 text-2xl leading-snug font-bold">{item.text}</p>
  {#if item.overridden}<p class="text-warning mt-1 font-bold">~ {item.overridden}</p>{/if}
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
  {#if item.stage === 'pad' && item.key === 'key-out'}
    <p class="mt-2 font-semibold">Carry to the pad:</p>
    <ul class="text-lg">
      {#each packed.carry as thing, n (n)}<li>· {thing}</li>{/each}
    </ul>
    <label class="mt-2 block"
      ><span class="font-semibold">Which pad?</span>
      <input
        class="input min-h-12 w-24"
        name="pad"
        maxlength="12"
        value={desk.pad(line)}
        onchange={(e) => void desk.tell('at_pad', line, { facts: { pad: e.currentTarget.value.trim() } })}
        autocomplete="off"
      /></label
    >
  {/if}
  {#if item.stage === 'after' && item.key === 'leave'}
    {#if packed.search}<div class="mt-2"><SearchSector search={packed.search} /></div>
    {:else}<p class="mt-2 text-lg">{packed.line.where}</p>{/if}
  {/if}
  {#if item.key === 'photo' || item.key === 'inspect'}<TakePhoto
      {desk}
      {line}
      title={item.key === 'photo' ? 'Before the flight' : 'After landing'}
    />{/if}
  {#if item.good}<p class="mt-2 text-lg"><b>Good:</b> {item.good}</p>{/if}
  {#if item.why}<p class="quiet mt-1">{item.why}</p>{/if}
  {#if item.hangs}<p class="quiet mt-1 text-sm">{item.hangs}</p>{/if}
  {#if item.hazard}<p class="mt-2 text-lg"><b class="text-error">Caution:</b> {item.hazard}</p>{/if}
  {#if item.picture}<MotorCut part={item.picture} />{/if}
  {#if before.length && !item.ticked}
    <div class="text-error mt-3 font-bold" role="alert">
      <p>✕ Not yet. First, open on this list:</p>
      <ul class="mt-1 grid gap-1">
        {#each before as b (b.key)}
          <li>
            <button class="link text-left" onclick={() => ongo(items.findIndex((i) => i.key === b.key))}
              >{b.text}</button
            >
          </li>
        {/each}
      </ul>
    </div>
  {/if}
  <div class="mt-4 flex gap-2">
    <button class="btn min-h-14" disabled={at === 0} onclick={() => ongo(at - 1)}>Back</button>
    {#if item.ticked || item.overridden}
      <button class="btn min-h-14" onclick={() => void desk.untick(line, item)}
        >{item.ticked ? 'Untick' : 'Take it back'}</button
      >
      <button class="btn btn-primary min-h-14 flex-1 text-lg" onclick={() => ongo(at + 1)}>Next</button>
    {:else if item.asks}
      <button class="btn min-h-14 flex-1" onclick={() => ongo(at + 1)}>Leave it open</button>
    {:else}
      <button class="btn btn-primary min-h-14 flex-1 text-lg" disabled={before.length > 0} onclick={done}
        >{item.hold && twice === item.key
          ? 'Looked at twice: done'
          : item.hold
            ? 'Hold: looked at it'
            : 'Done'}</button
      >
    {/if}
  </div>
  {#if item.hold && !item.never && !item.ticked && !item.overridden}
    <button class="btn btn-sm mt-2 min-h-11" onclick={() => (taking = item.key)}>Take it on by name…</button>
  {/if}
{/if}
