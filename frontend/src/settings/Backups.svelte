<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { ApiError, ask, client, type Schemas } from '../api/client';
  import { moment } from '../api/format';

  /** The last backup of this installation: where it is, how old, whether it can be read; for whoever runs it. */
  const installation = createQuery(() => ({
    queryKey: ['state'],
    retry: false,
    queryFn: () => ask(client.GET('/api/state')),
  }));
  let done = $state.raw<Schemas['StateOut']>();
  let busy = $state('');
  let problem = $state('');
  const found = $derived(done ?? installation.data);

  async function act(word: string, make: () => Promise<Schemas['StateOut']>) {
    busy = word;
    problem = '';
    try {
      done = await make();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      problem = error.message;
    }
    busy = '';
  }
</script>

{#if found}
  <section class="paper mt-3 p-4" aria-label="Backups">
    <h2 class="text-lg font-bold">Backups</h2>
    {#if found.late}<p class="text-error font-semibold">
        ✕ {found.backup_at
          ? `The last one is of ${moment(found.backup_at)}: that is late.`
          : 'There is none yet.'}
      </p>
    {:else if found.ahead}<p class="text-warning font-semibold">
        ! The last one is dated later than now, {moment(found.backup_at ?? '')}: this machine’s clock was
        wrong then, or is now.
      </p>
    {:else}<p><span class="text-success">✓</span> The last one is of {moment(found.backup_at ?? '')}.</p>{/if}
    {#if found.backup_path}<p class="quiet text-sm break-all">{found.backup_path}</p>{/if}
    <p class="quiet text-sm">
      {found.backups} kept; {found.by_itself
        ? 'one is made each day while this serves'
        : 'none is made by itself here'}. {found.free_mb}
      MB free on that disk.
    </p>
    {#if found.checked}<p class="mt-1">
        <span class="text-success">✓</span> Read to its last byte just now: {found.rows} rows and
        {found.photos} photos, its database sound.
      </p>{/if}
    {#if problem}<p class="text-error" role="alert">✕ {problem}</p>{/if}
    <div class="mt-2 flex gap-2">
      <button
        class="btn btn-sm"
        disabled={busy !== ''}
        onclick={() => act('check', () => ask(client.POST('/api/state/check')))}
        >{busy === 'check' ? 'Reading it…' : 'Unpack it and look'}</button
      >
      <button
        class="btn btn-sm"
        disabled={busy !== ''}
        onclick={() => act('make', () => ask(client.POST('/api/state/backup')))}
        >{busy === 'make' ? 'Making it…' : 'Make one now'}</button
      >
    </div>
    <p class="quiet mt-2 text-sm">
      To bring one back, stop the server and say <code class="font-mono">wobbly restore FILE</code>; what was
      there is moved aside, not thrown away.
    </p>
  </section>
{/if}
