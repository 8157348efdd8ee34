<script lang="ts">
  import type { Motor } from '../api/queries';
  import { line, linear } from '../drawing/plot';
  import { p } from '../router';

  let { motor, time, thrust }: { motor: Motor; time: number; thrust: number } = $props();

  const x = $derived(linear(time, 1, 119, 4));
  const y = $derived(linear(thrust, 35, 2, 3));
  const path = $derived(
    line(
      motor.thrust.map((r) => r[0] ?? 0),
      motor.thrust.map((r) => r[1] ?? 0),
      x,
      y,
    ),
  );
  const ending: Record<string, string> = { booster: 'booster, no delay', plugged: 'plugged, no charge' };
</script>

<a
  href={p('/stores/motors/:key', { params: { key: motor.key } })}
  class="border-base-300 hover:border-base-content grid grid-cols-[5.2rem_3.4rem_1fr] items-center gap-x-2 rounded border p-1.5 sm:block"
>
  <span class="items-baseline justify-between sm:flex">
    <span class="font-display block font-bold">{motor.name}</span>
    <span class="quiet block text-xs">{motor.said.size}</span>
  </span>
  <svg viewBox="0 0 120 37" class="w-full" aria-hidden="true">
    <line x1="0" x2="120" y1="35.5" y2="35.5" class="stroke-base-content/40" />
    <path d={`${path} Z`} class="fill-primary/20 stroke-base-content" stroke-width="1.1" />
  </svg>
  <span class="min-w-0">
    <span class="quiet block truncate text-xs">
      {ending[motor.kind] ?? `delays ${motor.delays_s.join(', ')} s`}
    </span>
    <span class="block truncate text-xs">
      {#if motor.practice}<span class="stamp-practice">practice</span>
        <span class="quiet">{motor.maker}</span>{:else}<span class="quiet"
          >{motor.maker || 'yours'}{motor.in_box ? ` · ${motor.in_box} in the box` : ''}</span
        >{/if}
    </span>
  </span>
</a>
