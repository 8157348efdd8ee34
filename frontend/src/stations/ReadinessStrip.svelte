<script lang="ts">
  import { ask, client } from '../api/client';
  import { useChange, useReadiness, type Rocket } from '../api/queries';
  import Verdict from '../kit/Verdict.svelte';
  import Said from '../kit/Said.svelte';
  import { p } from '../router';

  interface Props {
    rocket: Rocket;
    motor?: string;
    delay?: number | null;
    /** Where the station says the whole answer itself. */
    brief?: boolean;
  }
  let { rocket, motor = '', delay = null, brief = false }: Props = $props();

  const ready = useReadiness(
    () => rocket.id,
    () => motor,
    () => delay,
  );
  const built = useChange(
    () =>
      ask(
        client.PUT('/api/hangar/rockets/{key}/built', {
          params: { path: { key: rocket.id }, header: { 'If-Match': rocket.revision } },
          body: { built: true },
        }),
      ),
    ['rockets'],
  );

  /** Where a test is mended, or a thing told. */
  function there(at: string): string {
    if (at === 'fields') return p('/stores/fields');
    if (at === 'settings') return p('/settings');
    const stations = {
      shape: p('/rockets/:id/shape', { params: { id: rocket.id } }),
      motor: p('/rockets/:id/motor', { params: { id: rocket.id } }),
      build: p('/rockets/:id/build', { params: { id: rocket.id } }),
      recovery: p('/rockets/:id/recovery', { params: { id: rocket.id } }),
    };
    return stations[at as keyof typeof stations] ?? stations.motor;
  }
</script>

<section
  class="paper mb-2 flex min-h-9 flex-wrap items-baseline gap-x-4 gap-y-1 px-4 py-1.5"
  aria-label="May it fly?"
  aria-live="polite"
>
  {#if ready.data}
    {@const found = ready.data}
    <Verdict verdict={found.verdict} />
    {#if !brief || found.verdict === 'no'}<p class="min-w-0 font-semibold"><Said text={found.say} /></p>{/if}
    {#if found.verdict === 'no' && found.decides_at}
      <a class="link text-sm" href={there(found.decides_at)}>Mend it</a>
    {:else if found.verdict !== 'open' && found.decides && !brief}
      <p class="quiet text-sm">Tightest: <Said text={found.decides} /></p>
    {/if}
    {#if found.change}<p class="text-sm"><Said text={found.change} /></p>{/if}
    {#each found.needs as need (need.name)}
      {#if need.name === 'built'}
        <button class="btn btn-xs" disabled={built.isPending} onclick={() => built.mutate(undefined)}
          >{need.say} It is</button
        >
      {:else}
        <a class="link text-sm" href={there(need.at)}>{need.say}</a>
      {/if}
    {/each}
  {:else if ready.error}
    <p class="quiet text-sm">{ready.error.message}</p>
  {:else}
    <p class="quiet text-sm">Judging it…</p>
  {/if}
</section>
