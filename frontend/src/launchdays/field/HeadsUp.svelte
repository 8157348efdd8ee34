<script lang="ts">
  import { ApiError } from '../../api/client';
  import { callHeadsUp } from '../../api/launchdays';
  import Alarm from './Alarm.svelte';
  import { ownCall } from './alerts.svelte';

  let shouting = $state(false);
  let reached = $state('');

  async function shout() {
    shouting = true;
    reached = '';
    try {
      await callHeadsUp(ownCall());
      reached = 'Shown on every phone on the range that can be reached.';
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      reached = 'No network: no one else’s phone shows it. Shout.';
    }
  }
</script>

<button class="btn btn-error mt-3 min-h-14 w-full text-lg font-bold" onclick={shout}>Heads up!</button>
{#if shouting}<Alarm note={reached} onclose={() => (shouting = false)} />{/if}
