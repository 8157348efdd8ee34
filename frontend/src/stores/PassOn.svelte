<script lang="ts">
  import { ApiError } from '../api/client';
  import { count } from '../api/format';
  import { queryClient } from '../api/queries';
  import { send } from '../api/send';

  let { own }: { own: number } = $props();
  let said = $state('');
  let refused = $state('');

  async function take(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (!file) return;
    [said, refused] = ['', ''];
    try {
      const found = await send<Record<string, string[]>>('/api/stores/motors/import', file, 'file', {});
      const [taken, better, there] = ['taken', 'better', 'there'].map((k) => found[k]?.length ?? 0);
      said = [
        `${count(taken ?? 0, 'motor')} new`,
        better ? `${better} known better now` : '',
        there ? `${there} left as they were` : '',
      ]
        .filter(Boolean)
        .join(', ');
      await queryClient.invalidateQueries();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error.message;
    }
  }
</script>

<section class="paper p-3" aria-label="Pass on">
  <h2 class="font-bold">Pass on</h2>
  <p class="quiet mb-2 text-sm">One types a maker’s range, and the whole club has it. The box stays yours.</p>
  <div class="flex flex-wrap gap-2">
    {#if own}<a class="btn btn-sm" href="/api/stores/motors.json" download>My motors as a file</a>{/if}
    <label class="btn btn-sm"
      >Take in a file
      <input
        class="sr-only"
        type="file"
        accept=".json,application/json"
        aria-label="A file of motors"
        onchange={take}
      /></label
    >
  </div>
  {#if said}<p class="mt-2 text-sm" role="status">{said}.</p>{/if}
  {#if refused}<p class="text-error mt-2" role="alert">✕ {refused}</p>{/if}
</section>
