<script lang="ts">
  import { p } from '../router';
</script>

<div class="paper mx-auto mt-10 max-w-md p-6">
  <h1 class="text-2xl font-bold">Nothing on this peg</h1>
  <p class="my-3">There is no such page, or it is not yours.</p>
  <a class="btn btn-primary" href={p('/')}>Back to the hangar</a>
</div>
