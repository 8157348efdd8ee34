<script lang="ts">
  import { fixed } from '../../api/format';
  import Later from '../../kit/Later.svelte';
  import type { Shape } from '../../api/queries';
  import HowCome from '../../kit/HowCome.svelte';
  import Field from '../../kit/Field.svelte';
  import type { Bench } from './bench.svelte';

  let { bench, shape }: { bench: Bench; shape: Shape } = $props();

  let texts = $state<Record<string, string>>({});
  $effect(() => {
    const next: Record<string, string> = {
      ...shape.texts,
      ...shape.known,
      low_calibres: String(shape.margin['low_calibres'] ?? 1),
      high_calibres: String(shape.margin['high_calibres'] ?? 2),
    };
    texts = next;
  });
  const balance = $derived(shape.balance);
  const saved = $derived(
    `data:application/json;charset=utf-8,${encodeURIComponent(JSON.stringify(shape.rocket.document, null, 1))}`,
  );
</script>

<section class="paper p-3" aria-label="The whole rocket">
  <h2 class="mb-1 text-lg font-bold">The whole rocket</h2>
  <p class="quiet mb-2 text-sm">
    Touch a part to change it. Today it peaks at {shape.apogee ?? 'not known yet'}.
  </p>
  <div class="grid grid-cols-2 gap-x-3 gap-y-1.5">
    {#each shape.motor_choices as choice, i (choice.stage_id)}
      <label class="block">
        <span class="mb-0.5 block font-semibold"
          >Flown with{shape.motor_choices.length > 1 ? `, stage ${i + 1}` : ''}</span
        >
        <select
          class="select select-sm w-full"
          value={choice.chosen ? (choice.motor ?? '') : ''}
          onchange={(e) =>
            bench.edit([
              { op: 'rocket', field: 'motor', part: choice.stage_id, value: e.currentTarget.value || null },
            ])}
        >
          <option value="">the best today{!choice.chosen && choice.motor ? `: ${choice.motor}` : ''}</option>
          {#each choice.options as o (o.key)}<option value={o.key}>{o.label}</option>{/each}
        </select>
      </label>
    {/each}
    <label class="block">
      <span class="mb-0.5 block font-semibold">Margin by school</span>
      <select
        class="select select-sm w-full"
        value={shape.margin['school']}
        onchange={(e) => bench.edit([{ op: 'rocket', field: 'school', value: e.currentTarget.value }])}
      >
        <option value="usual">usual, 1 to 2</option>
        <option value="certification">certification course, 2 to 2.5</option>
        <option value="own">my own band</option>
      </select>
    </label>
    {#if shape.margin['school'] === 'own'}
      {#each [['low_calibres', 'From, calibres'], ['high_calibres', 'To, calibres']] as const as [field, label] (field)}
        <Field
          compact
          {label}
          name={field}
          bind:value={() => texts[field] ?? '', (v) => (texts[field] = v)}
          error={bench.errors[field]}
          oncommit={(v) => bench.edit([{ op: 'rocket', field, text: v }])}
        />
      {/each}
    {/if}
    {#each [['mass_kg', 'Whole, weighed', 'no motor'], ['cg_m', 'Balanced on a finger at', 'from the tip'], ['cd', 'Own Cd', fixed(shape.drag.cd_coasting, 2)], ['motor_fore_m', 'Motor’s front end at', 'as the mount says']] as const as [field, label, placeholder] (field)}
      <Field
        compact
        {label}
        name={field}
        {placeholder}
        bind:value={() => texts[field] ?? '', (v) => (texts[field] = v)}
        error={bench.errors[field]}
        oncommit={(v) => bench.edit([{ op: 'known', field, text: v }])}
      />
    {/each}
    <Later class="min-h-64">
      {#each [['payload_mass', 'Fragile payload', 'none', 'An egg is about 60 g'], ['payload_stands', 'It stands a push of', '35 N', 'An egg end-on about 35 N'], ['name', 'Name'], ['rod_length', 'Rod'], ['printed_motors', 'Motors the maker printed'], ['remarks', 'Remarks']] as const as [field, label, placeholder, hint] (field)}
        <Field
          compact
          {label}
          name={field}
          {placeholder}
          {hint}
          bind:value={() => texts[field] ?? '', (v) => (texts[field] = v)}
          error={bench.errors[field]}
          oncommit={(v) => bench.edit([{ op: 'rocket', field, text: v }])}
        />
      {/each}
      <label class="col-span-2 block">
        <span class="mb-0.5 block font-semibold">Found tubes</span>
        <select
          class="select select-sm w-full"
          value={shape.tube_school}
          onchange={(e) => bench.edit([{ op: 'rocket', field: 'tube_school', value: e.currentTarget.value }])}
        >
          <option value="household">strong household cores may fly</option>
          <option value="rocket_tube_only">only rocket tube for high power</option>
        </select>
      </label>
    </Later>
  </div>
  <p class="mt-2 text-sm">
    <a class="link" href={saved} download={`${shape.rocket.name}.json`}>Save it as a file</a>
    <span class="quiet">, open JSON; a file is read back under New rocket, from parts.</span>
  </p>
  <div class="mt-2">
    <HowCome about="balance">
      <p class="mb-1">
        {balance.school} ({balance.school_source}). The air pushes at {balance.said['cp']} by Barrowman’s equations
        (1966, 1967), slope {balance.said['cn_alpha']}; a cardboard cut-out would balance at {balance.said[
          'cutout'
        ]}{balance.cutout_margin_calibres !== null
          ? `, ${fixed(balance.cutout_margin_calibres, 1)} calibres: the careful figure`
          : ''}. At 10° to the wind body lift brings it forward to {balance.said['cp_at_10']}.
      </p>
      <table>
        <thead
          ><tr
            ><th class="pr-4 text-left">part</th><th class="pr-4 text-right">slope per rad</th><th
              class="text-right">at</th
            ></tr
          ></thead
        >
        <tbody>
          {#each balance.parts as part (part['id'])}
            <tr
              ><td class="pr-4">{part['name']}</td><td class="pr-4 text-right">{part['cn_alpha']}</td><td
                class="text-right">{part['cp']}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </HowCome>
  </div>
</section>
