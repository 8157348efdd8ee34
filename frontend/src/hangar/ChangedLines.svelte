<script lang="ts">
  import { useChangedLines } from '../api/launchdays';
  import type { Rocket } from '../api/queries';
  import Said from '../kit/Said.svelte';
  import { p } from '../router';

  /** Planned flights that came to something else since their owner last saw them. */
  let { rockets }: { rockets: Rocket[] } = $props();

  const changed = useChangedLines();
  const name = (id: string) => rockets.find((r) => r.id === id)?.name ?? '';
</script>

{#if changed.data?.length}
  <section class="paper border-warning mb-2 border-l-4 px-4 py-2" aria-label="Changed since you last saw it">
    <h2 class="font-semibold">Changed since you last saw it</h2>
    <ul>
      {#each changed.data as line, i (i)}
        <li>
          <b>{name(line.rocket_id)}</b>,
          <a class="link" href={p('/launchdays/:id', { params: { id: line.day_id } })}>{line.day}</a>:
          <Said text={line.say} />
        </li>
      {/each}
    </ul>
  </section>
{/if}
