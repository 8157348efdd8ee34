<script lang="ts">
  import { ApiError, asSeen, ask, client, standing, type Schemas } from '../api/client';
  import { inOrder } from '../api/order';
  import { useBox, useChange, useMotors } from '../api/queries';
  import { throwOut } from '../kit/bin';
  import { said } from '../kit/said';
  import Loading from '../kit/Loading.svelte';
  import Refused from '../kit/Refused.svelte';
  import Field from '../kit/Field.svelte';
  import { emptyLine } from './adding';
  import MotorList from './MotorList.svelte';
  import StoresTabs from './StoresTabs.svelte';

  type Line = Schemas['StockLineOut'];
  const box = useBox();
  const motors = useMotors();
  const blank = () => ({ ...emptyLine(), id: crypto.randomUUID() as string, version: '' });
  let form = $state(blank());
  const keep = useChange(
    ({ id, version, ...body }: Schemas['StockIn'] & { id: string; version: string }) =>
      ask(client.PUT('/api/stores/box/{key}', { params: { path: { key: id } }, body, ...asSeen(version) })),
    ['box'],
  );
  const refused = $derived(keep.error instanceof ApiError ? keep.error : undefined);
  const reload = $derived(motors.data?.find((m) => m.key === form.motor)?.case === 'reload');
  const formOf = (line: Line) => ({
    id: line.id,
    motor: line.motor,
    delay_s: line.delay_s,
    count: String(line.count),
    batch: line.batch,
    cost: line.cost,
    case_cost: line.case_cost,
    case_owned: line.case_owned,
    wanted: String(line.wanted),
    bought_on: line.bought_on,
    bought_at: line.bought_at,
    best_before: line.best_before,
    opened: line.opened,
    keep: line.keep ? String(line.keep) : '',
    version: line.version ?? '',
  });
  /** What is told already, or refused, is not folded away. */
  const more = $derived(
    !!(form.bought_on || form.bought_at || form.best_before || form.opened || form.keep) ||
      ['bought_on', 'bought_at', 'best_before', 'keep'].some((name) => refused?.of(name)),
  );
  const next = inOrder();
  /** One more or less; quick clicks wait for one another, each upon what the last one left. */
  function nudge(id: string, what: 'count' | 'wanted', by: number) {
    void next(async () => {
      const line = box.data?.lines.find((l) => l.id === id);
      if (!line) return;
      await keep.mutateAsync({ ...formOf(line), [what]: String(Math.max(0, line[what] + by)) }).catch(said);
    });
  }

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    const done = await keep.mutateAsync($state.snapshot(form)).catch((error: unknown) => {
      form.version = standing(error) ?? form.version;
      return undefined;
    });
    if (done) form = blank();
  }
  function out(line: Line) {
    const path = { params: { path: { key: line.id } } };
    return throwOut({
      says: `${line.name} is out of the box.`,
      away: () => ask(client.DELETE('/api/stores/box/{key}', path)),
      back: () => ask(client.POST('/api/stores/box/{key}/restore', path)),
    });
  }
</script>

<svelte:head><title>Motor box · Wobbly Fin</title></svelte:head>

