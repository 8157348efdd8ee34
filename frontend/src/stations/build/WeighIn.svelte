<script lang="ts">
  import { ApiError, ask, client } from '../../api/client';
  import { unitsOf } from '../../api/format';
  import { latestOf } from '../../api/order';
  import { useSession } from '../../api/queries';
  import type { Step } from '../../api/workshop';
  import { said } from '../../kit/said';
  import type { Bench } from './bench.svelte';

  let { step, bench }: { step: Step; bench: Bench } = $props();

  const uid = $props.id();
  const session = useSession();
  /** What a bare number is taken for. */
  const unit = $derived(unitsOf(session.data?.units).mass.symbol);
  const weigh = $derived(step.weigh_in);
  const refused = $derived(
    bench.change.error instanceof ApiError ? bench.change.error.of('grams') : undefined,
  );
  let text = $state('');
  let display = $state('0.0 g');
  let presses = 0;
  const latest = latestOf();

  async function read() {
    const found = await latest(() =>
      ask(
        client.GET('/api/workshop/builds/{build}/scale', {
          params: { path: { build: bench.build }, query: { step: step.key, press: presses++ } },
        }),
      ),
    ).catch(said);
    if (!found) return;
    display = found.shown;
    if (!found.over) text = found.shown;
  }
  async function keep(event: SubmitEvent) {
    event.preventDefault();
    if (await bench.weigh(step.key, text)) text = '';
  }
</script>

{#if weigh}
  <section class="bg-base-200 mt-4 flex flex-wrap items-end gap-4 p-3" aria-label="On the scale">
    <div>
      <p class="font-semibold">On the scale: {weigh.what}</p>
      <p class="quiet text-sm">{weigh.said ? `was expected at ${weigh.expected}` : weigh.expected}</p>
      <form class="mt-1 flex gap-1" onsubmit={keep}>
        <label class="sr-only" for={`${uid}-grams`}>What the scale says</label>
        <input
          id={`${uid}-grams`}
          name="grams"
          class={['input w-28', refused && 'input-error']}
          bind:value={text}
          placeholder={unit}
          aria-invalid={refused ? 'true' : undefined}
        />
        <button class="btn" disabled={bench.change.isPending || !text.trim()}>Keep the weight</button>
      </form>
    </div>
    <!-- Stands in for a scale with a cable. -->
    <div class="border-base-content/60 rounded border p-2 text-center">
      <output class="bg-neutral text-neutral-content block min-w-24 px-3 py-1 font-mono text-xl"
        >{display}</output
      >
      <button class="btn btn-xs mt-1" onclick={read}>read the simulated scale</button>
    </div>
    <div class="min-w-56 flex-1" aria-live="polite">
      {#if refused}<p class="text-error">✕ {refused}</p>{/if}
      {#if weigh.said}
        <p class={weigh.news ? 'text-warning font-semibold' : ''}>{weigh.news ? '! ' : ''}{weigh.said}</p>
        {#if weigh.drift}<p>{weigh.drift}</p>{/if}
        {#if weigh.ballast && !weigh.ballast_in}
          <button
            class="btn btn-sm btn-primary mt-1"
            disabled={bench.change.isPending}
            onclick={() => bench.ballast(step.key)}>Plan {weigh.ballast} of ballast for the nose</button
          >
        {:else if weigh.ballast_in}<p class="text-success">
            ✓ Ballast is in the design, and a step in the plan.
          </p>{/if}
      {/if}
    </div>
  </section>
{/if}
