<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { ask, client } from '../../api/client';
  import { inOrder } from '../../api/order';
  import type { QuizAnswer } from '../../api/workshop';
  import Sketch from '../../drawing/Sketch.svelte';
  import Loading from '../../kit/Loading.svelte';
  import { said } from '../../kit/said';

  const fresh = () => Math.floor(Math.random() * 1_000_000);
  let seed = $state(fresh());
  let answer = $state<QuizAnswer>();
  let place = $state(-1);
  let asked = $state(0);
  let right = $state(0);
  const next = inOrder();

  const quiz = createQuery(() => ({
    queryKey: ['packing-quiz', seed],
    queryFn: () => ask(client.GET('/api/hangar/packing/quiz/{seed}', { params: { path: { seed } } })),
    staleTime: Infinity,
  }));

  /** The first answer counts, however quickly another is given. */
  const choose = (i: number) =>
    next(async () => {
      if (answer) return;
      try {
        answer = await ask(
          client.GET('/api/hangar/packing/quiz/{seed}/answer/{place}', {
            params: { path: { seed, place: i } },
          }),
        );
        place = i;
        asked += 1;
        right += answer.right ? 1 : 0;
      } catch (error) {
        said(error);
      }
    });
  function another() {
    answer = undefined;
    place = -1;
    seed = fresh();
  }
</script>

<Loading query={quiz} waiting="Drawing four…">
  {#snippet children(found)}
    <p class="font-semibold">Which of these four is wrong?</p>
    <div class="mt-2 grid grid-cols-2 gap-2">
      {#each found.pictures as picture, i (i)}
        <button
          class={[
            'border-base-content/40 min-h-24 rounded border p-2',
            answer && i === answer.wrong_place && 'border-primary border-4',
          ]}
          disabled={answer !== undefined}
          aria-label={`Drawing ${i + 1}: ${picture.says}`}
          onclick={() => choose(i)}
        >
          <Sketch {picture} tall={110} />
          <span class="block text-sm font-semibold"
            >{answer && i === answer.wrong_place
              ? '✕ this one'
              : answer && i === place
                ? 'yours'
                : i + 1}</span
          >
        </button>
      {/each}
    </div>
    <div class="mt-2" role="status">
      {#if answer}
        <p>
          <b class={answer.right ? 'text-success' : 'text-error'}>{answer.right ? '✓ Yes.' : '✕ No.'}</b>
          {answer.why}
        </p>
        <p class="quiet">{right} of {asked} right.</p>
      {/if}
    </div>
    {#if answer}<button class="btn btn-primary mt-2 min-h-12 w-full" onclick={another}>Another</button>{/if}
  {/snippet}
</Loading>
