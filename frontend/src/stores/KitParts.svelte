<script lang="ts">
  import { ApiError, ask, client } from '../api/client';
  import { count } from '../api/format';
  import { queryClient } from '../api/queries';

  let text = $state('');
  let said = $state('');
  let refused = $state('');
  let busy = $state(false);

  async function keep() {
    [said, refused, busy] = ['', '', true];
    try {
      const found = await ask(client.POST('/api/stores/parts/kit', { body: { text } }));
      const [taken, there] = [found['taken']?.length ?? 0, found['there']?.length ?? 0];
      said = `${count(taken, 'part')} on your shelf now${there ? `, ${there} there before` : ''}.`;
      if (taken) text = '';
      await queryClient.invalidateQueries();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error.of('text') || error.message;
    }
    busy = false;
  }
</script>

<section aria-label="Parts of a kit">
  <h2 class="font-bold">From a kit’s list</h2>
  <label class="block text-sm">
    <span class="quiet mb-1 block">One part a line, with its size. What has no size is left out.</span>
    <textarea
      class="textarea textarea-sm w-full"
      rows="3"
      name="text"
      placeholder="body tube 25 × 300 mm"
      bind:value={text}></textarea>
  </label>
  <button class="btn btn-sm mt-1" disabled={busy || !text.trim()} onclick={keep}>Put them on my shelf</button>
  {#if said}<p class="mt-2 text-sm" role="status">{said}</p>{/if}
  {#if refused}<p class="text-error mt-2" role="alert">✕ {refused}</p>{/if}
</section>
