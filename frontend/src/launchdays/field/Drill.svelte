<script lang="ts">
  import type { Pack } from '../../api/launchdays';

  type Drill = Pack['lines'][number]['drills'][number];
  let { drills, first, onclose }: { drills: readonly Drill[]; first?: string; onclose: () => void } =
    $props();

  let key = $state('');
  const drill = $derived(drills.find((d) => d.key === (key || first)));
  let at = $state(0);
  const step = $derived(drill?.steps[at]);
  let until = $state(0);
  let now = $state(Date.now());
  const left = $derived(Math.max(0, Math.ceil((until - now) / 1000)));

  $effect(() => {
    if (!until) return;
    const timer = setInterval(() => (now = Date.now()), 250);
    return () => clearInterval(timer);
  });
  /** Over everything else, which cannot be reached meanwhile. */
  const over = (dialog: HTMLDialogElement) => dialog.showModal();
  function go(to: number) {
    at = to;
    const wait = drill?.steps[to]?.wait_s ?? 0;
    now = Date.now();
    until = wait ? now + wait * 1000 : 0;
  }
</script>

<dialog
  {@attach over}
  oncancel={onclose}
  class="bg-base-100 text-base-content fixed inset-0 m-0 flex h-full max-h-none w-full max-w-none flex-col overflow-y-auto p-4"
  aria-label={drill?.name ?? 'What is wrong?'}
>
  {#if !drill}
    <h2 class="text-2xl font-bold">What is wrong?</h2>
    <div class="mt-3 grid gap-2">
      {#each drills as d (d.key)}
        <button
          class="btn h-auto min-h-16 py-2 text-lg"
          onclick={() => {
            key = d.key;
            at = 0;
          }}>{d.name}</button
        >
      {/each}
    </div>
    <button class="btn mt-auto min-h-14" onclick={onclose}>No trouble: back</button>
  {:else}
    <p class="text-error text-lg font-bold">{drill.name}</p>
    <p class="quiet tabular-nums">{Math.min(at + 1, drill.steps.length)} of {drill.steps.length}</p>
    {#if step}
      <p class="font-display mt-4 text-3xl leading-snug font-bold" role="alert">{step.text}</p>
      {#if step.hazard}<p class="mt-3 text-xl"><b class="text-error">Caution:</b> {step.hazard}</p>{/if}
      {#if left > 0}
        <p class="font-display mt-4 text-center text-8xl font-bold tabular-nums" role="timer">{left}</p>
      {/if}
      <div class="mt-auto flex gap-2 pt-4">
        <button class="btn min-h-16" onclick={() => (at ? go(at - 1) : onclose())}>Back</button>
        <button class="btn btn-primary min-h-16 flex-1 text-lg" disabled={left > 0} onclick={() => go(at + 1)}
          >{left > 0 ? 'Wait' : 'Done'}</button
        >
      </div>
    {:else}
      <p class="mt-4 text-2xl font-bold"><span class="text-success">✓</span> Every step is done.</p>
      <button class="btn btn-primary mt-auto min-h-16 text-lg" onclick={onclose}>Back to the list</button>
    {/if}
  {/if}
</dialog>
