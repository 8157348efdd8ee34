<script lang="ts">
  import { ApiError, ask, client } from '../../api/client';
  import { renew } from '../../api/queries';
  import { useMaterials, type Station } from '../../api/workshop';
  import Loading from '../../kit/Loading.svelte';
  import { p } from '../../router';
  import CutBars from './CutBars.svelte';
  import type { Bench } from './bench.svelte';

  let { id, station, bench }: { id: string; station: Station; bench: Bench } = $props();

  const materials = useMaterials(
    () => bench.build,
    () => JSON.stringify(station.build?.schools ?? {}),
  );
  let failed = $state('');

  async function book() {
    failed = '';
    try {
      await ask(
        client.PUT('/api/workshop/builds/{build}/cuts/{key}', {
          params: { path: { build: bench.build, key: crypto.randomUUID() } },
        }),
      );
    } catch (error) {
      failed = error instanceof ApiError ? error.message : String(error);
    }
    void renew();
  }
</script>

<section class="paper p-4" aria-label="Cut and buy">
  <Loading query={materials} waiting="Looking for the fewest cuts…">
    {#snippet children(found)}
      <div class="mb-3 flex flex-wrap items-center justify-between gap-2">
        <p class="quiet max-w-prose">
          Tubes and sheets come from <a class="link" href={p('/stores/raw')}>what lies in your stores</a>;
          what is not there is on the list.
        </p>
        <a class="btn btn-sm btn-primary" href={p('/rockets/:id/build/print', { params: { id } })}
          >Print lists and step sheets</a
        >
      </div>
      <div class="grid grid-cols-1 gap-6 xl:grid-cols-2">
        <div>
          <h3 class="mb-1 text-lg font-bold">Cut list</h3>
          {#each found.cuts as group, i (i)}<CutBars {group} />{:else}
            <p class="quiet">A kit’s tubes are cut already.</p>
          {/each}
          {#if found.cuts.length}
            {#if found.booked}<p class="text-success">✓ Cut and booked: the offcuts lie in your stores.</p>
            {:else}<button class="btn btn-sm" onclick={book}>I have cut these: book them</button>{/if}
            {#if failed}<p class="text-error" role="alert">{failed}</p>{/if}
          {/if}
          {#if found.nests.length}
            <h3 class="mt-4 mb-1 text-lg font-bold">Fins on sheets</h3>
            <ul>
              {#each found.nests as nest, i (i)}<li>
                  <b class="first-letter:uppercase">{nest.name}</b>: {nest.said}{nest.own
                    ? ' From your stores.'
                    : ''}
                </li>{/each}
            </ul>
          {/if}
        </div>
        <div>
          <h3 class="mb-1 text-lg font-bold">Shopping list</h3>
          <table class="w-full text-sm">
            <tbody>
              {#each found.needs as need, i (i)}
                <tr class="border-base-300 border-b align-baseline">
                  <td class="py-1 pr-2 first-letter:uppercase">{need.what}</td>
                  <td class="quiet py-1 pr-2">{need.wanted}</td>
                  <td class="py-1 font-semibold"
                    >{#if need.buy}{need.buy}{:else}<span class="text-success">✓ {need.have}</span>{/if}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
      </div>
    {/snippet}
  </Loading>
</section>
