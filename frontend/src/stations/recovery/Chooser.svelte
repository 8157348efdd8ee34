<script lang="ts">
  import type { Recovery } from '../../api/workshop';
  import type { Desk } from './desk.svelte';

  let { found, desk }: { found: Recovery; desk: Desk } = $props();

  const [low, high] = $derived([found.band[0] ?? 0, found.band[1] ?? 1]);
  const fastest = $derived(Math.max(1.35 * high, ...found.options.map((o) => o.rate_m_s), found.rate_m_s));
  const at = (rate: number) => `${(100 * rate) / fastest}%`;
  const words = { good: 'as wanted', slow: 'drifts far', fast: 'lands hard' } as const;
</script>

<div>
  {#if found.trim && found.trim_m !== null}
    <p class="mb-2 flex flex-wrap items-center gap-2">
      <span>{found.remedy}</span>
      <button
        class="btn btn-sm"
        disabled={desk.pending > 0}
        onclick={() => desk.reshape({ op: 'set', field: 'spill_hole_m', value: found.trim_m ?? 0 })}
        >Cut a {found.trim} hole</button
      >
    </p>
  {/if}
  {#if !found.options.length}
    <p class="quiet">No canopies in stores to try: put the ones you own on the parts shelf.</p>
  {:else}
    <p class="quiet text-sm">
      In this rocket, today. The band is what people aim at; ▾ is the canopy aboard.
    </p>
    <ul>
      {#each found.options as o (o.key)}
        <li class="border-base-300 border-t py-2">
          <div class="flex flex-wrap items-baseline justify-between gap-x-3">
            <span class="font-semibold"
              >{o.name}
              {#if o.nearest}<span class="tape ml-1 text-sm">nearest up</span>{/if}</span
            >
            <button
              class="btn btn-xs"
              disabled={desk.pending > 0}
              onclick={() => desk.reshape({ op: 'swap', stock: o.key })}
              aria-label={`Take ${o.name}`}>Take it</button
            >
          </div>
          <div class="bg-base-200 relative mt-1 h-3" aria-hidden="true">
            <div
              class="bg-success/30 absolute inset-y-0"
              style:left={at(low)}
              style:width={`${(100 * (high - low)) / fastest}%`}
            ></div>
            <div class="bg-base-content absolute inset-y-0 w-1" style:left={at(o.rate_m_s)}></div>
            <span class="absolute -top-2 -ml-1 text-xs leading-none" style:left={at(found.rate_m_s)}>▾</span>
          </div>
          <p class="text-sm">
            <b>{o.rate}</b>, {words[o.verdict]} · {o.energy} on landing{o.drift
              ? ` · comes down ${o.drift} away`
              : ''} · packing: {o.fit}{o.holds ? ` · weakest link ${o.holds}` : ''}
          </p>
        </li>
      {/each}
    </ul>
  {/if}
</div>
