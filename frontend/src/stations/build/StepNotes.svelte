<script lang="ts">
  import { moment } from '../../api/format';
  import type { Station, Step } from '../../api/workshop';
  import { notify } from '../../kit/notices.svelte';
  import type { Bench } from './bench.svelte';

  let { station, step, bench }: { station: Station; step: Step; bench: Bench } = $props();

  const uid = $props.id();
  const photos = $derived(station.photos.filter((x) => x.step === step.key));
  let remark = $state('');

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    if (remark.trim() && (await bench.remark(step.key, remark))) remark = '';
  }
  async function send(input: HTMLInputElement) {
    const file = input.files?.[0];
    if (file) await bench.photo(step, file);
    input.value = '';
  }
  async function drop(key: string) {
    if (await bench.dropPhoto(key))
      notify('The photo is in the bin.', { undo: async () => void (await bench.restorePhoto(key)) });
  }
</script>

<div class="mt-3 flex flex-wrap items-start gap-3">
  <form class="flex min-w-64 flex-1 gap-1" onsubmit={keep}>
    <label class="sr-only" for={`${uid}-remark`}>Remark</label>
    <input
      id={`${uid}-remark`}
      class="input input-sm w-full"
      bind:value={remark}
      placeholder="a remark for the diary"
      maxlength="2000"
    />
    <button class="btn btn-sm" disabled={!remark.trim()}>Keep</button>
  </form>
  <label class="btn btn-sm">
    Photo
    <input
      type="file"
      accept="image/*"
      capture="environment"
      class="sr-only"
      onchange={(e) => send(e.currentTarget)}
    />
  </label>
</div>
{#if step.remarks.length}
  <ul class="mt-2 list-disc pl-5 text-sm">
    {#each step.remarks as text, i (i)}<li>{text}</li>{/each}
  </ul>
{/if}
{#if photos.length}
  <ul class="mt-2 flex flex-wrap gap-2">
    {#each photos as photo (photo.id)}
      <li class="relative">
        <a href={`/api/workshop/photos/${photo.id}`} target="_blank" rel="noreferrer">
          <img
            src={`/api/workshop/photos/${photo.id}`}
            alt={`${photo.title}, ${moment(photo.at)}`}
            class="border-base-300 h-24 border object-cover"
          />
        </a>
        <button
          class="btn btn-xs absolute top-1 right-1"
          aria-label="Throw this photo away"
          onclick={() => drop(photo.id)}>✕</button
        >
      </li>
    {/each}
  </ul>
{/if}
