<script lang="ts">
  import { useDecoded } from '../api/queries';
  import { p } from '../router';

  let text = $state('');
  let label = $state('');
  const decoded = useDecoded(() => label);

  $effect(() => {
    const typed = text.trim();
    const timer = setTimeout(() => (label = typed), 200);
    return () => clearTimeout(timer);
  });
</script>

<section class="paper p-4" aria-label="Read a label">
  <label class="tape mb-2 text-sm" for="decode">Read any label</label>
  <input
    id="decode"
    class="input font-display w-full text-xl font-bold"
    placeholder="B7-4"
    bind:value={text}
    autocomplete="off"
  />
  <div aria-live="polite" class="mt-2">
    {#if label === ''}
      <p class="quiet text-sm">
        Class letter, average thrust, dash, delay. Type one off a motor and see what it says.
      </p>
    {:else if decoded.error}
      <p class="text-error text-sm">✕ {decoded.error.message}</p>
    {:else if decoded.data}
      <ul class="grid gap-1 text-sm">
        {#each decoded.data.says as line, n (n)}<li>{line}</li>{/each}
        {#each decoded.data.doubts as doubt, n (n)}<li class="text-warning font-semibold">
            ⚠ {doubt}
          </li>{/each}
      </ul>
      {#if decoded.data.known_key}
        <a
          class="btn btn-sm mt-3"
          href={p('/stores/motors/:key', { params: { key: decoded.data.known_key } })}>It is on the shelf</a
        >
      {:else}
        <p class="quiet mt-2 text-sm">Not on the shelf.</p>
      {/if}
    {/if}
  </div>
</section>
