<script lang="ts">
  import type { Bar } from './gates';
  import HeadsUp from './HeadsUp.svelte';
  import { sound, switchSound, tone } from './sound.svelte';

  interface Props {
    /** What it waits for; empty: nothing. */
    bars: readonly Bar[];
    onbar: (key: string) => void;
    onlaunched: () => void;
    ontell: () => void;
    onmisfire: () => void;
    onback: () => void;
  }
  let { bars, onbar, onlaunched, ontell, onmisfire, onback }: Props = $props();

  let count = $state(5);
  let running = $state(false);
  let gone = $state(false);
  const barred = $derived(bars.length > 0);

  $effect(() => {
    // What comes to stand against it while it runs stops it.
    if (barred) hold();
  });
  $effect(() => {
    if (!running) return;
    const timer = setInterval(() => {
      if (count > 0) count -= 1;
      tone(count ? 700 : 1100, count ? 0.12 : 0.6);
      if (count === 0) running = false;
    }, 1000);
    return () => clearInterval(timer);
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
  {#if gone}
    <p class="font-display text-6xl font-bold">Up it goes</p>
    <p class="mt-2 text-lg">Heads up! Point at it, all the way down. Never catch one.</p>
    <button class="btn btn-primary mt-4 min-h-14 w-full text-lg" onclick={ontell}>What happened</button>
  {:else if barred}
    <div class="text-left" role="alert">
      <p class="text-error text-xl font-bold">✕ No countdown yet.</p>
      <ul class="mt-2 grid gap-2">
        {#each bars as bar (bar.key + bar.say)}
          <li>
            {#if bar.key}<button
                class="btn h-auto min-h-12 w-full justify-start py-1 text-left"
                onclick={() => onbar(bar.key)}>{bar.say}</button
              >
            {:else}<span class="font-semibold">{bar.say}</span>{/if}
          </li>
        {/each}
      </ul>
    </div>
    <button class="btn mt-3 min-h-14 w-full" onclick={onback}>Back to the list</button>
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
          onmisfire();
        }}>It does not go</button
      >
      <button class="btn min-h-14" onclick={onback}>Back to the list</button>
    </div>
    <button class="btn btn-sm mt-3" aria-pressed={sound.on} onclick={switchSound}
      >Sound: {sound.on ? 'on' : 'off'}</button
    >
  {/if}
  <HeadsUp />
</div>
