<script lang="ts">
  import { isActiveLink } from 'sv-router';
  import { p } from '../router';
</script>

<nav class="mb-3 flex flex-wrap items-end gap-x-6" aria-label="How to begin">
  <h1 class="text-3xl font-bold">New rocket</h1>
  <a
    class="border-b-4 border-transparent font-semibold hover:underline"
    href={p('/new/weighed')}
    {@attach isActiveLink({ className: 'border-b-primary!' })}>Quick: weigh and measure</a
  >
  <a
    class="border-b-4 border-transparent font-semibold hover:underline"
    href={p('/new/parts')}
    {@attach isActiveLink({ className: 'border-b-primary!' })}>From parts, or a kit’s box</a
  >
</nav>
