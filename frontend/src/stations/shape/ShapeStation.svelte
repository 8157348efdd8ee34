<script lang="ts">
  import { route } from '../../router';
  import RocketFrame from '../RocketFrame.svelte';
  import AirframeBench from './AirframeBench.svelte';
  import { Bench } from './bench.svelte';
  import BalanceHead from './BalanceHead.svelte';
  import ShapeForm from './ShapeForm.svelte';

  const id = $derived(String(route.params.id ?? ''));
  const bench = $derived(new Bench(id));
</script>

{#snippet head()}
  <BalanceHead {bench} />
{/snippet}

<RocketFrame {id} station="shape" {head}>
  {#snippet work(rocket)}
    {#key `${rocket.id}${rocket.quick}`}
      {#if rocket.quick}<ShapeForm {rocket} />{:else}<AirframeBench {bench} />{/if}
    {/key}
  {/snippet}
</RocketFrame>
