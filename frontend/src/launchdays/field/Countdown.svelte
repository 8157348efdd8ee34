<script lang="ts">
  import HeadsUp from './HeadsUp.svelte';
  import { sound, switchSound, tone } from './sound.svelte';

  interface Props {
    onlaunched: () => void;
    ontell: () => void;
    onback: () => void;
    /** How long nobody goes near after a misfire. [s] */
    wait: number;
  }
  let { onlaunched, ontell, onback, wait }: Props = $props();

  let count = $state(5);
  let running = $state(false);
  let gone = $state(false);
  let waits = $state(0);

  $effect(() => {
    if (!running) return;
    const timer = setInterval(() => {
      if (count > 0) count -= 1;
      tone(count ? 700 : 1100, count ? 0.12 : 0.6);
      if (count === 0) running = false;
    }, 1000);
    return () => clearInterval(timer);
  });
  $effect(() => {
    if (waits <= 0) return;
    const timer = setTimeout(() => (waits -= 1), 1000);
    return () => clearTimeout(timer);
  });
  function hold() {
    running = false;
    count = 5;
  }
  function launched() {
    gone = true;
    onlaunched();
  }
</script>

<div class="mt-2 text-center">
  {#if waits > 0}
    <p class="text-error text-xl font-bold">Misfire: key out. Nobody walks.</p>
    <p class="font-display text-8xl font-bold tabular-nums" role="timer">{waits}</p>
    <p>Then one person goes.</p>
  {:else if gone}
    <p class="font-display text-6xl font-bold">Up it goes</p>
    <p class="mt-2 text-lg">Heads up! Point at it, all the way down. Never catch one.</p>
    <button class="btn btn-primary mt-4 min-h-14 w-full text-lg" onclick={ontell}>What happened</button>
  {:else}
    <p
      class="font-display text-[9rem] leading-none font-bold tabular-nums"
      role="timer"
      aria-live="assertive"
    >
      {count}
    </p>
    <div class="mt-3 grid grid-cols-2 gap-2">
      <button class="btn min-h-14 text-lg" onclick={hold}>Hold</button>
      {#if running || count === 0}
        <button class="btn btn-primary min-h-14 text-lg" onclick={launched}>It flies</button>
      {:else}
        <button class="btn btn-primary min-h-14 text-lg" onclick={() => (running = true)}>Count</button>
      {/if}
      <button
        class="btn min-h-14"
        onclick={() => {
          hold();
          waits = wait;
        }}>It does not go</button
      >
      <button class="btn min-h-14" onclick={onback}>Back to the list</button>
    </div>
    <button class="btn btn-sm mt-3" aria-pressed={sound.on} onclick={switchSound}
      >Sound: {sound.on ? 'on' : 'off'}</button
    >
  {/if}
  {#if waits <= 0}<HeadsUp />{/if}
</div>
