<script lang="ts">
  import type { ApiError, Schemas } from '../api/client';
  import HowCome from '../kit/HowCome.svelte';
  import { inTurns } from '../kit/turns.svelte';

  type Limit = Schemas['LimitOut'];
  interface Props {
    limits: Limit[];
    refused: ApiError | undefined;
    onchange: (texts: Record<string, string>) => void;
  }
  let { limits, refused, onchange }: Props = $props();

  const rows = inTurns(() => limits, 4, 3);
</script>

<section class="paper p-4" aria-label="Limits">
  <h2 class="text-lg font-bold">What a flight is judged by</h2>
  <p class="quiet mb-3 text-sm">
    Yours to change, in any unit. Empty a box to go back. Your local code decides.
  </p>
  <ul
    class={[
      rows.shown.length < limits.length &&
        'min-h-[calc(var(--limits)*107px)] sm:min-h-[calc(var(--limits)*62px)]',
    ]}
    style:--limits={limits.length}
  >
    {#each rows.shown as limit (limit.key)}
      {@const error = refused?.of(limit.key)}
      <li
        class="border-base-300 grid grid-cols-1 items-center gap-x-4 border-t py-2 sm:grid-cols-[1fr_130px_auto]"
      >
        <span>
          <label class="font-semibold" for={`limit-${limit.key}`}>{limit.title}</label>
          <HowCome about={limit.title}><p>{limit.source}</p></HowCome>
        </span>
        <input
          id={`limit-${limit.key}`}
          class={['input input-sm w-full', error && 'input-error']}
          value={limit.said}
          autocomplete="off"
          onchange={(e) => onchange({ [limit.key]: e.currentTarget.value })}
        />
        <button
          class={[
            'btn btn-ghost btn-xs justify-start sm:w-28 sm:justify-center',
            limit.value === limit.default && 'invisible max-sm:hidden',
          ]}
          disabled={limit.value === limit.default}
          onclick={() => onchange({ [limit.key]: '' })}>back to {limit.said_default}</button
        >
        {#if error}<p class="text-error text-sm sm:col-span-3" role="alert">✕ {error}</p>{/if}
      </li>
    {/each}
  </ul>
</section>
