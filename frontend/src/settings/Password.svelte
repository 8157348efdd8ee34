<script lang="ts">
  import { ApiError, ask, client } from '../api/client';
  import { notify } from '../kit/notices.svelte';

  let told = $state({ old: '', new: '' });
  let refused = $state<ApiError>();
  let busy = $state(false);

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    try {
      await ask(client.PUT('/api/session/password', { body: told }));
      refused = undefined;
      told = { old: '', new: '' };
      notify('Your password is changed; wherever else you were signed in you no longer are.');
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error;
    } finally {
      busy = false;
    }
  }
</script>

<form class="paper p-4" onsubmit={keep} novalidate>
  <h2 class="mb-2 text-xl font-bold">Password</h2>
  {#each [['old', 'Password of now', 'current-password'], ['new', 'New password', 'new-password']] as const as [name, label, fill] (name)}
    <label class="mb-2 block"
      ><span class="font-semibold">{label}</span>
      <input
        class={['input w-full', refused?.of(name) && 'input-error']}
        type="password"
        {name}
        bind:value={told[name]}
        autocomplete={fill}
        aria-invalid={refused?.of(name) ? 'true' : undefined}
        aria-describedby={refused?.of(name) ? `refused-${name}` : undefined}
      />
      {#if refused?.of(name)}<span class="text-error block" id={`refused-${name}`}>✕ {refused.of(name)}</span
        >{/if}</label
    >
  {/each}
  {#if refused && !refused.body.fields.length}<p class="text-error mb-2" role="alert">
      ✕ {refused.message}
    </p>{/if}
  <button class="btn btn-sm" disabled={busy || !told.old || !told.new}>Change it</button>
</form>
