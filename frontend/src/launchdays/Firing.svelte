<script lang="ts">
  import { createQuery, keepPreviousData } from '@tanstack/svelte-query';
  import { ApiError, ask, client } from '../api/client';
  import type { FiringAnswer } from '../api/launchdays';
  import { Kept } from '../kit/keep.svelte';
  import Refused from '../kit/Refused.svelte';
  import Field from '../kit/Field.svelte';
  import { p } from '../router';
  import CircuitDrawing from './CircuitDrawing.svelte';
  import Rehearsal from './Rehearsal.svelte';

  const kept = new Kept('firing', {
    chemistry: 'alkaline',
    cells: '4',
    fresh: '100',
    lead: '6 m',
    gauge: '0.75 mm²',
    igniter: 'model',
    count: '1',
    size: '20',
  });
  const form = $derived(kept.value);
  /** What is no whole number is left to the server to refuse. */
  const whole = (text: string) => (/^\d{1,4}$/.test(text.trim()) ? Number(text) : 0);
  const body = $derived({
    chemistry: form.chemistry,
    cells: whole(form.cells),
    charge: (Number(form.fresh) || 0) / 100,
    lead: form.lead,
    gauge: form.gauge,
    igniter: form.igniter,
    count: whole(form.count),
    impulse_n_s: Number(form.size) || 10,
  });
  const answer = createQuery(() => ({
    queryKey: ['firing', body],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => ask(client.POST('/api/launchdays/firing', { body })),
  }));
  const refused = $derived(answer.error instanceof ApiError ? answer.error : undefined);
  // What there is to choose from stays while a box is wrong.
  let choices = $state.raw<Pick<FiringAnswer, 'chemistries' | 'igniters' | 'sizes'>>();
  $effect(() => {
    choices = answer.data ?? choices;
  });
  const looks = {
    lights: ['✓', 'text-success'],
    'may not': ['!', 'text-warning'],
    'does not': ['✕', 'text-error'],
  } as const;
</script>

<svelte:head><title>Firing circuit · Wobbly Fin</title></svelte:head>

{#snippet box(name: 'cells' | 'lead' | 'gauge' | 'count', label: string)}
  <Field compact {label} {name} bind:value={kept.value[name]} error={refused?.of(name)} />
{/snippet}

<div class="mb-2 flex items-end justify-between gap-2">
  <h1 class="text-3xl font-bold">Firing circuit</h1>
  <a class="btn" href={p('/launchdays')}>Launch days</a>
</div>
<div class="grid grid-cols-1 gap-2 lg:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]">
  <section class="paper min-w-0 p-4" aria-label="Will it light?">
    {#if answer.data}
      {@const a = answer.data}
      <h2 class="font-display text-2xl leading-tight font-bold">
        <span class={a.refused ? 'text-error' : looks[a.will][1]} aria-hidden="true"
          >{a.refused ? '✕' : looks[a.will][0]}</span
        >
        {a.said[0]}
      </h2>
      <p class={a.refused ? 'text-error font-semibold' : ''}>{a.said[1]}</p>
      {#each a.remedies as line, n (n)}<p class="font-semibold">{line}</p>{/each}
      <CircuitDrawing answer={a} count={body.count} lead={form.lead} />
      <p>{a.said[3]} {a.said[2]}</p>
      <p class="mt-1"><b class="text-error">Caution:</b> {a.caution}</p>
    {:else if refused}
      <p class="font-display text-2xl leading-tight font-bold">
        <span class="text-warning" aria-hidden="true">?</span> Cannot be told
      </p>
      <p>Correct the box below to see the answer.</p>
    {/if}
    <div class="mt-3 grid grid-cols-2 items-start gap-2 sm:grid-cols-4">
      <label
        ><span class="mb-0.5 block font-semibold">Battery</span>
        <select class="select select-sm w-full" name="chemistry" bind:value={form.chemistry}
          >{#each choices?.chemistries ?? [] as o (o.key)}<option value={o.key}>{o.label}</option
            >{/each}</select
        ></label
      >
      {@render box('cells', 'Cells')}
      <label
        ><span class="mb-0.5 block font-semibold">Fresh, %</span><input
          class="range mt-1"
          type="range"
          name="fresh"
          min="0"
          max="100"
          step="5"
          bind:value={form.fresh}
        /></label
      >
      {@render box('lead', 'Lead, one way')}
      {@render box('gauge', 'Gauge')}
      <label
        ><span class="mb-0.5 block font-semibold">Igniter</span>
        <select class="select select-sm w-full" name="igniter" bind:value={form.igniter}
          >{#each choices?.igniters ?? [] as o (o.key)}<option value={o.key}>{o.label}</option>{/each}</select
        ></label
      >
      {@render box('count', 'How many')}
      <label
        ><span class="mb-0.5 block font-semibold">Motors</span>
        <select class="select select-sm w-full" name="size" bind:value={form.size}
          >{#each choices?.sizes ?? [] as o (o.key)}<option value={o.key}>{o.label}</option>{/each}</select
        ></label
      >
    </div>
    <Refused error={refused} />
    <p class="quiet mt-2 text-sm">
      Ohm’s and Kirchhoff’s laws, copper by IEC 60028, gauges by ASTM B258; cells and igniters: usual figures
      from memory, the maker’s sheet and a meter beat them. Distances: published minimums, from memory.
    </p>
  </section>
  <Rehearsal />
</div>
