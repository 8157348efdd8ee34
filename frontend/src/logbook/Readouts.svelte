<script lang="ts">
  import { ApiError, standing } from '../api/client';
  import type { Desk, Page } from '../api/logbook';
  import Term from '../kit/Term.svelte';

  let { page, desk }: { page: Page; desk: Desk } = $props();

  const start = () => Object.fromEntries(page.readouts.map((r) => [r.name, r.typed]));
  let typed = $state<Record<string, string>>(start());
  let typing = $state(false);
  let seen = '';
  let refused = $state<ApiError>();
  const canType = [
    'apogee_m',
    'max_speed_m_s',
    'burn_time_s',
    'peak_acceleration_m_s2',
    'mean_boost_acceleration_m_s2',
    'coast_time_s',
    'apogee_to_ejection_s',
    'ejection_altitude_m',
    'descent_rate_m_s',
    'duration_s',
  ];
  const logged = $derived(page.readouts.some((r) => r.sureness));
  const anyTyped = $derived(page.readouts.some((r) => r.typed));
  const shown = $derived(
    page.readouts.filter(
      (r) =>
        (typing && canType.includes(r.name)) ||
        r.typed ||
        r.forecast ||
        (r.sureness && r.sureness !== 'cannot_tell'),
    ),
  );

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const sent = Object.fromEntries(Object.entries(typed).filter(([name]) => canType.includes(name)));
    try {
      await desk.readouts(sent, seen);
      refused = undefined;
      typing = false;
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error;
      seen = standing(error) ?? seen;
    }
  }
  /** From here on it is an edit of what stands now. */
  function type() {
    typing = true;
    typed = start();
    seen = page.flight.version;
  }
</script>

<form onsubmit={keep} novalidate>
  <table class="w-full text-sm">
    <thead>
      <tr class="border-base-content border-b text-left">
        <th class="py-1 font-semibold" scope="col">Read-out</th>
        <th class="px-2 font-semibold" scope="col">forecast</th>
        {#if logged}<th class="px-2 font-semibold" scope="col">by the log</th>{/if}
        {#if typing || anyTyped}<th class="px-2 font-semibold" scope="col">typed</th>{/if}
      </tr>
    </thead>
    <tbody>
      {#each shown as r (r.name)}
        <tr class="border-base-300 border-b align-baseline">
          <th class="py-0.5 pr-2 text-left font-normal" scope="row"><Term of={r.name}>{r.label}</Term></th>
          <td class="px-2 tabular-nums whitespace-nowrap">{r.forecast}</td>
          {#if logged}<td class={['px-2 tabular-nums', r.sureness === 'cannot_tell' && 'quiet']}
              >{#if r.sureness === 'about'}about{/if}
              {#if r.sureness !== 'cannot_tell'}<b class="whitespace-nowrap">{r.measured}</b
                >{:else}{r.measured}{/if}</td
            >{/if}
          {#if typing || anyTyped}<td class="px-2">
              {#if typing && canType.includes(r.name)}
                <input
                  class={['input input-xs w-24', refused?.of(r.name) && 'input-error']}
                  name={r.name}
                  aria-label={r.label}
                  bind:value={typed[r.name]}
                  autocomplete="off"
                />
                {#if refused?.of(r.name)}<span class="text-error block">✕ {refused.of(r.name)}</span>{/if}
              {:else}{r.typed}{/if}
            </td>{/if}
        </tr>
      {/each}
    </tbody>
  </table>
  {#each page.questions as question, n (n)}<p class="text-warning mt-1 text-sm font-semibold">
      ? {question}
    </p>{/each}
  {#if refused && !canType.some((n) => refused?.of(n))}<p class="text-error mt-1" role="alert">
      {refused.message}
    </p>{/if}
  <p class="no-print mt-2 flex gap-2">
    {#if typing}
      <button class="btn btn-primary btn-sm">Keep the read-outs</button>
      <button type="button" class="btn btn-sm" onclick={() => ((typing = false), (typed = start()))}
        >Leave them</button
      >
    {:else}
      <button type="button" class="btn btn-sm" onclick={type}>Type them off an altimeter</button>
    {/if}
  </p>
</form>
