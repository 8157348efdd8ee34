<script lang="ts">
  import { fixed } from '../../api/format';
  import type { MotorVerdict } from '../../api/queries';
  import Verdict from '../../kit/Verdict.svelte';
  import type { Choice } from './choice.svelte';
  import CoastLine from './CoastLine.svelte';
  import TestList from './TestList.svelte';

  let { motor, choice, mostCoast }: { motor: MotorVerdict; choice: Choice; mostCoast: number } = $props();

  /** The tests of each motor are written out when somebody asks. */
  let open = $state(false);
  const best = $derived(motor.delays[0]);
  const chosen = $derived(choice.motor?.key === motor.key);
  const pinned = $derived(choice.pinned.includes(motor.key));
  const shownDelay = $derived((chosen ? choice.sold : undefined) ?? best);
</script>

<article class={['border-base-300 border-b px-3 py-2', chosen && 'bg-base-200 border-l-primary border-l-4']}>
  <div class="flex items-start gap-2">
    <button
      class="flex min-w-0 flex-1 items-baseline gap-2 text-left hover:underline"
      aria-pressed={chosen}
      onclick={() => choice.choose(motor, best?.delay_s ?? null)}
    >
      <span class="font-display shrink-0 text-lg leading-tight font-bold whitespace-nowrap"
        >{shownDelay?.label}</span
      >
      <span class="quiet truncate text-sm"
        >{#if motor.practice}<span class="stamp-practice">practice</span>{/if}
        {[
          motor.in_box ? `${motor.in_box} in the box` : motor.own ? 'yours, none in the box' : '',
          motor.maker,
        ]
          .filter(Boolean)
          .join(' · ')}</span
      ><span class="sr-only">: {motor.verdict}</span>
    </button>
    <span class="font-semibold whitespace-nowrap">{motor.said.apogee ?? '–'}</span>
    <Verdict verdict={motor.verdict} />
    <button
      class={['btn btn-xs', pinned && 'btn-secondary']}
      aria-pressed={pinned}
      aria-label={`${pinned ? 'pinned: take' : 'pin'} ${motor.name} ${pinned ? 'off again' : 'for comparing'}`}
      onclick={() => choice.togglePin(motor.key)}>{pinned ? 'pinned' : 'pin'}</button
    >
  </div>
  {#if motor.optimum_delay_s !== null && best?.delay_s !== null}
    <CoastLine
      {motor}
      most={mostCoast}
      chosenDelay={chosen ? choice.delay : (best?.delay_s ?? null)}
      onchoose={(d) => choice.choose(motor, d)}
    />
  {/if}
  {#if shownDelay?.why_not}<p class="text-sm">{shownDelay.why_not}</p>{/if}
  {#if shownDelay}
    <div class="flex items-start gap-2 text-sm">
      <details class="flex-1" bind:open>
        <summary class="link quiet cursor-pointer list-none">all {shownDelay.tests.length} tests</summary>
        {#if open}<TestList tests={shownDelay.tests} />{/if}
      </details>
      {#if motor.cost !== null}<span class="quiet">{fixed(motor.cost, 2)} a flight</span>{/if}
    </div>
  {/if}
</article>
