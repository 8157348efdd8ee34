<script lang="ts">
  import { ask, client } from '../api/client';
  import { useStock } from '../api/queries';
  import { throwOut } from '../kit/bin';
  import { count } from '../api/format';
  import Loading from '../kit/Loading.svelte';
  import PassOn from '../kit/PassOn.svelte';
  import KitParts from './KitParts.svelte';
  import StoresTabs from './StoresTabs.svelte';

  const stock = useStock();
  let kind = $state('');
  let find = $state('');

  function out(key: string, name: string) {
    const path = { params: { path: { key: key.replace('own:', '') } } };
    return throwOut({
      says: `${name} is in the bin.`,
      away: () => ask(client.DELETE('/api/stores/parts/{key}', path)),
      back: () => ask(client.POST('/api/stores/parts/{key}/restore', path)),
    });
  }
</script>

<svelte:head><title>Parts · Wobbly Fin</title></svelte:head>

<StoresTabs />
<Loading query={stock}>
  {#snippet children(all)}
    {@const kinds = [...new Set(all.map((s) => s.kind))]}
    {@const wanted = find.toLowerCase()}
    {@const shown = all.filter(
      (s) =>
        (!kind || s.kind === kind) &&
        `${s.name} ${s.supplier} ${s.material ?? ''}`.toLowerCase().includes(wanted),
    )}
    <div class="grid grid-cols-1 gap-3 lg:grid-cols-[320px_1fr]">
      <div class="paper order-last grid gap-4 p-3 lg:order-first lg:sticky lg:top-3 lg:self-start">
        <KitParts />
        <PassOn
          what="parts"
          why="One measures a maker’s tubes, and the whole club has them."
          from={all.some((s) => s.key.startsWith('own:')) ? '/api/stores/parts.json' : ''}
          to="/api/stores/parts/import"
          said={(found) =>
            `${count(found['taken']?.length ?? 0, 'part')} new, ${found['there']?.length ?? 0} there before.`}
        />
      </div>
      <section class="paper p-3" aria-label="Parts on the shelf">
        <div class="mb-2 flex flex-wrap items-center gap-2">
          <input
            class="input input-sm w-40"
            placeholder="find a part"
            aria-label="Find a part"
            bind:value={find}
          />
          <div class="flex flex-wrap gap-1">
            <button
              class={['btn btn-xs', kind === '' && 'btn-neutral']}
              aria-pressed={kind === ''}
              onclick={() => (kind = '')}>all</button
            >
            {#each kinds as k (k)}
              <button
                class={['btn btn-xs', kind === k && 'btn-neutral']}
                aria-pressed={kind === k}
                onclick={() => (kind = kind === k ? '' : k)}>{k}</button
              >
            {/each}
          </div>
          <span class="quiet ml-auto text-sm">{shown.length} of {all.length}</span>
        </div>
        <ul class="grid grid-cols-1 gap-x-6 md:grid-cols-2">
          {#each shown as item (item.key)}
            <li class="border-base-300 flex items-baseline gap-3 border-b py-1.5">
              <span class="min-w-0 flex-1">
                <b>{item.name}</b> <span class="quiet text-sm">{item.kind}</span>
                {#if !item.key.startsWith('own:')}<span class="stamp-practice">practice</span>{/if}
                <span class="block text-sm"
                  >{item.said
                    .map(([label, value]) => `${label?.toLowerCase()} ${value}`)
                    .join(', ')}{item.material ? `, ${item.material}` : ''}</span
                >
              </span>
              {#if item.key.startsWith('own:')}
                <button class="link text-sm" onclick={() => out(item.key, item.name)}>bin</button>
              {/if}
            </li>
          {:else}
            <li class="quiet py-4">
              {all.length
                ? 'Nothing on the shelf goes by that.'
                : 'No parts of yours yet: write a kit’s list, take in a file, or keep one from a rocket’s Shape page.'}
            </li>
          {/each}
        </ul>
        <p class="quiet mt-3 text-sm">
          Keep one of a rocket’s parts from its Shape page: touch it, “Keep one in stores”.
        </p>
      </section>
    </div>
  {/snippet}
</Loading>
