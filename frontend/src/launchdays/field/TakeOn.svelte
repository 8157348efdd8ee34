<script lang="ts">
  import type { ListItem } from '../../api/launchdays';
  import Field from '../../kit/Field.svelte';

  interface Props {
    item: ListItem;
    ontake: (by: string, why: string) => void;
    onback: () => void;
  }
  let { item, ontake, onback }: Props = $props();

  const KEY = 'wobbly-fin:takes-on';
  let by = $state(localStorage.getItem(KEY) ?? '');
  let why = $state('');
  let asked = $state(false);

  function take(event: SubmitEvent) {
    event.preventDefault();
    asked = true;
    if (!by.trim() || !why.trim()) return;
    localStorage.setItem(KEY, by.trim());
    ontake(by.trim(), why.trim());
  }
</script>

<form class="mt-3" onsubmit={take} aria-label="Take it on yourself">
  <p class="text-lg font-bold">You take this on yourself: {item.text}</p>
  <p class="quiet mt-1">Your name and reason stay with the flight, and the range officer sees them.</p>
  <div class="mt-2 grid gap-2">
    <Field
      label="Your name"
      name="by"
      bind:value={by}
      error={asked && !by.trim() ? 'Whose decision is it?' : ''}
    />
    <Field
      label="What makes it safe all the same"
      name="why"
      bind:value={why}
      error={asked && !why.trim() ? 'Say what makes it safe.' : ''}
    />
  </div>
  <div class="mt-3 flex gap-2">
    <button type="button" class="btn min-h-14" onclick={onback}>Back</button>
    <button class="btn btn-warning min-h-14 flex-1 text-lg">I take it on</button>
  </div>
</form>
