<script lang="ts">
  import { fixed } from '../../api/format';
  import { ApiError, ask, client, type Schemas } from '../../api/client';
  import { latestOf } from '../../api/order';
  import { useWhatIf, type EditIn, type Shape } from '../../api/queries';
  import Loading from '../../kit/Loading.svelte';
  import Field from '../../kit/Field.svelte';
  import { toTheWrongBox } from '../../kit/wrongBox';
  import type { Bench } from './bench.svelte';
  import Term from '../../kit/Term.svelte';
  import Wishes from './Wishes.svelte';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();

  const study = useWhatIf(
    () => bench.id,
    () => shape.rocket.revision,
  );
  let wanted = $state('1.5');
  let solved = $state<Schemas['SolvedOut']>();
  let refusal = $state('');
  let wrongMargin = $state('');
  let form: HTMLElement | undefined;
  const latest = latestOf();
  const ways = [
    ['ballast', 'with weight in the nose'],
    ['span_m', 'with the fins’ span'],
    ['position_m', 'with the fins’ place'],
  ] as const;

  async function solve(what: 'ballast' | 'span_m' | 'position_m') {
    solved = undefined;
    refusal = wrongMargin = '';
    try {
      solved = await latest(() =>
        ask(
          client.POST('/api/hangar/rockets/{key}/solve', {
            params: { path: { key: bench.id } },
            body: { what, margin_calibres: wanted, part: null },
          }),
        ),
      );
    } catch (error) {
      wrongMargin = (error instanceof ApiError && error.of('margin_calibres')) || '';
      if (wrongMargin) await toTheWrongBox(form);
      else
        refusal =
          error instanceof ApiError ? (error.body.fields?.[0]?.message ?? error.message) : String(error);
    }
  }

  /** Where a slider stands while its dimension is only tried. */
  const held = (part: string, field: string) =>
    bench.drag?.part === part && bench.drag.field === field ? bench.drag.value : undefined;

  async function use() {
    if (!solved) return;
    const done = await bench.edit(solved.edits as Partial<EditIn>[]);
    if (done) solved = undefined;
  }
</script>

<div class="grid grid-cols-1 items-start gap-2 lg:grid-cols-[380px_minmax(0,1fr)]">
  <div class="grid gap-2">
    <Wishes {bench} />
    <section class="paper p-3" aria-label="Ask backwards" bind:this={form}>
      <h2 class="tape mb-2">I want this margin</h2>
      <Field
        label="Calibres"
        name="wanted"
        bind:value={wanted}
        error={wrongMargin}
        hint="The smaller of ignition and burnout."
      />
      <div class="flex flex-col gap-1">
        {#each ways as [what, says] (what)}
          <button class="btn btn-sm justify-start" onclick={() => solve(what)}>{says}</button>
        {/each}
      </div>
      {#if refusal}<p class="text-error mt-3" role="alert">✕ {refusal}</p>{/if}
      {#if solved}
        <div class="mt-3" role="status">
          <p class="mb-2">{solved.sentence}</p>
          {#if solved.edits.length}<button class="btn btn-primary btn-sm" onclick={use}>Do it</button>{/if}
        </div>
      {/if}
    </section>
  </div>
  <section class="paper overflow-x-auto p-3" aria-label="What each dimension does">
    <Loading query={study} waiting="Flying it once for every dimension…">
      {#snippet children(found)}
        <h2 class="tape mb-2">A tenth more of each</h2>
        {#if bench.drag}
          <div class="bg-base-200 mb-2 flex flex-wrap items-center gap-2 p-2" role="status">
            <span class={['flex-1', bench.stale ? 'opacity-50' : '']}
              >Only tried: {fixed(shape.balance.margin_calibres, 2)} calibres, apogee {shape.apogee ??
                '–'}.</span
            >
            <button class="btn btn-sm btn-primary" onclick={() => bench.drop()}>Keep it</button>
            <button class="btn btn-sm" onclick={() => bench.letGo()}>Put it back</button>
          </div>
        {/if}
        {#if found.canopy}<p class="mb-2">{found.canopy}</p>{/if}
        <table class="w-full">
          <thead>
            <tr class="border-base-content border-b text-left">
              <th>dimension</th><th class="text-right">now</th><th class="text-right">and</th>
              <th class="px-2">slide it</th><th class="text-right"
                ><Term of="margin">margin, calibres</Term></th
              ><th class="text-right">apogee{found.motor ? `, ${found.motor}` : ''}</th>
            </tr>
          </thead>
          <tbody>
            {#each found.rows as row (row.part + row.field)}
              <tr class="border-base-300 border-b last:border-0">
                <td
                  ><button class="text-left hover:underline" onclick={() => bench.select(row.part)}
                    >{row.name}, {row.label.toLowerCase()}</button
                  ></td
                >
                <td class="text-right">{row.value}</td>
                <td class="quiet text-right">+{row.step}</td>
                <td class="px-2">
                  <input
                    type="range"
                    class="range range-xs w-28"
                    aria-label={`${row.name}, ${row.label.toLowerCase()}`}
                    min={0.7 * row.value_m}
                    max={1.3 * row.value_m}
                    step="0.0005"
                    value={held(row.part, row.field) ?? row.value_m}
                    oninput={(e) => {
                      bench.dragTo({
                        part: row.part,
                        field: row.field,
                        value: Number(e.currentTarget.value),
                      });
                    }}
                  />
                </td>
                <td
                  class={[
                    'text-right font-semibold',
                    row.margin_change < -0.005
                      ? 'text-error'
                      : row.margin_change > 0.005
                        ? 'text-success'
                        : 'quiet',
                  ]}
                  >{Math.abs(row.margin_change) < 0.005 ? '' : row.margin_change > 0 ? '+' : '−'}{fixed(
                    Math.abs(row.margin_change),
                    2,
                  )}</td
                >
                <td class="text-right">{row.apogee_change ?? '–'}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      {/snippet}
    </Loading>
  </section>
</div>
