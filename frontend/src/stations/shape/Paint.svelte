<script lang="ts">
  import { usePaint, type EditIn, type Shape } from '../../api/queries';
  import type { Schemas } from '../../api/client';
  import Loading from '../../kit/Loading.svelte';
  import type { Bench } from './bench.svelte';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();

  const paint = usePaint(
    () => bench.id,
    () => shape.rocket.revision,
  );
  let part = $state('');

  const names: Record<string, string> = {
    plain: 'one colour',
    bands: 'bands round it',
    stripes: 'stripes along it',
    roll: 'roll pattern',
    halves: 'two halves',
  };
  const counted = (pattern: string) => ['bands', 'stripes', 'roll'].includes(pattern);

  type Painted = Schemas['PaintedOut'];
  const line = (p: Painted) =>
    p.base ? [p.base, p.pattern, p.second, counted(p.pattern) ? p.count : '', p.lettering].join('/') : '';

  function put(now: Painted, change: Partial<Painted>) {
    const next = { ...now, ...change };
    if (next.pattern !== 'plain' && !next.base) next.base = 'white';
    if (next.pattern !== 'plain' && !next.second) next.second = next.base === 'red' ? 'white' : 'red';
    void bench.edit([{ op: 'paint', part: now.id, value: line(next) }] as Partial<EditIn>[]);
  }
  const whole = (colour: string) =>
    bench.edit([{ op: 'paint', part: null, value: colour }] as Partial<EditIn>[]);
</script>

{#snippet swatches(
  label: string,
  colours: Schemas['ColourOut'][],
  chosen: string,
  choose: (key: string) => void,
)}
  <div class="mb-3" role="radiogroup" aria-label={label}>
    <span class="mb-1 block font-semibold">{label}</span>
    <div class="flex flex-wrap gap-1">
      {#each colours as colour (colour.key)}
        <button
          role="radio"
          aria-checked={chosen === colour.key}
          class={[
            'border-base-content flex h-11 w-11 cursor-pointer items-center justify-center rounded border',
            chosen === colour.key && 'outline-primary outline-3 outline-offset-1',
          ]}
          style:background-color={colour.shown}
          title={colour.name}
          aria-label={colour.name}
          onclick={() => choose(colour.key)}
        ></button>
      {/each}
    </div>
  </div>
{/snippet}

<Loading query={paint} waiting="Opening the tins…">
  {#snippet children(found)}
    {@const now = found.parts.find((p) => p.id === part)}
    <div class="grid grid-cols-1 items-start gap-2 lg:grid-cols-[420px_minmax(0,1fr)]">
      <section class="paper p-3" aria-label="Colours">
        <label class="mb-3 block">
          <span class="mb-0.5 block font-semibold">What to paint</span>
          <select class="select w-full" bind:value={part}>
            <option value="">the whole rocket</option>
            {#each found.parts as each (each.id)}<option value={each.id}>{each.name}</option>{/each}
          </select>
        </label>
        {#if now}
          {@render swatches('Colour', found.colours, now.base, (base) => put(now, { base }))}
          {#if now.patterned}
            <label class="mb-3 block">
              <span class="mb-0.5 block font-semibold">Pattern</span>
              <select
                class="select w-full"
                value={now.pattern}
                onchange={(e) => put(now, { pattern: e.currentTarget.value })}
              >
                {#each found.patterns as pattern (pattern)}
                  <option value={pattern}>{names[pattern] ?? pattern}</option>
                {/each}
              </select>
            </label>
            {#if now.pattern !== 'plain'}
              {@render swatches('Second colour', found.colours, now.second, (second) => put(now, { second }))}
              {#if counted(now.pattern)}
                <label class="mb-3 block">
                  <span class="mb-0.5 block font-semibold">How many: {now.count}</span>
                  <input
                    type="range"
                    class="range range-sm w-full"
                    min="1"
                    max="12"
                    value={now.count}
                    onchange={(e) => put(now, { count: Number(e.currentTarget.value) })}
                  />
                </label>
              {/if}
            {/if}
            <label class="mb-3 block">
              <span class="mb-0.5 block font-semibold">Lettering</span>
              <input
                class="input w-full"
                maxlength="24"
                value={now.lettering}
                onchange={(e) =>
                  put(now, {
                    lettering: e.currentTarget.value.replaceAll('/', ' '),
                    base: now.base || 'white',
                  })}
              />
            </label>
          {/if}
          {#if now.base}<button
              class="btn btn-sm"
              onclick={() => void bench.edit([{ op: 'paint', part: now.id, value: '' }] as Partial<EditIn>[])}
              >Leave it bare</button
            >{/if}
        {:else}
          {@render swatches('One colour all over', found.colours, '', (key) => void whole(key))}
          <button class="btn btn-sm" onclick={() => whole('')}>Leave it bare</button>
        {/if}
      </section>
      <section class="paper p-3" aria-label="What the paint does">
        {#if found.seen.length}
          <h2 class="tape mb-2">Will you see it?</h2>
          <ul class="mb-3">
            {#each found.seen as [sentence, how] (sentence)}
              <li
                class={how === 'hardly' ? 'text-error font-semibold' : how === 'well' ? 'text-success' : ''}
              >
                {how === 'hardly' ? '✕' : how === 'well' ? '✓' : '~'}
                {sentence}
              </li>
            {/each}
          </ul>
        {:else}
          <p class="mb-3">
            Still bare. Choose a colour: the hangar, the drawings and the build plan take it up.
          </p>
        {/if}
        <p>{found.mass}</p>
        {#if found.order}<p>{found.order}</p>{/if}
        {#if found.masks.length}
          <h2 class="tape mt-3 mb-2">Masks at full size</h2>
          <p class="flex flex-wrap gap-3">
            {#each found.masks as [mask, title] (mask)}
              <a class="btn btn-sm" href={`/api/hangar/rockets/${bench.id}/templates/${mask}.pdf`} download
                >{title}, PDF</a
              >
            {/each}
          </p>
        {/if}
      </section>
    </div>
  {/snippet}
</Loading>
