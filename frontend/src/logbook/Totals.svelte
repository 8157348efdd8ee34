<script lang="ts">
  import type { Schemas } from '../api/client';
  import { count } from '../api/format';
  import Term from '../kit/Term.svelte';

  let { totals }: { totals: Schemas['TotalsOut'] } = $props();
</script>

<p class="paper flex flex-wrap gap-x-6 gap-y-1 px-4 py-2">
  <span><b>{count(totals.flights, 'flight')}</b></span>
  <span><b>{totals.successes}</b> <Term of="fit_to_fly">came back fit to fly</Term></span>
  {#if totals.said.miss}<span
      ><Term of="miss">forecast off by</Term> <b>{totals.said.miss}</b> on average</span
    >{/if}
  {#if totals.flights}<span>{totals.said.impulse} <Term of="burnt">burnt</Term></span>{/if}
</p>
