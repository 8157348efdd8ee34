<script lang="ts">
  import type { ApiError, Schemas } from '../api/client';
  import { count } from '../api/format';
  import PassOn from '../kit/PassOn.svelte';

  type Line = Schemas['OwnLineIn'];
  interface Props {
    lines: Line[];
    stages: Record<string, string>;
    refused: ApiError | undefined;
    onchange: (lines: Line[]) => void;
  }
  let { lines, stages, refused, onchange }: Props = $props();
  const EMPTY = { stage: 'ready', text: '', hold: false };
  let fresh = $state<Line>({ ...EMPTY });
  // What was refused stays in its box; what was kept leaves it.
  let shown = $derived(lines.length);
  $effect(() => {
    if (lines.some((l) => l.text === fresh.text.trim() && l.stage === fresh.stage)) fresh = { ...EMPTY };
    void shown;
  });
  const wrong = $derived(refused?.body.fields?.find((f) => f.field.startsWith('checklist'))?.message ?? '');
</script>

<section class="paper p-4" aria-label="My checklist lines">
  <h2 class="mb-1 text-lg font-bold">My own checklist lines</h2>
  <p class="quiet mb-2 text-sm">They stand in every rocket’s list, at the stage you choose.</p>
  <ul class="mb-2">
    {#each lines as line, n (`${line.stage} ${line.text}`)}
      <li class="border-base-300 flex items-baseline gap-2 border-b py-1 text-sm">
        <span class="min-w-0 flex-1"
          >{line.text}
          <span class="quiet block">{stages[line.stage]}{line.hold ? ', must be ticked first' : ''}</span
          ></span
        >
        <button
          class="link"
          aria-label={`Remove: ${line.text}`}
          onclick={() => onchange(lines.filter((_, i) => i !== n))}>remove</button
        >
      </li>
    {/each}
  </ul>
  <form
    class="grid gap-2"
    onsubmit={(event) => {
      event.preventDefault();
      onchange([...lines, { ...fresh }]);
    }}
  >
    <input
      class="input input-sm w-full"
      name="own-line"
      aria-label="What to do or look at"
      placeholder="Say its name to the range officer"
      maxlength="160"
      bind:value={fresh.text}
    />
    {#if wrong}<p class="text-error text-sm" role="alert">✕ {wrong}</p>{/if}
    <div class="flex flex-wrap items-center gap-2">
      <select class="select select-sm w-full" aria-label="Stage" bind:value={fresh.stage}>
        {#each Object.entries(stages) as [key, name] (key)}<option value={key}>{name}</option>{/each}
      </select>
      <label class="flex items-center gap-1 text-sm"
        ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={fresh.hold} />must be ticked first</label
      >
      <button class="btn btn-sm" disabled={!fresh.text.trim()}>Add</button>
    </div>
  </form>
  <div class="mt-3">
    <PassOn
      what="checklist lines"
      why="What your club always asks, typed once."
      from={lines.length ? '/api/preferences/checklist.json' : ''}
      to="/api/preferences/checklist/import"
      said={(found) => `${count(found['taken']?.length ?? 0, 'line')} added.`}
    />
  </div>
</section>
