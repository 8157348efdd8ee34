<script lang="ts">
  import type { Station } from '../../api/workshop';
  import type { Bench } from './bench.svelte';

  /** What broke, and the short plan that mends it. */
  let {
    id,
    station,
    bench,
    first = false,
  }: { id: string; station: Station; bench: Bench; first?: boolean } = $props();

  let damage = $state('fin_off');
</script>

<label class="min-w-56">
  <span class="sr-only">What broke</span>
  <select class="select w-full" bind:value={damage}>
    {#each station.options.damages as d (d.key)}<option value={d.key}>{d.label}</option>{/each}
  </select>
</label>
<button
  class={['btn', first && 'btn-primary']}
  disabled={bench.change.isPending}
  onclick={() => bench.begin(id, 'repair', damage)}>Plan the repair</button
>
