<script lang="ts">
  import { fixed } from '../api/format';
  import type { FiringAnswer } from '../api/launchdays';

  let { answer, count, lead }: { answer: FiringAnswer; count: number; lead: string } = $props();

  const shown = $derived(Math.min(4, Math.max(1, count)));
  const good = $derived(answer.will === 'lights');
</script>

<svg
  viewBox="0 0 460 150"
  class="mt-2 w-full max-w-2xl"
  role="img"
  aria-label={`The circuit: ${answer.battery_v} volts, ${answer.lead_ohm} ohms of lead, ${answer.currents_a[0]} amperes through each of ${count} igniters`}
>
  <g class="stroke-base-content fill-none" stroke-width="2">
    <path d="M40 90 V30 H150 M270 30 H350 M40 105 V130 H350" />
    <path d="M26 90 H54 M32 98 H48 M26 105 H54" stroke-width="3" />
    <path d="M150 30 L178 18 M180 30 H200" />
    <circle cx="150" cy="30" r="3" class="fill-base-content" /><circle
      cx="180"
      cy="30"
      r="3"
      class="fill-base-content"
    />
    <path d="M200 30 h8 l5 -8 l8 16 l8 -16 l8 16 l8 -16 l5 8 h20" />
  </g>
  {#each Array.from({ length: shown }, (_, k) => k) as k (k)}
    {@const x = 350 + (k - (shown - 1) / 2) * 30}
    <path
      d={`M350 30 H${x} V62 M${x} 98 V130 H350`}
      class="stroke-base-content fill-none"
      stroke-width="1.6"
    />
    <circle
      cx={x}
      cy="80"
      r="12"
      class={[good ? 'fill-primary' : 'fill-base-200', 'stroke-base-content']}
      stroke-width="1.6"
    />
    <path
      d={`M${x} 62 V72 L${x - 4} 80 L${x + 4} 84 L${x} 90 V98`}
      class="stroke-base-content fill-none"
      stroke-width="1.6"
    />
  {/each}
  <g class="fill-base-content text-[12px]">
    <text x="62" y="102">{answer.battery_v} V</text>
    <text x="165" y="12" text-anchor="middle">button</text>
    <text x="236" y="52" text-anchor="middle">{lead} of lead, {answer.lead_ohm} Ω</text>
    <text x="350" y="20" text-anchor="middle"
      >{fixed(answer.currents_a[0], 1)} A {count > 1 ? 'each' : ''}</text
    >
  </g>
</svg>
