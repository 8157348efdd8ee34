<script lang="ts">
  import type { Way } from './ways';

  let { way }: { way: Way } = $props();
</script>

<svg
  viewBox="0 0 64 44"
  class="h-9 w-14 shrink-0 overflow-visible"
  aria-hidden="true"
  stroke-linejoin="round"
>
  {#if way === 'kit'}
    <path
      d="M6 18 L32 10 L58 18 L58 36 L32 42 L6 36 Z M6 18 L32 25 L58 18 M32 25 V42"
      class="fill-base-200 stroke-base-content"
      stroke-width="1.5"
    />
    <path
      d="M22 4 c-3 5 -3 7 -3 13 l7 2 v-9 c0 -3 -2 -5 -4 -6Z"
      class="fill-accent stroke-base-content"
      stroke-width="1.3"
    />
  {:else if way === 'tube'}
    <rect x="4" y="15" width="50" height="14" class="fill-base-100 stroke-base-content" stroke-width="1.5" />
    <ellipse cx="54" cy="22" rx="3.4" ry="7" class="fill-base-300 stroke-base-content" stroke-width="1.5" />
  {:else if way === 'motor'}
    <rect
      x="10"
      y="15"
      width="36"
      height="14"
      class="fill-secondary/40 stroke-base-content"
      stroke-width="1.5"
    />
    <path d="M46 18 l6 -2 v12 l-6 -2 Z" class="fill-base-content" />
    <path d="M55 17 q7 5 0 10" class="stroke-primary fill-none" stroke-width="2" />
  {:else if way === 'goal'}
    <path
      d="M8 40 C18 40 20 8 32 8"
      class="stroke-base-content fill-none"
      stroke-width="1.5"
      stroke-dasharray="3 3"
    />
    <path d="M26 8 H58 M26 18 H58" class="stroke-primary" stroke-width="2" />
    <path
      d="M42 26 c-6 0 -9 4 -9 7 l9 8 l9 -8 c0 -3 -3 -7 -9 -7Z"
      class="fill-base-200 stroke-base-content"
      stroke-width="1.3"
    />
  {:else}
    <path
      d="M20 40 c-10 0 -16 -6 -16 -13 c0 -7 5 -11 11 -12 c2 -8 9 -12 17 -12 c9 0 15 5 17 12 c7 1 11 5 11 12 c0 7 -5 13 -14 13 Z"
      class="fill-base-200 stroke-base-content"
      stroke-width="1.3"
      stroke-dasharray="4 3"
    />
    <path
      d="M32 10 c-4 5 -4 8 -4 14 v9 l-5 4 h18 l-5 -4 v-9 c0 -6 0 -9 -4 -14Z"
      class="fill-base-100 stroke-base-content"
      stroke-width="1.4"
    />
  {/if}
</svg>
