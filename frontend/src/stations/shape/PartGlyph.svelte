<script lang="ts" module>
  /** Nose to the left, in a box of 48 × 24: the body as it lies there, and the part itself. */
  const TUBE = 'M2 8 H46 V16 H2 Z';
  const TAIL = 'M2 8 H44 V16 H2 Z';
  const glyphs: Record<string, [body: string, part: string]> = {
    nose_cone: ['M28 7 H46 V17 H28', 'M28 7 Q10 7 4 12 Q10 17 28 17 Z'],
    body_tube: ['', TUBE],
    transition: ['M2 6 H14 V18 H2 M34 9 H46 V15 H34', 'M14 6 L34 9 V15 L14 18 Z'],
    fin_can: ['M2 8 H18 V16 H2', 'M18 8 H40 V16 H18 Z M26 8 L36 2 H42 L40 8 M26 16 L36 22 H42 L40 16'],
    fin_set: [TAIL, 'M28 8 L36 1 H43 L42 8 Z M28 16 L36 23 H43 L42 16 Z'],
    tube_fins: [TAIL, 'M26 1 H42 V8 H26 Z M26 16 H42 V23 H26 Z M26 9 H42 V15 H26 Z'],
    ring_fin: ['M2 9 H44 V15 H2 Z M32 9 L36 1 M32 15 L36 23', 'M34 1 H44 V23 H34 Z'],
    pods: [
      'M2 9 H46 V15 H2 Z',
      'M24 5 Q15 3 13 5 Q15 8 24 8 H42 V2.5 H24 Q15 2.5 13 5 M24 19 Q15 21 13 19 Q15 16 24 16 H42 V21.5 H24 Q15 21.5 13 19',
    ],
    wing: ['M2 10 H46 V14 H2 Z', 'M14 10 L22 1 H29 L28 10 Z M14 14 L22 23 H29 L28 14 Z'],
    rudder: [TAIL, 'M30 8 L37 1 H44 L43 8 Z'],
    canards: [
      'M10 8 H46 V16 H10 Q4 13 3 12 Q4 11 10 8 M36 8 L42 2 H45 V8 M36 16 L42 22 H45 V16',
      'M14 8 L18 3 H22 V8 Z M14 16 L18 21 H22 V16 Z',
    ],
    strakes: [TAIL, 'M12 8 L24 5 H40 L42 8 Z M12 16 L24 19 H40 L42 16 Z'],
    launch_lug: [TUBE, 'M18 4 H32 V8 H18 Z'],
    rail_button: [TUBE, 'M14 4 H18 V8 H14 Z M34 4 H38 V8 H34 Z'],
    rail_guide: [TUBE, 'M14 4 H34 V6 H31 V8 H17 V6 H14 Z'],
    static_port: [TUBE, 'M22 12 a1.5 1.5 0 1 0 3 0 a1.5 1.5 0 1 0 -3 0'],
    gas_vent: [TUBE, 'M20 12 a4 3 0 1 0 8 0 a4 3 0 1 0 -8 0'],
    motor_tube: [TUBE, 'M26 10 H46 V14 H26 Z'],
    centring_ring: [TUBE, 'M22 8 H25 V16 H22 Z'],
    retainer: [TUBE, 'M26 9 V8 H45 V15 H43'],
    coupler: ['M2 7 H22 M2 17 H22 M26 7 H46 M26 17 H46', 'M12 8 H36 V16 H12 Z'],
    bulkhead: [TUBE, 'M23 8 H26 V16 H23 Z'],
    baffle: [TUBE, 'M18 8 V13.5 M18 15 V16 M24 8 V9 M24 10.5 V16 M30 8 V13.5 M30 15 V16 M17 8 H31 V16 H17 Z'],
    piston: [TUBE, 'M20 8.5 H30 V15.5 H20 Z M20 12 H10'],
    joint: ['M2 8 H23 V16 H2 M25 8 H46 V16 H25', 'M20 11 H28 V13 H20 Z'],
    canopy: ['M24 22 L8 11 M24 22 L18 11 M24 22 L30 11 M24 22 L40 11', 'M8 11 Q10 2 24 2 Q38 2 40 11 Z'],
    cord: [TUBE, 'M6 12 Q9 8 12 12 T18 12 T24 12 T30 12 T36 12 T42 12'],
    anchor: [TUBE, 'M18 8 H30 L28 11 H20 Z'],
    mass_lump: [TUBE, 'M18 9.5 H30 V14.5 H18 Z'],
    device: [TUBE, 'M16 10 H32 V14 H16 Z M19 10 V14 M24 12 H29'],
    release: ['M24 22 L16 12 M24 22 L32 12 M16 12 Q17 4 24 3 Q31 4 32 12', 'M15 9 H33 V13 H15 Z'],
    tracker: [TUBE, 'M18 10 H30 V14 H18 Z M33 8 Q36 12 33 16 M36 6 Q41 12 36 18'],
    camera: [TUBE, 'M16 8 Q20 3 30 3 H32 V8 Z M29 5.5 a1.2 1.2 0 1 0 2.4 0 a1.2 1.2 0 1 0 -2.4 0'],
    allowance: ['', 'M8 20 L24 4 L32 12 L16 24 Z'],
    display: ['M2 8 H34 V16 H2 Z', 'M34 8 L44 5 V19 L34 16 Z'],
  };
</script>

<script lang="ts">
  let { type }: { type: string } = $props();
  const [body, part] = $derived(glyphs[type] ?? ['', TUBE]);
</script>

<svg
  viewBox="0 0 48 24"
  class="h-7 w-14 shrink-0"
  aria-hidden="true"
  fill="none"
  stroke-linejoin="round"
  stroke-width="1.2"
>
  <path d={body} class="stroke-base-content/45" />
  <path d={part} class="fill-primary/35 stroke-base-content" />
</svg>
