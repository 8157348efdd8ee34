<script lang="ts">
  interface Props {
    x: number;
    top: number;
    foot: number;
    words: string;
  }
  let { x, top, foot, words }: Props = $props();
</script>

<line x1={x} x2={x} y1={top} y2={foot} class="stroke-primary" stroke-width="1.6" />
<path
  transform={`translate(${x} ${top})`}
  d="M0 0 L-11 -15 C-8 -24 8 -24 11 -15 Z M-11 -15 C-7 -12 -4 -12 0 -15 C4 -12 7 -12 11 -15"
  class="stroke-primary fill-primary/30"
  stroke-width="1.8"
  stroke-linejoin="round"
/>
<rect x={x - 20} y={foot - 9} width="40" height="18" rx="4" class="fill-primary" />
<text {x} y={foot + 4} text-anchor="middle" class="fill-primary-content text-[12px] font-semibold"
  >{words}</text
>
