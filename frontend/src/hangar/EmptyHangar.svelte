<script lang="ts">
  import { ask, client } from '../api/client';
  import { useChange } from '../api/queries';
  import { p } from '../router';

  const example = useChange(
    () => ask(client.POST('/api/hangar/example')),
    ['rockets', 'preferences', 'motors', 'stock'],
  );
</script>

<div class="mx-auto mt-4 max-w-5xl">
  <h1 class="text-3xl font-bold">No rocket yet</h1>
  <p class="mb-4 max-w-2xl">
    Three ways to begin. Each ends at the same question: which motor and which delay, in this rocket, on this
    field, today?
  </p>
  <div class="grid grid-cols-1 gap-3 md:grid-cols-3">
    <a class="paper group flex flex-col p-5" href={`${p('/new')}?way=kit`}>
      <svg viewBox="0 0 160 90" class="mb-3 h-24" aria-hidden="true">
        <path
          d="M10 34 L80 20 L150 34 L150 74 L80 88 L10 74 Z M10 34 L80 48 L150 34 M80 48 V88"
          class="stroke-base-content fill-base-200"
          stroke-width="1.6"
        />
        <path
          d="M40 8 C34 16 34 22 34 36 L48 39 L48 22 C48 16 46 12 40 8Z"
          class="fill-accent stroke-base-content"
          stroke-width="1.4"
        />
        <rect
          x="92"
          y="4"
          width="12"
          height="36"
          class="fill-base-100 stroke-base-content"
          stroke-width="1.4"
        />
      </svg>
      <span class="font-display text-xl font-bold group-hover:underline">I have a kit box</span>
      <span class="mt-1">
        Write down what is in it, in your own words. You get the whole rocket drawn to scale, how high it
        flies, and a building plan.
      </span>
    </a>
    <a class="paper group flex flex-col p-5" href={`${p('/new')}?way=tube`}>
      <svg viewBox="0 0 160 90" class="mb-3 h-24" aria-hidden="true">
        <rect
          x="14"
          y="38"
          width="100"
          height="18"
          class="fill-base-100 stroke-base-content"
          stroke-width="1.6"
        />
        <ellipse
          cx="114"
          cy="47"
          rx="4"
          ry="9"
          class="fill-base-200 stroke-base-content"
          stroke-width="1.6"
        />
        <path
          d="M124 22 C124 8 146 6 146 20 C146 30 134 32 134 44"
          class="stroke-primary fill-none"
          stroke-width="2.4"
        />
        <circle cx="134" cy="54" r="2.4" class="fill-primary" />
      </svg>
      <span class="font-display text-xl font-bold group-hover:underline">I have a tube and an idea</span>
      <span class="mt-1">
        Say how wide the tube is. The rest is drawn as such rockets usually are, and yours to change: a motor
        or a height you have in mind will do, too.
      </span>
    </a>
    <button
      class="paper group flex cursor-pointer flex-col p-5 text-left"
      onclick={() => example.mutate(undefined)}
      disabled={example.isPending}
    >
      <svg viewBox="0 0 160 90" class="mb-3 h-24" aria-hidden="true">
        {#each [[20, 58], [52, 40], [84, 70], [116, 30]] as [x = 0, h = 0] (x)}
          <path
            d={`M${x} ${84 - h} q-7 8 -7 14 V84 h14 V${98 - h} q0 -6 -7 -14Z M${x - 7} 70 l-6 14 h6 M${x + 7} 70 l6 14 h-6`}
            class="fill-base-100 stroke-base-content"
            stroke-width="1.4"
          />
        {/each}
        <line x1="4" x2="150" y1="84" y2="84" class="stroke-base-content" stroke-width="2" />
      </svg>
      <span class="font-display text-xl font-bold group-hover:underline"
        >{example.isPending ? 'Fetching them…' : 'Show me around'}</span
      >
      <span class="mt-1">
        Three invented rockets come onto your rack and invented motors onto a practice shelf. Nothing of them
        is real but the arithmetic; Settings take the shelf away again.
      </span>
    </button>
  </div>
  {#if example.error}<p class="text-error mt-3" role="alert">✕ {example.error.message}</p>{/if}
  <p class="mt-4">
    New to it? <a class="link" href={p('/training')}>Seven questions</a> train the eye: read a label, choose a delay,
    spot the packing mistake.
  </p>
</div>
