<script lang="ts">
  import type { Schemas } from '../../api/client';
  import Said from '../../kit/Said.svelte';

  let { tests }: { tests: Schemas['TestOut'][] } = $props();
</script>

<ul class="mt-1 grid gap-x-4 text-sm">
  {#each tests as test (test.name)}
    <li class="flex gap-2">
      <span class={test.passed ? 'text-success' : 'text-error font-bold'} aria-hidden="true"
        >{test.passed ? '✓' : '✕'}</span
      >
      <span
        ><span class="sr-only">{test.passed ? 'passed: ' : 'failed: '}</span><Said text={test.reason} /></span
      >
    </li>
  {/each}
</ul>
