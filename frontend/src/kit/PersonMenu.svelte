<script lang="ts">
  import { ask, client, type Schemas } from '../api/client';
  import { queryClient, useChangeOfWords } from '../api/queries';
  import { said } from './said';
  import { navigate, p } from '../router';

  let { session }: { session: Schemas['SessionOut'] } = $props();

  const themes = [
    { id: 'bench', name: 'Bench' },
    { id: 'night-shift', name: 'Night shift' },
    { id: 'field', name: 'Field' },
  ];

  const prefer = useChangeOfWords((body: Schemas['PreferencesIn']) =>
    ask(client.PATCH('/api/preferences', { body })),
  );
  let open = $state(false);

  /** The quantities set apart in the settings stay so. */
  const count = (system: 'metric' | 'imperial') =>
    prefer.mutate({ units: { system, exceptions: session.units?.exceptions ?? {} } }, { onError: said });

  async function leave() {
    try {
      await ask(client.DELETE('/api/session'));
    } catch (error) {
      said(error);
      return;
    }
    queryClient.clear();
    await navigate('/');
    location.reload();
  }
</script>

<details class="dropdown dropdown-end" bind:open>
  <summary class="btn btn-ghost btn-sm text-neutral-content hover:text-base-content px-1 sm:px-3"
    ><span class="max-w-12 truncate sm:max-w-40">{session.username}</span><span aria-hidden="true">▾</span
    ></summary
  >
  {#if open}
    <div class="dropdown-content paper text-base-content z-30 mt-2 w-64 p-4 shadow-lg">
      {#if session.demo}<p class="tape mb-3 text-sm">Demo hangar</p>{/if}
      <fieldset class="mb-3">
        <legend class="mb-1 font-semibold">Light</legend>
        <div class="join w-full">
          {#each themes as theme (theme.id)}
            <button
              class={['btn btn-sm join-item flex-1 px-1', session.theme === theme.id && 'btn-secondary']}
              aria-pressed={session.theme === theme.id}
              onclick={() => prefer.mutate({ theme: theme.id }, { onError: said })}>{theme.name}</button
            >
          {/each}
        </div>
      </fieldset>
      <fieldset class="mb-3">
        <legend class="mb-1 font-semibold">Units</legend>
        <div class="join w-full">
          {#each ['metric', 'imperial'] as const as system (system)}
            <button
              class={['btn btn-sm join-item flex-1', session.units?.system === system && 'btn-secondary']}
              aria-pressed={session.units?.system === system}
              onclick={() => count(system)}>{system}</button
            >
          {/each}
        </div>
      </fieldset>
      <a class="btn btn-sm mb-2 w-full" href={p('/guide')}>Guide</a>
      <a class="btn btn-sm mb-2 w-full" href={p('/settings')}>Limits and units…</a>
      <button class="btn btn-sm btn-ghost w-full" onclick={leave}>Sign out</button>
    </div>
  {/if}
</details>
