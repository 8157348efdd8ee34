<script lang="ts">
  import type { Review } from '../../api/logbook';
  import type { ReviewDesk } from './desk.svelte';
  import Replay from './Replay.svelte';

  let { review, desk }: { review: Review; desk: ReviewDesk } = $props();

  type Cause = Review['causes'][number];
  let open = $state('');
  const first = $derived(review.causes[0]?.key ?? '');

  function decide(cause: Cause) {
    const repairs = cause.repair
      ? [...new Set([...review.repairs.map((r) => r.damage), cause.repair])]
      : undefined;
    void desk.change({
      cause: cause.key,
      chain: review.chain.length ? review.chain : cause.chain,
      ...(repairs ? { repairs } : {}),
      ...(review.changes ? {} : { changes: cause.change.join(' ') }),
    });
  }
</script>

<section class="grid min-w-0 grid-cols-1 content-start gap-2" aria-label="Causes, likeliest first">
  {#each review.causes as cause, i (cause.key)}
    {@const shown = open === cause.key || (!open && cause.key === (review.cause || first))}
    <article
      class={['paper px-4 py-2', review.cause === cause.key && 'border-primary border-l-4']}
      aria-label={cause.name}
    >
      <button
        class="flex w-full items-baseline gap-3 text-left"
        aria-expanded={shown}
        onclick={() => (open = shown ? ' ' : cause.key)}
      >
        <span class="font-display font-bold">{i + 1}.</span>
        <span class="flex-1 font-semibold">{cause.name}</span>
        <span class="hidden w-16 sm:block" aria-hidden="true"
          ><svg viewBox="0 0 64 8" class="w-16"
            ><rect width="64" height="8" class="fill-base-300" /><rect
              width={64 * cause.probability}
              height="8"
              class="fill-primary"
            /></svg
          ></span
        >
        <span class="w-24 text-sm">{cause.likely}</span>
      </button>
      {#if shown}
        {#if cause.replay}<Replay {review} replay={cause.replay} name={cause.name} />{/if}
        <div class="mt-1 grid grid-cols-1 gap-x-6 text-sm sm:grid-cols-2">
          <div>
            <h3 class="font-semibold">For it</h3>
            <ul class="list-disc pl-5">
              {#each cause.speaks_for as s, n (n)}<li>{s}</li>{:else}<li class="quiet">
                  nothing known
                </li>{/each}
            </ul>
          </div>
          <div>
            <h3 class="font-semibold">Against it</h3>
            <ul class="list-disc pl-5">
              {#each cause.speaks_against as s, n (n)}<li>{s}</li>{:else}<li class="quiet">
                  nothing known
                </li>{/each}
            </ul>
          </div>
          <div>
            <h3 class="mt-1 font-semibold">Look at</h3>
            <ul class="list-disc pl-5">
              {#each cause.inspect as s, n (n)}<li>{s}</li>{/each}
            </ul>
          </div>
          <div>
            <h3 class="mt-1 font-semibold">Change</h3>
            <ul class="list-disc pl-5">
              {#each cause.change as s, n (n)}<li>{s}</li>{/each}
            </ul>
          </div>
        </div>
        {#if review.cause !== cause.key}
          <button class="btn btn-sm no-print mt-2" onclick={() => decide(cause)}>It was this</button>
        {:else}<p class="mt-1 text-sm font-semibold">
            Decided. <button class="link no-print" onclick={() => desk.change({ cause: '', decided: false })}
              >Open it again</button
            >
          </p>{/if}
      {/if}
    </article>
  {/each}
  <p class="quiet text-sm">
    Each cause is flown as bad as it fits best, and held against what was measured; what was seen counts by
    our own estimates from common practice. Both rank, they do not prove. A motor that failed is reported to
    its maker, never opened.
  </p>
</section>
