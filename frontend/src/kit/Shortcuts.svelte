<script lang="ts">
  import { p } from '../router';
  import Dialog from './Dialog.svelte';

  let { onclose }: { onclose: () => void } = $props();

  const keys = [
    ['/ or Ctrl K', 'find a rocket, a motor, a page, an answer in the guide'],
    ['?', 'this sheet'],
    ['Tab, Enter', 'go to the next thing, use it'],
    ['← →', 'on the flight plot: shorter or longer delay by 0.1 s (with Shift 1 s)'],
    ['Ctrl Z, Ctrl Y', 'on a rocket’s Shape station: undo, redo'],
    ['Esc', 'close what is open'],
  ];
</script>

<Dialog title="Help" {onclose}>
  <p class="mb-3">
    <a class="btn btn-primary btn-sm" href={p('/guide')} onclick={onclose}>Open the guide</a>
    <span class="quiet">twelve short chapters, also without a network</span>
  </p>
  <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-2">
    {#each keys as [key, does] (key)}
      <dt><kbd class="kbd kbd-sm">{key}</kbd></dt>
      <dd>{does}</dd>
    {/each}
  </dl>
</Dialog>
