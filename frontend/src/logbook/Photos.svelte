<script lang="ts">
  import { ApiError } from '../api/client';
  import type { Desk, Page } from '../api/logbook';
  import { throwOut } from '../kit/bin';

  let { page, desk }: { page: Page; desk: Desk } = $props();

  let refused = $state('');

  async function take(input: HTMLInputElement) {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    try {
      await desk.photo(file, '');
      refused = '';
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error.message;
    }
  }
  const drop = (key: string) =>
    throwOut({
      says: 'The photo is in the bin.',
      away: () => desk.dropPhoto(key),
      back: () => desk.restorePhoto(key),
    });
</script>

<section class="paper p-4" aria-label="Photos">
  <div class="flex items-center justify-between">
    <h2 class="text-lg font-bold">Photos</h2>
    <label class="btn btn-sm no-print">
      Add one
      <input
        type="file"
        accept="image/*"
        capture="environment"
        class="sr-only"
        aria-label="Photo of this flight"
        onchange={(e) => take(e.currentTarget)}
      />
    </label>
  </div>
  {#if refused}<p class="text-error text-sm" role="alert">✕ {refused}</p>{/if}
  <ul class="mt-1 flex flex-wrap gap-2">
    {#each page.photos as photo (photo.id)}
      <li class="relative">
        <a href={photo.url} target="_blank" rel="noreferrer"
          ><img
            src={photo.url}
            alt={photo.title || 'Photo of this flight'}
            class="border-base-300 h-24 border object-cover"
          /></a
        >
        <button
          class="btn btn-xs no-print absolute top-0 right-0"
          aria-label="Throw this photo away"
          onclick={() => drop(photo.id)}>✕</button
        >
      </li>
    {:else}<li class="quiet text-sm">None. Before flight a photograph helps to find it again.</li>{/each}
  </ul>
</section>
