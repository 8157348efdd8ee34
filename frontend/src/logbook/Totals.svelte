<script lang="ts">
  import type { Schemas } from '../api/client';
  import { count } from '../api/format';

  let { totals }: { totals: Schemas['TotalsOut'] } = $props();
</script>

<p class="paper flex flex-wrap gap-x-6 gap-y-1 px-4 py-2">
  <span><b>{count(totals.flights, 'flight')}</b></span>
  <span><b>{totals.successes}</b> came back fit to fly</span>
  {#if totals.said.miss}<span>forecast off by <b>{totals.said.miss}</b> on average</span>{/if}
  {#if totals.flights}<span>{totals.said.impulse} burnt</span>{/if}
</p>
