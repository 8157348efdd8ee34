<script lang="ts">
  import { useReadiness, type Rocket } from '../api/queries';
  import Verdict from '../kit/Verdict.svelte';

  /** What stands between a rocket and the pad: its verdict today, never that it has flown before. */
  let { rocket }: { rocket: Rocket } = $props();

  const ready = useReadiness(
    () => rocket.id,
    () => '',
    () => null,
    () => true,
  );
</script>

{#if ready.data}
  <span class="flex w-full flex-col items-center text-sm leading-tight" title={ready.data.say}
    ><Verdict verdict={ready.data.verdict} small /><span class="max-w-full truncate"
      >{ready.data.label || 'no motor'}</span
    ></span
  >
{:else}
  <span class="text-sm leading-tight font-semibold">{rocket.waits_for}</span>
{/if}
