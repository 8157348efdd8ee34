<script lang="ts">
  import type { Board } from '../../api/queries';
  import HowCome from '../../kit/HowCome.svelte';

  let { id, board }: { id: string; board: Board } = $props();
</script>

<div class="my-2 flex flex-wrap items-baseline gap-x-4" id={`headline-${id}`} aria-live="polite">
  <p class="font-display text-xl font-bold">{board.headline}</p>
  <HowCome about="the choice">
    <p class="mb-2">
      Every motor on the shelf that fits the mount was flown in this air with every delay it comes with, and
      each flight put to nine tests. First come those that pass all of them, and of those the one whose
      tightest test leaves most to spare. {board.not_fitting} motors do not fit the mount.
    </p>
    {#if board.thumb}<p class="mb-2">{board.thumb}</p>{/if}
    {#each board.printed as line (line)}<p class="mb-2">{line}</p>{/each}
    <p class="mb-2">{board.drag_note}</p>
    <p class="quiet">{board.conditions}</p>
    <p class="quiet mt-2">
      Advice only: the motor maker’s sheet, your local code and the range officer decide.
    </p>
  </HowCome>
  {#if board.caution}<p class="text-warning font-semibold" role="alert">⚠ {board.caution}</p>{/if}
</div>
