<script lang="ts">
  import { ApiError } from '../../api/client';
  import { usePicture, type Station, type Step } from '../../api/workshop';
  import Sketch from '../../drawing/Sketch.svelte';
  import Later from '../../kit/Later.svelte';
  import type { Bench } from './bench.svelte';
  import StepNotes from './StepNotes.svelte';
  import WeighIn from './WeighIn.svelte';

  let { id, station, step, bench }: { id: string; station: Station; step: Step; bench: Bench } = $props();

  const picture = usePicture(
    () => bench.build,
    () => (step.pictured ? step.key : ''),
    // Whatever changes the drawing changes the step's own words.
    () => step.lines.join('|'),
  );
  const stands = usePicture(
    () => bench.build,
    () => (step.stands ? step.key : ''),
    // What stands there is what is done.
    () => [...step.lines, station.done_count].join('|'),
    () => 'stands',
  );
  const refused = $derived(bench.change.error instanceof ApiError ? bench.change.error : undefined);
  const done = $derived(step.state === 'done' || step.state === 'curing');
  const first = $derived(step.after.filter((a) => !a.done));
  const ready = $derived(step.state === 'ready' || step.state === 'urgent');
  let minutes = $state('');
  const words: Record<string, string> = {
    done: 'done',
    curing: 'curing',
    urgent: 'before it sets',
    ready: 'now',
    waiting: 'not yet',
    cold: 'too cold',
  };

  async function tick(withBefore = false) {
    if (await bench.tick(step, minutes, '', withBefore)) minutes = '';
  }
</script>

<article class="paper p-4" aria-label="Step">
  <header class="flex flex-wrap items-start gap-x-4 gap-y-1">
    <div class="min-w-0 flex-1">
      <p class="quiet text-sm">
        <span class="tape px-2">{words[step.state]}</span>
        <span class="max-sm:hidden">{step.assembly} ·</span>
        {step.hands_on}{step.begins_said && !done ? ` · ${step.begins_said}` : ''}{step.slack &&
        !done &&
        !step.decides
          ? ` · ${step.slack} to spare`
          : ''}{step.spent ? ` · took ${step.spent}` : ''}
        {#if step.decides && !done}<span class="max-sm:hidden">· decides the date</span>{/if}
      </p>
      <h2 class="font-display text-2xl leading-tight font-bold">{step.title}</h2>
    </div>
    {#if step.template}
      <a
        class="btn btn-sm"
        href={`/api/hangar/rockets/${id}/templates/${step.template}.pdf?paper=a4`}
        download>Template, full size</a
      >
    {/if}
  </header>

  <div
    class={[
      'mt-3 grid gap-4',
      (step.pictured || step.stands) && 'md:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]',
    ]}
  >
    <div>
      <ul class="list-disc space-y-1 pl-5">
        {#each step.lines as line, i (i)}<li>{line}</li>{/each}
      </ul>
      {#if step.glue.length}
        <div class="border-primary mt-3 border-l-4 pl-3">
          {#each step.glue as line, i (i)}<p>{line}</p>{/each}
        </div>
      {/if}
      {#if step.caution}
        <p class="mt-3"><span class="text-error font-bold">Caution:</span> {step.caution}</p>
      {/if}
      {#if step.inspect}<p class="mt-3"><b>Before you go on:</b> {step.inspect}</p>{/if}
      {#if step.before.length}
        <p class="mt-3">
          <b>Why now:</b>
          {#each step.before as b, i (b.key)}{i ? '; ' : ''}before
            <button class="link" onclick={() => (bench.chosen = b.key)}>{b.title}</button>, because {b.because}{/each}.
        </p>
      {/if}
      {#if step.closes.length}
        <p class="mt-3">
          <b>It closes the way to:</b>
          {#each step.closes as c, i (c.key)}{i ? ', ' : ''}<button
              class={['link', !c.done && !done && 'text-warning']}
              onclick={() => (bench.chosen = c.key)}>{c.title}</button
            >{c.done ? ' (done)' : ''}{/each}.
        </p>
      {/if}
      {#if step.tools.length || step.materials.length}
        <p class="quiet mt-3 text-sm">To hand: {[...step.tools, ...step.materials].join(', ')}.</p>
      {/if}
      {#if first.length && !done}
        <div class="mt-3">
          <b>First:</b>
          <ul class="list-disc pl-5 text-sm">
            {#each first as a (a.key)}
              <li>
                <button class="link" onclick={() => (bench.chosen = a.key)}>{a.title}</button>{a.because
                  ? `, because ${a.because}`
                  : ''}
              </li>
            {/each}
          </ul>
        </div>
      {/if}
    </div>
    {#if step.pictured || step.stands}
      <div class="grid min-w-0 content-start gap-3">
        {#if step.stands && stands.data}
          <figure class="min-w-0">
            <Sketch picture={stands.data} tall={step.pictured ? 170 : 240} />
            <figcaption class="quiet mt-1 text-center text-sm">{stands.data.says}</figcaption>
          </figure>
        {/if}
        {#if step.pictured && picture.data}
          <figure class="min-w-0">
            <Sketch picture={picture.data} tall={step.stands ? 170 : 240} />
          </figure>
        {/if}
      </div>
    {/if}
  </div>

  {#if step.changed}
    <div class="border-warning mt-3 border-l-4 pl-3">
      <p class="text-warning font-semibold">! {step.changed}</p>
      <button class="btn btn-sm mt-1" disabled={bench.change.isPending} onclick={() => bench.looked(step.key)}
        >I have looked: it still fits</button
      >
    </div>
  {/if}
  {#if step.weigh_in}<WeighIn {step} {bench} />{/if}

  <Later first class="mt-4 min-h-16"
    ><footer class="border-base-300 mt-4 flex flex-wrap items-end gap-2 border-t pt-3">
      {#if done}
        <button class="btn" disabled={bench.change.isPending} onclick={() => bench.takeBack(step.key)}
          >Take the tick back</button
        >
      {:else}
        <button
          class={['btn min-h-12 px-8 text-lg', ready && 'btn-primary']}
          disabled={bench.change.isPending || !!step.cold}
          onclick={() => tick()}>✓ Done</button
        >
        {#if step.started_at}
          <span class="quiet self-center text-sm" role="status">the clock runs</span>
        {:else if ready}
          <button class="btn min-h-12" disabled={bench.change.isPending} onclick={() => bench.start(step.key)}
            >Start the clock</button
          >
        {/if}
        <label class="text-sm"
          ><span class="block">or it took</span><input
            class={['input input-sm w-24', refused?.of('minutes') && 'input-error']}
            name="minutes"
            bind:value={minutes}
            placeholder="min"
          /></label
        >
        {#if refused?.body.code === 'out_of_order'}
          <button class="btn" onclick={() => tick(true)}>All before it is done already</button>
        {/if}
      {/if}
      {#if refused && bench.about === 'step' && !refused.of('grams')}
        <p class="text-error w-full" role="alert">{refused.message}</p>
      {/if}
    </footer></Later
  >
  <Later><StepNotes {station} {step} {bench} /></Later>
</article>
