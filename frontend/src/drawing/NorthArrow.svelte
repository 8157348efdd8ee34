<script lang="ts">
  let { x, y }: { x: number; y: number } = $props();
</script>

<g transform={`translate(${x} ${y})`}>
  <path d="M0 13 V-13 M-4 -6 L0 -14 L4 -6" class="stroke-base-content fill-none" stroke-width="1.6" />
  <text x="0" y="25" text-anchor="middle" class="fill-base-content text-[11px]">N</text>
</g>
