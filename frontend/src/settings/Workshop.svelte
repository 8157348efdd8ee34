<script lang="ts">
  import type { ApiError } from '../api/client';
  import Field from '../kit/Field.svelte';

  interface Props {
    workshop: Record<string, string>;
    refused: ApiError | undefined;
    onchange: (workshop: Record<string, string>) => void;
  }
  let { workshop, refused, onchange }: Props = $props();
  // svelte-ignore state_referenced_locally
  let height = $state(workshop['printer_height'] ?? '');
</script>

<section class="paper p-4" aria-label="Workshop">
  <h2 class="mb-2 text-lg font-bold">Workshop</h2>
  <Field
    label="The printer goes up to"
    name="printer_height"
    optional
    hint="A printed part that stands taller is named on the bench."
    bind:value={height}
    error={refused?.of('printer_height')}
    oncommit={(text) => onchange({ printer_height: text })}
  />
</section>
