<script lang="ts">
  import { ApiError, ask, client } from '../../api/client';
  import type { Station } from '../../api/workshop';
  import { throwOut } from '../../kit/bin';
  import HowCome from '../../kit/HowCome.svelte';
  import type { Bench } from './bench.svelte';

  let { station, bench }: { station: Station; bench: Bench } = $props();

  const told = $derived(station.build?.schools ?? {});
  const refused = $derived(bench.change.error instanceof ApiError ? bench.change.error : undefined);
  const rows = $derived([
    ['inside', 'Fins inside', station.options.inside, 'as the rocket allows'],
    ['jig', 'Fins go on', station.options.jig, ''],
    ['origin', 'It comes', station.options.origin, ''],
    ['spacing', 'Rings on a mount', station.options.spacing, ''],
    ['lines', 'Parachute lines', station.options.lines, ''],
    ['structural', 'Glue for joints', station.options.glues, 'as the rocket asks'],
    ['fillets', 'Glue for fillets', station.options.glues, 'as the rocket asks'],
  ] as const);

  const reaches = [
    ['hand', 'Your hand reaches into a wide tube', '45 cm'],
    ['finger', 'Your finger reaches into a narrow one', '70 mm'],
  ] as const;

  function putAside() {
    const path = { params: { path: { build: bench.build } } };
    return throwOut({
      says: 'The build is put aside.',
      away: () => ask(client.DELETE('/api/workshop/builds/{build}', path)),
      back: () => ask(client.POST('/api/workshop/builds/{build}/restore', path)),
    });
  }
</script>

<section class="paper grid grid-cols-1 gap-6 p-4 md:grid-cols-2" aria-label="How I build">
  <div>
    {#each rows as [name, label, options, otherwise] (name)}
      <label class="mb-3 block">
        <span class="mb-0.5 block font-semibold">{label}</span>
        <select
          class="select w-full"
          {name}
          value={String(told[name] || (otherwise ? '' : options[0]?.key))}
          onchange={(e) => bench.schools({ [name]: e.currentTarget.value })}
        >
          {#if otherwise}<option value="">{otherwise}</option>{/if}
          {#each options as o (o.key)}<option value={o.key}>{o.label}</option>{/each}
        </select>
        {#if refused?.of(name)}<span class="text-error text-sm">✕ {refused.of(name)}</span>{/if}
      </label>
    {/each}
  </div>
  <div>
    <label class="mb-3 flex items-center gap-2">
      <input
        type="checkbox"
        class="checkbox"
        checked={told.fillers !== false}
        onchange={(e) => bench.schools({ fillers: e.currentTarget.checked })}
      />
      <span class="font-semibold">Fill grain and spirals</span>
    </label>
    <label class="mb-3 block">
      <span class="mb-0.5 block font-semibold">Coats of paint</span>
      <input
        class={['input w-full', refused?.of('coats') && 'input-error']}
        name="coats"
        value={String(told.coats ?? '')}
        placeholder="as the design’s paint says"
        onchange={(e) => bench.schools({ coats: e.currentTarget.value })}
      />
      {#if refused?.of('coats')}<span class="text-error text-sm">✕ Coats: {refused.of('coats')}</span>{/if}
    </label>
    {#each reaches as [name, label, usual] (name)}
      <label class="mb-3 block">
        <span class="mb-0.5 block font-semibold">{label}</span>
        <input
          class={['input w-full', refused?.of(name) && 'input-error']}
          {name}
          value={String(told[name] ?? '')}
          placeholder={usual}
          onchange={(e) => bench.schools({ [name]: e.currentTarget.value })}
        />
        {#if refused?.of(name)}<span class="text-error text-sm">✕ {refused.of(name)}</span>{/if}
      </label>
    {/each}
    <p class="quiet">
      Anchor, retainer and electronics bay are parts of the design: change them at the Shape station and the
      steps change here. How warm the bench is stands at the top.
    </p>
    <HowCome about="glue and warmth">
      <p>
        Times at 20 °C are the trade’s, common practice; each 10 °C below makes them twice as long, each 10 °C
        above half. Below a glue’s own minimum nothing is reckoned: it would not cure. Your own sheet’s
        figures go into the stores, under Glues. Hands-on minutes are our estimates until you have timed three
        steps; from then on they are yours.
      </p>
    </HowCome>
    <p class="mt-6"><button class="btn btn-sm" onclick={putAside}>Put this build aside</button></p>
  </div>
</section>
