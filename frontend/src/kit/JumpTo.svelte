<script lang="ts">
  import { day } from '../api/format';
  import { useDays } from '../api/launchdays';
  import { useMotors, useRockets } from '../api/queries';
  import { navigate } from '../router';
  import Dialog from './Dialog.svelte';
  import { matches, type Place } from './jump';
  import { ofRocket, pages } from './places';

  let { onclose }: { onclose: () => void } = $props();

  const rockets = useRockets();
  const motors = useMotors();
  const days = useDays();
  let wanted = $state('');
  let at = $state(0);
  let impatient = $state(false);

  // The guide comes when somebody looks for something: it is as long as everything else here together.
  let chapters = $state<Place[]>([]);
  void import('../guide/chapters').then((guide) => {
    chapters = guide.chapters.flatMap((c) => [
      {
        name: c.title,
        kind: 'guide',
        go: () => navigate('/guide/:chapter', { params: { chapter: c.key } }),
      },
      ...c.headings.map((h) => ({
        name: h,
        kind: `guide, ${c.title}`,
        go: () =>
          navigate('/guide/:chapter', { params: { chapter: c.key }, hash: `#${guide.anchor(h)}` as const }),
      })),
    ]);
  });
  const everything = $derived<Place[]>([
    ...(rockets.data ?? []).flatMap((r) => ofRocket(r.id, r.name)),
    ...pages,
    ...(motors.data ?? []).map((m) => ({
      name: m.name,
      kind: `motor, ${m.maker}`,
      go: () => navigate('/stores/motors/:key', { params: { key: m.key } }),
    })),
    ...(days.data ?? []).map((d) => ({
      name: d.name,
      kind: `launch day, ${day(d.day)}`,
      go: () => navigate('/launchdays/:id', { params: { id: d.id } }),
    })),
    ...chapters,
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
    placeholder="A rocket, a motor, a page, a question"
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
      <li class="quiet px-3 py-2">
        Nothing is called that. Try another word: “parachute”, “import”, “units”.
      </li>
    {/each}
  </ul>
</Dialog>
