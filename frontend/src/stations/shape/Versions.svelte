<script lang="ts">
  import { moment } from '../../api/format';
  import { ask, client } from '../../api/client';
  import { queryClient, useCompared, useVersions, type Shape } from '../../api/queries';
  import { reach, rear } from '../../drawing/airframe';
  import AirframeDrawing from '../../drawing/AirframeDrawing.svelte';
  import Loading from '../../kit/Loading.svelte';
  import { notify } from '../../kit/notices.svelte';
  import { said } from '../../kit/said';
  import type { Bench } from './bench.svelte';
  import { laidOut, likely } from '../../drawing/laidOut';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();

  const versions = useVersions(
    () => bench.id,
    () => shape.rocket.revision,
  );
  let against = $state<number>();
  const left = $derived(against ?? Math.max(1, shape.rocket.revision - 1));
  const compared = useCompared(
    () => bench.id,
    () => left,
    () => shape.rocket.revision,
  );
  let width = $state(likely(700));

  async function reopen(number: number) {
    try {
      await ask(
        client.POST('/api/hangar/rockets/{key}/versions/{number}/reopen', {
          params: { path: { key: bench.id, number } },
        }),
      );
    } catch (error) {
      said(error);
      return;
    }
    await queryClient.invalidateQueries();
    notify(`Version ${number} is back on the bench, as a new version.`);
  }
</script>

<div class="grid grid-cols-1 items-start gap-2 lg:grid-cols-[320px_minmax(0,1fr)]">
  <section class="paper max-h-[560px] overflow-y-auto p-3" aria-label="Versions">
    <Loading query={versions}>
      {#snippet children(found)}
        <ul>
          {#each found as v (v.number)}
            <li class="border-base-300 border-b py-1.5 last:border-0">
              <button
                class={['text-left hover:underline', v.number === left ? 'font-bold' : '']}
                disabled={v.current}
                aria-pressed={v.number === left}
                onclick={() => (against = v.number)}
                >{v.number} · {moment(v.saved_at)}{v.current ? ' · on the bench' : ''}</button
              >
              {#each v.flown as f, n (n)}<p class="quiet text-sm">flown: {f}</p>{/each}
              {#if !v.current}<button class="link text-sm" onclick={() => reopen(v.number)}>reopen</button
                >{/if}
            </li>
          {/each}
        </ul>
      {/snippet}
    </Loading>
  </section>
  <section class="paper p-3" aria-label="Two versions" {@attach laidOut((w) => (width = w))}>
    {#if left === shape.rocket.revision}
      <p>This is the first version; there is nothing to hold it against yet.</p>
    {:else}
      <Loading query={compared} waiting="Laying both out…">
        {#snippet children(found)}
          {@const longest = Math.max(...found.drawn.map((d) => rear(d)))}
          {@const scale = (width - 60) / longest}
          {#each found.drawn as drawn, i (i)}
            {@const half = reach(drawn) * scale}
            <p class="quiet text-sm">version {i ? found.right : found.left}</p>
            <svg
              {width}
              height={2 * half + 6}
              role="img"
              aria-label={`Version ${i ? found.right : found.left} from the side`}
              ><g transform={`translate(10 ${half + 3})`}><AirframeDrawing {drawn} {scale} /></g></svg
            >
          {/each}
          <table class="mt-2 w-full">
            <thead
              ><tr class="border-base-content border-b"
                ><th><span class="sr-only">figure</span></th><th class="text-right">version {found.left}</th
                ><th class="text-right">version {found.right}</th></tr
              ></thead
            >
            <tbody>
              {#each found.figures as f (f['name'])}
                <tr class={f['same'] ? 'quiet' : 'font-semibold'}
                  ><td>{f['name']}</td><td class="text-right">{f['left']}</td><td class="text-right"
                    >{f['right']}</td
                  ></tr
                >
              {/each}
            </tbody>
          </table>
          <ul class="mt-2 list-disc pl-5">
            {#each found.changes as c, i (i)}<li>{c}</li>{:else}<li>No part was changed.</li>{/each}
          </ul>
        {/snippet}
      </Loading>
    {/if}
  </section>
</div>