<StoresTabs />
<div class="mb-3"><MotorList /></div>
<div class="grid grid-cols-1 gap-3 lg:grid-cols-[minmax(0,1fr)_340px]">
  <Loading query={box}>
    {#snippet children(found)}
      <div class="grid content-start gap-3">
        <section class="paper self-start overflow-x-auto p-4" aria-label="Motors in the box">
          {#if found.lines.length}
            <table class="w-full">
              <thead class="quiet text-left text-sm"
                ><tr
                  ><th class="font-normal">motor</th><th class="font-normal">in the box</th><th
                    class="font-normal">to buy</th
                  ><th class="hidden font-normal sm:table-cell">one costs</th><th
                    class="hidden font-normal sm:table-cell">batch</th
                  ><th><span class="sr-only">to do</span></th></tr
                ></thead
              >
              <tbody>
                {#each found.lines as line (line.id)}
                  <tr class="border-base-300 border-t align-baseline">
                    <td class="py-2 pr-3"
                      ><span class="font-display text-lg font-bold">{line.name}</span>
                      <span class="quiet block text-sm sm:inline">{line.maker}</span>
                    </td>
                    {#each ['count', 'wanted'] as const as what (what)}
                      <td class="pr-3 whitespace-nowrap">
                        <button
                          class="btn btn-xs"
                          aria-label={`One ${line.name} less ${what === 'count' ? 'in the box' : 'to buy'}`}
                          disabled={line[what] === 0}
                          onclick={() => nudge(line.id, what, -1)}>−</button
                        >
                        <b class="inline-block w-7 text-center tabular-nums">{line[what]}</b>
                        <button
                          class="btn btn-xs"
                          aria-label={`One ${line.name} more ${what === 'count' ? 'in the box' : 'to buy'}`}
                          onclick={() => nudge(line.id, what, 1)}>+</button
                        >
                      </td>
                    {/each}
                    <td class="hidden pr-3 text-sm sm:table-cell"
                      >{line.cost || '–'}{#if line.said.per_n_s}<span class="quiet block"
                          >{line.said.per_n_s}</span
                        >{/if}</td
                    >
                    <td class="quiet hidden pr-3 text-sm sm:table-cell">{line.batch}</td>
                    <td class="text-right sm:whitespace-nowrap"
                      ><button class="btn btn-xs" onclick={() => (form = formOf(line))}>Change</button>
                      <button
                        class="btn btn-xs btn-ghost text-error"
                        aria-label={`Take ${line.name} out`}
                        onclick={() => out(line)}>✕</button
                      ></td
                    >
                  </tr>
                  {@const quiet = [
                    line.said.until,
                    line.opened && 'Opened: fly these first.',
                    line.said.break_even,
                    line.reload && line.case_owned && 'Case owned.',
                    line.said.bought,
                  ].filter(Boolean)}
                  {#if line.said.over || line.said.low || quiet.length}
                    <tr>
                      <td class="pb-2 text-sm" colspan="6">
                        {#if line.said.over}<span class="text-error block">✕ {line.said.over}</span>{/if}
                        {#if line.said.low}<span class="text-warning block">⚠ {line.said.low}</span>{/if}
                        {#if quiet.length}<span class="quiet block">{quiet.join(' · ')}</span>{/if}
                      </td>
                    </tr>
                  {/if}
                {/each}
              </tbody>
            </table>
          {:else}
            <p class="quiet">
              The box is empty. Write down what you have, above: every rocket then says which of your motors
              to fly, and how high.
            </p>
          {/if}
        </section>
        {#if found.buying.length}
          <section class="paper p-4" aria-label="Buying list">
            <h2 class="font-bold">Buying list</h2>
            <ul class="list-disc pl-5">
              {#each found.buying as item, n (n)}<li>{item}</li>{/each}
            </ul>
            <p class="mt-1">Together <b>{found.total}</b></p>
          </section>
        {/if}
      </div>
    {/snippet}
  </Loading>
  <form class="paper self-start p-5" onsubmit={submit} novalidate aria-label="A motor for the box">
    <h2 class="mb-3 text-xl font-bold">One line by hand</h2>
    <label class="mb-3 block">
      <span class="mb-0.5 block font-semibold">Motor</span>
      <select class="select w-full" bind:value={form.motor}>
        <option value="">which one?</option>
        {#each motors.data ?? [] as m (m.key)}<option value={m.key}
            >{m.name} · {m.practice ? `practice, ${m.maker}` : m.maker || 'yours'}</option
          >{/each}
      </select>
    </label>
    {#each [['count', 'How many', '3'], ['wanted', 'To buy', '0'], ['cost', 'One costs', '4.30'], ['batch', 'Batch', 'as printed']] as const as [name, label, placeholder] (name)}
      <Field
        {label}
        {name}
        {placeholder}
        bind:value={form[name]}
        error={refused?.of(name)}
        optional={name !== 'count'}
      />
    {/each}
    <details class="mb-3" open={more}>
      <summary class="link cursor-pointer">Bought, best before, low stock</summary>
      <div class="mt-2">
        {#each [['best_before', 'Best before', '2027-05', ''], ['keep', 'Low below', '3', 'The box says so when fewer are left.'], ['bought_on', 'Bought on', '2026-09-12', ''], ['bought_at', 'Bought at', 'the club’s sale', '']] as const as [name, label, placeholder, hint] (name)}
          <Field
            {label}
            {name}
            {placeholder}
            {hint}
            bind:value={form[name]}
            error={refused?.of(name)}
            optional
          />
        {/each}
        <label class="flex items-center gap-2"
          ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={form.opened} /> The pack is open</label
        >
      </div>
    </details>
    {#if reload}
      <Field
        label="Its case costs"
        name="case_cost"
        optional
        bind:value={form.case_cost}
        error={refused?.of('case_cost')}
        hint="Once; then only the loads."
      />
      <label class="mb-3 flex items-center gap-2"
        ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={form.case_owned} /> I have the case</label
      >
    {/if}
    <Refused error={refused} />
    <button class="btn btn-primary w-full" disabled={keep.isPending || !form.motor}>Keep it</button>
    <p class="quiet mt-2 text-sm">
      Prices are in your own money. Store motors as their maker and your local code say.
    </p>
  </form>
</div>
