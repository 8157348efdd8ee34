<script lang="ts">
  import { ask, client } from '../api/client';
  import { useChange } from '../api/queries';
  import { p } from '../router';

  const example = useChange(() => ask(client.POST('/api/hangar/example')), ['rockets']);
</script>

<div class="paper mx-auto mt-8 grid max-w-3xl gap-6 p-8 sm:grid-cols-[auto_1fr]">
  <svg viewBox="0 0 120 200" class="h-52" role="img" aria-label="An empty rack, one peg, a tape label">
    <line x1="10" x2="110" y1="186" y2="186" class="stroke-base-content" stroke-width="3" />
    <path d="M60 30 L60 180" class="stroke-base-300" stroke-width="26" stroke-dasharray="7 6" />
    <path
      d="M60 8 C52 20 47 26 47 34 L73 34 C73 26 68 20 60 8Z"
      class="stroke-base-content fill-none"
      stroke-dasharray="5 4"
      stroke-width="1.6"
    />
    <path
      d="M47 34 V180 M73 34 V180 M47 150 L28 180 H47 M73 150 L92 180 H73"
      class="stroke-base-content fill-none"
      stroke-dasharray="5 4"
      stroke-width="1.6"
    />
  </svg>
  <div>
    <h1 class="mb-2 text-3xl font-bold">No rocket yet</h1>
    <p class="mb-4">
      Put one on the rack: weigh it, measure across it, say what motor tube it has. That is enough to ask
      which motor and which delay, here, today.
    </p>
    <div class="flex flex-wrap gap-3">
      <a class="btn btn-primary" href={p('/new')}>Make my first rocket</a>
      <a class="btn" href={p('/new/parts')}>Begin from parts, or a kit’s box</a>
      <button class="btn" onclick={() => example.mutate(undefined)} disabled={example.isPending}
        >Load an example</button
      >
    </div>
    {#if example.error}<p class="text-error mt-3" role="alert">{example.error.message}</p>{/if}
  </div>
</div>
