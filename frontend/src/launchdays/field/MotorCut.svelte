<script lang="ts">
  /** A reload cut open along its axis, nozzle to the right, the part this step is about drawn heavy. Ours, and no maker's. */
  let { part }: { part: string } = $props();

  const on = (name: string) =>
    part === name ? 'stroke-primary fill-primary/35' : 'stroke-base-content/60 fill-base-300/40';
  const wide = (name: string) => (part === name ? 3 : 1.2);
  const names: Record<string, string> = {
    liner: 'the liner, inside the case',
    seals: 'the seals, at both ends',
    delay: 'the delay, behind the forward closure',
    forward: 'the forward closure',
    grain: 'the grain',
    nozzle: 'the nozzle',
    igniter: 'the igniter, through the nozzle',
    closure: 'the closures',
    charge: 'the charge, at the forward end',
  };
</script>

{#if names[part]}
  <figure class="mt-3">
    <svg viewBox="0 0 320 96" class="w-full" role="img" aria-label={`A motor cut open: ${names[part]}`}>
      <rect
        x="20"
        y="16"
        width="264"
        height="64"
        rx="3"
        class="stroke-base-content/60 fill-none"
        stroke-width="2"
      />
      <rect x="26" y="21" width="252" height="6" class={on('liner')} stroke-width={wide('liner')} />
      <rect x="26" y="69" width="252" height="6" class={on('liner')} stroke-width={wide('liner')} />
      <rect x="96" y="29" width="134" height="38" class={on('grain')} stroke-width={wide('grain')} />
      <path d="M176 46h54v4h-54z" class="fill-base-100 stroke-base-content/60" stroke-width="1" />
      <rect x="62" y="32" width="30" height="32" class={on('delay')} stroke-width={wide('delay')} />
      <rect
        x="34"
        y="18"
        width="26"
        height="60"
        class={part === 'closure' ? on('closure') : on('forward')}
        stroke-width={Math.max(wide('closure'), wide('forward'))}
      />
      <path d="M12 34h20v28h-20z" class={on('charge')} stroke-width={wide('charge')} />
      <path d="M234 30h18l14 12v12l-14 12h-18z" class={on('nozzle')} stroke-width={wide('nozzle')} />
      <path d="M254 18h32v14h-18zM254 78h32V64h-18z" class={on('closure')} stroke-width={wide('closure')} />
      <circle cx="236" cy="24" r="4" class={on('seals')} stroke-width={wide('seals')} />
      <circle cx="236" cy="72" r="4" class={on('seals')} stroke-width={wide('seals')} />
      <circle cx="66" cy="24" r="4" class={on('seals')} stroke-width={wide('seals')} />
      <circle cx="66" cy="72" r="4" class={on('seals')} stroke-width={wide('seals')} />
      <path
        d="M188 48h122"
        class={part === 'igniter' ? 'stroke-primary' : 'stroke-base-content/40'}
        stroke-width={part === 'igniter' ? 4 : 1.2}
        stroke-dasharray={part === 'igniter' ? undefined : '3 4'}
      />
    </svg>
    <figcaption class="quiet text-center">
      Shown heavy: {names[part]}. No maker’s motor; the sheet’s drawing decides.
    </figcaption>
  </figure>
{/if}
