<script lang="ts">
  import { ApiError, ask, client } from '../api/client';
  import { useChangeOfWords, useSession } from '../api/queries';

  const session = useSession();
  let username = $state('');
  let password = $state('');
  const enter = useChangeOfWords(() => ask(client.POST('/api/session', { body: { username, password } })));
  const back = useChangeOfWords(() => ask(client.POST('/api/session/demo')));
  const problem = $derived(enter.error instanceof ApiError ? enter.error.message : '');

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    await enter.mutateAsync(undefined).catch(() => undefined);
  }
</script>

{#if session.data?.by_link}
  <section class="paper mx-auto mt-10 max-w-lg p-6">
    <h1 class="mb-2 text-2xl font-bold">Your hangar is closed to this browser</h1>
    <p>
      Open the link that was printed when the server was started: it works once, for an hour, and this browser
      is known after that.
    </p>
    <p class="mt-2">
      Is it used up or lost? Say <code class="font-mono">make link</code> beside the running server: it prints another.
    </p>
  </section>
{:else}
  <form class="paper mx-auto mt-10 max-w-sm p-6" onsubmit={submit}>
    <h1 class="mb-4 text-2xl font-bold">Sign in</h1>
    <label class="mb-3 block">
      <span class="mb-1 block font-semibold">Name</span>
      <input class="input w-full" autocomplete="username" required bind:value={username} />
    </label>
    <label class="mb-3 block">
      <span class="mb-1 block font-semibold">Password</span>
      <input
        class="input w-full"
        type="password"
        autocomplete="current-password"
        required
        bind:value={password}
      />
    </label>
    {#if problem}<p class="text-error mb-3" role="alert">{problem}</p>{/if}
    <button class="btn btn-primary w-full" disabled={enter.isPending}>Sign in</button>
    {#if session.data?.local}
      <button
        type="button"
        class="btn mt-3 w-full"
        onclick={() => back.mutate(undefined)}
        disabled={back.isPending}
      >
        {session.data.demo ? 'Back into the demo' : 'Back to my hangar'}
      </button>
      {#if back.error}<p class="text-error mt-2" role="alert">{back.error.message}</p>{/if}
    {/if}
  </form>
{/if}
