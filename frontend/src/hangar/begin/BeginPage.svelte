<script lang="ts">
  import { untrack } from 'svelte';
  import { ask, client, type Schemas } from '../../api/client';
  import { renew, useChange, type Rocket } from '../../api/queries';
  import Field from '../../kit/Field.svelte';
  import { Kept } from '../../kit/keep.svelte';
  import { navigate, p } from '../../router';
  import { Beginning } from './beginning.svelte';
  import BegunCard from './BegunCard.svelte';
  import BegunDetails from './BegunDetails.svelte';
  import WayPicture from './WayPicture.svelte';
  import Front from './Front.svelte';
  import { textsOf, wayOf, WAYS, type BeginBox, type Way } from './ways';

  const blank = () => ({ way: '' as Way | '', texts: {} as Record<string, string> });
  const kept = new Kept('begin', blank());
  const told = new URLSearchParams(location.search).get('way');
  if (told && WAYS.some((w) => w.way === told)) kept.value.way = told as Way;
  const found = new Beginning();
  let chosen = $state(0);
  /** Kept as versions of the one that is taken. */
  let beside = $state.raw<Schemas['BegunOut'][]>([]);

  const way = $derived(kept.value.way);
  const boxes = $derived(way ? wayOf(way).boxes : []);
  const texts = $derived(way ? textsOf(way, kept.value.texts) : {});
  const begun = $derived(
    Object.entries(texts).some(([box, text]) => text && box !== 'fins' && box !== 'nose'),
  );
  $effect(() => {
    const now = { ...texts };
    if (!way) return;
    untrack(() => {
      chosen = 0;
      beside = [];
      found.ask(way, now);
    });
  });
  $effect(() => found.stop);

  const longestM = $derived(Math.max(0.01, ...found.rockets.map((r) => r.length_m)));
  const shown = $derived(found.rockets[Math.min(chosen, found.rockets.length - 1)]);

  interface Keeping {
    key: string;
    document: Record<string, unknown>;
    revision?: number;
  }
  const keep = useChange(
    ({ key, document, revision }: Keeping): Promise<Rocket> =>
      ask(
        client.PUT('/api/hangar/rockets/{key}', {
          params: { path: { key }, ...(revision ? { header: { 'If-Match': revision } } : {}) },
          body: document,
        }),
      ),
    ['rockets'],
  );

  async function take() {
    if (!shown) return;
    const name = kept.value.texts['name']?.trim() || String(shown.document['name']);
    const key = crypto.randomUUID();
    let made: Rocket | undefined;
    // The last one kept is the one on the bench.
    for (const each of [...beside.filter((r) => r !== shown), shown]) {
      made = await keep
        .mutateAsync({ key, document: { ...each.document, name }, revision: made?.revision })
        .catch(() => undefined);
      if (!made) return;
    }
    if (!made) return;
    void renew();
    kept.drop(blank());
    await navigate('/rockets/:id/shape', { params: { id: made.id } });
  }
</script>

<svelte:head><title>New rocket · Wobbly Fin</title></svelte:head>

