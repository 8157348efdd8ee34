<script lang="ts">
  import { ask, client, type Schemas } from '../api/client';
  import { moment } from '../api/format';
  import { useChange } from '../api/queries';
  import { useShares } from '../api/sharing';
  import Dialog from '../kit/Dialog.svelte';
  import { notify } from '../kit/notices.svelte';

  interface Props {
    of: Omit<Schemas['ShareIn'], 'days'>;
    what: string;
    onclose: () => void;
  }
  let { of, what, onclose }: Props = $props();

  const lasts = [
    [7, 'a week'],
    [30, '30 days'],
    [90, '90 days'],
    [365, 'a year'],
    [0, 'until I take it back'],
  ] as const;
  const shares = useShares();
  const link = $derived(
    shares.data?.find((s) => (of.rocket_id ? s.rocket_id === of.rocket_id : s.day_id === of.day_id)),
  );
  const address = $derived(link ? location.origin + link.path : '');

  let days = $state(90);
  const make = useChange(
    () =>
      ask(
        client.PUT('/api/shares/{key}', {
          params: { path: { key: crypto.randomUUID() } },
          body: { ...of, days },
        }),
      ),
    ['shares'],
  );
  const back = useChange(
    (key: string) => ask(client.DELETE('/api/shares/{key}', { params: { path: { key } } })),
    ['shares'],
  );

  async function copy() {
    try {
      await navigator.clipboard.writeText(address);
      notify('The link is copied.');
    } catch {
      notify('This browser does not let a page copy; mark the link and copy it yourself.');
    }
  }
</script>

<Dialog title={`Share ${what}`} {onclose}>
  <p class="mb-3">
    Whoever has the link may look at it, without signing in, and change nothing. Take it back and it leads
    nowhere.
  </p>
  {#if shares.isPending}
    <p class="quiet" role="status">Looking for its link…</p>
  {:else if link}
    <label class="block"
      ><span class="font-semibold">Link</span>
      <input class="input w-full" readonly value={address} onfocus={(e) => e.currentTarget.select()} /></label
    >
    <p class="quiet mt-1 text-sm">
      {link.expires ? `Leads there until ${moment(link.expires)}.` : 'Leads there until you take it back.'}
    </p>
    <p class="mt-3 flex gap-2">
      <button class="btn btn-primary" onclick={copy}>Copy it</button>
      <a class="btn" href={link.path} target="_blank" rel="noopener">See what they see</a>
      <button class="btn btn-ghost text-error" disabled={back.isPending} onclick={() => back.mutate(link.id)}
        >Take it back</button
      >
    </p>
  {:else}
    <div class="flex flex-wrap items-end gap-2">
      <label
        ><span class="block font-semibold">Lasts</span>
        <select class="select w-auto" name="days" bind:value={days}>
          {#each lasts as [n, word] (n)}<option value={n}>{word}</option>{/each}
        </select></label
      >
      <button class="btn btn-primary" disabled={make.isPending} onclick={() => make.mutate(undefined)}
        >Make a link</button
      >
    </div>
  {/if}
  {#each [make.error, back.error] as error, i (i)}{#if error}<p class="text-error mt-2" role="alert">
        ✕ {error.message}
      </p>{/if}{/each}
</Dialog>
