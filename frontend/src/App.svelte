<script lang="ts">
  import { QueryClientProvider } from '@tanstack/svelte-query';
  import { queryClient } from './api/queries';
  import Shell from './kit/Shell.svelte';
</script>

<QueryClientProvider client={queryClient}>
  <Shell />
</QueryClientProvider>
