<script lang="ts">
  import { useMotors, useRockets } from '../api/queries';
  import { navigate } from '../router';
  import Dialog from './Dialog.svelte';
  import { matches, type Place } from './jump';

  let { onclose }: { onclose: () => void } = $props();

  const rockets = useRockets();
  const motors = useMotors();
  let wanted = $state('');
  let at = $state(0);
  let impatient = $state(false);

  const pages: Place[] = [
    { name: 'Hangar', kind: 'page', go: () => navigate('/') },
    { name: 'New rocket', kind: 'page', go: () => navigate('/new') },
    { name: 'Logbook', kind: 'page', go: () => navigate('/logbook') },
    { name: 'The log in figures', kind: 'page', go: () => navigate('/logbook/figures') },
    { name: 'Motors', kind: 'stores', go: () => navigate('/stores/motors') },
    { name: 'Add a motor', kind: 'stores', go: () => navigate('/stores/motors/new') },
    { name: 'Motor box', kind: 'stores', go: () => navigate('/stores/box') },
    { name: 'Parts', kind: 'stores', go: () => navigate('/stores/parts') },
    { name: 'Glues', kind: 'stores', go: () => navigate('/stores/glues') },
    { name: 'Tubes and wood', kind: 'stores', go: () => navigate('/stores/raw') },
    { name: 'Fields', kind: 'stores', go: () => navigate('/stores/fields') },
    { name: 'Launch days', kind: 'page', go: () => navigate('/launchdays') },
    { name: 'Firing circuit', kind: 'page', go: () => navigate('/launchdays/firing') },
    { name: 'Trainer', kind: 'page', go: () => navigate('/training') },
    { name: 'Limits and units', kind: 'page', go: () => navigate('/settings') },
  ];
  const everything = $derived<Place[]>([
    ...(rockets.data ?? []).map((r) => ({
      name: r.name,
      kind: 'rocket',
      go: () => navigate('/rockets/:id/motor', { params: { id: r.id } }),
    })),
    ...pages,
    ...(motors.data ?? []).map((m) => ({
      name: m.name,
      kind: `motor, ${m.maker}`,
      go: () => navigate('/stores/motors/:key', { params: { key: m.key } }),
    })),
  ]);
  const found = $derived(matches(everything, wanted).slice(0, 9));

  // Enter may come before the motors have: go as soon as there is somewhere to go.
  $effect(() => {
    if (impatient && found[at]) choose(found[at]);
  });

  function choose(place: Place | undefined) {
    if (!place) return;
    onclose();
    void place.go();
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.key === 'ArrowDown') at = Math.max(0, Math.min(at + 1, found.length - 1));
    else if (event.key === 'ArrowUp') at = Math.max(at - 1, 0);
    else if (event.key === 'Enter') impatient = true;
    else return;
    event.preventDefault();
  }
</script>

<Dialog title="Jump to" {onclose}>
  <!-- svelte-ignore a11y_autofocus -->
  <input
    class="input mb-2 w-full"
    placeholder="A rocket, a motor, a page"
    aria-label="Jump to"
    role="combobox"
    aria-expanded="true"
    aria-controls="jump-list"
    aria-activedescendant={`jump-${at}`}
    autofocus
    bind:value={wanted}
    oninput={() => {
      at = 0;
      impatient = false;
    }}
    {onkeydown}
  />
  <ul id="jump-list" role="listbox" aria-label="Places">
    {#each found as place, i (place)}
      <li id={`jump-${i}`} role="option" aria-selected={i === at}>
        <button
          class={['flex w-full justify-between rounded px-3 py-2 text-left', i === at && 'bg-base-300']}
          tabindex="-1"
          onclick={() => choose(place)}
          ><span>{place.name}</span><span class="quiet text-sm">{place.kind}</span></button
        >
      </li>
    {:else}
      <li class="quiet px-3 py-2">Nothing is called that.</li>
    {/each}
  </ul>
</Dialog>
