<script lang="ts">
  import { ApiError, asSeen, ask, client, standing, type Schemas } from '../api/client';
  import { useChange } from '../api/queries';
  import { useGlues, useRaw } from '../api/workshop';
  import { throwOut } from '../kit/bin';
  import Loading from '../kit/Loading.svelte';
  import Refused from '../kit/Refused.svelte';
  import Field from '../kit/Field.svelte';
  import StoresTabs from './StoresTabs.svelte';

  type Raw = Schemas['RawOut'];
  type Kind = 'tube' | 'sheet' | 'glue';
  const raw = useRaw();
  const glues = useGlues();
  const boxes: Record<Kind, readonly (readonly [string, string, string])[]> = {
    tube: [
      ['outer_diameter', 'Outside diameter', '66 mm'],
      ['length', 'Length', '850 mm'],
      ['edges', 'Factory ends', '2'],
      ['count', 'How many', '1'],
    ],
    sheet: [
      ['thickness', 'Thickness', '1/8 in'],
      ['length', 'Length, along the grain', '600 mm'],
      ['width', 'Width', '300 mm'],
      ['count', 'How many', '1'],
    ],
    glue: [['mass', 'Left of it', '120 g']],
  };
  const stuffs = [
    ['balsa', 'balsa'],
    ['balsa-hard', 'hard balsa'],
    ['lime', 'lime wood'],
    ['birch-ply', 'birch plywood'],
    ['light-ply', 'light plywood'],
    ['fibreglass', 'glass laminate'],
    ['card', 'card'],
  ] as const;
  const blank = (kind: Kind) => ({
    id: crypto.randomUUID() as string,
    kind,
    name: '',
    typed: { material: 'birch-ply', glue: 'epoxy-30' } as Record<string, string>,
    version: '',
  });
  let form = $state(blank('tube'));
  const keep = useChange(
    ({ id, version, ...body }: ReturnType<typeof blank>) =>
      ask(client.PUT('/api/stores/raw/{key}', { params: { path: { key: id } }, body, ...asSeen(version) })),
    ['raw'],
  );
  const refused = $derived(keep.error instanceof ApiError ? keep.error : undefined);
  const heads: Record<Kind, string> = { tube: 'Tubes', sheet: 'Sheets', glue: 'Glue' };

  function edit(line: Raw) {
    form = {
      id: line.id,
      kind: line.kind as Kind,
      name: line.name,
      typed: { ...blank('tube').typed, ...line.typed },
      version: line.version ?? '',
    };
  }
  async function submit(event: SubmitEvent) {
    event.preventDefault();
    const done = await keep.mutateAsync($state.snapshot(form)).catch((error: unknown) => {
      form.version = standing(error) ?? form.version;
      return undefined;
    });
    if (done) form = blank(form.kind);
  }
  function out(line: Raw) {
    const path = { params: { path: { key: line.id } } };
    return throwOut({
      says: `${line.name} is out of the stores.`,
      away: () => ask(client.DELETE('/api/stores/raw/{key}', path)),
      back: () => ask(client.POST('/api/stores/raw/{key}/restore', path)),
    });
  }
</script>

<svelte:head><title>Tubes and wood · Wobbly Fin</title></svelte:head>

<StoresTabs />
<div class="grid grid-cols-1 gap-3 lg:grid-cols-[minmax(0,1fr)_340px]">
  <section class="paper self-start p-4" aria-label="Tubes, sheets and glue at hand">
    <Loading query={raw}>
      {#snippet children(found)}
        {#each Object.entries(heads) as [kind, head] (kind)}
          {@const lines = found.filter((r) => r.kind === kind)}
          {#if lines.length}
            <h2 class="mt-2 font-bold first:mt-0">{head}</h2>
            <ul>
              {#each lines as line (line.id)}
                <li class="border-base-300 flex flex-wrap items-baseline gap-2 border-b py-1.5">
                  <span class="font-semibold first-letter:uppercase">{line.name}</span>
                  <span class="quiet w-full sm:w-auto sm:flex-1">{line.said}</span>
                  <button class="btn btn-xs" onclick={() => edit(line)}>Change</button>
                  <button
                    class="btn btn-xs btn-ghost text-error"
                    aria-label={`Throw out ${line.name}`}
                    onclick={() => out(line)}>✕</button
                  >
                </li>
              {/each}
            </ul>
          {/if}
        {/each}
        {#if !found.length}
          <p class="quiet">
            Nothing yet. Tell what lies in the corner: cut plans then use it up first, and shopping lists
            leave it out.
          </p>
        {/if}
      {/snippet}
    </Loading>
  </section>
  <form class="paper self-start p-5" onsubmit={submit} novalidate aria-label="Put something in">
    <h2 class="mb-3 text-xl font-bold">Put something in</h2>
    <label class="mb-3 block">
      <span class="mb-0.5 block font-semibold">What</span>
      <select class="select w-full" name="kind" bind:value={form.kind}>
        <option value="tube">a tube</option><option value="sheet">a sheet</option><option value="glue"
          >glue</option
        >
      </select>
    </label>
    {#if form.kind === 'sheet'}
      <label class="mb-3 block"
        ><span class="mb-0.5 block font-semibold">Of</span>
        <select class="select w-full" bind:value={form.typed.material}>
          {#each stuffs as [key, name] (key)}<option value={key}>{name}</option>{/each}
        </select></label
      >
    {:else if form.kind === 'glue'}
      <label class="mb-3 block"
        ><span class="mb-0.5 block font-semibold">Which</span>
        <select class="select w-full" bind:value={form.typed.glue}>
          {#each glues.data ?? [] as g (g.key)}<option value={g.key}>{g.name}</option>{/each}
        </select></label
      >
    {/if}
    {#each boxes[form.kind] as [name, label, placeholder] (name)}
      <Field
        {label}
        {name}
        {placeholder}
        value={form.typed[name] ?? ''}
        oncommit={(v) => (form.typed[name] = v)}
        error={refused?.of(name)}
        optional={name === 'count' || name === 'edges'}
      />
    {/each}
    <Field label="Called" name="name" bind:value={form.name} placeholder="the long one" optional />
    <Refused error={refused} />
    <button class="btn btn-primary w-full" disabled={keep.isPending}>Keep it</button>
  </form>
</div>
