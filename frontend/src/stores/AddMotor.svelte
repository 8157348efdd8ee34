<script lang="ts">
  import { ApiError, ask, client, type Schemas } from '../api/client';
  import { searchParams } from 'sv-router';
  import { useChange, useMotor } from '../api/queries';
  import { said } from '../kit/said';
  import { Kept } from '../kit/keep.svelte';
  import Field from '../kit/Field.svelte';
  import { navigate, p } from '../router';
  import { emptyLine, emptyMotor, formOf, motorBody, readFile, sheetBoxes } from './adding';
  import { MotorDrafting } from './drafting.svelte';
  import MotorFigures from './MotorFigures.svelte';
  import StoresTabs from './StoresTabs.svelte';

  const kept = new Kept('new-motor', emptyMotor());
  const source = $derived(String(searchParams.get('motor') ?? ''));
  const copied = $derived(searchParams.get('copy') !== null);
  /** The motor that is changed; a copy is a new one. */
  const changed = $derived(copied ? '' : source);
  const there = useMotor(() => source);
  let more = $state(false);
  $effect(() => {
    const form = there.data?.form;
    if (!form || !source) return;
    kept.value = formOf(copied ? crypto.randomUUID() : source.replace('own:', ''), form);
    more = true;
  });
  const drafting = new MotorDrafting(() => kept.value);
  let fileProblem = $state('');
  let tried = $state(false);
  const widths = [13, 18, 24, 29, 38, 54, 75, 98];

  const save = useChange(
    (body: Schemas['MotorIn']) =>
      ask(
        client.PUT('/api/stores/motors/{motor_id}', { params: { path: { motor_id: kept.value.id } }, body }),
      ),
    ['motors'],
  );
  const refused = $derived(tried && save.error instanceof ApiError ? save.error : drafting.refused);
  const touched = (name: string) => tried || Boolean(kept.value.texts[name]);
  const errorOf = (name: string) => (touched(name) ? refused?.of(name) : undefined);
  const wrongWidth = $derived(tried ? (refused?.of('diameter') ?? refused?.of('diameter_mm')) : undefined);
  /** What is wrong in a box that is folded away unfolds it. */
  $effect(() => {
    if (tried && [...sheetBoxes.map((b) => b.name), 'delays', 'maker'].some((n) => refused?.of(n)))
      more = true;
  });
  const known = [
    ...['label', 'maker', 'delays', 'delays_s', 'diameter', 'diameter_mm', 'count'],
    ...sheetBoxes.map((b) => b.name),
  ];
  const loose = $derived(refused && !known.some((n) => refused.of(n)) ? refused.message : '');

  async function take(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    event.currentTarget.value = '';
    if (!file) return;
    const read = await readFile(file);
    fileProblem = read.problem;
    if (!read.problem) kept.value = { ...kept.value, csv: read.text, fileName: file.name };
  }

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    tried = true;
    const many = kept.value.count.trim();
    if (many && !/^[1-9]\d{0,2}$/.test(many)) return;
    const made = await save.mutateAsync(motorBody(kept.value)).catch(() => undefined);
    if (!made) return;
    if (many && !changed) {
      const body = { ...emptyLine(), motor: made.key, count: many, delay_s: drafting.delay };
      const path = { params: { path: { key: crypto.randomUUID() as string } }, body };
      await ask(client.PUT('/api/stores/box/{key}', path)).catch(said);
    }
    kept.drop(emptyMotor());
    await navigate('/stores/motors/:key', { params: { key: made.key } });
  }
</script>

<svelte:head><title>Add a motor · Wobbly Fin</title></svelte:head>

