<script lang="ts">
  import { ApiError, asSeen, ask, client, standing, type Schemas } from '../api/client';
  import { useChange } from '../api/queries';
  import { useGlues } from '../api/workshop';
  import { throwOut } from '../kit/bin';
  import Loading from '../kit/Loading.svelte';
  import Refused from '../kit/Refused.svelte';
  import Field from '../kit/Field.svelte';
  import StoresTabs from './StoresTabs.svelte';

  type Glue = Schemas['GlueOut'];
  const glues = useGlues();
  const boxes = [
    ['name', 'Name', 'as on the bottle'],
    ['work', 'Workable', '30 min'],
    ['handle', 'Holds after', '4 h'],
    ['full', 'Full strength after', '24 h'],
    ['lowest', 'Not below', '10 °C'],
    ['parts', 'Mixed', '1:1 by weight'],
  ] as const;
  const blank = () => ({
    id: crypto.randomUUID() as string,
    library_key: '',
    typed: { name: '', work: '', handle: '', full: '', lowest: '', parts: '' } as Record<string, string>,
    version: '',
  });
  let form = $state(blank());
  const keep = useChange(
    ({ id, version, ...body }: ReturnType<typeof blank>) =>
      ask(client.PUT('/api/stores/glues/{key}', { params: { path: { key: id } }, body, ...asSeen(version) })),
    ['glues'],
  );
  const refused = $derived(keep.error instanceof ApiError ? keep.error : undefined);

  function edit(glue: Glue) {
    form = {
      id: glue.row ?? crypto.randomUUID(),
      library_key: glue.key,
      typed: { ...blank().typed, ...glue.typed, name: glue.name },
      version: glue.version ?? '',
    };
  }
  async function submit(event: SubmitEvent) {
    event.preventDefault();
    const done = await keep.mutateAsync($state.snapshot(form)).catch((error: unknown) => {
      form.version = standing(error) ?? form.version;
      return undefined;
    });
    if (done) form = blank();
  }
  function out(glue: Glue) {
    if (!glue.row) return;
    const path = { params: { path: { key: glue.row } } };
    void throwOut({
      says: `${glue.name}: your figures are gone.`,
      away: () => ask(client.DELETE('/api/stores/glues/{key}', path)),
      back: () => ask(client.POST('/api/stores/glues/{key}/restore', path)),
    });
  }
</script>

<svelte:head><title>Glues · Wobbly Fin</title></svelte:head>

<StoresTabs />
<div class="grid grid-cols-1 gap-3 lg:grid-cols-[minmax(0,1fr)_340px]">
  <section class="paper self-start overflow-x-auto p-4" aria-label="Glues">
    <Loading query={glues}>
      {#snippet children(found)}
        <table class="w-full">
          <thead class="quiet text-left text-sm"
            ><tr
              ><th class="font-normal">at 20 °C</th><th class="font-normal">workable</th><th
                class="font-normal">holds</th
              ><th class="font-normal">full</th><th class="hidden font-normal sm:table-cell">not below</th><th
                class="hidden font-normal sm:table-cell">mixed</th
              ><th><span class="sr-only">to do</span></th></tr
            ></thead
          >
          <tbody>
            {#each found as glue (glue.key)}
              <tr class="border-base-300 border-t align-baseline">
                <td class="py-2 pr-3 font-semibold first-letter:uppercase"
                  >{glue.name}{#if glue.own}<span class="quiet block text-sm font-normal">your figures</span
                    >{/if}</td
                >
                <td class="pr-3">{glue.work}</td><td class="pr-3">{glue.handle}</td><td class="pr-3"
                  >{glue.full}</td
                >
                <td class="hidden pr-3 sm:table-cell">{glue.lowest}</td>
                <td class="quiet hidden pr-3 sm:table-cell">{glue.parts}</td>
                <td class="text-right whitespace-nowrap"
                  ><button class="btn btn-xs" onclick={() => edit(glue)}>Set right</button>
                  {#if glue.own}<button
                      class="btn btn-xs btn-ghost text-error"
                      aria-label={`Throw out your figures for ${glue.name}`}
                      onclick={() => out(glue)}>✕</button
                    >{/if}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
        <p class="quiet mt-3 text-sm">
          Times are common practice, temperatures usual figures from memory: the sheet in the box beats them.
          Cold doubles every time for each 10 °C; below its minimum a glue does not cure at all.
        </p>
      {/snippet}
    </Loading>
  </section>
  <form class="paper self-start p-5" onsubmit={submit} novalidate aria-label="A glue">
    <h2 class="mb-3 text-xl font-bold">
      {form.library_key ? 'Set a glue right by its sheet' : 'A glue of your own'}
    </h2>
    {#each boxes as [name, label, placeholder] (name)}
      <Field
        {label}
        {name}
        {placeholder}
        value={form.typed[name] ?? ''}
        oncommit={(v) => (form.typed[name] = v)}
        error={refused?.of(name)}
        optional={name === 'lowest' || name === 'parts' || form.library_key !== ''}
      />
    {/each}
    <div class="flex gap-2">
      <Refused error={refused} />
      <button class="btn btn-primary flex-1" disabled={keep.isPending}>Keep it</button>
      {#if form.library_key}<button type="button" class="btn" onclick={() => (form = blank())}>New one</button
        >{/if}
    </div>
  </form>
</div>
