<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { laidOut, likely } from '../../drawing/laidOut';

  let { group }: { group: Schemas['CutGroupOut'] } = $props();

  let width = $state(likely(480));
  const longest = $derived(Math.max(...group.bars.map((b) => b.length_m)));
  const scale = $derived((width - 4) / longest);
  /** Pieces with where they begin. */
  function laid(bar: Schemas['CutBarOut']) {
    let at = 0;
    return bar.pieces.map((piece) => {
      const begins = at;
      at += piece.length_m;
      return { ...piece, begins };
    });
  }
</script>

<div class="mb-3 min-w-0 overflow-hidden" {@attach laidOut((w) => (width = w))}>
  <p class="font-semibold">{group.name}{group.proven ? '' : ' (a good plan, not proven best)'}</p>
  {#each group.bars as bar, i (i)}
    <svg {width} height="34" role="img" aria-label={group.sentences[i] ?? bar.name} class="block">
      <rect
        x="1"
        y="2"
        width={bar.length_m * scale}
        height="28"
        class="fill-base-200 stroke-base-content/60"
      />
      {#each laid(bar) as piece (piece.name)}
        <rect
          x={1 + piece.begins * scale}
          y="2"
          width={piece.length_m * scale}
          height="28"
          class="fill-accent stroke-base-content"
        />
        {#if piece.length_m * scale > 54}
          <text
            x={1 + (piece.begins + piece.length_m / 2) * scale}
            y="20"
            text-anchor="middle"
            class="fill-accent-content text-[12px]">{piece.said}</text
          >
        {/if}
      {/each}
      {#if bar.kept && bar.left_m * scale > 60}
        <text
          x={1 + (bar.length_m - bar.left_m / 2) * scale}
          y="20"
          text-anchor="middle"
          class="fill-base-content text-[12px]">{bar.left} left</text
        >
      {/if}
    </svg>
  {/each}
  <ul class="quiet text-sm">
    {#each group.sentences as line, i (i)}<li>{line}</li>{/each}
  </ul>
</div>
