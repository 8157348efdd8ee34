<script lang="ts">
  import { isActiveLink } from 'sv-router';
  import { p } from '../router';
</script>

<nav class="mb-3 flex flex-wrap items-end gap-x-4 gap-y-1 sm:gap-x-6" aria-label="Stores">
  <h1 class="w-full text-3xl font-bold sm:w-auto">Stores</h1>
  <a
    class="whitespace-nowrap border-b-4 border-transparent font-semibold hover:underline"
    href={p('/stores/motors')}
    {@attach isActiveLink({ className: 'border-b-primary!', startsWith: true })}>Motors</a
  >
  <a
    class="whitespace-nowrap border-b-4 border-transparent font-semibold hover:underline"
    href={p('/stores/box')}
    {@attach isActiveLink({ className: 'border-b-primary!' })}>Motor box</a
  >
  <a
    class="whitespace-nowrap border-b-4 border-transparent font-semibold hover:underline"
    href={p('/stores/parts')}
    {@attach isActiveLink({ className: 'border-b-primary!' })}>Parts</a
  >
  <a
    class="whitespace-nowrap border-b-4 border-transparent font-semibold hover:underline"
    href={p('/stores/raw')}
    {@attach isActiveLink({ className: 'border-b-primary!' })}>Tubes and wood</a
  >
  <a
    class="whitespace-nowrap border-b-4 border-transparent font-semibold hover:underline"
    href={p('/stores/glues')}
    {@attach isActiveLink({ className: 'border-b-primary!' })}>Glues</a
  >
  <a
    class="whitespace-nowrap border-b-4 border-transparent font-semibold hover:underline"
    href={p('/stores/fields')}
    {@attach isActiveLink({ className: 'border-b-primary!', startsWith: true })}>Fields</a
  >
</nav>
