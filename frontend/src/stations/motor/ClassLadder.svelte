<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { count } from '../../api/format';
  import Verdict from '../../kit/Verdict.svelte';

  let { rungs, chosen = $bindable() }: { rungs: Schemas['RungOut'][]; chosen: string } = $props();

  const highest = $derived(Math.max(1, ...rungs.map((r) => r.apogee_m?.[1] ?? 0)));
</script>

<section class="paper self-start p-3" aria-label="Class ladder: what each impulse class does here">
  <h2 class="mb-2 font-bold">Class ladder</h2>
  <ol class="flex flex-col-reverse">
    {#each rungs as rung (rung.impulse_class)}
      {@const low = rung.apogee_m?.[0] ?? 0}
      {@const high = rung.apogee_m?.[1] ?? 0}
      <li class="border-base-content/70 relative border-x-2 px-1.5 py-0.5">
        <button
          class={[
            'hover:bg-base-200 w-full rounded px-2 py-1 text-left',
            chosen === rung.impulse_class ? 'bg-base-300 outline-base-content outline-2' : 'bg-base-200/60',
          ]}
          aria-pressed={chosen === rung.impulse_class}
          onclick={() => (chosen = chosen === rung.impulse_class ? '' : rung.impulse_class)}
        >
          <span class="flex items-center gap-2">
            <span class="font-display w-11 text-xl leading-none font-bold">{rung.impulse_class}</span>
            <svg viewBox="0 0 100 7" preserveAspectRatio="none" class="h-2 min-w-0 flex-1" aria-hidden="true">
              <line x1="0" x2="100" y1="3.5" y2="3.5" class="stroke-base-content/40" stroke-width="1" />
              <rect
                x={(low / highest) * 98}
                y="0"
                width={Math.max(2, ((high - low) / highest) * 98)}
                height="7"
                class="fill-secondary"
              />
            </svg>
            <Verdict verdict={rung.verdict} small />
          </span>
          <span class="block text-sm leading-snug">
            {#if rung.said.apogee}<b>{rung.said.apogee}</b>{:else}does not lift it{/if}
            <span class="quiet">· {count(rung.motors, 'motor')}</span>
            {#if chosen === rung.impulse_class}
              {#if rung.said.rod_speed}<span class="quiet block">off rod {rung.said.rod_speed}</span>{/if}
              {#if rung.said.best_delay}<span class="quiet block">best delay {rung.said.best_delay}</span
                >{/if}
            {/if}
          </span>
        </button>
      </li>
    {/each}
  </ol>
</section>
