<script lang="ts">
  import type { Recovery } from '../../api/workshop';

  let { found }: { found: Recovery } = $props();

  let shown = $state(-1);
  /** The worst ejection is looked at first. */
  const worst = $derived(
    found.cases.reduce(
      (best, c, i) =>
        Math.min(...c.links.map((l) => l.safety)) <
        Math.min(...(found.cases[best]?.links.map((l) => l.safety) ?? [Infinity]))
          ? i
          : best,
      0,
    ),
  );
  const open = $derived(found.cases[shown < 0 ? worst : shown]);
  /** How full a link's bar is: what pulls at it against what it holds. */
  const full = (safety: number) => Math.min(100, 100 / Math.max(safety, 0.01));
</script>

<section class="paper p-4" aria-label="What holds it">
  <h3 class="text-lg font-bold">From canopy to anchor</h3>
  <div class="my-2 flex flex-wrap gap-1" role="group" aria-label="At which ejection">
    {#each found.cases as c, i (i)}
      <button
        class={['btn btn-sm', open === c && 'btn-secondary']}
        aria-pressed={open === c}
        onclick={() => (shown = i)}>{c.name}, {c.speed}</button
      >
    {/each}
  </div>
  {#if open}
    <p class={open.links.some((l) => l.safety < 1) ? 'text-error font-semibold' : 'font-semibold'}>
      {open.sentence}
    </p>
    <ol class="mt-2">
      {#each open.links as link, i (i)}
        <li class="relative flex items-center gap-3 py-1">
          <svg viewBox="0 0 24 40" class="h-10 w-6 shrink-0" aria-hidden="true">
            {#if i < open.links.length - 1}<line
                x1="12"
                x2="12"
                y1="20"
                y2="40"
                class="stroke-base-content"
                stroke-width="2"
              />{/if}
            {#if i > 0}<line
                x1="12"
                x2="12"
                y1="0"
                y2="20"
                class="stroke-base-content"
                stroke-width="2"
              />{/if}
            {#if link.kind === 'lines'}<path
                d="M2 20 A10 10 0 0 1 22 20 Z"
                class="fill-accent stroke-base-content"
                stroke-width="1.5"
              />
            {:else if link.kind === 'cord'}<path
                d="M12 6 q6 4 0 8 q-6 4 0 8 q6 4 0 8"
                class="stroke-base-content fill-none"
                stroke-width="2"
              />
            {:else}<circle
                cx="12"
                cy="20"
                r="6"
                class="fill-base-100 stroke-base-content"
                stroke-width="2"
              />{/if}
          </svg>
          <div class="min-w-0 flex-1">
            <p class="leading-tight first-letter:uppercase">
              {link.said}
              {#if link.weakest}<b class={link.safety < 1 ? 'text-error' : 'text-warning'}>
                  {link.safety < 1 ? '✕ gives way first' : '! the weakest'}</b
                >{/if}
            </p>
            <div class="bg-base-300 mt-1 h-2 w-full">
              <div
                class={['h-2', link.safety < 1 ? 'bg-error' : link.safety < 2 ? 'bg-warning' : 'bg-success']}
                style:width={`${full(link.safety)}%`}
              ></div>
            </div>
          </div>
        </li>
      {/each}
    </ol>
    {#if found.fault}<p class="quiet mt-2">{found.fault}</p>{/if}
  {/if}
</section>
