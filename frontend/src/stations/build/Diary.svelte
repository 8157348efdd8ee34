<script lang="ts">
  import { moment } from '../../api/format';
  import type { Station } from '../../api/workshop';
  import type { Bench } from './bench.svelte';

  let { station, bench }: { station: Station; bench: Bench } = $props();

  const steps = $derived(
    station.steps
      .filter((s) => s.done_at || s.remarks.length || s.photos.length || s.weigh_in?.said)
      .sort((a, b) => (a.done_at ?? '9').localeCompare(b.done_at ?? '9')),
  );
</script>

<section class="paper p-4" aria-label="Diary">
  <div class="mb-2 flex flex-wrap items-baseline justify-between gap-2">
    <h3 class="text-lg font-bold">Build diary</h3>
    <a
      class="btn btn-sm"
      href={`/api/workshop/builds/${bench.build}/diary.pdf?zone=${encodeURIComponent(station.hours.zone)}`}
      download>As a PDF, with its photos</a
    >
  </div>
  <ol>
    {#each steps as s (s.key)}
      <li class="border-base-300 border-b py-2">
        <p>
          <span class="quiet text-sm">{s.done_at ? moment(s.done_at) : 'not done yet'}</span>
          <button class="font-semibold hover:underline" onclick={() => (bench.chosen = s.key)}
            >{s.title}</button
          >
          {#if s.spent}<span class="quiet text-sm">took {s.spent}</span>{/if}
        </p>
        {#if s.weigh_in?.said}<p class="text-sm">{s.weigh_in.said} {s.weigh_in.drift}</p>{/if}
        {#each s.remarks as remark, i (i)}<p class="text-sm">“{remark}”</p>{/each}
        {#if s.photos.length}
          <p class="mt-1 flex flex-wrap gap-2">
            {#each s.photos as photo (photo)}<img
                src={`/api/workshop/photos/${photo}`}
                alt={s.title}
                class="h-28 object-cover"
              />{/each}
          </p>
        {/if}
      </li>
    {:else}
      <li class="quiet">Nothing yet: what you tick, weigh, remark and photograph is written here.</li>
    {/each}
  </ol>
</section>
