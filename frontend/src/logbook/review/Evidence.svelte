<script lang="ts">
  import type { Review } from '../../api/logbook';
  import type { ReviewDesk } from './desk.svelte';

  let { review, desk }: { review: Review; desk: ReviewDesk } = $props();

  const open = $derived(review.questions.filter((q) => q.answer === null));
  const answered = $derived(review.questions.filter((q) => q.answer !== null));
</script>

<section class="paper self-start p-4" aria-label="Evidence">
  <h2 class="text-lg font-bold">Known already</h2>
  <ul class="list-disc pl-5 text-sm">
    {#each review.known as fact, n (n)}<li>{fact}</li>{:else}<li class="quiet">nothing yet</li>{/each}
  </ul>
  {#snippet asked(q: Review['questions'][number])}
    <div class="border-base-300 flex items-center justify-between gap-2 border-b py-1">
      <span class="text-sm">{q.question}</span>
      <span class="join shrink-0" role="group" aria-label={q.question}>
        <button
          class={['btn btn-sm join-item', q.answer === true && 'btn-primary']}
          aria-pressed={q.answer === true}
          onclick={() => desk.answer(q.key, q.answer === true ? null : true)}>yes</button
        >
        <button
          class={['btn btn-sm join-item', q.answer === false && 'btn-primary']}
          aria-pressed={q.answer === false}
          onclick={() => desk.answer(q.key, q.answer === false ? null : false)}>no</button
        >
      </span>
    </div>
  {/snippet}
  {#if open.length}
    <h3 class="no-print mt-3 font-bold">What would tell most</h3>
    <div class="no-print">
      {#each open as q (q.key)}{@render asked(q)}{/each}
    </div>
  {/if}
  {#if answered.length}
    <h3 class="mt-3 font-bold">Answered</h3>
    {#each answered as q (q.key)}{@render asked(q)}{/each}
  {/if}
</section>
