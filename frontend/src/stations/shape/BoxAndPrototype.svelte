<script lang="ts">
  import type { Shape } from '../../api/queries';
  import type { Bench } from './bench.svelte';
  import Prototype from './Prototype.svelte';
  import UpScale from './UpScale.svelte';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();
  let list = $state('');
  let pasting = $state(false);
</script>

<div class="grid grid-cols-1 items-start gap-2 lg:grid-cols-[380px_minmax(0,1fr)]">
  <div class="grid gap-2">
    <section class="paper p-3" aria-label="What is in the kit’s box">
      <h2 class="tape mb-2">In the box</h2>
      <p class={['mb-2', shape.kit_sentence.startsWith('Missing') ? 'text-error' : '']}>
        {shape.kit_sentence}
      </p>
      <ul>
        {#each shape.kit as line, i (i)}
          <li class="flex items-center gap-2 py-0.5">
            <select
              class="select select-xs w-28"
              aria-label={`${line['text']}: is it there?`}
              value={line['present'] === null ? '' : line['present'] ? 'yes' : 'no'}
              onchange={(e) =>
                bench.edit([
                  {
                    op: 'rocket',
                    field: `kit.${i}`,
                    value: e.currentTarget.value === '' ? null : e.currentTarget.value === 'yes',
                  },
                ])}
            >
              <option value="">not looked</option>
              <option value="yes">there</option>
              <option value="no">missing</option>
            </select>
            <span>{Number(line['count']) > 1 ? `${line['count']} × ` : ''}{line['text']}</span>
          </li>
        {/each}
      </ul>
      {#if pasting || !shape.kit.length}
        <label class="mt-2 block">
          <span class="font-semibold">The kit’s list of parts</span>
          <textarea
            class="textarea w-full"
            rows="6"
            bind:value={list}
            placeholder="1 nose cone&#10;3 fins&#10;2 × centring ring"></textarea>
        </label>
        {#if bench.errors['kit']}<p class="text-error">✕ {bench.errors['kit']}</p>{/if}
        <button
          class="btn btn-sm btn-primary mt-2"
          onclick={async () => {
            if (await bench.edit([{ op: 'rocket', field: 'kit', text: list }])) pasting = false;
          }}>Take the list in</button
        >
      {:else}
        <button class="link mt-2 text-sm" onclick={() => (pasting = true)}>another list</button>
      {/if}
    </section>
    <UpScale {bench} {shape} />
  </div>
  <Prototype {bench} {shape} />
</div>
