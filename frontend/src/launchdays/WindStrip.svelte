<script lang="ts">
  import type { Plan } from '../api/launchdays';
  import DayWind from './DayWind.svelte';
  import { laidOut, likely } from '../drawing/laidOut';

  let {
    plan,
    busy,
    onask,
    onfile,
    asked = false,
  }: {
    plan: Plan;
    busy: boolean;
    onask: () => void;
    onfile: (file: File) => void;
    /** The wind is asked for elsewhere on the page. */
    asked?: boolean;
  } = $props();
  function chosen(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    if (file) onfile(file);
    event.currentTarget.value = '';
  }

  let width = $state(likely(460));
  const height = 118;
  const most = $derived(Math.max(4, ...plan.hours.map((h) => h.gust_m_s)));
  const step = $derived((width - 12) / Math.max(1, plan.hours.length));
  const y = (wind: number) => height - 36 - ((height - 58) * wind) / most;
  const flights = $derived(plan.lines.filter((l) => l.placed));
</script>

<section class="paper p-4" aria-label="Wind through the day">
  <div class="flex flex-wrap items-baseline justify-between gap-2">
    <h3 class="text-lg font-bold">Wind through the day</h3>
    <div class="flex gap-2">
      <label class="btn btn-sm focus-within:outline-2 focus-within:outline-offset-2"
        >From a file<input
          class="sr-only"
          type="file"
          accept=".json,application/json"
          name="forecast"
          disabled={busy}
          onchange={chosen}
        /></label
      >
      <button class="btn btn-sm" disabled={busy} onclick={onask}
        >{plan.hours.length ? 'Ask again' : 'Ask for the weather'}</button
      >
    </div>
  </div>
  {#if plan.simulated}<p class="text-warning font-semibold">
      ! Simulated weather, for practice: it says nothing of the real day.
    </p>{/if}
  {#if !plan.hours.length}
    <p class="quiet mb-2">No wind is told yet: the flights are judged in calm air, and stay open for it.</p>
    {#if !asked}<DayWind {plan} />{/if}
  {:else}
    {#if plan.weather === 'typed'}<p class="quiet">
        The same wind all day, as you typed it. What you left out is usual: gusts a third above it, the
        field’s standard temperature.
      </p>{/if}
    <div class="w-full min-w-0 overflow-hidden" {@attach laidOut((w) => (width = w))}>
      <svg {width} {height} role="img" aria-label={plan.hours.map((h) => h.say).join('. ')}>
        {#each plan.hours as h, i (h.hour)}
          {@const x = 6 + step * i}
          <rect
            x={x + step * 0.18}
            y={y(h.gust_m_s)}
            width={step * 0.64}
            height={height - 36 - y(h.gust_m_s)}
            class="stroke-base-content/50 fill-none"
            stroke-dasharray="3 2"
          />
          <rect
            x={x + step * 0.18}
            y={y(h.wind_m_s)}
            width={step * 0.64}
            height={height - 36 - y(h.wind_m_s)}
            class="fill-info/60"
          />
          <text x={x + step / 2} y={height - 22} text-anchor="middle" class="fill-base-content text-[11px]"
            >{h.clock}</text
          >
          <g transform={`translate(${x + step / 2} ${height - 9}) rotate(${h.from_deg + 180})`}>
            <path d="M0 6 V-6 M-3 -2 L0 -6 L3 -2" class="stroke-base-content fill-none" stroke-width="1.3" />
          </g>
          {#if step > 34}<text
              x={x + step / 2}
              y={y(h.gust_m_s) - 3}
              text-anchor="middle"
              class="fill-base-content text-[11px]">{h.wind}</text
            >{/if}
        {/each}
        {#each flights as f (f.id)}
          {@const first = plan.hours[0]?.hour ?? 0}
          <path d={`M ${6 + step * (f.hour - first + 0.5)} 9 l -5 -8 h 10 z`} class="fill-primary" />
        {/each}
      </svg>
    </div>
    <p class="quiet text-sm">Bars: wind; dashed: gusts; arrows: where it blows. ▾ a flight.</p>
    <details class="mt-2">
      <summary class="link cursor-pointer">Type another wind</summary>
      <div class="mt-2"><DayWind {plan} /></div>
    </details>
  {/if}
</section>
