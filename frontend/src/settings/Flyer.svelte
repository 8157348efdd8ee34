<script lang="ts">
  import type { ApiError, Schemas } from '../api/client';
  import Field from '../kit/Field.svelte';

  interface Props {
    flyer: Schemas['FlyerIn'];
    refused: ApiError | undefined;
    onchange: (flyer: Schemas['FlyerIn']) => void;
  }
  let { flyer, refused, onchange }: Props = $props();
  // svelte-ignore state_referenced_locally
  let level = $state(flyer.level === null || flyer.level === undefined ? '' : String(flyer.level));
  // svelte-ignore state_referenced_locally
  let age = $state(flyer.age ?? '');
  const commit = () => onchange({ level: level === '' ? null : Number(level), age });
</script>

<section class="paper p-4" aria-label="The flyer">
  <h2 class="mb-2 text-lg font-bold">The flyer</h2>
  <label class="mb-3 block">
    <span class="mb-0.5 block font-semibold">Certified for high power</span>
    <select class="select w-full" bind:value={level} onchange={commit}>
      <option value="">not told, not judged</option>
      <option value="0">no</option>
      <option value="1">level 1 (H, I)</option>
      <option value="2">level 2 (to L)</option>
      <option value="3">level 3 (M and up)</option>
    </select>
  </label>
  <Field
    label="Age"
    name="age"
    optional
    hint="Motors you may not fly are marked on the board. Your local body decides."
    bind:value={age}
    error={refused?.of('age')}
    oncommit={commit}
  />
</section>
