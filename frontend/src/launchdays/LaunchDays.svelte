<script lang="ts">
  import { longDay } from '../api/format';
  import { keepDay, takePlan, useDays } from '../api/launchdays';
  import { useFields, useSession } from '../api/queries';
  import Loading from '../kit/Loading.svelte';
  import { navigate, p } from '../router';
  import DayForm from './DayForm.svelte';

  const days = useDays();
  const fields = useFields();
  const session = useSession();
  let making = $state(false);

  async function make(body: Parameters<typeof keepDay>[1]) {
    const id = crypto.randomUUID();
    await takePlan(await keepDay(id, body));
    await navigate('/launchdays/:id', { params: { id } });
  }
</script>

<svelte:head><title>Launch days · Wobbly Fin</title></svelte:head>

<div class="mb-2 flex flex-wrap items-end justify-between gap-2">
  <div>
    <h1 class="text-3xl font-bold">Launch days</h1>
    <p class="quiet">What flies when, by whose rules, with what in the car.</p>
  </div>
  <div class="flex gap-2">
    {#if session.data?.officer}<a class="btn" href={p('/launchdays/range')}>The range</a>{/if}
    <a class="btn" href={p('/launchdays/firing')}>Firing circuit</a>
    <button class="btn btn-primary" onclick={() => (making = !making)}>New launch day</button>
  </div>
</div>
{#if making && fields.data}
  <section class="paper mb-2 p-4" aria-label="New launch day">
    <DayForm fields={fields.data} submit={make} word="Make it" />
  </section>
{/if}
<Loading query={days}>
  {#snippet children(found)}
    {#if !found.length}
      <p class="paper p-6">
        No day at the field is planned yet. Make one: then put flights on its manifest, ask for the weather,
        and see what goes.
      </p>
    {:else}
      <ul class="grid gap-2">
        {#each found as day (day.id)}
          <li class="paper">
            <a
              class="flex flex-wrap items-baseline gap-x-4 p-4 hover:underline"
              href={p('/launchdays/:id', { params: { id: day.id } })}
            >
              <span class="tape font-semibold">{longDay(day.day)}</span>
              <span class="font-display text-xl font-bold">{day.name}</span>
              <span class="quiet">{day.field || 'no field chosen'}</span>
              <span class="ml-auto"
                >{day.flights}
                {day.flights === 1 ? 'flight' : 'flights'}{day.told ? `, ${day.told} flown` : ''}</span
              >
            </a>
          </li>
        {/each}
      </ul>
    {/if}
  {/snippet}
</Loading>
