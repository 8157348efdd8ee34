<script lang="ts">
  import type { Schemas } from '../api/client';
  import Term from '../kit/Term.svelte';

  let { title, rows }: { title: string; rows: Schemas['SummaryOut'][] } = $props();

  const any = (name: string) => rows.some((r) => r.said[name]);
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<section class="paper self-start overflow-x-auto p-4" aria-label={title} tabindex="0">
  <table class="w-full text-sm">
    <caption class="text-left text-lg font-bold">{title}</caption>
    <thead>
      <tr class="border-base-content border-b text-left">
        <th class="py-1" scope="col"><span class="sr-only">which</span></th>
        <th class="px-2" scope="col"><Term of="fit_interval">came back fit to fly</Term></th>
        <th class="px-2" scope="col"><Term of="miss_median">height off</Term></th>
        {#if any('distance')}<th class="px-2" scope="col"><Term of="distance">walk</Term></th>{/if}
        {#if any('delay')}<th class="px-2" scope="col"><Term of="delay_off">delay off</Term></th>{/if}
        {#if any('cost')}<th class="px-2" scope="col"><Term of="cost_a_flight">cost a flight</Term></th>{/if}
      </tr>
    </thead>
    <tbody>
      {#each rows as r (r.group)}
        <tr class="border-base-300 border-b">
          <th class="py-1 pr-2 text-left font-semibold whitespace-nowrap" scope="row">{r.group}</th>
          <td class="px-2 whitespace-nowrap">
            <svg
              viewBox="-5 0 110 12"
              class="mr-2 inline-block h-3 w-24"
              role="img"
              aria-label={`${Math.round(r.low * 100)} to ${Math.round(r.high * 100)} per cent`}
            >
              <line x1="0" x2="100" y1="6" y2="6" class="stroke-base-300" stroke-width="2" />
              <line x1={r.low * 100} x2={r.high * 100} y1="6" y2="6" class="stroke-info" stroke-width="5" />
              <circle cx={(r.share ?? 0) * 100} cy="6" r="4" class="fill-base-content" />
            </svg>
            {r.successes} of {r.flights}
          </td>
          <td class="px-2 whitespace-nowrap tabular-nums">{r.said['miss'] ?? '–'}</td>
          {#if any('distance')}<td class="px-2 whitespace-nowrap tabular-nums">{r.said['distance'] ?? '–'}</td
            >{/if}
          {#if any('delay')}<td class="px-2 whitespace-nowrap tabular-nums">{r.said['delay'] ?? '–'}</td>{/if}
          {#if any('cost')}<td class="px-2 whitespace-nowrap tabular-nums">{r.said['cost'] ?? '–'}</td>{/if}
        </tr>
      {/each}
    </tbody>
  </table>
</section>
