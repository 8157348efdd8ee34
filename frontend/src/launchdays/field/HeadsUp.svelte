<script lang="ts">
  import { tone } from './sound.svelte';

  let shouting = $state(false);

  function shout() {
    shouting = true;
    if ('vibrate' in navigator) navigator.vibrate([400, 150, 400, 150, 400]);
  }
  $effect(() => {
    if (!shouting) return;
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

<button class="btn btn-error mt-3 min-h-14 w-full text-lg font-bold" onclick={shout}>Heads up!</button>
{#if shouting}
  <button
    class="bg-error text-error-content fixed inset-0 z-50 flex flex-col items-center justify-center gap-4 p-6 text-center"
    onclick={() => (shouting = false)}
  >
    <span class="font-display text-7xl leading-none font-bold" role="alert">Heads up!</span>
    <span class="text-xl"
      >Everybody on their feet, looking up. Point at it. Out from under it; nobody catches it.</span
    >
    <span class="text-lg underline">It is down: close this</span>
  </button>
{/if}
