<script lang="ts">
  import { fixed } from '../../api/format';
  import type { Link } from '../../api/workshop';

  let { link, first, last }: { link: Link; first: boolean; last: boolean } = $props();

  const gone = $derived(link.safety < 1);
  /** How full its bar is: what pulls at it against what it holds. */
  const full = $derived(Math.min(100, 100 / Math.max(link.safety, 0.01)));
  const times = $derived(link.safety >= 50 ? 'many times over' : `${fixed(link.safety, 1)} times over`);
</script>

<li class={['flex items-center gap-3 py-1', link.weakest && 'bg-base-200 -mx-2 rounded px-2']}>
  <svg viewBox="0 0 28 44" class="h-11 w-7 shrink-0" aria-hidden="true">
    {#if !first}<line x1="14" x2="14" y1="0" y2="14" class="stroke-base-content" stroke-width="2" />{/if}
    {#if !last}<line x1="14" x2="14" y1="30" y2="44" class="stroke-base-content" stroke-width="2" />{/if}
    {#if link.kind === 'lines'}
      <path d="M2 18 A12 12 0 0 1 26 18 Z" class="fill-accent stroke-base-content" stroke-width="1.5" />
      <path d="M2 18 L14 34 L26 18 M9 18 L14 34 L19 18" class="stroke-base-content fill-none" />
    {:else if link.kind === 'eye'}
      <path
        d="M6 10 Q14 -2 22 10 L22 16 L6 16 Z"
        class="fill-base-200 stroke-base-content"
        stroke-width="1.5"
      />
      <circle cx="14" cy="23" r="6" class="stroke-base-content fill-none" stroke-width="2" />
    {:else if link.kind === 'cord'}
      <path
        d="M14 8 q8 5 0 9 q-8 5 0 9 q8 5 0 9"
        class={['fill-none', gone ? 'stroke-error' : 'stroke-info']}
        stroke-width="2.4"
      />
    {:else}
      <rect
        x="4"
        y="26"
        width="20"
        height="12"
        class="fill-base-200 stroke-base-content"
        stroke-width="1.5"
      />
      <circle cx="14" cy="20" r="6" class="stroke-base-content fill-none" stroke-width="2" />
    {/if}
    {#if gone}<path d="M5 14 L23 30 M23 14 L5 30" class="stroke-error" stroke-width="3" />{/if}
  </svg>
  <div class="min-w-0 flex-1">
    <p class="leading-tight">
      <span class="inline-block font-semibold first-letter:uppercase">{link.name}</span>
      {#if link.weakest}<b class={gone ? 'text-error' : 'text-warning'}
          >{gone ? '✕ gives way first' : '! the weakest'}</b
        >{/if}
    </p>
    <p class="quiet text-sm leading-tight">
      {link.load} from {link.why}; holds {link.holds}{link.pulled ? ', as yours did when pulled' : ''}{gone
        ? ''
        : `, ${times}`}
    </p>
    <div class="bg-base-300 mt-1 h-2 w-full" aria-hidden="true">
      <div
        class={['h-2', gone ? 'bg-error' : link.safety < 2 ? 'bg-warning' : 'bg-success']}
        style:width={`${full}%`}
      ></div>
    </div>
  </div>
</li>
