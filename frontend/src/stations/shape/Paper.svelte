<script lang="ts">
  import { count } from '../../api/format';
  import { useTemplates, type Shape } from '../../api/queries';
  import Loading from '../../kit/Loading.svelte';

  let { id, shape }: { id: string; shape: Shape } = $props();

  const templates = useTemplates(
    () => id,
    () => shape.rocket.revision,
  );
  let paper = $state<'a4' | 'letter'>('a4');
  let shown = $state('');
  const file = (key: string, kind: string) =>
    `/api/hangar/rockets/${id}/templates/${key}.${kind}${kind === 'pdf' ? `?paper=${paper}` : ''}`;
  const picture = (svg: string) => `data:image/svg+xml;utf8,${encodeURIComponent(svg)}`;
</script>

<Loading query={templates} waiting="Drawing the templates…">
  {#snippet children(found)}
    {@const open = found.find((t) => t.key === shown) ?? found[0]}
    <div class="grid grid-cols-1 items-start gap-2 lg:grid-cols-[360px_minmax(0,1fr)]">
      <section class="paper p-3" aria-label="Templates">
        <div class="mb-2 flex items-end gap-3">
          <label class="flex-1">
            <span class="mb-0.5 block font-semibold">Paper</span>
            <select class="select select-sm w-full" bind:value={paper}>
              <option value="a4">A4</option>
              <option value="letter">Letter</option>
            </select>
          </label>
          <a class="btn btn-sm btn-primary" href={file('all', 'pdf')} download>All, one PDF</a>
        </div>
        <ul>
          {#each found as t (t.key)}
            <li>
              <button
                class={[
                  'w-full px-2 py-1.5 text-left hover:underline',
                  t.key === open?.key ? 'bg-base-300' : '',
                ]}
                aria-pressed={t.key === open?.key}
                onclick={() => (shown = t.key)}
              >
                {t.title}
                <span class="quiet block text-sm"
                  >{t.sheets[paper]
                    ? count(t.sheets[paper] ?? 0, 'sheet')
                    : 'too large for paper: SVG or DXF'}</span
                >
              </button>
            </li>
          {/each}
        </ul>
      </section>
      {#if open}
        <section class="paper p-3" aria-label={open.title}>
          <div class="mb-2 flex flex-wrap items-start gap-2">
            <h2 class="flex-1 text-lg font-bold first-letter:uppercase">{open.title}</h2>
            {#if open.sheets[paper]}<a class="btn btn-sm btn-primary" href={file(open.key, 'pdf')} download
                >PDF, full size</a
              >{/if}
            <a class="btn btn-sm" href={file(open.key, 'svg')} download>SVG</a>
            <a class="btn btn-sm" href={file(open.key, 'dxf')} download>DXF</a>
          </div>
          <div class="flex justify-center bg-white p-3">
            <img src={picture(open.svg)} alt={open.title} class="max-h-[420px] max-w-full" />
          </div>
          <ul class="mt-2 list-disc pl-5 text-sm">
            {#each open.notes as note, n (n)}<li>{note}</li>{/each}
            <li>Print at 100 %, not “to fit”: then lay a ruler on the bar at the foot of each sheet.</li>
          </ul>
        </section>
      {/if}
    </div>
  {/snippet}
</Loading>
