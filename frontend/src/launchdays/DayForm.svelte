<script lang="ts">
  import { untrack } from 'svelte';
  import { ApiError, type Schemas } from '../api/client';
  import { todayIso } from '../api/format';
  import type { Plan } from '../api/launchdays';
  import Field from '../kit/Field.svelte';

  interface Props {
    fields: Schemas['FieldOut'][];
    plan?: Plan;
    word: string;
    submit: (body: Schemas['LaunchDayIn']) => Promise<void>;
  }
  let { fields, plan, word, submit }: Props = $props();

  const now = untrack(() => plan);
  let form = $state({
    name: now?.name ?? '',
    day: now?.day ?? todayIso(),
    field_id: now?.field_id ?? untrack(() => fields[0]?.id) ?? '',
    opens: now?.opens ?? '10:00',
    closes: now?.closes ?? '16:00',
    code: now ? (now.codes.some((c) => c.key === now.code.key) ? now.code.key : 'published') : 'published',
    school: now?.school ?? 'recovery_first',
    igniter_at: now?.igniter_at ?? 'pad',
    arming: now?.arming ?? 'before_igniter',
  });
  const rules = $state(Object.fromEntries((now?.rules ?? []).map((r) => [r.key, r.own ? r.text : ''])));
  let refused = $state<ApiError>();
  const of = (field: string) => refused?.of(field) ?? '';

  async function send(event: SubmitEvent) {
    event.preventDefault();
    refused = undefined;
    try {
      await submit({ ...form, field_id: form.field_id || null, ...(now ? { own_typed: rules } : {}) });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error;
    }
  }
</script>

<form onsubmit={send}>
  <div class="grid grid-cols-1 gap-3 sm:grid-cols-2 lg:grid-cols-4">
    <Field
      compact
      label="Called"
      name="name"
      bind:value={form.name}
      error={of('name')}
      placeholder="Autumn meet"
    />
    <label>
      <span class="mb-0.5 block font-semibold">Day</span>
      <input class="input input-sm w-full" type="date" name="day" bind:value={form.day} required />
      {#if of('day')}<span class="text-error text-sm">✕ {of('day')}</span>{/if}
    </label>
    <label>
      <span class="mb-0.5 block font-semibold">Field</span>
      <select class="select select-sm w-full" name="field_id" bind:value={form.field_id}>
        <option value="">none: sea level, no outline</option>
        {#each fields as f (f.id)}<option value={f.id}>{f.name}</option>{/each}
      </select>
    </label>
    <div class="grid grid-cols-2 gap-2">
      <Field compact label="From" name="opens" bind:value={form.opens} error={of('opens')} />
      <Field compact label="To" name="closes" bind:value={form.closes} error={of('closes')} />
    </div>
    {#if plan}
      <label>
        <span class="mb-0.5 block font-semibold">Range rules</span>
        <select class="select select-sm w-full" name="code" bind:value={form.code}>
          {#each plan.codes as c (c.key)}<option value={c.key}>{c.label}</option>{/each}
        </select>
      </label>
      <label class="lg:col-span-2">
        <span class="mb-0.5 block font-semibold">Prepared</span>
        <select class="select select-sm w-full" name="school" bind:value={form.school}>
          {#each plan.schools as s (s.key)}<option value={s.key}>{s.label}</option>{/each}
        </select>
      </label>
      <label class="lg:col-span-2">
        <span class="mb-0.5 block font-semibold">Igniters</span>
        <select class="select select-sm w-full" name="igniter_at" bind:value={form.igniter_at}>
          {#each plan.igniter_places as s (s.key)}<option value={s.key}>{s.label}</option>{/each}
        </select>
      </label>
      <label class="lg:col-span-2">
        <span class="mb-0.5 block font-semibold">Charges</span>
        <select class="select select-sm w-full" name="arming" bind:value={form.arming}>
          {#each plan.armings as s (s.key)}<option value={s.key}>{s.label}</option>{/each}
        </select>
      </label>
    {/if}
    {#if plan}
      <details class="sm:col-span-2 lg:col-span-4" open={plan.rules.some((r) => r.own)}>
        <summary class="cursor-pointer font-semibold">The club’s own rules</summary>
        <p class="quiet mb-2">
          Empty: as the code above says. A table is written as “to 20: 5 m; to 320: 9 m”, impulse in N·s. What
          is written here is judged instead of the code’s figure: a club may ask more than the law, never
          less.
        </p>
        <div class="grid grid-cols-1 gap-3 sm:grid-cols-2 lg:grid-cols-3">
          {#each plan.rules as r (r.key)}
            <Field
              compact
              label={r.label}
              name={r.key}
              bind:value={() => rules[r.key] ?? '', (text) => (rules[r.key] = text)}
              error={of(r.key)}
              placeholder={r.shipped}
            />
          {/each}
        </div>
      </details>
    {/if}
    <button class="btn btn-primary btn-sm self-end">{word}</button>
  </div>
  {#if refused && !refused.body.fields?.length}<p class="text-error mt-2" role="alert">
      {refused.message}
    </p>{/if}
</form>
