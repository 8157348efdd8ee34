<script lang="ts">
  import type { Review } from '../../api/logbook';
  import Causes from './Causes.svelte';
  import Chain from './Chain.svelte';
  import Decisions from './Decisions.svelte';
  import { ReviewDesk } from './desk.svelte';
  import Evidence from './Evidence.svelte';
  import PartMarks from './PartMarks.svelte';

  let { review, id }: { review: Review; id: string } = $props();

  // svelte-ignore state_referenced_locally
  const desk = new ReviewDesk(id, review);
</script>

<PartMarks {review} {desk} />
{#if desk.refused}<p class="text-error paper mb-2 px-4 py-2" role="alert">✕ {desk.refused.message}</p>{/if}
<div class="grid grid-cols-1 gap-2 lg:grid-cols-[280px_minmax(0,1fr)_380px]">
  <Evidence {review} {desk} />
  <Causes {review} {desk} />
  <div class="grid content-start gap-2">
    <Chain {review} {desk} />
    <Decisions {review} {desk} />
  </div>
</div>
