<script lang="ts">
  import type { Schemas } from '../../api/client';
  import Said from '../../kit/Said.svelte';

  type Look = readonly [mark: string, colour: string, word: string];
  const unknown: Look = ['?', 'text-warning font-bold', 'not known: '];
  const looks: Record<string, Look> = {
    passed: ['✓', 'text-success', 'passed: '],
    failed: ['✕', 'text-error font-bold', 'failed: '],
  };
  const looked = (state: string) => looks[state] ?? unknown;
  let { tests }: { tests: Schemas['TestOut'][] } = $props();
</script>

<ul class="mt-1 grid gap-x-4 text-sm">
  {#each tests as test (test.name)}
    <li class="flex gap-2">
      <span class={looked(test.state)[1]} aria-hidden="true">{looked(test.state)[0]}</span>
      <span><span class="sr-only">{looked(test.state)[2]}</span><Said text={test.reason} /></span>
    </li>
  {/each}
</ul>
