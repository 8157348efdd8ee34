<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../../api/client';
  import { clock } from '../../api/format';
  import { latestOf } from '../../api/order';
  import { useChange, useConditions, useFields } from '../../api/queries';
  import Later from '../../kit/Later.svelte';
  import Field from '../../kit/Field.svelte';
  import { p } from '../../router';
  import { Day } from './conditions.svelte';
  import MoreConditions from './MoreConditions.svelte';
  import WindRose from './WindRose.svelte';

  const conditions = useConditions();
  const fields = useFields();
  const day = new Day();
  let loaded = false;
  let more = $state(false);

  $effect(() => {
    if (!conditions.data || loaded) return;
    loaded = true;
    day.load(conditions.data);
  });

  const set = useChange(
    (body: Schemas['ConditionsIn']) => ask(client.PUT('/api/conditions', { body })),
    ['conditions'],
  );
  const refused = $derived(set.error instanceof ApiError ? set.error : undefined);
  /** Whether a box that is on show says what is wrong. */
  const atBox = $derived(
    refused?.body.fields?.some(
      ({ field }) =>
        [
          'wind',
          'wind_from',
          'temperature',
          'rod_length',
          ...(more ? ['rod_tilt', 'rod_towards'] : []),
        ].includes(field) ||
        (more && /^(hours|aloft)\./.test(field)),
    ) ?? false,
  );
  const now = $derived(conditions.data);
  const told = $derived(
    (now?.hours ?? []).flatMap((h, i) => {
      const wind = now?.hours_wind[i];
      return wind ? [{ hour: h.hour, wind }] : [];
    }),
  );
  const span = $derived([told[0]?.hour ?? 0, told.at(-1)?.hour ?? 24] as const);

  /** What a box shows: the wind of the hour where that is in force, else what was typed. */
  function shown(name: string): string {
    if (day.byHour && now && name === 'wind')
      return now.wind.speed_m_s > 0 ? (now.wind.said.split(' from ')[0] ?? '') : '';
    if (day.byHour && now && name === 'wind_from') return now.wind.from_point;
    return day.texts[name] ?? '';
  }
  /** Typing a wind takes it out of the hour's hands, beginning with the hour's own figures. */
  function write(name: string, text: string) {
    if (day.byHour && (name === 'wind' || name === 'wind_from')) {
      day.texts = { ...day.texts, wind: shown('wind'), wind_from: shown('wind_from') };
      day.hour = null;
    }
    day.texts[name] = text;
  }
  const latest = latestOf();
  function commit() {
    void latest(async () => {
      const sent = day.asked;
      const found = await set.mutateAsync(sent).catch(() => undefined);
      if (found) day.settle(sent, found);
    });
  }
  function turn(fromDeg: number) {
    day.texts['wind_from'] = `${Math.round(fromDeg)}°`;
    day.hour = null;
    commit();
  }
</script>

<section class="paper px-4 py-1.5" aria-label="Today’s conditions">
  <div class="grid grid-cols-3 items-start gap-x-4 gap-y-2 lg:flex">
    {#if now}
      <Later first class="col-span-3 h-[86px] lg:order-last"
        ><div class="col-span-3 flex items-center gap-3 lg:order-last">
          <Later width={86} height={86}
            ><WindRose wind={now.wind} hours={told} size={86} onturn={turn} /></Later
          >
          <div class="min-w-0 text-sm">
            <p class="font-semibold">{now.wind.said}</p>
            {#if told.length}
              <label class="block">
                <span class="quiet">{day.hour === null ? 'by hand' : `at ${clock(day.hour)}`}</span>
                <input
                  type="range"
                  class="range block w-36"
                  min={span[0]}
                  max={span[1]}
                  step="0.5"
                  aria-label="Hour of the flight"
                  aria-valuetext={day.hour === null ? 'wind by hand' : clock(day.hour)}
                  value={day.hour ?? span[0]}
                  oninput={(e) => (day.hour = Number(e.currentTarget.value))}
                  onchange={commit}
                />
              </label>
            {/if}
            <button class="link min-h-6" aria-expanded={more} onclick={() => (more = !more)}
              >{more ? 'less' : 'hours, winds aloft, rod'}</button
            >
          </div>
        </div></Later
      >
    {:else}
      <div class="col-span-3 h-[86px]"></div>
    {/if}
    <label class="col-span-3 lg:w-48">
      <span class="mb-0.5 flex justify-between font-semibold"
        ><span>Field</span><a class="link text-sm font-normal" href={p('/stores/fields')}>edit</a></span
      >
      <select class="select select-sm w-full" bind:value={day.fieldId} onchange={commit}>
        <option value="">sea level, no ceiling</option>
        {#each fields.data ?? [] as field (field.id)}<option value={field.id}>{field.name}</option>{/each}
      </select>
    </label>
    {#each [['wind', 'Wind', 'calm', 'lg:w-34'], ['wind_from', 'from', 'W', 'lg:w-20'], ['temperature', 'Air', 'standard', 'lg:w-30'], ['rod_length', 'Rod', 'its own', 'lg:w-30']] as const as [name, label, placeholder, wide] (name)}
      <div class={['min-w-0', wide]}>
        <Later first height={58}>
          <Field
            compact
            {label}
            {name}
            bind:value={() => shown(name), (v) => write(name, v)}
            error={refused?.of(name)}
            said={name === 'temperature' ? now?.said[name] : undefined}
            {placeholder}
            oncommit={commit}
          />
        </Later>
      </div>
    {/each}
    <label class="min-w-0 lg:w-28">
      <span class="mb-0.5 block font-semibold">Gusts</span>
      <select class="select select-sm w-full" bind:value={day.gustiness} onchange={commit}>
        <option value="calm">calm</option>
        <option value="breezy">breezy</option>
        <option value="gusty">gusty</option>
      </select>
    </label>
    <p class="quiet col-span-3 min-w-40 flex-1 self-center text-sm">
      {#if refused && !atBox}<span class="text-error" role="alert">✕ {refused.message}</span>
      {:else}Ceiling {now?.said.ceiling ?? '…'}{more
          ? `, ${now?.said.elevation ?? '…'} above the sea, air ${now?.said.density ?? '…'}`
          : ''}.{/if}
    </p>
  </div>
  {#if more}<MoreConditions {day} {refused} oncommit={commit} />{/if}
</section>
