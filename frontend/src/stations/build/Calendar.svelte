<script lang="ts">
  import { ApiError } from '../../api/client';
  import type { Station } from '../../api/workshop';
  import Later from '../../kit/Later.svelte';
  import { notify } from '../../kit/notices.svelte';
  import { inTurns } from '../../kit/turns.svelte';
  import type { Bench } from './bench.svelte';

  let { station, bench }: { station: Station; bench: Bench } = $props();

  const names = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
  const refused = $derived(bench.change.error instanceof ApiError ? bench.change.error : undefined);
  let dragged = $state<{ date: string; index: number } | undefined>();
  let over = $state(false);
  let editing = $state('');
  const days = inTurns(() => station.days, 7, 7);

  const dayOf = (date: string) => station.days.find((d) => d.date === date);

  /** One free spell of a day is gone; the plan moves, and can be moved back. */
  async function take(date: string, index: number) {
    const day = dayOf(date);
    const spell = day?.free[index];
    if (!day || !spell) return;
    let before: string | null = null;
    const done = await bench.hours((now) => {
      const free = now?.days.find((d) => d.date === date)?.free ?? day.free;
      before = now?.hours.exceptions[date] ?? null;
      return { exceptions: { [date]: free.filter((f) => f !== spell).join(', ') } };
    });
    if (done)
      notify(`${day.said}: ${spell} is taken.`, {
        undo: () => void bench.hours(() => ({ exceptions: { [date]: before } })),
      });
  }
  async function setDay(date: string, text: string | null) {
    if (await bench.hours(() => ({ exceptions: { [date]: text } }))) editing = '';
  }
  function setWeek(index: number, text: string) {
    void bench.hours((now) => ({
      weekly: (now ?? station).hours.weekly.map((w, i) => (i === index ? text : w)),
    }));
  }
</script>

<section class="paper p-3" aria-label="Calendar of the plan">
  <div class="mb-2 flex flex-wrap items-start gap-x-6 gap-y-2">
    <p class="min-w-64 flex-1">
      {station.hours.told
        ? 'Your free hours, on the clocks of'
        : 'Assumed, until you say otherwise, on the clocks of'}
      {station.hours.zone}. Drag a free spell away, or ✕ it, and see the finish move.
    </p>
    <div
      role="region"
      aria-label="Drop a free spell here to take it away"
      class={[
        'border-base-content/50 min-h-11 border-2 border-dashed px-4 py-2 text-sm',
        over && 'bg-primary/20',
      ]}
      ondragover={(e) => {
        e.preventDefault();
        over = true;
      }}
      ondragleave={() => (over = false)}
      ondrop={() => {
        over = false;
        if (dragged) void take(dragged.date, dragged.index);
      }}
    >
      taken: drop it here
    </div>
    <a
      class="btn btn-sm"
      href={`/api/workshop/builds/${bench.build}/calendar.ics?zone=${encodeURIComponent(station.hours.zone)}`}
      download>To my calendar (.ics)</a
    >
  </div>
  {#if refused && (refused.of('day') || names.some((n) => refused.of(n.toLowerCase())))}
    <p class="text-error mb-2" role="alert">✕ {refused.message}</p>
  {/if}
  {#snippet week()}
    {#each names as name, i (name)}
      <label class="block px-1 text-sm"
        ><b>{name}</b>
        <input
          class="input input-xs w-full"
          name={name.toLowerCase()}
          value={station.hours.weekly[i]}
          placeholder="no time"
          onchange={(e) => setWeek(i, e.currentTarget.value)}
        /></label
      >
    {/each}
  {/snippet}
  <details class="mb-2 md:hidden">
    <summary class="link cursor-pointer">My week</summary>
    <div class="grid grid-cols-2 gap-1"><Later closed>{@render week()}</Later></div>
  </details>
  <div class="hidden gap-px md:grid md:grid-cols-7"><Later height={44}>{@render week()}</Later></div>
  <div class="grid grid-cols-1 gap-px md:grid-cols-7">
    {#each days.shown as d (d.date)}
      {@const past = d.date < station.today}
      <div
        class={[
          'border-base-300 min-h-16 border p-1 text-sm',
          d.date === station.today && 'border-primary border-2',
          past && 'opacity-80',
          !d.slots.length && !d.free.length && !d.finish && !d.launch && 'hidden md:block',
        ]}
      >
        <div class="flex items-baseline justify-between gap-1">
          <b><span class="md:hidden">{names[d.weekday]?.slice(0, 3)}&nbsp;</span>{d.said}</b>
          {#if !past}
            <button
              class="quiet min-h-6 min-w-6 text-xs hover:underline"
              aria-label={`Change the hours of ${d.said}`}
              onclick={() => (editing = editing === d.date ? '' : d.date)}
              >{d.exception ? 'changed' : 'hours'}</button
            >
          {/if}
        </div>
        {#if editing === d.date}
          <input
            class="input input-xs my-1 w-full"
            aria-label={`Free hours on ${d.said}`}
            value={d.free.join(', ')}
            placeholder="19:00-21:30, or empty"
            onchange={(e) => setDay(d.date, e.currentTarget.value)}
          />
          {#if d.exception}<button class="link text-xs" onclick={() => setDay(d.date, null)}
              >as every {names[d.weekday]}</button
            >{/if}
        {/if}
        <div role="list" aria-label={`Free on ${d.said}`} class={d.free.length ? '' : 'hidden'}>
          {#each d.free as spell, i (spell)}
            <div
              class="bg-secondary/15 my-0.5 flex cursor-grab items-center justify-between rounded px-1 text-xs"
              role="listitem"
              draggable="true"
              ondragstart={() => (dragged = { date: d.date, index: i })}
              ondragend={() => (dragged = undefined)}
            >
              <span>{spell}</span>
              <button
                aria-label={`${d.said}, ${spell}: taken`}
                class="min-h-6 min-w-6"
                onclick={() => take(d.date, i)}>✕</button
              >
            </div>
          {/each}
        </div>
        {#each d.slots as slot (slot.key)}
          <button
            class="block min-h-6 w-full truncate text-left text-xs hover:underline"
            title={`${slot.clock} ${slot.title}, ${slot.minutes} min`}
            onclick={() => {
              bench.chosen = slot.key;
              window.scrollTo({ top: 0, behavior: 'smooth' });
            }}><span class="quiet tabular-nums">{slot.clock}</span> {slot.title}</button
          >
        {/each}
        {#if d.finish}<p class="text-success mt-0.5 text-xs font-bold">✓ ready</p>{/if}
        {#if d.launch}<p class="tape mt-0.5 px-1 text-xs font-bold">▲ launch</p>{/if}
      </div>
    {/each}
  </div>
  {#if station.chain.length}
    <details class="mt-3">
      <summary class="link cursor-pointer">What decides the date?</summary>
      <ol class="mt-1 list-decimal pl-6 text-sm">
        {#each station.chain as line, i (i)}<li>{line}</li>{/each}
      </ol>
    </details>
  {/if}
</section>
