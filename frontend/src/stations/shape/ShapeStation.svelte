<script lang="ts">
  import type { Rocket } from '../../api/queries';
  import { route } from '../../router';
  import RocketFrame from '../RocketFrame.svelte';
  import AirframeBench from './AirframeBench.svelte';
  import BalanceHead from './BalanceHead.svelte';
  import ShapeForm from './ShapeForm.svelte';

  const id = $derived(String(route.params.id ?? ''));
</script>

{#snippet head(rocket: Rocket)}
  <BalanceHead id={rocket.id} />
{/snippet}

<RocketFrame {id} station="shape" {head}>
  {#snippet work(rocket)}
    {#key `${rocket.id}${rocket.quick}`}
      {#if rocket.quick}<ShapeForm {rocket} />{:else}<AirframeBench id={rocket.id} />{/if}
    {/key}
  {/snippet}
</RocketFrame>
