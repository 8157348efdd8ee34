<script lang="ts">
  import type { Logged } from '../api/queries';

  let { flight }: { flight: Logged } = $props();

  const most = 0.3;
  const off = $derived(flight.off_fraction);
  const at = $derived(off === null ? 0 : Math.max(-1, Math.min(1, off / most)));
</script>

<span class="inline-flex items-center gap-x-2 max-md:flex-wrap">
  <span>{flight.said.forecast ?? '–'} → <b>{flight.said.height ?? 'not measured'}</b></span>
  {#if off !== null}
    <svg viewBox="-40 -7 80 14" class="h-3.5 w-20" aria-hidden="true">
      <line x1="-40" x2="40" y1="0" y2="0" class="stroke-base-content/40" />
      <line x1="0" x2="0" y1="-6" y2="6" class="stroke-base-content" />
      <circle
        cx={at * 36}
        cy="0"
        r="4.5"
        class={flight.off_within_reading ? 'fill-success' : 'fill-warning'}
      />
    </svg>
    <span class="quiet text-sm">{flight.said.off}</span>
  {/if}
</span>
