<script lang="ts">
  import type { ApiError } from '../../api/client';
  import Field from '../../kit/Field.svelte';
  import type { Day } from './conditions.svelte';

  interface Props {
    day: Day;
    refused: ApiError | undefined;
    oncommit: () => void;
  }
  let { day, refused, oncommit }: Props = $props();
</script>

<div class="border-base-300 mt-2 grid grid-cols-1 gap-x-8 gap-y-3 border-t pt-2 md:grid-cols-3">
  <section aria-label="The wind through the day">
    <h3 class="font-semibold">Through the day</h3>
    <p class="quiet mb-1 text-sm">The wind at some hours; between them it is drawn out.</p>
    {#each day.hours as row, i (i)}
      <div class="mb-1 flex items-start gap-1">
        <input
          type="number"
          min="0"
          max="24"
          step="0.5"
          class="input input-sm w-18"
          aria-label={`Hour ${i + 1}`}
          bind:value={row.hour}
          onchange={oncommit}
        />
        <input
          class={['input input-sm w-22', refused?.of(`hours.${i}.wind`) && 'input-error']}
          aria-label={`Wind at hour ${i + 1}`}
          bind:value={row.wind}
          onchange={oncommit}
        />
        <input
          class={['input input-sm w-18', refused?.of(`hours.${i}.wind_from`) && 'input-error']}
          aria-label={`Wind from, at hour ${i + 1}`}
          bind:value={row.wind_from}
          onchange={oncommit}
        />
        <button
          class="btn btn-sm btn-ghost"
          aria-label={`Take hour ${i + 1} out`}
          onclick={() => {
            day.hours.splice(i, 1);
            if (!day.hours.length) day.hour = null;
            oncommit();
          }}>✕</button
        >
      </div>
      {@const wrong =
        refused?.of(`hours.${i}.hour`) ??
        refused?.of(`hours.${i}.wind`) ??
        refused?.of(`hours.${i}.wind_from`)}
      {#if wrong}<p class="text-error text-sm" role="alert">✕ {wrong}</p>{/if}
    {/each}
    <button
      class="btn btn-xs"
      onclick={() => {
        day.addHour();
        oncommit();
      }}>Add an hour</button
    >
  </section>
  <section aria-label="Winds aloft">
    <h3 class="font-semibold">Winds aloft</h3>
    <p class="quiet mb-1 text-sm">Measured at heights. Without them the wind grows by a power law.</p>
    {#each day.aloft as row, i (i)}
      <div class="mb-1 flex items-start gap-1">
        {#each [['height', 'Height', 'w-22', '100 m'], ['wind', 'Wind', 'w-22', '6 m/s'], ['wind_from', 'From', 'w-18', 'W']] as const as [key, label, wide, placeholder] (key)}
          <input
            class={['input input-sm', wide, refused?.of(`aloft.${i}.${key}`) && 'input-error']}
            aria-label={`${label} of layer ${i + 1}`}
            {placeholder}
            bind:value={row[key]}
            onchange={() => row.height.trim() && oncommit()}
          />
        {/each}
        <button
          class="btn btn-sm btn-ghost"
          aria-label={`Take layer ${i + 1} out`}
          onclick={() => {
            day.aloft.splice(i, 1);
            oncommit();
          }}>✕</button
        >
      </div>
      {@const wrong =
        refused?.of(`aloft.${i}.height`) ??
        refused?.of(`aloft.${i}.wind`) ??
        refused?.of(`aloft.${i}.wind_from`)}
      {#if wrong}<p class="text-error text-sm" role="alert">✕ {wrong}</p>{/if}
    {/each}
    <button class="btn btn-xs" onclick={() => day.addAloft()}>Add a height</button>
  </section>
  <section aria-label="How the rod leans">
    <h3 class="mb-1 font-semibold">The rod leans</h3>
    <div class="grid grid-cols-2 gap-2">
      {#each [['rod_tilt', 'By', '0°'], ['rod_towards', 'Towards', 'N']] as const as [name, label, placeholder] (name)}
        <Field
          compact
          {label}
          {name}
          {placeholder}
          bind:value={() => day.texts[name] ?? '', (v) => (day.texts[name] = v)}
          error={refused?.of(name)}
          {oncommit}
        />
      {/each}
    </div>
    <p class="quiet mt-1 text-sm">
      Common codes keep it within 30° of vertical, 20° for high power (from memory). Yours decides.
    </p>
  </section>
</div>
