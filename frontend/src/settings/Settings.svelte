<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../api/client';
  import { inOrder } from '../api/order';
  import { queryClient, useChangeOfWords, usePreferences, useSession } from '../api/queries';
  import Later from '../kit/Later.svelte';
  import Loading from '../kit/Loading.svelte';
  import Checklist from './Checklist.svelte';
  import Flyer from './Flyer.svelte';
  import Backups from './Backups.svelte';
  import Limits from './Limits.svelte';
  import Password from './Password.svelte';
  import Traces from './Traces.svelte';
  import Workshop from './Workshop.svelte';
  import PracticeShelf from '../stores/PracticeShelf.svelte';
  import UnitsPerQuantity from './UnitsPerQuantity.svelte';

  const preferences = usePreferences();
  const session = useSession();
  const change = useChangeOfWords((body: Schemas['PreferencesIn']) =>
    ask(client.PATCH('/api/preferences', { body })),
  );
  const next = inOrder();
  type Preferences = Schemas['PreferencesOut'];
  /** One change after another, each of what the one before left; what is refused is said by `refused`. */
  function tell(make: (now: Preferences) => Schemas['PreferencesIn']) {
    void next(async () => {
      const now = queryClient.getQueryData<Preferences>(['preferences']);
      if (now) await change.mutateAsync(make(now)).catch(() => undefined);
    });
  }
  const refused = $derived(change.error instanceof ApiError ? change.error : undefined);
</script>

<svelte:head><title>Limits and units · Wobbly Fin</title></svelte:head>

<h1 class="mb-3 text-3xl font-bold">Limits and units</h1>
<Loading query={preferences}>
  {#snippet children(found)}
    <div class="grid grid-cols-1 gap-3 lg:grid-cols-[1fr_340px]">
      <Limits limits={found.limits} {refused} onchange={(limits) => tell(() => ({ limits }))} />
      <div class="grid content-start gap-3">
        <Later height={400}
          ><UnitsPerQuantity
            units={found.units}
            onchange={(make) => tell((now) => ({ units: make(now.units) }))}
          /></Later
        >
        <Later height={240}
          ><Flyer flyer={found.flyer} {refused} onchange={(flyer) => tell(() => ({ flyer }))} /></Later
        >
        <Later height={160}
          ><Workshop
            workshop={found.workshop}
            {refused}
            onchange={(workshop) => tell(() => ({ workshop }))}
          /></Later
        >
        <Later height={220}
          ><Checklist
            lines={found.checklist}
            stages={found.stages}
            {refused}
            onchange={(checklist) => tell(() => ({ checklist }))}
          /></Later
        >
        <Later height={110}><PracticeShelf /></Later>
        {#if session.data?.has_password}<Later><Password /></Later><Later><Traces /></Later>{/if}
        {#if session.data?.local || session.data?.officer}<Later><Backups /></Later>{/if}
      </div>
    </div>
  {/snippet}
</Loading>
