<script lang="ts" module>
  /** Whoever unfolded all boxes once wants them for the next part, too. */
  let more = $state(false);
</script>

<script lang="ts">
  import { ask, client } from '../../api/client';
  import { queryClient, useStock, type Shape } from '../../api/queries';
  import Field from '../../kit/Field.svelte';
  import { notify } from '../../kit/notices.svelte';
  import { said } from '../../kit/said';
  import type { Bench } from './bench.svelte';
  import RocketCard from './RocketCard.svelte';

  type Box = NonNullable<Shape['selected']>['boxes'][number];
  let { bench, shape }: { bench: Bench; shape: Shape } = $props();

  const open = $derived(shape.selected?.id === bench.selected ? shape.selected : undefined);
  const stock = useStock();
  const shelf = $derived((stock.data ?? []).filter((s) => s.type === open?.type));
  const outer = $derived(['body_tube', 'transition', 'fin_can'].includes(open?.type ?? ''));
  let texts = $state<Record<string, string>>({});
  let loaded = '';
  /** What is wrong or asked in a box that is folded away unfolds it. */
  const wanted = $derived(!!open?.boxes.some((b) => !b.first && (bench.errors[b.field] || b.question)));

  // What was typed stays in its box while it is refused; everything else follows the server.
  $effect(() => {
    if (!open) return;
    const fresh = loaded !== open.id;
    loaded = open.id;
    const next: Record<string, string> = {};
    for (const box of open.boxes)
      next[box.field] = !fresh && bench.errors[box.field] ? (texts[box.field] ?? '') : box.text;
    texts = next;
  });

  async function keep() {
    if (!open) return;
    const body = { rocket_id: bench.id, part_id: open.id, name: '' };
    try {
      await ask(
        client.PUT('/api/stores/parts/{key}', { params: { path: { key: crypto.randomUUID() } }, body }),
      );
    } catch (error) {
      said(error);
      return;
    }
    await queryClient.invalidateQueries({ queryKey: ['stock'] });
    notify(`${open.name} is in your stores now.`);
  }

  async function remove() {
    if (!open) return;
    const id = open.id;
    bench.select(undefined);
    await bench.edit([{ op: 'remove', part: id }]);
  }
</script>

{#snippet one(box: Box)}
  {#if box.kind === 'choice' || box.kind === 'material'}
    <label class={['block', box.first && 'col-span-2']}>
      <span class="mb-0.5 block font-semibold">{box.label}</span>
      <select
        class="select select-sm w-full"
        value={box.text}
        onchange={(e) => bench.choose(box.field, e.currentTarget.value)}
      >
        {#each box.options as [key, name] (key)}<option value={key}>{name}</option>{/each}
      </select>
    </label>
  {:else if box.kind === 'switch'}
    <label class="flex min-h-8 items-center gap-2 self-end pb-1" title={box.hint}>
      <input
        type="checkbox"
        class="checkbox checkbox-sm"
        checked={box.text === 'yes'}
        onchange={(e) => bench.choose(box.field, e.currentTarget.checked)}
      />
      <span class="font-semibold">{box.label}</span>
    </label>
  {:else}
    <div class={box.kind === 'corners' ? 'col-span-2' : ''}>
      <Field
        compact
        label={box.label}
        name={box.field}
        bind:value={() => texts[box.field] ?? '', (v) => (texts[box.field] = v)}
        said={box.nominal ? `${box.said}, sold as ${box.nominal}` : box.said}
        error={bench.errors[box.field]}
        question={box.question ?? undefined}
        suggestion={box.suggestion}
        placeholder={box.placeholder}
        guessed={box.guessed}
        oncommit={(v) => bench.set(box.field, v)}
      />
    </div>
  {/if}
{/snippet}

{#if open}
  <section class="paper p-3" aria-label={open.name}>
    <div class="mb-2 flex items-start gap-2">
      <div class="min-w-0 flex-1">
        <h2 class="truncate text-lg leading-tight font-bold">{open.name}</h2>
        <p class="quiet text-sm">{open.note}</p>
      </div>
      <button class="btn btn-ghost btn-xs" aria-label="Put it down" onclick={() => bench.select(undefined)}
        >✕</button
      >
    </div>
    <div class="grid grid-cols-2 items-end gap-x-3 gap-y-1.5 sm:grid-cols-3">
      {#each open.boxes.filter((b) => b.first) as box (box.field)}{@render one(box)}{/each}
    </div>
    <details class="mt-2" bind:open={() => more || wanted, (shown) => (more = shown)}>
      <summary class="link mb-1.5 cursor-pointer">Everything about it</summary>
      <div class="grid grid-cols-2 gap-x-3 gap-y-1.5">
        {#each open.boxes.filter((b) => !b.first) as box (box.field)}{@render one(box)}{/each}
      </div>
    </details>
    {#if shelf.length}
      <label class="mt-2 block">
        <span class="mb-0.5 block font-semibold">Take one off the shelf instead</span>
        <select
          class="select select-sm w-full"
          value=""
          onchange={(e) => {
            if (e.currentTarget.value)
              void bench.edit([{ op: 'swap', part: open.id, stock: e.currentTarget.value }]);
          }}
        >
          <option value="">–</option>
          {#each shelf as item (item.key)}<option value={item.key}
              >{item.name}{item.material ? `, ${item.material}` : ''}</option
            >{/each}
        </select>
      </label>
    {/if}
    <div class="mt-3 flex flex-wrap gap-1">
      {#if outer}
        <button class="btn btn-xs" onclick={() => bench.edit([{ op: 'move', part: open.id, value: -1 }])}
          >Towards the nose</button
        >
        <button class="btn btn-xs" onclick={() => bench.edit([{ op: 'move', part: open.id, value: 1 }])}
          >Towards the tail</button
        >
      {/if}
      <button class="btn btn-xs" onclick={keep}>Keep one in stores</button>
      <button class="btn btn-xs btn-ghost text-error ml-auto" onclick={remove}>Take it out</button>
    </div>
    {#if open.without.length}
      <details class="mt-2 text-sm">
        <summary class="link cursor-pointer">What is not computed of it</summary>
        {#each open.without as line (line)}<p class="quiet">{line}</p>{/each}
      </details>
    {/if}
  </section>
{:else}
  <RocketCard {bench} {shape} />
{/if}
