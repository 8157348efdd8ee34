<script lang="ts">
  import { ApiError, ask, client } from '../../api/client';
  import { renew, type Shape } from '../../api/queries';
  import { notify } from '../../kit/notices.svelte';
  import Field from '../../kit/Field.svelte';
  import { toTheWrongBox } from '../../kit/wrongBox';
  import { navigate } from '../../router';
  import type { Bench } from './bench.svelte';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();
  let factor = $state('2');
  // svelte-ignore state_referenced_locally
  let name = $state(`${shape.rocket.name}, larger`);
  let ply = $state(true);
  let refused = $state<ApiError>();
  let form: HTMLElement | undefined;
  let problem = $state('');

  async function make() {
    refused = undefined;
    problem = '';
    try {
      const done = await ask(
        client.POST('/api/hangar/rockets/{key}/up-scale', {
          params: { path: { key: bench.id } },
          body: {
            id: crypto.randomUUID(),
            name,
            factor,
            fin_material: ply ? 'birch-ply' : null,
          },
        }),
      );
      void renew();
      notify(done.sentence);
      await navigate('/rockets/:id/shape', { params: { id: done.rocket.id } });
    } catch (error) {
      refused = error instanceof ApiError ? error : undefined;
      if (refused?.of('name') || refused?.of('factor')) await toTheWrongBox(form);
      else problem = error instanceof Error ? error.message : String(error);
    }
  }
</script>

<section class="paper p-3" aria-label="Build it larger" bind:this={form}>
  <h2 class="tape mb-2">Build it larger</h2>
  <div class="grid grid-cols-[minmax(0,1fr)_8rem] gap-x-3">
    <Field compact label="Call it" name="up_name" bind:value={name} error={refused?.of('name')} />
    <Field compact label="Times" name="factor" bind:value={factor} error={refused?.of('factor')} />
  </div>
  <label class="my-2 flex items-center gap-2"
    ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={ply} /> plywood fins in place of balsa</label
  >
  <p class="quiet mb-2 text-sm">
    Lengths grow by the factor, masses by its cube and more: plywood is heavier than balsa, so it comes out
    tail-heavy. The ballast it then needs is put in.
  </p>
  {#if problem}<p class="text-error mb-2" role="alert">✕ {problem}</p>{/if}
  <button class="btn btn-sm btn-primary" onclick={make}>Make it</button>
</section>
