<script lang="ts">
  import type { Manifest } from '../api/sharing';

  let { manifest, flyer }: { manifest: Manifest; flyer: string } = $props();

  // A mark and a word say it; colour only agrees.
  const looks: Record<string, [string, string, string]> = {
    go: ['✓', 'go', 'text-success'],
    go_with: ['~', 'go with a change', 'text-warning'],
    open: ['?', 'not decided', 'text-warning'],
    no_go: ['✕', 'no-go as it stands', 'text-error'],
  };
  const words: Record<string, string> = {
    prep: 'In prep',
    ready: 'Ready to walk out',
    at_pad: 'At the pad',
    armed: 'Armed',
    flown: 'Flown',
  };
  let now = $state(Date.now());
  $effect(() => {
    const timer = setInterval(() => (now = Date.now()), 1000);
    return () => clearInterval(timer);
  });
  function since(at: string): string {
    const s = Math.max(0, Math.floor((now - Date.parse(at)) / 1000));
    return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
  }
</script>

<ol class="grid grid-cols-1 gap-2 sm:grid-cols-2 xl:grid-cols-3" aria-label={`Flight cards of ${flyer}`}>
  {#each manifest.cards as card (card.id)}
    {@const look = looks[card.verdict] ?? ['', card.verdict, '']}
    <li class="paper break-inside-avoid p-3">
      <p class="flex flex-wrap items-baseline gap-x-3">
        <span class="tape font-semibold tabular-nums">{card.at}</span>
        <b class="font-display text-lg">{card.rocket}</b>
        <span class={['ml-auto font-bold', look[2]]}
          ><span aria-hidden="true">{look[0]}</span> {card.done ? 'flown' : look[1]}</span
        >
      </p>
      <dl class="mt-1 grid grid-cols-[auto_1fr] gap-x-3 text-sm">
        <dt class="quiet">motor</dt>
        <dd class="font-semibold">{card.label}</dd>
        <dt class="quiet">at liftoff</dt>
        <dd>{card.liftoff}{card.balance ? `, balances ${card.balance}` : ''}</dd>
        <dt class="quiet">forecast</dt>
        <dd>{card.apogee || 'does not lift'}</dd>
        <dt class="quiet">stand off</dt>
        <dd>{card.stand_off}</dd>
      </dl>
      {#if card.phase}
        <p class="mt-1 font-semibold">
          {words[card.phase] ?? card.phase}{card.pad ? ` · pad ${card.pad}` : ''}{card.waits_for.length &&
          !card.done
            ? ` · ${card.waits_for.length} holds open`
            : ''}
        </p>
        {#if card.misfired_at}<p class="text-error font-bold" role="status">
            ✕ It did not go, {since(card.misfired_at)} ago. No one walks before the wait is over.
          </p>{/if}
        {#if card.overrides.length}<ul class="text-warning font-semibold">
            {#each card.overrides as o, n (n)}<li>! {o}</li>{/each}
          </ul>{/if}
      {/if}
      {#if card.fails.length}
        <ul class="mt-1 text-sm">
          {#each card.fails as reason, n (n)}<li class="text-error">✕ {reason}</li>{/each}
        </ul>
      {:else}<p class="mt-1 text-sm">{card.say}</p>{/if}
      {#if card.notes.length}<details class="no-print text-sm">
          <summary class="link quiet cursor-pointer">{card.notes.length} to know</summary>
          <ul>
            {#each card.notes as note, n (n)}<li>· {note}</li>{/each}
          </ul>
        </details>{/if}
    </li>
  {:else}
    <li class="paper p-4">No flight is on the manifest yet.</li>
  {/each}
</ol>
