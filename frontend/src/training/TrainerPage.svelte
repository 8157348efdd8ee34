<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { ask, client, type Schemas } from '../api/client';
  import { inOrder } from '../api/order';
  import Sketch from '../drawing/Sketch.svelte';
  import Loading from '../kit/Loading.svelte';
  import { said } from '../kit/said';
  import { p } from '../router';

  const fresh = () => Math.floor(Math.random() * 1_000_000);
  let seed = $state(fresh());
  let places = $state<number[]>([]);
  let marked = $state<Schemas['MarksOut']>();
  let at = $state(0);
  const next = inOrder();

  const training = createQuery(() => ({
    queryKey: ['training', seed],
    queryFn: () => ask(client.GET('/api/hangar/training/{seed}', { params: { path: { seed } } })),
    staleTime: Infinity,
  }));
  const topics: Record<string, string> = {
    label: 'Reading labels',
    delay: 'Choosing a delay',
    packing: 'Packing the bay',
  };
  const mark = $derived(marked?.marks[at]);

  /** The first answer counts, however quickly another is given. */
  const choose = (place: number) =>
    next(async () => {
      if (mark) return;
      const answered = [...places, place];
      try {
        marked = await ask(
          client.POST('/api/hangar/training/{seed}', {
            params: { path: { seed } },
            body: { places: answered },
          }),
        );
        places = answered;
      } catch (error) {
        said(error);
      }
    });
  function again() {
    seed = fresh();
    places = [];
    marked = undefined;
    at = 0;
  }
</script>

<svelte:head><title>Trainer · Wobbly Fin</title></svelte:head>

<Loading query={training} waiting="Making up seven questions…">
  {#snippet children(found)}
    {@const task = found[at]}
    <div class="mx-auto max-w-3xl">
      <h1 class="text-3xl font-bold">Trainer</h1>
      <p class="quiet mb-3">
        Seven questions: five labels, one delay, one bay. Only you see the score, and it is not kept.
      </p>
      <ol class="mb-3 flex gap-1" aria-label="Answered so far">
        {#each found.keys() as i (i)}
          {@const m = marked?.marks[i]}
          <li
            class={[
              'flex h-8 flex-1 items-center justify-center rounded border text-sm font-bold',
              i === at ? 'border-primary border-2' : 'border-base-content/40',
              m ? (m.right ? 'text-success' : 'text-error') : '',
            ]}
            aria-label={`Question ${i + 1}${m ? (m.right ? ', right' : ', wrong') : ''}`}
          >
            {m ? (m.right ? '✓' : '✕') : i + 1}
          </li>
        {/each}
      </ol>
      {#if task}
        <section class="paper p-5" aria-label={`Question ${at + 1}`}>
          <p class="tape mb-2 text-sm">{topics[task.topic] ?? task.topic}</p>
          <h2 class="mb-3 text-xl font-bold">{task.ask}</h2>
          <div class="grid grid-cols-1 gap-2 sm:grid-cols-2">
            {#each task.options as option, i (i)}
              {@const picture = task.pictures[i]}
              <button
                class={[
                  'border-base-content/50 min-h-12 rounded border p-3 text-left font-semibold',
                  !mark && 'hover:border-primary',
                  mark && i === mark.right_place && 'border-success border-3',
                  mark && !mark.right && i === places[at] && 'border-error border-3',
                ]}
                disabled={mark !== undefined}
                onclick={() => choose(i)}
              >
                {#if mark && i === mark.right_place}<span class="text-success"
                    >✓
                  </span>{:else if mark && i === places[at]}<span class="text-error mr-1">✕</span
                  >{/if}{option}
                {#if picture}<span class="mt-1 block"><Sketch {picture} tall={110} /></span>{/if}
              </button>
            {/each}
          </div>
          <div class="mt-3" role="status">
            {#if mark}
              <p>
                <b class={mark.right ? 'text-success' : 'text-error'}>{mark.right ? 'Yes.' : 'No.'}</b>
                {mark.why}
              </p>
            {/if}
          </div>
          {#if mark && at < found.length - 1}
            <button class="btn btn-primary mt-3" onclick={() => (at += 1)}>Next question</button>
          {:else if mark && marked?.score}
            <p class="mt-3 text-lg font-bold">{marked.score}</p>
            <p class="mt-2 flex gap-2">
              <button class="btn btn-primary" onclick={again}>Seven others</button>
              <a class="btn" href={p('/')}>To the hangar</a>
            </p>
          {/if}
        </section>
      {/if}
      <p class="quiet mt-2 text-sm">
        It trains reading, not judgement: the maker’s sheet, your local code and licensed practice decide.
      </p>
    </div>
  {/snippet}
</Loading>
