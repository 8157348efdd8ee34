<script lang="ts">
  import { useBoard, useRockets } from '../api/queries';
  import type { Schemas } from '../api/client';

  interface Props {
    busy: boolean;
    /** What the last one was refused for. */
    problem: string;
    onadd: (body: Schemas['ManifestLineIn']) => Promise<boolean>;
  }
  let { busy, problem, onadd }: Props = $props();

  const rockets = useRockets();
  let rocket = $state('');
  let motor = $state('');
  let delay = $state('');
  let hour = $state('');
  const board = useBoard(() => rocket);
  const there = $derived(rocket ? (board.data?.motors ?? []) : []);
  const chosen = $derived(there.find((m) => m.key === motor) ?? there[0]);
  const delays = $derived(chosen?.delays ?? []);
  const best = $derived(delays.find((d) => String(d.delay_s) === delay) ?? delays[0]);
  const words: Record<string, string> = { good: '✓', marginal: '~', no: '✕' };

  async function add(event: SubmitEvent) {
    event.preventDefault();
    if (!rocket || !chosen) return;
    const kept = await onadd({
      rocket_id: rocket,
      motor_key: chosen.key,
      delay_s: best?.delay_s ?? null,
      tilt_deg: 0,
      told_hour: hour,
    });
    if (kept) [motor, delay, hour] = ['', '', ''];
  }
</script>

<form class="paper p-3" aria-label="Add a flight" onsubmit={add}>
  <div
    class="grid grid-cols-2 gap-2 sm:grid-cols-[minmax(0,2fr)_minmax(0,1.4fr)_minmax(0,1fr)_minmax(0,1fr)_auto]"
  >
    <label>
      <span class="block text-sm font-semibold">Rocket</span>
      <select
        class="select select-sm w-full"
        name="rocket"
        bind:value={rocket}
        onchange={() => ([motor, delay] = ['', ''])}
      >
        <option value="">which one?</option>
        {#each rockets.data ?? [] as r (r.id)}<option value={r.id}>{r.name}</option>{/each}
      </select>
    </label>
    <label>
      <span class="block text-sm font-semibold">Motor</span>
      <select
        class="select select-sm w-full"
        name="motor"
        disabled={!there.length}
        value={chosen?.key ?? ''}
        onchange={(e) => {
          motor = e.currentTarget.value;
          delay = '';
        }}
      >
        {#each there as m (m.key)}<option value={m.key}
            >{words[m.verdict] ?? ''} {m.name}{m.in_box ? ` (${m.in_box})` : ''}</option
          >{/each}
      </select>
    </label>
    <label>
      <span class="block text-sm font-semibold">Delay</span>
      <select
        class="select select-sm w-full"
        name="delay"
        disabled={!delays.length}
        value={String(best?.delay_s ?? '')}
        onchange={(e) => (delay = e.currentTarget.value)}
      >
        {#each delays as d (d.label)}<option value={String(d.delay_s ?? '')}>{d.delay_s ?? 'none'}</option
          >{/each}
      </select>
    </label>
    <label>
      <span class="block text-sm font-semibold">At</span>
      <input
        class="input input-sm w-full"
        name="told_hour"
        bind:value={hour}
        placeholder="best hour"
        autocomplete="off"
      />
    </label>
    <button class="btn btn-sm btn-primary self-end" disabled={busy || !rocket || !chosen}>Add</button>
  </div>
  {#if problem}<p class="text-error mt-1" role="alert">✕ {problem}</p>{/if}
  {#if rockets.data && !rockets.data.length}<p class="quiet mt-1 text-sm">
      The hangar is empty: a rocket has to be there before it can fly.
    </p>{/if}
</form>
