<script lang="ts">
  import { boxes, type BoxTexts } from '../../hangar/boxes';

  interface Props {
    mine: BoxTexts;
    theirs: BoxTexts;
    onmine: () => void;
    ontheirs: () => void;
  }
  let { mine, theirs, onmine, ontheirs }: Props = $props();

  const differing = $derived(boxes.flatMap((g) => g.boxes).filter((b) => mine[b.name] !== theirs[b.name]));
</script>

<section class="paper border-warning mb-3 border-2 p-5" role="alert">
  <h2 class="mb-2 text-lg font-bold">Changed elsewhere meanwhile</h2>
  <table class="mb-3">
    <thead
      ><tr
        ><th><span class="sr-only">figure</span></th><th class="px-4 text-left">here</th><th
          class="px-4 text-left">there</th
        ></tr
      ></thead
    >
    <tbody>
      {#each differing as box (box.name)}
        <tr>
          <th class="text-left font-normal" scope="row">{box.label}</th>
          <td class="px-4">{mine[box.name] || '–'}</td>
          <td class="px-4">{theirs[box.name] || '–'}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  <div class="flex gap-2">
    <button class="btn btn-primary btn-sm" onclick={onmine}>Keep what is here</button>
    <button class="btn btn-sm" onclick={ontheirs}>Take what is there</button>
  </div>
</section>
