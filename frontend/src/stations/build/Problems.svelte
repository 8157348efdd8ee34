<script lang="ts">
  import type { Station } from '../../api/workshop';
  import { p } from '../../router';

  /** What keeps a rocket from being built, each with the way to the part that would have to change. */
  let { id, problems }: { id: string; problems: Station['problems'] } = $props();
</script>

{#if problems.length}
  <div class="border-error mt-2 border-l-4 pl-3" role="group" aria-label="Cannot be built as drawn">
    <p class="text-error font-semibold">✕ As drawn it cannot be built</p>
    <ul class="mt-1 grid gap-1">
      {#each problems as problem (problem.code + problem.part)}
        <li>
          {problem.reason}
          <b>{problem.change}</b>
          <a class="link" href={p('/rockets/:id/shape', { params: { id }, search: { part: problem.part } })}
            >Change it at Shape</a
          >
        </li>
      {/each}
    </ul>
  </div>
{/if}
