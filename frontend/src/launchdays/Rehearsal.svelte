<script lang="ts">
  import { ask, client } from '../api/client';
  import { inOrder } from '../api/order';
  import type { Panel } from '../api/launchdays';
  import { said } from '../kit/said';

  const fresh = () => Math.floor(Math.random() * 1_000_000);
  let seed = $state(fresh());
  let began = $state(Date.now());
  let moves = $state.raw<{ act: string; at_s: number }[]>([]);
  let panel = $state<Panel>();
  let skipped = $state(0);

  const next = inOrder();

  /** What is done at the controller, after what was done before it; of another rehearsal meanwhile it is no part. */
  function move(act?: string) {
    const [mine, at_s] = [seed, (Date.now() - began) / 1000 + skipped];
    return next(async () => {
      if (mine !== seed) return;
      const made = act ? [...moves, { act, at_s }] : moves;
      try {
        const found = await ask(
          client.POST('/api/launchdays/rehearsal', { body: { seed: mine, moves: made } }),
        );
        if (mine === seed) [panel, moves] = [found, made];
      } catch (error) {
        said(error);
      }
    });
  }
  function again() {
    [seed, began, moves, skipped] = [fresh(), Date.now(), [], 0];
    void move();
  }
  /** A rehearsal need not wait the whole minute: its clock is put forward. */
  async function wait(seconds: number) {
    skipped += seconds;
    await move('look');
  }
  void move();
  const rows = [
    [
      'At the table',
      [
        ['key_in', 'Key in'],
        ['look', 'Look at the lamp'],
        ['arm', 'Arm'],
        ['count', 'Count from five'],
        ['fire', 'Fire'],
        ['hold', 'Hold'],
        ['key_out', 'Key out'],
        ['swap_battery', 'Change the battery'],
      ],
    ],
    [
      'At the pad',
      [
        ['walk', 'One walks to the pad'],
        ['check_leads', 'Part the leads'],
        ['swap_igniter', 'New igniter'],
        ['move_clips', 'Clips off the deflector'],
        ['back', 'Back to the table'],
      ],
    ],
  ] as const;
</script>

<section class="paper min-w-0 p-4" aria-label="Rehearsal">
  <h3 class="text-lg font-bold">Rehearse it</h3>
  <p class="text-warning font-semibold">! Simulated controller: nothing here fires anything.</p>
  <p class="quiet text-sm">
    A fault may be hidden in it: shorted leads, a broken bridge, a flat battery, clips on the deflector. Find
    it by the book.
  </p>
  {#if panel}
    <div class="bg-neutral text-neutral-content mt-2 flex items-center gap-4 rounded p-4">
      <svg
        viewBox="0 0 60 60"
        class="h-16 w-16 shrink-0"
        role="img"
        aria-label={`The lamp ${panel.lamp === 'dark' ? 'is dark' : panel.lamp === 'dim' ? 'glows dimly' : 'glows'}`}
      >
        <circle
          cx="30"
          cy="30"
          r="24"
          class={[
            'stroke-neutral-content',
            panel.lamp === 'glows'
              ? 'fill-warning'
              : panel.lamp === 'dim'
                ? 'fill-warning/35'
                : 'fill-base-content/30',
          ]}
          stroke-width="3"
        />
        {#if panel.lamp === 'glows'}<path
            d="M30 0 V5 M30 55 V60 M0 30 H5 M55 30 H60"
            class="stroke-warning"
            stroke-width="3"
          />{/if}
      </svg>
      <div>
        <p class="text-lg font-semibold" role="status">{panel.said}</p>
        <p>
          {panel.key ? 'key in' : 'key out'} · {panel.armed ? 'armed' : 'not armed'} · {panel.at_pad
            ? 'one at the pad'
            : 'pad clear'}
        </p>
      </div>
    </div>
    {#each rows as [name, acts] (name)}
      <h4 class="mt-3 font-semibold">{name}</h4>
      <div class="flex flex-wrap gap-1">
        {#each acts as [act, label] (act)}
          <button
            class={['btn btn-sm', act === 'fire' && 'btn-primary']}
            disabled={panel.flew}
            onclick={() => move(act)}>{label}</button
          >
        {/each}
        {#if name === 'At the pad' && panel.wait_s > 0}<button
            class="btn btn-sm"
            onclick={() => wait(panel?.wait_s ?? 0)}>Wait the minute</button
          >{/if}
      </div>
    {/each}
    {#if panel.wrongs.length}
      <ul class="mt-3">
        {#each panel.wrongs as w, n (n)}<li class="text-error">✕ {w}</li>{/each}
      </ul>
    {/if}
    {#if panel.flew}
      <p class="mt-3 text-lg font-semibold">
        <span class="text-success">✓</span> It flew{panel.found ? ', the fault found' : ''}{panel.wrongs
          .length
          ? `, with ${panel.wrongs.length} wrong on the way`
          : ', all by the book'}.
      </p>
    {/if}
    <button class="btn mt-3" onclick={again}>Another</button>
  {/if}
</section>
