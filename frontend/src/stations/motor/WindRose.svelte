<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { at, bearing } from '../../drawing/compass';

  type Wind = Schemas['WindNowOut'];
  interface Props {
    wind: Wind;
    hours: { hour: number; wind: Wind }[];
    size?: number;
    onturn: (fromDeg: number) => void;
  }
  let { wind, hours, size = 108, onturn }: Props = $props();

  const middle = $derived(size / 2);
  const rim = $derived(size / 2 - 13);
  const most = $derived(Math.max(4, wind.speed_m_s, ...hours.map((h) => h.wind.speed_m_s)));
  let turned = $state<number | null>(null);
  const from = $derived(turned ?? wind.from_deg);
  const tail = $derived(at(from, rim - 7, middle));
  const head = $derived(at(from, rim * (1 - Math.max(0.25, wind.speed_m_s / most)), middle));

  function follow(event: PointerEvent) {
    if (turned === null) return;
    const box = (event.currentTarget as Element).getBoundingClientRect();
    turned = bearing(event.clientX - box.left, event.clientY - box.top, middle);
  }
  function grab(event: PointerEvent) {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    turned = from;
    follow(event);
  }
  function drop() {
    if (turned !== null) onturn(turned);
    turned = null;
  }
  function onkeydown(event: KeyboardEvent) {
    const step = { ArrowLeft: -5, ArrowDown: -5, ArrowRight: 5, ArrowUp: 5 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onturn((from + step + 360) % 360);
  }
</script>

<svg
  width={size}
  height={size}
  class="shrink-0 cursor-grab touch-none rounded-full"
  role="slider"
  tabindex="0"
  aria-label="Where the wind comes from"
  aria-valuenow={Math.round(from)}
  aria-valuemin={0}
  aria-valuemax={359}
  aria-valuetext={wind.said}
  onpointerdown={grab}
  onpointermove={follow}
  onpointerup={drop}
  onpointercancel={() => (turned = null)}
  {onkeydown}
>
  <circle cx={middle} cy={middle} r={rim} class="stroke-base-content/50 fill-base-100" />
  <circle cx={middle} cy={middle} r={rim / 2} class="stroke-base-300 fill-none" />
  {#each [['N', 0], ['E', 90], ['S', 180], ['W', 270]] as const as [letter, degrees] (letter)}
    {@const spot = at(degrees, rim + 7, middle)}
    <text x={spot.x} y={spot.y + 4} text-anchor="middle" class="fill-base-content text-[11px] font-semibold"
      >{letter}</text
    >
  {/each}
  {#each hours as h (h.hour)}
    {@const spot = at(h.wind.from_deg, (h.wind.speed_m_s / most) * rim, middle)}
    <line x1={middle} y1={middle} x2={spot.x} y2={spot.y} class="stroke-secondary/60" stroke-width="1.5" />
    <circle cx={spot.x} cy={spot.y} r="1.8" class="fill-secondary" />
  {/each}
  <line
    x1={tail.x}
    y1={tail.y}
    x2={head.x}
    y2={head.y}
    class="stroke-primary"
    stroke-width="3.2"
    stroke-linecap="round"
  />
  <circle cx={tail.x} cy={tail.y} r="5" class="fill-base-100 stroke-primary" stroke-width="2" />
  <path
    d="M-5 0 L5 0 L0 8 Z"
    class="fill-primary"
    transform={`translate(${head.x} ${head.y}) rotate(${from})`}
  />
</svg>
