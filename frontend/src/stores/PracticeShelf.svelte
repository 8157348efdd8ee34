<script lang="ts">
  import { ask, client } from '../api/client';
  import { useChangeOfWords, usePreferences } from '../api/queries';
  import { said } from '../kit/said';

  const preferences = usePreferences();
  const change = useChangeOfWords((practice: boolean) =>
    ask(client.PATCH('/api/preferences', { body: { practice } })),
  );
</script>

{#if preferences.data}
  <section class="paper p-3" aria-label="Practice shelf">
    <label class="flex min-h-11 items-center gap-3">
      <input
        type="checkbox"
        class="toggle"
        checked={preferences.data.practice}
        disabled={change.isPending}
        onchange={(event) => void change.mutateAsync(event.currentTarget.checked).catch(said)}
      />
      <span class="font-semibold">Practice shelf</span>
    </label>
    <p class="quiet text-sm">
      {preferences.data.practice
        ? 'Invented motors and parts stand on your shelf, each stamped “practice”. No shop sells them.'
        : 'Off: only what is yours is on the shelf. On, invented motors and parts stand beside it, to play with.'}
    </p>
  </section>
{/if}