<h1 class="text-3xl font-bold">New rocket</h1>
<fieldset class="mt-1 mb-3">
  <legend class="mb-2">What have you got?</legend>
  <div class="grid grid-cols-2 gap-2 sm:grid-cols-3 lg:grid-cols-5">
    {#each WAYS as each (each.way)}
      <label
        class={[
          'paper flex min-h-14 cursor-pointer items-center gap-3 px-3 py-2 font-semibold has-focus-visible:outline-2',
          way === each.way && 'ring-primary ring-2',
        ]}
      >
        <input class="sr-only" type="radio" name="way" value={each.way} bind:group={kept.value.way} />
        <WayPicture way={each.way} />
        {each.name}
      </label>
    {/each}
  </div>
</fieldset>

{#if way}
  <div class="grid grid-cols-1 gap-3 lg:grid-cols-[340px_1fr]">
    <form
      class="paper grid grid-cols-2 items-start gap-x-3 self-start p-4 lg:block"
      onsubmit={(e) => e.preventDefault()}
      novalidate
    >
      {#snippet one(box: BeginBox)}
        {@const error = found.errors[box.name] ?? (begun ? found.missing[box.name] : undefined)}
        {#if box.choices}
          <label class="mb-3 block">
            <span class="mb-0.5 block font-semibold">{box.label}</span>
            <select
              class="select w-full"
              name={box.name}
              bind:value={() => texts[box.name] ?? '', (v) => (kept.value.texts[box.name] = v)}
            >
              {#each box.choices as choice (choice.value)}<option value={choice.value}>{choice.name}</option
                >{/each}
            </select>
          </label>
        {:else if box.lines}
          <label class="col-span-2 mb-3 block">
            <span class="mb-0.5 block font-semibold">{box.label}</span>
            <textarea
              class="textarea w-full"
              name={box.name}
              rows={box.lines}
              placeholder={box.placeholder}
              aria-invalid={!!error}
              bind:value={() => texts[box.name] ?? '', (v) => (kept.value.texts[box.name] = v)}></textarea>
            <span class={error ? 'text-error text-sm' : 'quiet text-sm'}>{error || box.hint}</span>
          </label>
        {:else}
          <Field
            label={box.label}
            name={box.name}
            bind:value={() => texts[box.name] ?? '', (v) => (kept.value.texts[box.name] = v)}
            said={found.said[box.name]}
            {error}
            hint={box.hint}
            placeholder={box.placeholder}
            optional={box.optional}
          />
        {/if}
      {/snippet}
      {#each boxes.filter((b) => !b.more) as box (box.name)}{@render one(box)}{/each}
      {#if boxes.some((b) => b.more)}
        <details
          class="col-span-2"
          open={boxes.some((b) => b.more && (texts[b.name] || found.errors[b.name]))}
        >
          <summary class="link mb-2 cursor-pointer">More wishes</summary>
          <div class="grid grid-cols-2 items-start gap-x-3 lg:block">
            {#each boxes.filter((b) => b.more) as box (box.name)}{@render one(box)}{/each}
          </div>
        </details>
      {/if}
    </form>

    <section aria-label="Whole rockets" aria-busy={found.running}>
      <div class="mb-2 flex min-h-8 items-center gap-3" role="status">
        {#if found.running && begun}
          <progress
            class="progress w-40"
            value={found.of ? found.tried : undefined}
            max={found.of || undefined}
          ></progress>
          <span class="quiet">{found.of ? `${found.tried} of ${found.of} tried` : 'Drawing…'}</span>
          {#if found.of}<button class="btn btn-sm" onclick={found.stop}>Stop</button>{/if}
        {:else if found.why}
          <p>{found.why}</p>
        {:else if !found.rockets.length}
          <p class="quiet">
            Your rocket appears here, drawn whole, as soon as there is enough to begin with.
          </p>
        {/if}
      </div>
      {#if found.rockets.length > 2}
        <Front
          rockets={found.rockets}
          fronts={found.fronts}
          chosen={Math.min(chosen, found.rockets.length - 1)}
          onchoose={(n) => (chosen = n)}
        />
      {/if}
      <div class="grid gap-2">
        {#each found.rockets as rocket, n (rocket)}
          <BegunCard
            {rocket}
            kinds={found.kinds[n] ?? []}
            {longestM}
            chosen={rocket === shown}
            number={found.rockets.length > 1 ? n + 1 : undefined}
            onchoose={() => (chosen = n)}
          />
          {#if found.rockets.length > 1 && rocket !== shown}
            <label class="flex items-center gap-2 px-3">
              <input
                type="checkbox"
                class="checkbox checkbox-sm"
                checked={beside.includes(rocket)}
                onchange={() =>
                  (beside = beside.includes(rocket)
                    ? beside.filter((r) => r !== rocket)
                    : [...beside, rocket])}
              />
              Keep {n + 1} too, as another version
            </label>
          {/if}
          {#if rocket === shown}
            <div class="px-3 pb-3">
              <BegunDetails {rocket} />
              <div class="mt-3 flex flex-wrap items-end gap-3">
                <div class="grow sm:max-w-xs">
                  <Field
                    label="Name"
                    name="name"
                    optional
                    compact
                    bind:value={() => kept.value.texts['name'] ?? '', (v) => (kept.value.texts['name'] = v)}
                  />
                </div>
                <button class="btn btn-primary grow sm:grow-0" disabled={keep.isPending} onclick={take}
                  >Take this one</button
                >
              </div>
              {#if keep.error}<p class="text-error mt-2" role="alert">✕ {keep.error.message}</p>{/if}
            </div>
          {/if}
        {/each}
      </div>
    </section>
  </div>
{/if}

<p class="mt-4">
  Built already? <a class="link" href={p('/new/weighed')}>Weigh and measure it</a>. From parts, one by one, or
  a rocket file: <a class="link" href={p('/new/parts')}>an empty bench</a>.
</p>
