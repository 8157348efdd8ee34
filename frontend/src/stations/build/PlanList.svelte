<script lang="ts">
  import { ApiError } from '../../api/client';
  import type { Station } from '../../api/workshop';
  import Field from '../../kit/Field.svelte';
  import type { Bench } from './bench.svelte';

  let { station, bench }: { station: Station; bench: Bench } = $props();

  const blank = { title: '', hands_on: '', cure: '', after: '', before: '' };
  let form = $state({ ...blank });
  let moving = $state('');
  let behind = $state('');
  const refused = $derived(bench.change.error instanceof ApiError ? bench.change.error : undefined);
  const marks: Record<string, string> = {
    done: '✓',
    curing: '◔',
    urgent: '!',
    ready: '▸',
    waiting: '·',
    cold: '✕',
  };
  const build = $derived(station.build?.kind === 'build');

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const added = await bench.changePlan({
      kind: 'add',
      key: `own-${crypto.randomUUID()}`,
      title: form.title,
      hands_on: form.hands_on,
      cure: form.cure,
      after: form.after ? [form.after] : [],
      before: form.before ? [form.before] : [],
    });
    if (added) form = { ...blank };
  }
  async function move(key: string) {
    if (behind && (await bench.changePlan({ kind: 'move', key, after: [behind] }))) moving = behind = '';
  }
</script>

<section class="paper grid grid-cols-1 gap-4 p-3 lg:grid-cols-[minmax(0,1fr)_320px]" aria-label="Whole plan">
  <ol>
    {#each station.steps as s, i (s.key)}
      <li class="border-base-300 flex flex-wrap items-baseline gap-x-3 border-b py-1.5">
        <span class="quiet w-7 text-right tabular-nums">{i + 1}</span>
        <span class="w-4" title={s.state} aria-label={s.state}>{marks[s.state]}</span>
        <button
          class={['min-w-0 flex-1 text-left hover:underline', s.state === 'done' && 'quiet']}
          onclick={() => {
            bench.chosen = s.key;
            window.scrollTo({ top: 0, behavior: 'smooth' });
          }}
          >{s.title}
          <span class="quiet text-sm"
            >{s.assembly} · {s.hands_on}{s.begins_said ? ` · ${s.begins_said}` : ''}{s.decides
              ? ' · decides the date'
              : s.slack
                ? ` · ${s.slack} to spare`
                : ''}</span
          ></button
        >
        {#if build && s.state !== 'done' && s.state !== 'curing'}
          <button class="btn btn-xs" onclick={() => ((moving = moving === s.key ? '' : s.key), (behind = ''))}
            >put after…</button
          >
          {#if !s.needed}<button
              class="btn btn-xs btn-ghost"
              aria-label={`Drop ${s.title}`}
              title={s.without}
              onclick={() => bench.changePlan({ kind: 'drop', key: s.key, title: s.title })}>drop</button
            >{/if}
        {/if}
        {#if moving === s.key}
          <span class="flex w-full items-center gap-2 pl-12">
            <select class="select select-sm min-w-0 flex-1" bind:value={behind} aria-label="After which step">
              <option value="">after which step?</option>
              {#each station.steps.filter((x) => x.key !== s.key) as x (x.key)}<option value={x.key}
                  >{x.title}</option
                >{/each}
            </select>
            <button class="btn btn-sm" disabled={!behind} onclick={() => move(s.key)}>Put it there</button>
          </span>
          {#if refused?.of('after')}<p class="text-error w-full pl-12 text-sm" role="alert">
              ✕ It {refused.of('after')}.
            </p>{/if}
        {/if}
      </li>
    {/each}
  </ol>
  <div>
    {#if build}
      <h3 class="font-bold">Your own changes</h3>
      <ul class="mb-4">
        {#each station.changes as c (c.number)}
          <li class="flex items-baseline gap-2">
            <span class="flex-1">{c.said}</span>
            <button class="btn btn-xs" onclick={() => bench.takeBackChange(c.number)}>take back</button>
          </li>
        {:else}<li class="quiet">None: the plan is as the design makes it.</li>{/each}
      </ul>
      {#if refused?.of('key')}<p class="text-error mb-2" role="alert">✕ {refused.of('key')}</p>{/if}
      <form onsubmit={add} aria-label="Add a step" novalidate>
        <h3 class="mb-1 font-bold">Add a step</h3>
        <Field label="What" name="title" bind:value={form.title} error={refused?.of('title')} compact />
        <Field
          label="Hands-on"
          name="hands_on"
          placeholder="15 min"
          bind:value={form.hands_on}
          error={refused?.of('hands_on')}
          compact
        />
        <Field
          label="Then leave it"
          name="cure"
          placeholder="no wait"
          bind:value={form.cure}
          error={refused?.of('cure')}
          optional
          compact
        />
        {#each [['after', 'After'], ['before', 'Before']] as const as [name, label] (name)}
          <label class="mt-1 block"
            ><span class="font-semibold">{label}</span>
            <select class="select select-sm w-full" bind:value={form[name]}>
              <option value="">any step</option>
              {#each station.steps as x (x.key)}<option value={x.key}>{x.title}</option>{/each}
            </select></label
          >
        {/each}
        <button class="btn btn-sm btn-primary mt-2" disabled={bench.change.isPending}>Add it</button>
      </form>
    {:else}
      <p class="quiet">A repair’s few steps stay as they are.</p>
    {/if}
  </div>
</section>
