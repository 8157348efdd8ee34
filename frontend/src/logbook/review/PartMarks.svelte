<script lang="ts">
  import type { Review } from '../../api/logbook';
  import { reach, rear } from '../../drawing/airframe';
  import AirframeDrawing from '../../drawing/AirframeDrawing.svelte';
  import { useRocket } from '../../api/queries';
  import RocketDrawing from '../../drawing/RocketDrawing.svelte';
  import type { ReviewDesk } from './desk.svelte';
  import { laidOut, likely } from '../../drawing/laidOut';

  let { review, desk }: { review: Review; desk: ReviewDesk } = $props();

  const rocket = useRocket(() => review.rocket_id);
  let width = $state(likely(900));
  let chosen = $state('');
  const part = $derived(review.parts.find((x) => x.key === chosen));
  const scale = $derived(
    review.drawn.length ? Math.min((width - 16) / rear(review.drawn), 130 / (2 * reach(review.drawn))) : 1,
  );
  const hurt = $derived(
    new Set(review.parts.filter((x) => x.state === 'broke' || x.state === 'missing').map((x) => x.key)),
  );
  const told = $derived(review.parts.filter((x) => x.state));
  const signs: Record<string, string> = { held: '✓', marked: '△', broke: '✕', missing: '?' };
</script>

<section
  class="paper mb-2 grid grid-cols-[minmax(0,1fr)] items-center gap-x-6 px-4 py-2 lg:grid-cols-[minmax(0,1fr)_400px]"
  aria-label="Part by part"
>
  {#if review.drawn.length}
    <div {@attach laidOut((w) => (width = w))} class="overflow-hidden">
      <svg
        width={rear(review.drawn) * scale + 8}
        height={2 * reach(review.drawn) * scale + 8}
        viewBox={`-4 ${-reach(review.drawn) * scale - 4} ${rear(review.drawn) * scale + 8} ${2 * reach(review.drawn) * scale + 8}`}
        role="group"
        aria-label={`${review.rocket_name} as it flew. Choose a part and say what became of it.`}
      >
        <AirframeDrawing
          drawn={review.drawn}
          {scale}
          cut
          selected={chosen}
          flagged={hurt}
          onselect={(key) => (chosen = key)}
        />
      </svg>
    </div>
  {:else if rocket.data}
    <div {@attach laidOut((w) => (width = w))} class="overflow-hidden">
      <RocketDrawing
        rocket={rocket.data}
        scale={Math.min((width - 16) / (1.03 * rocket.data.length_m), 90 / (3.1 * rocket.data.diameter_m))}
        title={`${review.rocket_name}, a sketch: its parts are not told one by one`}
      />
    </div>
  {/if}
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
    <label class="text-sm"
      >It went wrong
      <select
        class="select select-sm w-auto"
        value={review.phase}
        onchange={(e) => desk.change({ phase: e.currentTarget.value })}
      >
        <option value="">when?</option>
        {#each Object.entries(review.phases) as [key, words] (key)}<option value={key}>{words}</option>{/each}
      </select></label
    >
    <label class={['flex items-center gap-2 text-sm', !review.separated && 'no-print']}
      ><input
        type="checkbox"
        class="checkbox checkbox-sm"
        checked={review.separated === true}
        onchange={(e) => desk.change({ separated: e.currentTarget.checked })}
      />came down in pieces</label
    >
    <label class="no-print text-sm"
      >Part
      <select class="select select-sm w-auto" bind:value={chosen}>
        <option value="">choose, or touch it</option>
        {#each review.parts as x (x.key)}<option value={x.key}>{x.name}</option>{/each}
      </select></label
    >
    {#if part}
      <span role="group" aria-label={`What became of the ${part.name}`} class="join">
        {#each Object.entries(review.part_states) as [key, words] (key)}
          <button
            class={['btn btn-sm join-item', part.state === key && 'btn-primary']}
            aria-pressed={part.state === key}
            onclick={() => desk.part(part.key, part.state === key ? '' : key)}>{signs[key]} {words}</button
          >
        {/each}
      </span>
      {#if part.salvaged}<span class="text-sm">Put by in the stores.</span>
      {:else if part.can_salvage}<button class="btn btn-sm" onclick={() => desk.salvage(part.key)}
          >Save it for the stores</button
        >{/if}
    {/if}
    <p class="min-w-0 text-sm">
      {#each told as x (x.key)}<span class="mr-3 inline-block"
          ><b>{signs[x.state]}</b> {x.name} {review.part_states[x.state]}</span
        >{:else}<span class="quiet">Go from nose to tail: what held, what is marked, what broke?</span>{/each}
    </p>
  </div>
</section>
