<script lang="ts">
  import { day } from '../../api/format';
  import { useReview } from '../../api/logbook';
  import Loading from '../../kit/Loading.svelte';
  import { p, route } from '../../router';
  import Board from './Board.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const review = useReview(() => id);
</script>

<svelte:head><title>Failure review · Wobbly Fin</title></svelte:head>

<Loading query={review} waiting="Weighing the evidence…">
  {#snippet children(found)}
    <div class="mb-2 flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1 class="text-2xl font-bold">What happened to {found.rocket_name}?</h1>
        <p class="quiet">
          <a class="link" href={p('/logbook/:id', { params: { id } })}>{day(found.day)}, on {found.label}</a>
          ·
          {found.happened}{found.grounded_now ? ' · grounded until its repairs are done' : ''}
        </p>
      </div>
      <button class="btn btn-sm no-print" onclick={() => print()}>Print the report</button>
    </div>
    {#key id}<Board review={found} {id} />{/key}
  {/snippet}
</Loading>
