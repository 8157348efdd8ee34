<script lang="ts">
  import type { MotorVerdict } from '../../api/queries';
  import { newtons } from '../../api/format';
  import ThrustCurves from '../../drawing/ThrustCurves.svelte';
  import { dashes, inks } from '../../drawing/curves';
  import Verdict from '../../kit/Verdict.svelte';

  let { pins, onunpin }: { pins: MotorVerdict[]; onunpin: (key: string) => void } = $props();

  const rows: [string, (m: MotorVerdict) => string][] = [
    ['verdict', (m) => m.delays[0]?.label ?? m.name],
    ['height', (m) => m.said.apogee ?? '–'],
    ['off the rod', (m) => m.said.rod_speed ?? '–'],
    ['average push', (m) => newtons(m.average_thrust_n)],
    ['burns', (m) => m.said.burn_time ?? '–'],
    ['best delay', (m) => m.said.optimum_delay ?? '–'],
    ['push, first 0.3 s', (m) => m.compare.first_300_ms ?? '–'],
    ['specific impulse', (m) => m.compare.efficiency ?? '–'],
    ['impulse for its weight', (m) => m.compare.per_loaded ?? '–'],
    ['cost', (m) => m.compare.cost ?? 'no price'],
    ['cost per N·s', (m) => m.compare.cost_per_n_s ?? '–'],
    ['in the box', (m) => String(m.in_box)],
  ];
</script>

<section class="paper self-start p-3" aria-label="Pinned motors side by side">
  <h2 class="mb-1 font-bold">Compare</h2>
  {#if !pins.length}<p class="quiet text-sm">
      Pin two or three motors on the board: their curves and figures stand here side by side.
    </p>{:else}
    <ThrustCurves curves={pins.map((m) => ({ name: m.name, thrust: m.thrust }))} height={150} />
    <div class="overflow-x-auto">
      <table class="w-full text-sm">
        <thead>
          <tr>
            <td></td>
            {#each pins as pin, i (pin.key)}
              <th class="px-2 text-left" scope="col">
                <svg viewBox="0 0 30 6" class={['inline h-2 w-8', inks[i]]} aria-hidden="true"
                  ><line x1="0" x2="30" y1="3" y2="3" stroke-width="2.4" stroke-dasharray={dashes[i]} /></svg
                >
                {pin.name}
                <button
                  class="btn btn-ghost btn-xs"
                  aria-label={`Unpin ${pin.name}`}
                  onclick={() => onunpin(pin.key)}>✕</button
                >
              </th>
            {/each}
          </tr>
        </thead>
        <tbody>
          {#each rows as [name, value] (name)}
            <tr class="border-base-300 border-t">
              <th class="quiet pr-2 text-left font-normal" scope="row">{name}</th>
              {#each pins as pin (pin.key)}
                <td class="px-2 py-0.5">
                  <span class="mr-1">{value(pin)}</span>{#if name === 'verdict'}<Verdict
                      verdict={pin.verdict}
                      small
                    />{/if}
                </td>
              {/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
</section>
