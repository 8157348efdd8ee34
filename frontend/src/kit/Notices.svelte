<script lang="ts">
  import { dismiss, linger, notices } from './notices.svelte';

  async function takeBack(id: number, undo: () => void | Promise<void>) {
    dismiss(id);
    await undo();
  }
</script>

<svelte:window onkeydown={(event) => event.key === 'Tab' && linger()} />
<div
  class="no-print fixed right-4 bottom-4 z-40 flex flex-col gap-2"
  role="status"
  aria-live="polite"
  onpointermove={linger}
>
  {#each notices as notice (notice.id)}
    <div class="bg-neutral text-neutral-content flex max-w-md items-center gap-3 rounded px-4 py-3 shadow-lg">
      <span>{notice.danger ? '⚠ ' : ''}{notice.text}</span>
      {#if notice.undo}
        {@const undo = notice.undo}
        <button class="btn btn-sm" onclick={() => takeBack(notice.id, undo)}>Undo</button>
      {/if}
      <button
        class="btn btn-ghost btn-xs text-neutral-content hover:text-base-content"
        aria-label="Dismiss"
        onclick={() => dismiss(notice.id)}>✕</button
      >
    </div>
  {/each}
</div>
