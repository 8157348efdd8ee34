<script lang="ts">
  import type { Recovery } from '../../api/workshop';
  import { flagged, scales, type Frame } from './timeline';
  import { laidOut, likely } from '../../drawing/laidOut';

  let { found }: { found: Recovery } = $props();

  let width = $state(likely(520));
  const frame: Frame = $derived({ width, height: 170, left: 10, right: 60, top: 22, foot: 18 });
  const line = $derived(found.timeline);
  const s = $derived(scales(frame, line.time_s, line.altitude_m));
  const path = $derived(
    line.time_s.map((t, i) => `${i ? 'L' : 'M'} ${s.x(t)} ${s.y(line.altitude_m[i] ?? 0)}`).join(' '),
  );
  const marks = $derived(flagged(line.moments, s.x, s.y));
</script>

<section class="paper p-4" aria-label="What opens when">
  <h3 class="text-lg font-bold">What opens when, with {found.motor}</h3>
  {#if line.time_s.length < 2}
    <p class="quiet">
      It has not been flown: no motor that fits lifts it, or it never comes down in one piece.
    </p>
  {:else}
    <div class="w-full min-w-0 overflow-hidden" {@attach laidOut((w) => (width = w))}>
      <svg
        {width}
        height={frame.height}
        role="img"
        aria-label={`Height against time. ${line.moments.map((m) => m.said).join('. ')}`}
      >
        <line
          x1={frame.left}
          x2={width - 6}
          y1={s.y(0)}
          y2={s.y(0)}
          class="stroke-base-content/60"
          stroke-width="1.5"
        />
        <path d={path} class="stroke-info fill-none" stroke-width="2" />
        {#each marks as m (m.code)}
          <line
            x1={m.x}
            x2={m.x}
            y1={m.y}
            y2={s.y(0)}
            class="stroke-base-content/30"
            stroke-dasharray="2 3"
          />
          <circle
            cx={m.x}
            cy={m.y}
            r="4"
            class={[
              m.code === 'main' || m.code === 'first' ? 'fill-primary' : 'fill-base-100',
              'stroke-base-content',
            ]}
            stroke-width="1.5"
          />
          <text x={m.x + 7} y={m.labelY + 4} class="fill-base-content text-[12px]">{m.word}</text>
        {/each}
      </svg>
    </div>
    <ol class="grid grid-cols-1 gap-x-4 text-sm sm:grid-cols-2">
      {#each line.moments as m (m.code)}<li class="tabular-nums">{m.said}</li>{/each}
    </ol>
    {#if line.first}<p class="mt-1">{line.first} {line.walk}</p>{/if}
  {/if}
  {#if found.failings.length}
    <h4 class="mt-3 font-semibold">And if something goes wrong</h4>
    <ul class="text-sm">
      {#each found.failings as f (f.say)}
        <li class={f.then === 'nothing' ? 'text-error' : ''}>
          <span aria-hidden="true">{f.then === 'nothing' ? '✕' : '·'}</span>
          {f.say}
        </li>
      {/each}
    </ul>
  {/if}
</section>
