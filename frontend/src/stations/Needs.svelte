<script lang="ts">
  import { ask, client, type Schemas } from '../api/client';
  import { useChange } from '../api/queries';
  import { placeOf } from './places';

  /** What would decide what is not known, each with the place where it is told; whether it is built is told right here. */
  let {
    needs,
    rocket,
    here = '',
  }: { needs: Schemas['UntoldOut'][]; rocket: string; here?: string } = $props();

  const built = useChange(
    () =>
      ask(
        client.PUT('/api/hangar/rockets/{key}/built', {
          params: { path: { key: rocket } },
          body: { built: true },
        }),
      ),
    ['rockets'],
  );
</script>

{#each needs as need (need.name)}
  {#if need.name === 'built'}
    <button class="btn btn-xs" disabled={built.isPending} onclick={() => built.mutate(undefined)}
      >{need.say} It is</button
    >
  {:else if need.at === here}<!-- That is what this page is for. -->
  {:else if need.at === 'day'}
    <span class="text-sm">{need.say}</span>
  {:else}
    <a class="link text-sm" href={placeOf(need.at, rocket)}>{need.say}</a>
  {/if}
{/each}
