<script lang="ts">
  import type { FieldDesk } from './desk.svelte';

  /** Take a photo of a flight; kept on the phone until its flight is in the logbook and has it. */
  let { desk, line, title }: { desk: FieldDesk; line: string; title: string } = $props();

  const waiting = $derived(desk.photos.filter((p) => p.line === line).length);
  async function take(box: HTMLInputElement) {
    const file = box.files?.[0];
    box.value = '';
    if (file) await desk.photograph(line, file, title);
  }
</script>

<label class="btn mt-2 min-h-12"
  >Take a photo<input
    type="file"
    accept="image/*"
    capture="environment"
    class="sr-only"
    name="photo"
    onchange={(e) => void take(e.currentTarget)}
  /></label
>
{#if waiting}<span class="ml-2" role="status"
    >{waiting === 1 ? 'One photo waits' : `${waiting} photos wait`} for the flight to be in the log.</span
  >{/if}
