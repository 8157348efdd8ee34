<script lang="ts">
  // How materials are shaded; ids carry a suffix so that two drawings on a page do not share them.
  let { suffix, used }: { suffix: string; used: ReadonlySet<string> } = $props();

  const tiles = [
    ['wood', 9, 'M0 2 C3 1 6 3 9 2 M0 6.5 C3 7.5 6 5.5 9 6.5', 0.7],
    ['ply', 6, 'M0 1.5 H6 M0 3 H6 M0 4.5 H6 M3 1.5 V3 M1 3 V4.5', 0.6],
    ['paper', 7, 'M0 7 L7 0', 0.6],
    ['plastic', 7, 'M0 0 L7 7 M3.5 0 L7 3.5 M0 3.5 L3.5 7', 0.4],
    ['printed', 4, 'M0 2 H4', 0.6],
    ['laminate', 6, 'M0 0 L6 6 M6 0 L0 6', 0.5],
    ['metal', 4, 'M0 4 L4 0', 1],
    ['foam', 7, 'M2 2 h1 M5 5 h1', 1],
    ['cloth', 5, 'M0 2.5 H5 M2.5 0 V5', 0.4],
    ['cord', 5, 'M0 5 L2.5 0 L5 5', 0.6],
    ['glue', 5, 'M1 1 h1 M3.5 3.5 h1', 1.2],
  ] as const;
</script>

<defs>
  {#each tiles.filter(([name]) => used.has(name)) as [name, size, d, width] (name)}
    <pattern id={`${name}-${suffix}`} width={size} height={size} patternUnits="userSpaceOnUse">
      <rect width={size} height={size} class="fill-base-100" />
      <path {d} class="stroke-base-content/35 fill-none" stroke-width={width} />
    </pattern>
  {/each}
</defs>
