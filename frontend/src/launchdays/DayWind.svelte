<script lang="ts">
  import { ApiError } from '../api/client';
  import { takePlan, typeWeather, type Plan } from '../api/launchdays';
  import Field from '../kit/Field.svelte';
  import Refused from '../kit/Refused.svelte';

  /** The day’s wind, as somebody expects it. */
  let { plan }: { plan: Plan } = $props();
  let typed = $state({ wind: '', wind_from: '', gusts: '' });
  let busy = $state(false);
  let refused = $state<ApiError>();

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    refused = undefined;
    busy = true;
    try {
      await takePlan(await typeWeather(plan.id, $state.snapshot(typed)));
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error;
    } finally {
      busy = false;
    }
  }
</script>

<form
  class="flex flex-wrap items-start gap-x-3 gap-y-2"
  onsubmit={submit}
  novalidate
  aria-label="The day’s wind"
>
  {#each [['wind', 'Wind', '4 m/s', false], ['wind_from', 'From', 'W', true], ['gusts', 'Gusts to', '6 m/s', true]] as const as [name, label, placeholder, optional] (name)}
    <div class="w-32">
      <Field
        compact
        {label}
        {name}
        {placeholder}
        {optional}
        bind:value={typed[name]}
        error={refused?.of(name)}
      />
    </div>
  {/each}
  <button class="btn btn-sm mt-6" disabled={busy}>Use this wind</button>
  <Refused error={refused} />
</form>
