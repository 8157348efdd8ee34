<script lang="ts">
  import type { Schemas } from '../api/client';
  import ShareDialog from './ShareDialog.svelte';

  interface Props {
    of: Omit<Schemas['ShareIn'], 'days'>;
    what: string;
    class?: string;
  }
  let { of, what, class: looks = 'btn' }: Props = $props();

  let open = $state(false);
</script>

<button class={looks} onclick={() => (open = true)}>Share</button>
{#if open}<ShareDialog {of} {what} onclose={() => (open = false)} />{/if}
