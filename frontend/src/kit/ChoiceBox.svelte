<script lang="ts">
  /** One of some options, with its label and what is wrong with it. */
  interface Props {
    label: string;
    name: string;
    options: Record<string, string>;
    value: string;
    error?: string | undefined;
  }
  let { label, name, options, value = $bindable(), error }: Props = $props();
  const uid = $props.id();
</script>

<label class="mb-3 block">
  <span class="mb-0.5 block font-semibold">{label}</span>
  <select
    class={['select w-full', error && 'select-error']}
    {name}
    bind:value
    aria-invalid={error ? 'true' : undefined}
    aria-describedby={error ? `${uid}-error` : undefined}
  >
    {#each Object.entries(options) as [key, words] (key)}<option value={key}>{words}</option>{/each}
  </select>
  {#if error}<span id={`${uid}-error`} class="text-error text-sm">✕ {error}</span>{/if}
</label>