<StoresTabs />
<form class="grid grid-cols-1 gap-3 lg:grid-cols-2" onsubmit={submit} novalidate>
  <section class="paper p-5">
    <h2 class="mb-1 text-2xl font-bold">{changed ? 'What its pack says' : 'A motor of yours'}</h2>
    <p class="quiet mb-3">
      Its label is enough. What you do not know is guessed as is usual, and says so.
      {#if !changed}<a class="link" href={p('/stores/box')}>Several at once?</a>{/if}
    </p>
    <div class="grid grid-cols-1 gap-x-4 sm:grid-cols-3">
      <Field
        label="Label"
        name="label"
        bind:value={kept.value.label}
        error={kept.value.label || tried ? refused?.of('label') : undefined}
        hint="As printed: D13-5"
      />
      <label class="mb-3 block"
        ><span class="mb-0.5 block font-semibold">Case</span>
        <select
          aria-label="Case"
          class="select w-full"
          bind:value={
            () => kept.value.texts['diameter'] ?? '', (text) => (kept.value.texts['diameter'] = text)
          }
        >
          <option value="">usual for its class</option>
          {#each widths as mm (mm)}<option value={`${mm} mm`}>{mm} mm across</option>{/each}
        </select>
        {#if wrongWidth}<span class="text-error mt-1 block text-sm">✕ Case: {wrongWidth}</span>{/if}</label
      >
      {#if !changed}
        <Field
          label="How many"
          name="count"
          bind:value={kept.value.count}
          error={tried && kept.value.count.trim() && !/^[1-9]\d{0,2}$/.test(kept.value.count.trim())
            ? 'a number from 1 to 999'
            : undefined}
          hint="In your box"
        />
      {/if}
    </div>
    <details class="mb-3" bind:open={more}>
      <summary class="link cursor-pointer font-semibold">More, from its pack or sheet</summary>
      <div class="mt-3 grid grid-cols-1 gap-x-4 sm:grid-cols-2">
        <label class="mb-3 block"
          ><span class="mb-0.5 block font-semibold">Burns</span>
          <select class="select w-full" bind:value={kept.value.propellant}>
            <option value="">as is usual</option>
            <option value="black powder">black powder</option><option value="composite">composite</option>
          </select></label
        >
        <label class="mb-3 block"
          ><span class="mb-0.5 block font-semibold">Sold as</span>
          <select class="select w-full" bind:value={kept.value.casing}>
            <option value="">as is usual</option>
            <option value="single-use">single-use</option><option value="reload">reload</option>
          </select></label
        >
        {#each sheetBoxes.filter((b) => !kept.value.csv || !b.sheetOnly) as box (box.name)}
          <Field
            label={box.label}
            name={box.name}
            optional={!kept.value.isStaticTest}
            bind:value={() => kept.value.texts[box.name] ?? '', (text) => (kept.value.texts[box.name] = text)}
            error={errorOf(box.name) ?? errorOf(`${box.name}_mm`) ?? errorOf(`${box.name}_g`)}
            hint={box.hint}
          />
        {/each}
        <Field label="Maker" name="maker" optional bind:value={kept.value.maker} />
        <Field
          label="Delays, s"
          name="delays"
          optional
          bind:value={kept.value.delays}
          error={kept.value.delays || tried ? (refused?.of('delays') ?? refused?.of('delays_s')) : undefined}
          hint="All it is sold with: 3, 5, 7"
        />
      </div>
    </details>
    <div class="border-base-300 border-t pt-3">
      <label class="btn btn-sm"
        >{kept.value.csv ? 'Another file' : 'Take a curve from a file'}
        <input
          class="sr-only"
          type="file"
          accept=".csv,.txt,text/csv,text/plain"
          aria-label="Curve file"
          onchange={take}
        />
      </label>
      {#if kept.value.csv}
        <span class="ml-2">{kept.value.fileName}</span>
        <button
          type="button"
          class="btn btn-ghost btn-xs"
          onclick={() => (kept.value = { ...kept.value, csv: '', fileName: '' })}>without it</button
        >
        <label class="mt-2 flex min-h-11 items-center gap-2"
          ><input type="checkbox" class="checkbox" bind:checked={kept.value.isStaticTest} />It is a static
          test straight off the load cell</label
        >
      {/if}
      {#if fileProblem}<p class="text-error mt-2" role="alert">✕ {fileProblem}</p>{/if}
    </div>
  </section>
  <section class="paper self-start p-5 lg:sticky lg:top-3">
    <h2 class="mb-2 text-lg font-bold">The motor you get</h2>
    {#if drafting.draft}
      <MotorFigures motor={drafting.draft.motor} height={230} />
      {#each [...drafting.draft.motor.guessed, ...drafting.draft.notes] as note, n (n)}<p
          class="quiet mt-1 text-sm"
        >
          {note}
        </p>{/each}
    {:else}
      <p class="quiet">Type its label, and its curve and figures stand here.</p>
    {/if}
    {#if loose && (tried || kept.value.csv)}<p class="text-error mt-2" role="alert">✕ {loose}</p>{/if}
    <div class="mt-4 flex gap-3">
      <button class="btn btn-primary flex-1" disabled={save.isPending}
        >{changed ? 'Keep it' : 'Put it in the box'}</button
      >
      <a class="btn btn-ghost" href={p('/stores/motors')}>Not now</a>
    </div>
  </section>
</form>
