<script lang="ts">
  import type { Schemas } from '../../api/client';
  import AirframeDrawing from '../../drawing/AirframeDrawing.svelte';
  import { laidOut, likely } from '../../drawing/laidOut';
  import Verdict from '../../kit/Verdict.svelte';

  interface Props {
    rocket: Schemas['BegunOut'];
    kinds: string[];
    /** Of the longest on show [m]: all are drawn to one scale. */
    longestM: number;
    chosen: boolean;
    onchoose: () => void;
    /** Its number among those on show; none: it is the only one. */
    number?: number;
  }
  let { rocket, kinds, longestM, chosen, onchoose, number }: Props = $props();

  let width = $state(likely(760));
  const pad = 8;
  const reach = $derived(
    Math.max(
      rocket.diameter_m / 2,
      ...rocket.drawn.flatMap((d) => d.profile.map(([, y]) => Math.abs(y ?? 0))),
    ),
  );
  const scale = $derived(Math.min((width - 2 * pad - 24) / longestM, 130 / (2 * reach)));
  const figures = $derived(
    [
      ['Motor', rocket.said['motor']],
      ['Height', rocket.said['height']],
      ['Balance', rocket.said['margin'] && `${rocket.said['margin']} cal`],
      ['Lands at', rocket.said['landing']],
      ['Weighs', rocket.said['mass']],
      ['Work', rocket.said['hours']],
      ['Costs', rocket.said['price']],
    ].filter(([, value]) => value),
  );
</script>

<article
  class={['paper relative p-3', chosen && 'ring-primary ring-2']}
  aria-label={String(rocket.document['name'])}
>
  <button class="absolute inset-0 cursor-pointer" aria-pressed={chosen} onclick={onchoose}>
    <span class="sr-only">Look at this one</span>
  </button>
  <div class="flex flex-wrap items-center gap-2">
    {#if number}<span class="font-bold tabular-nums">{number}</span>{/if}
    <Verdict verdict={rocket.verdict} small />
    {#each kinds as kind (kind)}<span class="tape text-sm">{kind}</span>{/each}
    {#if rocket.practice}<span class="quiet text-sm">invented motor</span>{/if}
  </div>
  <div class="my-2 w-full min-w-0" {@attach laidOut((w) => (width = w))}>
    <svg
      width={longestM * scale + 2 * pad}
      height={2 * reach * scale + 2 * pad}
      viewBox={`${-pad} ${-reach * scale - pad} ${longestM * scale + 2 * pad} ${2 * reach * scale + 2 * pad}`}
      role="img"
      aria-label={`Drawn to scale: ${rocket.said['length']} long`}
      class="max-w-full overflow-visible"
    >
      <AirframeDrawing drawn={rocket.drawn} {scale} />
    </svg>
  </div>
  <dl class="flex flex-wrap gap-x-5 gap-y-1">
    {#each figures as [name, value] (name)}
      <div>
        <dt class="quiet text-xs">{name}</dt>
        <dd class="font-semibold tabular-nums">{value}</dd>
      </div>
    {/each}
  </dl>
</article>
