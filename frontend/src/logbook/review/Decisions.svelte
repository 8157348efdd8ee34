<script lang="ts">
  import type { Review } from '../../api/logbook';
  import { p } from '../../router';
  import type { ReviewDesk } from './desk.svelte';

  let { review, desk }: { review: Review; desk: ReviewDesk } = $props();

  // svelte-ignore state_referenced_locally
  let changes = $state(review.changes);
  // svelte-ignore state_referenced_locally
  let lesson = $state(review.lesson);
  let seen = $state('');
  const cause = $derived(review.causes.find((c) => c.key === review.cause));
  // What the board wrote in stands until somebody writes over it.
  $effect(() => {
    if (review.changes !== seen) {
      seen = review.changes;
      changes = review.changes;
    }
  });
  const wanted = $derived(new Set(review.repairs.map((r) => r.damage)));
</script>

<section class="paper p-4" aria-label="Decisions">
  <h2 class="text-lg font-bold">Decisions</h2>
  <label class="block"
    ><span class="font-semibold">What is changed</span>
    <textarea
      class="textarea h-16 w-full text-sm"
      bind:value={changes}
      maxlength="4000"
      onchange={() => desk.change({ changes })}></textarea></label
  >
  <label class="mt-1 block"
    ><span class="font-semibold">What its next checklists ask for</span>
    <input
      class="input input-sm w-full"
      bind:value={lesson}
      maxlength="300"
      placeholder={cause?.check ?? 'look at…'}
      onchange={() => desk.change({ lesson })}
    /></label
  >
  <fieldset class="mt-2">
    <legend class="font-semibold">To be mended before it flies</legend>
    {#each Object.entries(review.damages) as [damage, words] (damage)}
      {@const repair = review.repairs.find((r) => r.damage === damage)}
      <div class={['flex items-center gap-2 text-sm', !wanted.has(damage) && 'no-print']}>
        <label class="flex min-h-8 flex-1 items-center gap-2"
          ><input
            type="checkbox"
            class="checkbox checkbox-sm"
            checked={wanted.has(damage)}
            onchange={(e) => desk.mend(damage, e.currentTarget.checked)}
          />{words}</label
        >
        {#if repair?.done}<span class="text-success font-semibold">✓ mended</span>
        {:else if repair && review.is_quick}
          <button
            class="btn btn-xs no-print"
            onclick={() => desk.change((now) => ({ mended: [...(now.mended ?? []), damage] }))}>Mended</button
          >
        {:else if repair?.build_id}<a
            class="btn btn-xs no-print"
            href={p('/rockets/:id/build', { params: { id: review.rocket_id } })}>In Build</a
          >
        {:else if repair}<button
            class="btn btn-xs no-print"
            onclick={() => desk.repair(review.rocket_id, damage)}>Plan it in Build</button
          >{/if}
      </div>
    {/each}
  </fieldset>
  <label class={['mt-1 flex min-h-8 items-center gap-2', !review.grounds && 'no-print']}
    ><input
      type="checkbox"
      class="toggle toggle-sm"
      checked={review.grounds}
      onchange={(e) => desk.change({ grounds: e.currentTarget.checked })}
    />Keep it on the ground until these are done</label
  >
  {#if review.decided}
    <p class="mt-2 font-semibold">✓ Decided: its checklists and verdicts know.</p>
  {:else}
    <button
      class="btn btn-primary mt-2 w-full"
      disabled={!review.cause}
      onclick={() => desk.change({ decided: true, changes, lesson })}>Close the review</button
    >
    {#if !review.cause}<p class="quiet text-sm">First say which cause it was.</p>{/if}
  {/if}
</section>
