<script lang="ts">
  import { fixed, gravities, lengthIn, seconds, speedIn, type Units } from '../../../api/format';
  import { interpolate } from '../../../drawing/plot';
  import type { Forecast } from '../../../api/queries';
  import type { Playback } from './playback.svelte';

  let { flight, units, play }: { flight: Forecast; units: Units; play: Playback } = $props();

  const now = $derived.by(() => {
    const of = (values: number[]) => interpolate(flight.time_s, values, play.at);
    return [
      seconds(play.at),
      lengthIn(units.height, of(flight.altitude_m)),
      speedIn(units.speed, of(flight.speed_m_s)),
      `${fixed(gravities(of(flight.acceleration_m_s2)), 1)} g`,
    ].join(' · ');
  });
</script>

<div class="mb-1 flex flex-wrap items-center gap-2">
  <button class="btn btn-primary btn-sm w-20" onclick={() => play.toggle()}
    >{play.playing ? 'Pause' : 'Play'}</button
  >
  <select class="select select-sm w-20" aria-label="How fast" bind:value={play.rate}>
    <option value={0.1}>⅒×</option><option value={0.5}>½×</option><option value={1}>1×</option><option
      value={4}>4×</option
    >
  </select>
  <input
    type="range"
    class="range range-xs min-w-32 flex-1"
    min="0"
    max={flight.time_s.at(-1) ?? 1}
    step="0.05"
    aria-label="Time in the flight"
    aria-valuetext={seconds(play.at)}
    value={play.at}
    oninput={(e) => {
      play.stop();
      play.seek(Number(e.currentTarget.value));
    }}
  />
  <output class="w-66 text-sm tabular-nums">{now}</output>
</div>
