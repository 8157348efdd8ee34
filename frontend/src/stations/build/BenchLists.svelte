<script lang="ts">
  import type { Station } from '../../api/workshop';
  import { notify } from '../../kit/notices.svelte';
  import type { Bench } from './bench.svelte';
  import { Clock, CureBell, left } from './clock.svelte';

  let { station, bench }: { station: Station; bench: Bench } = $props();

  const clock = new Clock();
  const bell = new CureBell();
  $effect(clock.run);
  const curing = $derived(station.curing.map((k) => bench.step(k)).filter((s) => s !== undefined));
  const now = $derived(station.now.map((k) => bench.step(k)).filter((s) => s !== undefined));
  const next = $derived(station.next.map((k) => bench.step(k)).filter((s) => s !== undefined));
  const FEW = 3;
  let all = $state(false);
  let allowed = $state(typeof Notification === 'undefined' ? 'denied' : Notification.permission);

  $effect(() => {
    const cures = curing.map((s) => ({ key: s.key, title: s.title, until: s.holds_at }));
    for (const title of bell.ring(cures, clock.now)) {
      notify(`“${title}” holds now.`);
      if (allowed === 'granted') new Notification('It holds', { body: title });
    }
  });
  async function tellMe() {
    allowed = await Notification.requestPermission();
  }
  /** How much of a cure has run, 0 to 1. */
  function run(from: string | null, until: string | null) {
    if (!from || !until) return 0;
    const begin = Date.parse(from);
    return Math.min(1, Math.max(0, (clock.now - begin) / (Date.parse(until) - begin)));
  }
</script>

{#if curing.length}
  <section class="paper p-3" aria-label="Curing">
    <div class="flex items-baseline justify-between gap-2">
      <h2 class="text-lg font-bold">Curing</h2>
      {#if allowed === 'default'}<button
          class="link text-sm"
          aria-label="Tell me when it holds"
          onclick={tellMe}>tell me</button
        >{/if}
    </div>
    <ul>
      {#each curing as s (s.key)}
        {@const rest = left(s.holds_at ?? '', clock.now)}
        <li class="flex items-center gap-3 py-1.5">
          <svg viewBox="0 0 36 36" class="h-9 w-9 shrink-0" aria-hidden="true">
            <circle cx="18" cy="18" r="15" class="stroke-base-300 fill-none" stroke-width="5" />
            <circle
              cx="18"
              cy="18"
              r="15"
              class="stroke-secondary fill-none"
              stroke-width="5"
              pathLength="100"
              stroke-dasharray={`${run(s.done_at, s.holds_at) * 100} 100`}
              transform="rotate(-90 18 18)"
            />
          </svg>
          <button class="min-w-0 flex-1 text-left hover:underline" onclick={() => (bench.chosen = s.key)}>
            {s.title}
            <span class="quiet block text-sm">{s.assembly}</span>
          </button>
          <b class="font-display tabular-nums" role="timer">{rest || 'holds'}</b>
        </li>
      {/each}
    </ul>
  </section>
{/if}

<section class="paper p-3" aria-label="Now">
  <h2 class="text-lg font-bold">Now</h2>
  <ul>
    {#each all ? now : now.slice(0, FEW) as s (s.key)}
      {@const rest = s.until ? left(s.until, clock.now) : ''}
      <li
        class={[
          'flex items-center gap-2 border-l-4 py-1 pl-2',
          s.key === bench.open?.key ? 'border-primary bg-base-200' : 'border-transparent',
        ]}
      >
        <button
          class="btn btn-square border-base-content/30 min-h-11 min-w-11 text-xl"
          aria-label={`Done: ${s.title}`}
          disabled={bench.change.isPending}
          onclick={() => bench.tick(s)}>✓</button
        >
        <button
          class="min-w-0 flex-1 py-1 text-left leading-tight hover:underline"
          onclick={() => (bench.chosen = s.key)}
        >
          {s.title}
          <span class={['block text-sm', s.state === 'urgent' ? 'text-error font-semibold' : 'quiet']}
            >{s.state === 'urgent' ? `before it sets: ${rest || 'now'}` : s.hands_on}</span
          >
        </button>
      </li>
    {:else}
      <li class="quiet py-1">
        {station.verdict === 'done'
          ? 'Everything is done. Weigh it, then fly it.'
          : 'Nothing: hands off until something holds.'}
      </li>
    {/each}
  </ul>
  {#if now.length > FEW}<button class="link min-h-8 text-sm" onclick={() => (all = !all)}
      >{all ? 'fewer' : `${now.length - FEW} more`}</button
    >{/if}
</section>

{#if next.length}
  <section class="paper p-3" aria-label="Next">
    <h2 class="text-lg font-bold">Next</h2>
    <ul>
      {#each next as s (s.key)}
        <li>
          <button
            class={[
              'flex w-full items-baseline gap-2 py-1 text-left leading-tight hover:underline',
              s.key === bench.open?.key ? 'bg-base-200' : '',
            ]}
            onclick={() => (bench.chosen = s.key)}
          >
            <span class="min-w-0 flex-1">{s.title}</span>
            <span class="quiet text-right text-sm">{s.begins_said}</span>
          </button>
        </li>
      {/each}
    </ul>
  </section>
{/if}
