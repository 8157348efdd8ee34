<script lang="ts">
  import { ApiError } from '../api/client';
  import { queryClient } from '../api/queries';
  import { send } from '../api/send';

  interface Props {
    /** What the file holds: “motors”. */
    what: string;
    /** Why anybody would. */
    why: string;
    /** Where one's own is fetched from; empty: nothing to pass on yet. */
    from: string;
    /** Where a file goes. */
    to: string;
    /** What became of it, in words. */
    said: (answer: Record<string, string[]>) => string;
  }
  let { what, why, from, to, said }: Props = $props();
  let became = $state('');
  let refused = $state('');

  async function take(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (!file) return;
    [became, refused] = ['', ''];
    try {
      became = said(await send<Record<string, string[]>>(to, file, 'file', {}));
      await queryClient.invalidateQueries();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error.message;
    }
  }
</script>

<section aria-label={`Pass on ${what}`}>
  <h2 class="font-bold">Pass on</h2>
  <p class="quiet mb-2 text-sm">{why}</p>
  <div class="flex flex-wrap gap-2">
    {#if from}<a class="btn btn-sm" href={from} download>Save as a file</a>{/if}
    <label class="btn btn-sm"
      >Take in a file
      <input
        class="sr-only"
        type="file"
        accept=".json,application/json"
        aria-label={`A file of ${what}`}
        onchange={take}
      /></label
    >
  </div>
  {#if became}<p class="mt-2 text-sm" role="status">{became}</p>{/if}
  {#if refused}<p class="text-error mt-2" role="alert">✕ {refused}</p>{/if}
</section>
