<script lang="ts">
  import { route } from '../../router';
  import RocketFrame from '../RocketFrame.svelte';
  import ShapeForm from './ShapeForm.svelte';

  const id = $derived(String(route.params.id ?? ''));
</script>

<RocketFrame {id} station="shape">
  {#snippet work(rocket)}
    {#key rocket.id}<ShapeForm {rocket} />{/key}
  {/snippet}
</RocketFrame>
