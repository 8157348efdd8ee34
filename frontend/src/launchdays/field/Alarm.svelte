<script lang="ts">
  import { tone } from './sound.svelte';

  /** Heads up, over the whole screen. `note`: who called it, or whom it reached. */
  let { note, onclose }: { note: string; onclose: () => void } = $props();

  $effect(() => {
    if ('vibrate' in navigator) navigator.vibrate([400, 150, 400, 150, 400]);
    let high = true;
    const again = () => {
      tone(high ? 1400 : 900, 0.35);
      high = !high;
    };
    again();
    const timer = setInterval(again, 400);
    return () => clearInterval(timer);
  });
</script>

<button
  class="bg-error text-error-content fixed inset-0 z-50 flex flex-col items-center justify-center gap-4 p-6 text-center"
  onclick={onclose}
>
  <span class="font-display text-7xl leading-none font-bold" role="alert">Heads up!</span>
  <span class="text-xl"
    >Everybody on their feet, looking up. Point at it. Out from under it; no one catches it.</span
  >
  {#if note}<span>{note}</span>{/if}
  <span class="text-lg underline">It is down: close this</span>
</button>
