<script lang="ts">
  import { ApiError, ask, client } from '../api/client';
  import { renew, useChange, type Rocket } from '../api/queries';
  import { Kept } from '../kit/keep.svelte';
  import Field from '../kit/Field.svelte';
  import { navigate, p } from '../router';
  import NewTabs from './NewTabs.svelte';

  const blank = () => ({
    id: crypto.randomUUID() as string,
    name: '',
    diameter: '',
    kit: '',
    printed_motors: '',
  });
  const kept = new Kept('new-airframe', blank());

  const save = useChange((): Promise<Rocket> => {
    const { id, ...body } = kept.value;
    return ask(client.PUT('/api/hangar/airframes/{key}', { params: { path: { key: id } }, body }));
  }, ['rockets']);
  const refused = $derived(save.error instanceof ApiError ? save.error : undefined);

  const boxes = ['name', 'diameter', 'printed_motors', 'kit'];
  let fileProblem = $state('');

  /** A rocket file from somewhere else, under a new key. */
  async function read(list: FileList | null) {
    const file = list?.[0];
    if (!file) return;
    fileProblem = '';
    try {
      const document = JSON.parse(await file.text()) as Record<string, unknown>;
      const made = await ask(
        client.PUT('/api/hangar/rockets/{key}', {
          params: { path: { key: crypto.randomUUID() } },
          body: document,
        }),
      );
      void renew();
      await navigate('/rockets/:id/shape', { params: { id: made.id } });
    } catch (error) {
      fileProblem =
        error instanceof ApiError ? error.message : `${file.name} is no rocket file: it is not JSON.`;
    }
  }

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    const made = await save.mutateAsync(undefined).catch(() => undefined);
    if (!made) return;
    kept.drop(blank());
    await navigate('/rockets/:id/shape', { params: { id: made.id } });
  }
</script>

<svelte:head><title>New rocket from parts · Wobbly Fin</title></svelte:head>

<NewTabs />
<form class="paper grid grid-cols-1 max-w-3xl gap-x-6 p-5 md:grid-cols-2" onsubmit={submit} novalidate>
  <div>
    <Field label="Name" name="name" bind:value={kept.value.name} error={refused?.of('name')} />
    <Field
      label="Body diameter"
      name="diameter"
      optional
      hint="Measure across the tube. A nose and a tube that wide are put on the bench; the rest is yours."
      bind:value={kept.value.diameter}
      error={refused?.of('diameter')}
    />
    <Field
      label="Motors the maker printed"
      name="printed_motors"
      optional
      hint="Of a kit, with delays and commas."
      bind:value={kept.value.printed_motors}
      error={refused?.of('printed_motors')}
    />
  </div>
  <label class="block">
    <span class="mb-0.5 flex gap-2 font-semibold"
      >The kit’s list of parts <span class="quiet text-sm font-normal">optional</span></span
    >
    <textarea
      class="textarea w-full"
      rows="9"
      bind:value={kept.value.kit}
      placeholder="1 nose cone&#10;3 fins&#10;2 × centring ring"></textarea>
    <span class={refused?.of('kit') ? 'text-error text-sm' : 'quiet text-sm'}
      >{refused?.of('kit') ??
        'One part a line. You tick them off at the bench; what is missing is named.'}</span
    >
  </label>
  {#if refused && !boxes.some((box) => refused.of(box))}<p class="text-error md:col-span-2" role="alert">
      ✕ {refused.message}
    </p>{/if}
  <div class="mt-3 flex gap-3 md:col-span-2">
    <button class="btn btn-primary" disabled={save.isPending}>Lay it on the bench</button>
    <a class="btn btn-ghost" href={p('/')}>Not now</a>
  </div>
</form>

<section class="paper mt-3 max-w-3xl p-5" aria-label="From a file">
  <label class="block">
    <span class="mb-0.5 block font-semibold">Or read a rocket file</span>
    <input
      type="file"
      accept="application/json,.json"
      class="file-input w-full max-w-md"
      onchange={(e) => read(e.currentTarget.files)}
    />
  </label>
  {#if fileProblem}<p class="text-error mt-2" role="alert">✕ {fileProblem}</p>{/if}
</section>
