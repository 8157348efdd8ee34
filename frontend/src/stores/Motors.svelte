<script lang="ts">
  import { count } from '../api/format';
  import { useMotors } from '../api/queries';
  import Later from '../kit/Later.svelte';
  import Loading from '../kit/Loading.svelte';
  import PassOn from '../kit/PassOn.svelte';
  import { p } from '../router';
  import { values } from '../stations/motor/board';
  import Decoder from './Decoder.svelte';
  import MotorList from './MotorList.svelte';
  import MotorTile from './MotorTile.svelte';
  import PracticeShelf from './PracticeShelf.svelte';
  import StoresTabs from './StoresTabs.svelte';
  import { byClass, keep, noWish } from './shelf';

  const motors = useMotors();
  const said = (found: Record<string, string[]>) => {
    const [taken, better, there] = ['taken', 'better', 'there'].map((k) => found[k]?.length ?? 0);
    return (
      [
        `${count(taken ?? 0, 'motor')} new`,
        better ? `${better} known better now` : '',
        there ? `${there} left as they were` : '',
      ]
        .filter(Boolean)
        .join(', ') + '.'
    );
  };
  let wish = $state(noWish());
  const shown = $derived(keep(motors.data ?? [], wish));
  const selects = $derived([
    {
      key: 'diameter' as const,
      name: 'diameter',
      options: values((motors.data ?? []).map((m) => m.diameter_mm)),
      unit: ' mm',
    },
    {
      key: 'casing' as const,
      name: 'case',
      options: values((motors.data ?? []).map((m) => m.case)),
      unit: '',
    },
    {
      key: 'propellant' as const,
      name: 'propellant',
      options: values((motors.data ?? []).map((m) => m.propellant)),
      unit: '',
    },
    {
      key: 'maker' as const,
      name: 'maker',
      options: values((motors.data ?? []).map((m) => m.maker)),
      unit: '',
    },
  ]);
</script>

<svelte:head><title>Motors · Wobbly Fin</title></svelte:head>

<StoresTabs />
<div class="grid grid-cols-1 gap-3 lg:grid-cols-[320px_1fr]">
  <div
    class={[
      'flex flex-col gap-3 lg:sticky lg:top-3 lg:self-start',
      motors.data?.length === 0 && 'max-lg:order-last',
    ]}
  >
    <Decoder />
    <a class="btn btn-primary" href={p('/stores/motors/new')}>Add a motor</a>
    <a class="btn" href={p('/stores/box')}>Add many at once</a>
    <PracticeShelf />
    <div class="paper p-3">
      <PassOn
        what="motors"
        why="One types a maker’s range, and the whole club has it. The box stays yours."
        from={motors.data?.some((m) => m.own) ? '/api/stores/motors.json' : ''}
        to="/api/stores/motors/import"
        {said}
      />
    </div>
  </div>
  <Loading query={motors}>
    {#snippet children(all)}
      {#if !all.length}
        <div class="max-w-3xl">
          <MotorList />
          <p class="quiet mt-2 p-2">
            Nothing is on the shelf yet. A label such as B5-4 tells class, thrust and delay; what it leaves
            open is guessed as is usual, with its band, until you add what the pack says.
          </p>
        </div>
      {:else}
        <section class="paper p-3" aria-label="Motors on the shelf">
          <div class="mb-2 flex flex-wrap items-center gap-2">
            <input
              class="input input-sm w-36"
              placeholder="find a label"
              aria-label="Find a label"
              bind:value={wish.text}
            />
            {#each selects as s (s.key)}
              <select
                class="select select-sm w-auto"
                aria-label={`Narrow by ${s.name}`}
                bind:value={wish[s.key]}
              >
                <option value="">any {s.name}</option>
                {#each s.options as option (option)}<option value={option}>{option}{s.unit}</option>{/each}
              </select>
            {/each}
            <span class="quiet ml-auto text-sm"
              >{shown.length} of {count(all.length, 'motor')}, curves to one scale a class</span
            >
          </div>
          {#each byClass(shown) as group (group.name)}
            <Later height={140}
              ><section
                class="border-base-300 gap-3 border-t py-2 sm:flex"
                aria-label={`Class ${group.name}`}
              >
                <h2 class="flex shrink-0 items-baseline gap-2 pt-1 sm:block sm:w-16 sm:text-center">
                  <span class="text-2xl leading-none font-bold sm:block">{group.name}</span>
                  <span class="quiet text-xs font-normal">to {group.most}</span>
                </h2>
                <ul
                  class="grid min-w-0 flex-1 grid-cols-1 gap-1 sm:grid-cols-[repeat(auto-fill,minmax(148px,1fr))] sm:gap-2"
                >
                  {#each group.motors as motor (motor.key)}
                    <li><MotorTile {motor} time={group.time} thrust={group.thrust} /></li>
                  {/each}
                </ul>
              </section></Later
            >
          {:else}
            <p class="quiet p-4">
              Nothing on the shelf is like that. <button class="btn btn-xs" onclick={() => (wish = noWish())}
                >Show all</button
              >
            </p>
          {/each}
        </section>
      {/if}
    {/snippet}
  </Loading>
</div>
