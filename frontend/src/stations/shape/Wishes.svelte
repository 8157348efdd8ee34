<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../../api/client';
  import { latestOf } from '../../api/order';
  import type { EditIn } from '../../api/queries';
  import Field from '../../kit/Field.svelte';
  import Verdict from '../../kit/Verdict.svelte';
  import type { Bench } from './bench.svelte';

  let { bench }: { bench: Bench } = $props();

  const kinds = [
    { kind: 'higher', name: 'fly higher by', placeholder: '40 m' },
    { kind: 'height', name: 'fly this high', placeholder: '120 m' },
    { kind: 'landing', name: 'land this softly', placeholder: '4 m/s' },
    { kind: 'margin', name: 'be this stable, in calibres', placeholder: '1.5' },
    { kind: 'inside', name: 'land inside the field', placeholder: '' },
    { kind: 'motor', name: 'fly safely on', placeholder: 'C6-5' },
  ];
  let kind = $state('higher');
  let text = $state('');
  let found = $state<Schemas['WishOut']>();
  let wrong = $state('');
  let refusal = $state('');
  let asking = $state(false);
  const latest = latestOf();
  const chosen = $derived(kinds.find((k) => k.kind === kind) ?? kinds[0]!);

  async function wish(event: SubmitEvent) {
    event.preventDefault();
    found = undefined;
    wrong = refusal = '';
    asking = true;
    try {
      found = await latest(() =>
        ask(
          client.POST('/api/hangar/rockets/{key}/wish', {
            params: { path: { key: bench.id } },
            body: { want: kind, text },
          }),
        ),
      );
    } catch (error) {
      wrong = (error instanceof ApiError && error.of('text')) || '';
      if (!wrong)
        refusal =
          error instanceof ApiError ? (error.body.fields?.[0]?.message ?? error.message) : String(error);
    }
    asking = false;
  }

  async function use(way: Schemas['WishWayOut']) {
    if (await bench.edit(way.edits as Partial<EditIn>[])) found = undefined;
  }
</script>

<section class="paper p-3" aria-label="A wish">
  <h2 class="tape mb-2">I wish it would</h2>
  <form onsubmit={wish} novalidate>
    <select class="select mb-2 w-full" aria-label="What it should do" bind:value={kind}>
      {#each kinds as each (each.kind)}<option value={each.kind}>{each.name}</option>{/each}
    </select>
    {#if kind !== 'inside'}
      <Field
        label={kind === 'motor' ? 'Motor' : 'How much'}
        name="wish"
        bind:value={text}
        error={wrong}
        placeholder={chosen.placeholder}
        compact
      />
    {/if}
    <button class="btn btn-primary mt-2 w-full" disabled={asking}>
      {asking ? 'Flying every change…' : 'What would it take?'}
    </button>
  </form>
  {#if refusal}<p class="text-error mt-3" role="alert">✕ {refusal}</p>{/if}
  {#if found}
    <div class="mt-3" role="status">
      <p class="font-semibold">{found.sentence}</p>
      <ol class="mt-2 grid gap-2">
        {#each found.ways as way (way.steps.join())}
          <li class="border-base-300 border-t pt-2">
            {#each way.steps as step (step)}<p>{step}</p>{/each}
            <p class="mt-1 flex flex-wrap items-center gap-x-3">
              <Verdict verdict={way.verdict} small />
              {#each ['height', 'margin', 'landing', 'inside'] as figure (figure)}
                {#if way.said[figure]}
                  <span class="tabular-nums"
                    >{way.said[figure]}{figure === 'inside' ? ' land inside' : ''}</span
                  >
                {/if}
              {/each}
            </p>
            <p class="mt-1 flex items-center gap-3">
              <button class="btn btn-sm btn-primary" onclick={() => use(way)}>Do it</button>
              <span class="quiet text-sm"
                >{way.finished ? 'works on a finished rocket' : 'before it is built'}</span
              >
            </p>
          </li>
        {/each}
      </ol>
    </div>
  {/if}
</section>
