<script lang="ts">
  import type { Snippet } from 'svelte';

  let { about, children }: { about: string; children: Snippet } = $props();
</script>

<details class="group inline-block">
  <summary class="link quiet cursor-pointer list-none text-sm" aria-label={`How come? ${about}`}
    >how come?</summary
  >
  <div class="paper mt-1 max-w-prose p-3 text-sm">{@render children()}</div>
</details>
