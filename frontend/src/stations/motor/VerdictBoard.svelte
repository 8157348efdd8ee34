<script lang="ts">
  import type { Board } from '../../api/queries';
  import { count } from '../../api/format';
  import type { Choice } from './choice.svelte';
  import { noFilters, remember, thrustBands } from './filters';
  import { inTurns } from '../../kit/turns.svelte';
  import MotorCard from './MotorCard.svelte';
  import { longestCoast, values } from './board';

  let { board, choice }: { board: Board; choice: Choice } = $props();

  const most = $derived(longestCoast(board.motors));
  const cards = inTurns(() => choice.shown, 0, 1);
  const narrowed = $derived(choice.shown.length < board.motors.length);
  $effect(() => remember(choice.filters.box));
  const selects = $derived([
    { key: 'thrust' as const, name: 'thrust', options: Object.keys(thrustBands) },
    {
      key: 'delay' as const,
      name: 'delay',
      options: values(board.motors.flatMap((m) => m.delays.map((d) => d.delay_s))),
    },
    { key: 'casing' as const, name: 'case', options: values(board.motors.map((m) => m.case)) },
    {
      key: 'propellant' as const,
      name: 'propellant',
      options: values(board.motors.map((m) => m.propellant)),
    },
    { key: 'box' as const, name: 'stock', options: ['in the box'] },
    { key: 'maker' as const, name: 'maker', options: values(board.motors.map((m) => m.maker)) },
  ]);
</script>

<section class="paper flex min-w-0 flex-col self-start" aria-label="Verdict board">
  <div class="border-base-300 border-b p-3">
    <div class="flex items-baseline justify-between">
      <h2 class="font-bold">Verdict board</h2>
      <span class="quiet text-sm">
        {choice.shown.length} of {count(board.motors.length, 'motor')}, best first
        {#if narrowed}<button class="btn btn-xs ml-1" onclick={() => (choice.filters = noFilters())}
            >show all</button
          >{/if}
      </span>
    </div>
    <div class="mt-2 flex flex-wrap gap-1">
      {#each selects as s (s.key)}
        <select
          class={[
            'select select-xs w-auto min-w-23 flex-1 pr-5 pl-2',
            choice.filters[s.key] && 'border-secondary border-2 font-semibold',
          ]}
          aria-label={`Narrow by ${s.name}`}
          bind:value={choice.filters[s.key]}
        >
          <option value="">any {s.name}</option>
          {#each s.options as option (option)}
            <option value={option}>{s.key === 'delay' ? `${option} s` : option}</option>
          {/each}
        </select>
      {/each}
    </div>
  </div>
  <!-- Relative, so that what only a reader hears scrolls within and does not lengthen the page. -->
  <ul class="relative overflow-y-auto xl:max-h-[calc(100dvh-330px)] xl:min-h-80">
    {#each cards.shown as motor (motor.key)}
      <li class="later-seen"><MotorCard {motor} {choice} mostCoast={most} /></li>
    {:else}
      <li class="quiet p-4">No motor is left with these filters.</li>
    {/each}
  </ul>
</section>
