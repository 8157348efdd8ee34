<script lang="ts">
  import { ask, client } from '../api/client';
  import { renew, useMotor, useMotorCard, useMotors } from '../api/queries';
  import { throwOut } from '../kit/bin';
  import Loading from '../kit/Loading.svelte';
  import { navigate, p, route } from '../router';
  import MotorCard from './MotorCard.svelte';
  import MotorFigures from './MotorFigures.svelte';
  import StoresTabs from './StoresTabs.svelte';

  const key = $derived(String(route.params.key ?? ''));
  const motor = useMotor(() => key);
  const card = useMotorCard(() => key);

  function out() {
    const path = { params: { path: { motor_id: key.replace('own:', '') } } };
    return throwOut({
      says: 'The motor is in the bin.',
      away: () => ask(client.DELETE('/api/stores/motors/{motor_id}', path)),
      back: () => ask(client.POST('/api/stores/motors/{motor_id}/restore', path)),
      leave: () => navigate('/stores/motors'),
    });
  }

  const motors = useMotors();
  /** What may be the same motor, entered twice. */
  const alike = $derived(
    (motors.data ?? []).filter(
      (m) =>
        m.own &&
        motor.data?.own &&
        m.key !== key &&
        m.name === motor.data.name &&
        m.diameter_mm === motor.data.diameter_mm,
    ),
  );
  function merge(into: string) {
    const path = { params: { path: { motor_id: key.replace('own:', '') } } };
    return throwOut({
      says: 'The two motors are one.',
      away: async () => {
        await ask(client.POST('/api/stores/motors/{motor_id}/merge', { ...path, body: { into } }));
        await renew();
      },
      back: () => ask(client.POST('/api/stores/motors/{motor_id}/restore', path)),
      leave: () => navigate('/stores/motors/:key', { params: { key: into } }),
    });
  }
</script>

<svelte:head><title>{motor.data?.name ?? 'Motor'} · Wobbly Fin</title></svelte:head>

<StoresTabs />
<Loading query={motor}>
  {#snippet children(found)}
    <section class="paper mx-auto max-w-4xl p-5">
      <div class="mb-3 flex flex-wrap items-baseline gap-x-4">
        <h2 class="text-3xl font-bold">{found.name}</h2>
        <p class="quiet">
          {found.maker || 'no maker given'} · class {found.impulse_class} · {found.propellant ??
            'propellant not known'} · {found.case ?? 'case not known'} · {found.origin}
        </p>
        <span class="ml-auto flex gap-2">
          <a class="btn btn-sm" href={`/api/stores/shelf/${encodeURIComponent(found.key)}/csv`} download
            >CSV</a
          >
          {#if found.form}<a
              class="btn btn-sm btn-primary"
              href={`${p('/stores/motors/new')}?motor=${encodeURIComponent(found.key)}`}
              >Add what its pack says</a
            >{/if}
          {#if found.form}<a
              class="btn btn-sm"
              href={`${p('/stores/motors/new')}?motor=${encodeURIComponent(found.key)}&copy=1`}>Copy it</a
            >{/if}
          {#if found.own}<button class="btn btn-sm btn-ghost text-error" onclick={out}>Bin it</button>{/if}
        </span>
      </div>
      {#each alike as other (other.key)}
        <p class="mb-2 flex flex-wrap items-center gap-2">
          There is another {other.name}{other.maker ? ` of ${other.maker}` : ''} among your motors.
          <button class="btn btn-sm" onclick={() => merge(other.key)}>They are one: use that one</button>
        </p>
      {/each}
      {#if found.practice}
        <p class="text-warning mb-2 font-semibold">
          <span class="stamp-practice">practice</span> Invented, to practise with. No shop sells it.
        </p>
      {/if}
      {#each found.guessed as line, n (n)}<p class={n ? 'quiet mb-2' : 'mb-2 font-semibold'}>{line}</p>{/each}
      {#if found.kind === 'booster'}
        <p class="text-warning mb-2 font-semibold">
          ⚠ A booster: it lights the stage above and must never be the motor that has to open a canopy.
        </p>
      {:else if found.kind === 'plugged'}
        <p class="text-warning mb-2 font-semibold">
          ⚠ Plugged: no ejection charge. Something else must open the canopy.
        </p>
      {:else}
        <p class="mb-2">
          Delays: <b>{found.delays_s.join(', ')} s</b>{found.adjustable_delay
            ? ', may be shortened with the maker’s tool, never lengthened'
            : ''}.
        </p>
      {/if}
      <MotorFigures motor={found} />
      {#if card.data?.fits}{#key key}<MotorCard motor={key} found={card.data} />{/key}{/if}
      <p class="quiet mt-3 text-sm">
        Never alter a motor: most codes forbid it unless the maker’s sheet provides for it. The sheet decides.
      </p>
      <a class="link mt-3 inline-block" href={p('/stores/motors')}>← all motors</a>
    </section>
  {/snippet}
</Loading>
