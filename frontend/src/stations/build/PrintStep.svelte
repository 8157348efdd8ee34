<script lang="ts">
  import { usePicture, type Step } from '../../api/workshop';
  import Sketch from '../../drawing/Sketch.svelte';

  let { build, step, number }: { build: string; step: Step; number: number } = $props();

  const picture = usePicture(
    () => build,
    () => (step.pictured ? step.key : ''),
    () => step.lines.join('|'),
  );
</script>

<section
  class="border-base-300 mt-3 grid break-inside-avoid grid-cols-[minmax(0,1fr)_200px] gap-4 border-t pt-2"
>
  <div>
    <h3 class="text-lg font-bold">
      <span aria-hidden="true">{step.state === 'done' || step.state === 'curing' ? '☑' : '☐'}</span>
      {number}. {step.title}
      <span class="quiet text-sm font-normal">{step.assembly}, {step.hands_on}</span>
    </h3>
    <ul class="list-disc pl-5 text-sm">
      {#each step.lines as line, i (i)}<li>{line}</li>{/each}
      {#each step.glue as line, i (i)}<li>{line}</li>{/each}
    </ul>
    {#if step.caution}<p class="text-sm"><b>Caution:</b> {step.caution}</p>{/if}
    {#if step.inspect}<p class="text-sm"><b>Before you go on:</b> {step.inspect}</p>{/if}
    {#if step.weigh_in}<p class="text-sm">
        Weigh {step.weigh_in.what}: {step.weigh_in.expected}. It shows _______
      </p>{/if}
  </div>
  {#if picture.data}<Sketch picture={picture.data} tall={120} />{/if}
</section>
