<script lang="ts">
  import type { ApiError } from '../../api/client';
  import type { Recovery } from '../../api/workshop';

  interface Props {
    found: Recovery;
    refused: ApiError | undefined;
    pending: boolean;
    onchoose: (told: Record<string, string | boolean>) => void;
  }
  let { found, refused, pending, onchoose }: Props = $props();

  const rows = $derived([
    ['protection', 'Shielded by', found.protections, found.protection],
    ['fold', 'Folded', found.folds, found.fold],
    ['first', 'What opens', found.firsts, found.first],
  ] as const);
  const words = { good: 'as wanted', slow: 'drifts far', fast: 'lands hard' } as const;
</script>

<section class="paper p-4" aria-label="Choices">
  <h3 class="mb-2 text-lg font-bold">Your way of doing it</h3>
  <div class="grid grid-cols-1 gap-3 sm:grid-cols-2">
    {#each rows as [name, label, options, value] (name)}
      <label>
        <span class="block font-semibold">{label}</span>
        <select
          class="select select-sm w-full"
          {name}
          {value}
          disabled={pending}
          onchange={(e) => onchoose({ [name]: e.currentTarget.value })}
        >
          {#each options as o (o.key)}<option value={o.key}>{o.label}</option>{/each}
        </select>
        {#if refused?.of(name)}<span class="text-error text-sm">✕ {label}: {refused.of(name)}</span>{/if}
      </label>
    {/each}
    <label>
      <span class="block font-semibold">The wadding is</span>
      <input
        class="input input-sm w-full"
        name="wadding"
        value={found.wadding}
        placeholder="as its packet says"
        onchange={(e) => onchoose({ wadding: e.currentTarget.value })}
      />
    </label>
    {#if found.first !== 'main'}
      <label>
        <span class="block font-semibold">The main opens at</span>
        <input
          class={['input input-sm w-full', refused?.of('main_height') && 'input-error']}
          name="main_height"
          value={found.main_height}
          onchange={(e) => onchoose({ main_height: e.currentTarget.value })}
        />
        {#if refused?.of('main_height')}<span class="text-error text-sm">✕ {refused.of('main_height')}</span
          >{/if}
      </label>
      <label class="flex items-center gap-2 self-end">
        <input
          type="checkbox"
          class="checkbox"
          checked={found.at_apogee}
          onchange={(e) => onchoose({ at_apogee: e.currentTarget.checked })}
        /> an altimeter fires at apogee
      </label>
    {/if}
  </div>
  {#if refused && !refused.of('main_height') && refused.status === 409}
    <p class="text-error mt-2" role="alert">{refused.message}</p>
  {/if}
  {#if found.options.length}
    <h3 class="mt-4 mb-1 text-lg font-bold">Other canopies in stores</h3>
    <table class="w-full text-sm">
      <thead class="quiet text-left"
        ><tr
          ><th class="font-normal">canopy</th><th class="font-normal">lands at</th><th class="font-normal"
            >with</th
          ><th class="font-normal">drifts</th><th class="font-normal">bay</th></tr
        ></thead
      >
      <tbody>
        {#each found.options as o, i (i)}
          <tr class="border-base-300 border-t">
            <td class="py-1 pr-2">{o.name}</td>
            <td class={['py-1 pr-2', o.verdict === 'good' ? 'font-semibold' : '']}
              >{o.verdict === 'good' ? '✓ ' : ''}{o.rate}<span class="quiet block">{words[o.verdict]}</span
              ></td
            >
            <td class="py-1 pr-2">{o.energy}</td>
            <td class="py-1 pr-2">{o.drift}</td>
            <td class="py-1">{o.fit}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</section>
