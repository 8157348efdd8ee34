<script lang="ts">
  import type { Schemas } from '../../api/client';

  let { rocket }: { rocket: Schemas['BegunOut'] } = $props();

  const asked = $derived(rocket.lines.filter((l) => l.asks));
  const placed = $derived(rocket.lines.filter((l) => l.part).length);
</script>

<p class="font-semibold">{rocket.headline}</p>
{#if rocket.lines.length}
  <p class="mt-1">{placed} of {rocket.lines.length} lines became parts.</p>
{/if}
{#if asked.length}
  <ul class="mt-1" aria-label="What is asked about the list">
    {#each asked as line (line.text)}
      <li><span class="font-semibold">{line.text}:</span> {line.asks}</li>
    {/each}
  </ul>
{/if}
{#if rocket.missing}<p class="quiet mt-1">{rocket.missing}</p>{/if}
<details class="mt-2">
  <summary class="cursor-pointer font-semibold">{rocket.sure}</summary>
  <ol class="mt-1 list-decimal pl-5">
    {#each rocket.first as line (line)}<li>{line}</li>{/each}
  </ol>
  {#if rocket.limits.length}
    <ul class="mt-2 list-disc pl-5">
      {#each rocket.limits as line (line)}<li>{line}</li>{/each}
    </ul>
  {/if}
</details>
