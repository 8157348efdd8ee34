<script lang="ts">
  import { ApiError, ask, client } from '../../api/client';
  import { useChange, type Rocket } from '../../api/queries';
  import { textsOf, type BoxTexts } from '../../hangar/boxes';
  import { Drafting } from '../../hangar/drafting.svelte';
  import RocketBoxes from '../../hangar/RocketBoxes.svelte';
  import { binRocket } from './bin';
  import Conflict from './Conflict.svelte';

  let { rocket }: { rocket: Rocket } = $props();

  const key = $derived(rocket.id);
  // svelte-ignore state_referenced_locally
  let texts = $state<BoxTexts>(textsOf(rocket.document));
  // svelte-ignore state_referenced_locally
  let based = $state(rocket.revision);
  let theirs = $state<{ revision: number; document: Record<string, unknown> }>();
  // svelte-ignore state_referenced_locally
  const drafting = new Drafting(() => texts, rocket.id);

  const touched = ['rockets'];
  const save = useChange(
    (document: Record<string, unknown>) =>
      ask(
        client.PUT('/api/hangar/rockets/{key}', {
          params: { path: { key }, header: { 'If-Match': based } },
          body: document,
        }),
      ),
    touched,
  );
  const step = useChange(
    (direction: 'undo' | 'redo') =>
      ask(client.POST(`/api/hangar/rockets/{key}/${direction}`, { params: { path: { key } } })),
    touched,
  );
  /** Parts in place of figures: a beginning to correct; undo brings the quick rocket back. */
  const grow = useChange(
    () => ask(client.POST('/api/hangar/rockets/{key}/grow', { params: { path: { key } } })),
    [...touched, 'shape'],
  );

  /** Every finished change of a box is saved at once; what cannot be read yet stays in its box. */
  async function commit() {
    const draft = await drafting.read({ ...texts });
    if (!draft?.document) return;
    try {
      take(await save.mutateAsync(draft.document), false);
    } catch (error) {
      if (error instanceof ApiError && error.body.code === 'stale')
        theirs = error.body.current as typeof theirs;
    }
  }

  function take(now: Rocket, withTexts: boolean) {
    based = now.revision;
    if (withTexts) texts = textsOf(now.document);
  }

  async function go(direction: 'undo' | 'redo') {
    const now = await step.mutateAsync(direction).catch(() => undefined);
    if (now) take(now, true);
  }

  const out = () => binRocket(rocket);

  function onkeydown(event: KeyboardEvent) {
    if (!(event.ctrlKey || event.metaKey)) return;
    const direction =
      event.key === 'y' || (event.key === 'Z' && event.shiftKey) ? 'redo' : event.key === 'z' ? 'undo' : '';
    const typing =
      event.target instanceof HTMLInputElement &&
      event.target.matches(':focus') &&
      event.target.value !== event.target.defaultValue;
    if (!direction || typing) return;
    event.preventDefault();
    void go(direction);
  }
</script>

<svelte:window {onkeydown} />

{#if theirs}
  <Conflict
    mine={texts}
    theirs={textsOf(theirs.document)}
    onmine={() => {
      based = theirs?.revision ?? based;
      theirs = undefined;
      void commit();
    }}
    ontheirs={() => {
      if (theirs) texts = textsOf(theirs.document);
      based = theirs?.revision ?? based;
      theirs = undefined;
    }}
  />
{/if}

<div class="paper p-5">
  <div class="mb-3 flex flex-wrap items-center justify-between gap-2">
    <p class="quiet">
      A quick rocket: measured figures, no parts. Changes are kept as you make them; every verdict follows.
      {#if save.isPending}<b>Saving…</b>{/if}
      {#if save.error && !theirs}<span class="text-error" role="alert">{save.error.message}</span>{/if}
      {#if grow.error}<span class="text-error" role="alert">{grow.error.message}</span>{/if}
      {#if drafting.problem}<span class="text-error" role="alert">{drafting.problem}</span>{/if}
    </p>
    <div class="flex flex-wrap gap-2">
      <button class="btn btn-sm btn-primary" disabled={grow.isPending} onclick={() => grow.mutate(undefined)}
        >Grow it into an airframe</button
      >
      <button class="btn btn-sm" disabled={!rocket.can_undo || step.isPending} onclick={() => go('undo')}
        >Undo</button
      >
      <button class="btn btn-sm" disabled={!rocket.can_redo || step.isPending} onclick={() => go('redo')}
        >Redo</button
      >
      <button class="btn btn-sm btn-ghost text-error" onclick={out}>Bin this rocket</button>
    </div>
  </div>
  <RocketBoxes bind:texts draft={drafting.draft} tried sideBySide oncommit={commit} />
</div>
