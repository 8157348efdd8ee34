<script lang="ts">
  import type { PlanLine } from '../api/launchdays';
  import { p } from '../router';
  import Said from '../kit/Said.svelte';
  import { rulings } from '../kit/rulings';
  import Needs from '../stations/Needs.svelte';

  interface Props {
    line: PlanLine;
    busy: boolean;
    pointed: boolean;
    ontake: () => void;
    ondrop: () => void;
    onpoint: (on: boolean) => void;
  }
  let { line, busy, pointed, ontake, ondrop, onpoint }: Props = $props();

  const look = $derived(rulings[line.verdict]);
  const here = $derived(['delay', 'tilt', 'hour'].includes(line.change_kind));
</script>

<article
  class={['paper p-3', pointed && 'outline-info outline-2']}
  onpointerenter={() => onpoint(true)}
  onpointerleave={() => onpoint(false)}
>
  <div class="flex flex-wrap items-baseline gap-x-3">
    <span class="tape font-semibold tabular-nums">{line.placed ? line.at : 'no hour'}</span>
    <a
      class="font-display text-lg font-bold hover:underline"
      href={p('/rockets/:id/motor', { params: { id: line.rocket_id } })}>{line.rocket}</a
    >
    <span class="font-semibold">{line.label}</span>
    {#if line.tilt_deg}<span class="quiet">rod {line.tilt_deg}° into the wind</span>{/if}
    <span class={['ml-auto font-bold whitespace-nowrap', look[2]]}
      ><span aria-hidden="true">{look[0]}</span> {line.done ? 'flown' : look[1]}</span
    >
  </div>
  <p class="mt-1"><Said text={line.say} /></p>
  {#if line.needs.length && !line.done}
    <p class="mt-1 flex flex-wrap items-baseline gap-x-3 gap-y-1">
      <Needs needs={line.needs} rocket={line.rocket_id} />
    </p>
  {/if}
  {#if line.since}<p class="text-warning mt-1 text-sm">! <Said text={line.since} /></p>{/if}
  <div class="mt-1 flex flex-wrap items-start gap-2">
    <details class="min-w-0 flex-1">
      <summary class="link quiet cursor-pointer text-sm">{line.reasons.length} to know</summary>
      <ul class="mt-1 text-sm">
        {#each line.reasons as r, i (i)}
          <li>
            <b class={r.fails ? 'text-error' : r.open ? 'text-warning' : ''} aria-hidden="true"
              >{r.fails ? '✕' : r.open ? '?' : '·'}</b
            >
            <Said text={r.say} />
          </li>
        {/each}
      </ul>
    </details>
    {#if line.verdict === 'go_with' && here}
      <button class="btn btn-sm btn-primary" disabled={busy} onclick={ontake}
        >{line.change.replace(/\.$/, '')}: do it</button
      >
    {:else if line.change_kind === 'canopy'}
      <a class="btn btn-sm" href={p('/rockets/:id/recovery', { params: { id: line.rocket_id } })}
        >To its canopies</a
      >
    {/if}
    <button
      class="btn btn-sm btn-ghost"
      disabled={busy}
      aria-label={`Remove ${line.rocket} with ${line.label}`}
      onclick={ondrop}>Remove</button
    >
  </div>
</article>
