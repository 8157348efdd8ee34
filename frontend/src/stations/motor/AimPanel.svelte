<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../../api/client';
  import { createMutation } from '@tanstack/svelte-query';
  import { mark, unitsOf } from '../../api/format';
  import { useSession } from '../../api/queries';
  import Field from '../../kit/Field.svelte';
  import Verdict from '../../kit/Verdict.svelte';
  import { linear } from '../../drawing/plot';
  import type { Choice } from './choice.svelte';
  import { laidOut, likely } from '../../drawing/laidOut';

  let { id, choice }: { id: string; choice: Choice } = $props();

  let texts = $state({ height: '', time: '', ballast: '' });
  const session = useSession();
  const units = $derived(unitsOf(session.data?.units));
  const aim = createMutation(() => ({
    mutationFn: () =>
      ask(
        client.POST('/api/hangar/rockets/{key}/aim', {
          params: { path: { key: id } },
          body: { ...texts, motor: choice.motor?.key ?? '' },
        }),
      ),
  }));
  const refused = $derived(aim.error instanceof ApiError ? aim.error : undefined);
  const shots = $derived(aim.data?.shots ?? []);
  const front = $derived(shots.filter((s) => s.front));
  const listed = $derived([...front, ...shots.filter((s) => !s.front)].slice(0, 8));
  const other = $derived(front.length > 0 && front.every((s) => s.time_miss_s !== null));

  const tall = 150;
  let width = $state(likely(420));
  const high = $derived(shots.some((s) => s.height_miss_m !== null));
  const miss = (s: Schemas['ShotOut']) =>
    s.height_miss_m === null ? Math.abs(s.time_miss_s ?? 0) : Math.abs(s.height_miss_m) / units.height.size;
  const against = (s: Schemas['ShotOut']) =>
    other && s.height_miss_m !== null ? Math.abs(s.time_miss_s ?? 0) : s.ballast_kg / units.mass.size;
  const x = $derived(linear(Math.max(1, ...front.map(miss)) * 1.15, 46, width - 14, 5));
  const y = $derived(linear(Math.max(1, ...front.map(against)) * 1.25, tall - 34, 10, 3));
  const pick = (s: Schemas['ShotOut']) => {
    const motor = choice.find(s.key);
    if (motor) choice.choose(motor, s.delay_s);
  };

  function submit(event: SubmitEvent) {
    event.preventDefault();
    aim.mutate(undefined);
  }
</script>

<section class="paper self-start p-3" aria-label="Aim at a height or a time">
  <h2 class="font-bold">Aim</h2>
  <p class="quiet mb-2 text-sm">
    Reach a height, a time in the air, or both: every motor, delay, ballast in the nose and canopy size is
    tried.
  </p>
  <form
    class="grid grid-cols-2 items-start gap-2 sm:grid-cols-[1fr_1fr_1fr_auto]"
    onsubmit={submit}
    novalidate
  >
    {#each [['height', 'Height', '120 m'], ['time', 'In the air', '45 s'], ['ballast', 'Ballast up to', '20 g']] as const as [name, label, placeholder] (name)}
      <Field compact {label} {name} {placeholder} bind:value={texts[name]} error={refused?.of(name)} />
    {/each}
    <button class="btn btn-primary btn-sm mt-6.5" disabled={aim.isPending}
      >{aim.isPending ? 'Flying…' : 'Aim'}</button
    >
  </form>
  {#if refused && !['height', 'time', 'ballast'].some((f) => refused.of(f))}<p
      class="text-error"
      role="alert"
    >
      {refused.message}
    </p>{/if}
  {#if aim.data}
    <p class="font-display my-2 text-lg leading-snug font-bold" aria-live="polite">{aim.data.headline}</p>
    {#if front.length > 1}
      <div {@attach laidOut((w) => (width = w))}>
        <svg
          {width}
          height={tall}
          role="img"
          aria-label={`What trades against what: ${front.map((s) => `${s.label} misses by ${s.said.height_miss ?? s.said.time_miss}`).join('; ')}`}
        >
          {#each x.ticks as at (at)}
            <text x={x(at)} y={tall - 18} text-anchor="middle" class="fill-base-content text-[11px]"
              >{mark(at)}</text
            >
            <line x1={x(at)} x2={x(at)} y1="10" y2={tall - 34} class="stroke-base-300" />
          {/each}
          {#each y.ticks as at (at)}
            <text x="40" y={y(at) + 4} text-anchor="end" class="fill-base-content text-[11px]"
              >{mark(at)}</text
            >
          {/each}
          <path d={`M46 10 V${tall - 34} H${width - 14}`} class="stroke-base-content fill-none" />
          {#each front as s, i (i)}
            <circle
              cx={x(miss(s))}
              cy={y(against(s))}
              r="4.5"
              class={['stroke-base-content', s.verdict === 'no' ? 'fill-base-100' : 'fill-secondary']}
              stroke-width="1.4"
            />
          {/each}
          <text x={width - 14} y={tall - 4} text-anchor="end" class="fill-base-content text-[11px]"
            >misses by, {high ? units.height.symbol : 's'}</text
          >
          <text x="2" y="9" class="fill-base-content text-[11px]"
            >{other && high ? 'misses the time by, s' : `ballast, ${units.mass.symbol}`}</text
          >
        </svg>
      </div>
    {/if}
    <table class="w-full text-sm">
      <thead class="quiet text-left"
        ><tr
          ><th class="font-normal">try</th><th class="font-normal">height</th><th class="font-normal"
            >in the air</th
          ><th class="font-normal">with</th><th><span class="sr-only">to do</span></th></tr
        ></thead
      >
      <tbody>
        {#each listed as s, i (i)}
          <tr class="border-base-300 border-t align-baseline">
            <td class="py-1 pr-2"
              ><button class="link font-semibold" onclick={() => pick(s)}>{s.label}</button>{#if s.front}<span
                  class="quiet"
                  title="Nothing else beats it in everything at once"
                >
                  ◆</span
                >{/if}</td
            >
            <td class="pr-2">{s.said.apogee}{s.said.height_miss ? ` (${s.said.height_miss})` : ''}</td>
            <td class="pr-2">{s.said.time ?? '–'}{s.said.time_miss ? ` (${s.said.time_miss})` : ''}</td>
            <td class="pr-2"
              >{[s.said.ballast && `${s.said.ballast} ballast`, s.said.canopy && `canopy ${s.said.canopy}`]
                .filter(Boolean)
                .join(', ') || 'as it is'}</td
            >
            <td class="text-right" title={s.why_not ?? undefined}><Verdict verdict={s.verdict} small /></td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="quiet mt-1 text-sm">
      ◆ nothing else beats it in everything at once: misses, ballast and margin. Ballast goes into the nose,
      fixed so that it cannot shift.
    </p>
  {/if}
</section>
