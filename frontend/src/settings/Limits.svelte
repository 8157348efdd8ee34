<script lang="ts">
  import type { ApiError, Schemas } from '../api/client';

  type Limit = Schemas['LimitOut'];
  interface Props {
    limits: Limit[];
    refused: ApiError | undefined;
    onchange: (overrides: Record<string, number>) => void;
  }
  let { limits, refused, onchange }: Props = $props();

  /** Every limit that differs from its default, with one of them replaced. */
  function withOne(key: string, value: number | undefined): Record<string, number> {
    const kept = limits
      .filter((l) => l.key !== key && l.value !== l.default)
      .map((l) => [l.key, l.value] as const);
    return Object.fromEntries(value === undefined ? kept : [...kept, [key, value] as const]);
  }
</script>

<section class="paper p-4" aria-label="Limits">
  <h2 class="text-lg font-bold">What a flight is judged by</h2>
  <p class="quiet mb-3 text-sm">
    Yours to change; every verdict follows at once. Your local code may be stricter, and it decides.
  </p>
  <ul>
    {#each limits as limit (limit.key)}
      {@const error = refused?.of(limit.key)}
      <li class="border-base-300 grid items-center gap-x-4 border-t py-2 sm:grid-cols-[1fr_150px_auto]">
        <label for={`limit-${limit.key}`}>
          <span class="font-semibold">{limit.title}</span>
          <span class="quiet block text-sm">{limit.source}</span>
        </label>
        <span class="flex items-center gap-2">
          <input
            id={`limit-${limit.key}`}
            class={['input input-sm w-24', error && 'input-error']}
            type="number"
            step="any"
            value={limit.value}
            onchange={(e) =>
              onchange(
                withOne(limit.key, e.currentTarget.value === '' ? undefined : e.currentTarget.valueAsNumber),
              )}
          />{limit.unit}
        </span>
        <button
          class="btn btn-ghost btn-xs w-24"
          disabled={limit.value === limit.default}
          onclick={() => onchange(withOne(limit.key, undefined))}>back to {limit.default}</button
        >
        {#if error}<p class="text-error text-sm sm:col-span-3" role="alert">✕ {error}</p>{/if}
      </li>
    {/each}
  </ul>
</section>
