<script lang="ts">
  import { ask, client } from '../api/client';
  import { count } from '../api/format';
  import { useChange, type Rocket } from '../api/queries';
  import RocketSketch from '../drawing/RocketSketch.svelte';
  import { Kept } from '../kit/keep.svelte';
  import { toTheWrongBox } from '../kit/wrongBox';
  import { navigate, p } from '../router';
  import { emptyTexts } from './boxes';
  import { Drafting } from './drafting.svelte';
  import NewTabs from './NewTabs.svelte';
  import RocketBoxes from './RocketBoxes.svelte';

  const kept = new Kept('new-rocket', { id: crypto.randomUUID() as string, texts: emptyTexts() });
  const drafting = new Drafting(() => kept.value.texts);
  let tried = $state(false);

  const save = useChange(
    (document: Record<string, unknown>): Promise<Rocket> =>
      ask(
        client.PUT('/api/hangar/rockets/{key}', { params: { path: { key: kept.value.id } }, body: document }),
      ),
    ['rockets'],
  );

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    tried = true;
    const draft = await drafting.read({ ...kept.value.texts });
    if (!draft?.document) {
      await toTheWrongBox(document);
      return;
    }
    const made = await save.mutateAsync(draft.document).catch(() => undefined);
    if (!made) return;
    kept.drop({ id: crypto.randomUUID(), texts: emptyTexts() });
    await navigate('/rockets/:id/motor', { params: { id: made.id } });
  }

  const wanting = $derived(Object.keys({ ...drafting.draft?.errors, ...drafting.draft?.missing }).length);
  const si = $derived(drafting.draft?.si ?? {});
  const sketch = $derived({
    diameterM: si['diameter'] ?? 0,
    lengthM: si['length'] ?? 14 * (si['diameter'] ?? 0),
    mountDiameterM: si['mount_diameter'] ?? 0,
    mountLengthM: si['mount_length'] ?? 0,
  });
  const scale = $derived(Math.min(330 / sketch.lengthM, 150 / (3.1 * sketch.diameterM)));
  const problem = $derived(save.error?.message ?? drafting.problem);
</script>

<svelte:head><title>New rocket · Wobbly Fin</title></svelte:head>

<NewTabs />
<form class="grid grid-cols-1 gap-4 lg:grid-cols-[1fr_400px]" onsubmit={submit} novalidate>
  <div class="paper p-5">
    <p class="quiet mb-4">Type in any unit you like; what it was understood as stands beside it.</p>
    <RocketBoxes bind:texts={kept.value.texts} draft={drafting.draft} {tried} />
  </div>
  <aside class="lg:sticky lg:top-3 lg:self-start">
    <div class="paper p-5">
      <h2 class="mb-2 text-lg font-bold">{kept.value.texts.name || 'Not named yet'}</h2>
      <div class="flex h-40 items-center justify-center">
        {#if sketch.diameterM > 0}
          <RocketSketch
            input={sketch}
            {scale}
            title="Sketch of the rocket so far"
            lengthKnown={si['length'] !== undefined}
          />
        {:else}
          <p class="quiet text-center">It appears here once you have measured across it.</p>
        {/if}
      </div>
      <p class="quiet text-sm">Dashed: sketched, not measured.</p>
      {#if problem}<p class="text-error mt-3" role="alert">{problem}</p>{/if}
      {#if tried && drafting.draft && !drafting.draft.document}
        <p class="text-error mt-3" role="alert">
          {count(wanting, 'box is not complete yet', 'boxes are not complete yet')}.
        </p>
      {/if}
      <div class="mt-4 flex gap-3">
        <button class="btn btn-primary flex-1" disabled={save.isPending}>Put it on the rack</button>
        <a class="btn btn-ghost" href={p('/')}>Not now</a>
      </div>
    </div>
  </aside>
</form>
