<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    label: string;
    name: string;
    value: string;
    said?: string;
    error?: string;
    question?: string;
    suggestion?: string | null;
    hint?: string;
    placeholder?: string;
    optional?: boolean;
    compact?: boolean;
    /** Of a figure nobody measured. */
    guessed?: boolean;
    oncommit?: (value: string) => void;
    after?: Snippet;
  }
  let {
    label,
    name,
    value = $bindable(),
    said,
    error,
    question,
    suggestion,
    hint,
    placeholder,
    optional = false,
    compact = false,
    guessed = false,
    oncommit,
    after,
  }: Props = $props();

  const uid = $props.id();
  const notes = $derived(error || question || hint);
</script>

<div class={compact ? '' : 'mb-3'}>
  <label class="mb-0.5 flex items-baseline justify-between gap-2 font-semibold" for={uid}>
    <span>{label}</span>
    {#if optional}<span class="quiet mr-auto text-sm font-normal">optional</span>{/if}
    {#if guessed}<span class="text-warning text-sm font-normal">guessed</span>{/if}
    {#if said && said !== value.trim() && !error}<span class="quiet text-sm font-normal">= {said}</span>{/if}
  </label>
  <div class="flex gap-1">
    <input
      id={uid}
      {name}
      class={['input w-full', error && 'input-error', compact && 'input-sm']}
      bind:value
      {placeholder}
      autocomplete="off"
      aria-invalid={error ? 'true' : undefined}
      aria-describedby={notes ? `${uid}-note` : undefined}
      onchange={() => oncommit?.(value)}
    />
    {@render after?.()}
  </div>
  {#if notes}
    <p
      id={`${uid}-note`}
      class={['mt-1 text-sm', error ? 'text-error' : question ? 'text-warning' : 'quiet']}
    >
      {#if error}✕ {label}: {error}{:else if question}? {question}{:else}{hint}{/if}
      {#if !error && question && suggestion}
        <button
          type="button"
          class="btn btn-xs ml-1"
          onclick={() => {
            value = suggestion;
            oncommit?.(suggestion);
          }}>make it {suggestion}</button
        >
      {/if}
    </p>
  {/if}
</div>
