<script lang="ts">
  import { ask, client } from '../../api/client';
  import { queryClient, useChange, type Board } from '../../api/queries';
  import HowCome from '../../kit/HowCome.svelte';
  import Later from '../../kit/Later.svelte';
  import { notify } from '../../kit/notices.svelte';
  import { said } from '../../kit/said';
  import Said from '../../kit/Said.svelte';
  import { p } from '../../router';

  let { id, board }: { id: string; board: Board } = $props();

  const add = useChange(
    ({ key, label }: { key: string; label: string }) =>
      ask(
        client.PUT('/api/stores/box/lists/{key}', {
          params: { path: { key } },
          body: { text: '', lines: [{ label, count: 1, maker: '', diameter_mm: board.mount_mm }] },
        }),
      ),
    ['motors', 'box'],
  );
  async function addPrinted(label: string) {
    const key = crypto.randomUUID();
    if (!(await add.mutateAsync({ key, label }).catch(said))) return;
    notify(`One ${label} is in your box now.`, {
      undo: async () => {
        await ask(client.DELETE('/api/stores/box/lists/{key}', { params: { path: { key } } })).catch(said);
        await queryClient.invalidateQueries();
      },
    });
  }
</script>

<div
  class="my-2 grid grid-cols-1 gap-x-6 gap-y-1 lg:grid-cols-[auto_minmax(0,1fr)]"
  id={`headline-${id}`}
  aria-live="polite"
>
  <div class="max-w-2xl">
    <p class="font-display text-xl leading-snug font-bold"><Said text={board.headline} /></p>
    {#if board.usual}<a class="btn btn-primary btn-sm mt-1" href={p('/stores/box')}>Put your motors in</a>
    {:else if board.practice}<p class="text-warning text-sm font-semibold">
        <span class="stamp-practice">practice</span> An invented motor, from the practice shelf: no shop sells it.
      </p>{/if}
    {#if board.shorten}<p class="font-semibold">{board.shorten}</p>{/if}
    {#each board.lessons as lesson, n (n)}<p class="text-warning font-semibold">⚑ {lesson}</p>{/each}
    {#if board.caution}<p class="text-warning font-semibold" role="alert">⚠ {board.caution}</p>{/if}
    <HowCome about="the choice">
      <p class="mb-2">
        Every motor on the shelf that fits the mount was flown in this air with every delay it comes with, and
        each flight put to every test that applies. What passes comes first: from your box, then of your own,
        then invented ones. Within each the gentlest: least impulse, then least thrust, then the delay nearest
        the best. {board.not_fitting} motors do not fit the mount.
      </p>
      <p class="mb-2"><Said text={board.flying} /> <Said text={board.drag_note} /></p>
      {#if board.learnt.length}<p class="mb-2"><Said text={board.learnt.join(' ')} /></p>{/if}
      {#if board.wind_note}<p class="mb-2"><Said text={board.wind_note} /></p>{/if}
      {#if board.thumb}<p class="mb-2"><Said text={board.thumb} /></p>{/if}
      <p class="quiet">{board.conditions}</p>
    </HowCome>
  </div>
  {#if board.printed.length}
    <Later first
      ><details class="text-sm leading-snug" open={board.printed.some((line) => line.unknown)}>
        <summary class="link quiet cursor-pointer"
          >The kit’s box says {board.printed.map((line) => line.label).join(', ')}</summary
        >
        <ul class="quiet" aria-label="What others would say">
          {#each board.printed as line (line.label)}<li>
              <Said text={line.say} />
              {#if line.unknown}<button
                  class="btn btn-xs"
                  disabled={add.isPending}
                  aria-label={`Add ${line.label} to your motors`}
                  onclick={() => void addPrinted(line.label)}>Add it</button
                >{/if}
            </li>{/each}
        </ul>
      </details></Later
    >
  {/if}
</div>
