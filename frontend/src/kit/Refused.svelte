<script lang="ts">
  import type { ApiError } from '../api/client';

  /** What a form was refused for, where no box of it is at fault. */
  let { error }: { error: ApiError | undefined } = $props();
</script>

{#if error && !error.body.fields?.length}<p class="text-error mb-2" role="alert">✕ {error.message}</p>{/if}
