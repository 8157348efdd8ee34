<script lang="ts">
  import { useStock, type Shape } from '../../api/queries';
  import Dialog from '../../kit/Dialog.svelte';
  import type { Bench } from './bench.svelte';
  import PartGlyph from './PartGlyph.svelte';
  import { kinds } from './trays';

  interface Props {
    bench: Bench;
    shape: Shape;
    beside: string;
    tray: string;
    onclose: () => void;
  }
  let { bench, shape, beside, tray, onclose }: Props = $props();

  const stock = useStock();
  let type = $state('');
  const host = $derived(shape.drawn.find((d) => d.id === tray));
  const holder = $derived(shape.drawn.find((d) => d.id === beside));
  /** Rings and retainers sit on a motor tube where one is touched; everything else in the tray. */
  const target = $derived(
    holder?.type === 'motor_tube' || holder?.type === 'coupler' || holder?.id === tray ? beside : tray,
  );
  const mount = $derived(shape.drawn.find((d) => d.type === 'motor_tube' && d.host === tray)?.id);
  const wide = $derived(2 * Math.max(0, ...(host?.profile.map(([, y]) => y ?? 0) ?? [])));
  const kind = $derived(kinds.flatMap((group) => group.kinds).find((k) => k.type === type));
  const shelf = $derived(
    (stock.data ?? [])
      .filter((s) => s.type === (kind?.of ?? type))
      .sort((a, b) => Math.abs((a.width_m ?? 1) - wide) - Math.abs((b.width_m ?? 1) - wide)),
  );

  async function add(kind: string, item?: string) {
    const id = crypto.randomUUID();
    const onMount =
      (kind === 'centring_ring' || kind === 'retainer') && holder?.type !== 'motor_tube' ? mount : undefined;
    const done = await bench.edit([
      { op: 'add', type: kind, part: onMount ?? target, value: id, ...(item ? { stock: item } : {}) },
    ]);
    if (done) {
      bench.select(id);
      onclose();
    }
  }
</script>

<Dialog title={`Add at the ${host?.name ?? 'rocket'}`} {onclose}>
  {#if !type}
    {#each kinds as group (group.title)}
      <h3 class="tape mb-1 text-sm">{group.title}</h3>
      <div class="mb-3 grid gap-1 sm:grid-cols-2">
        {#each group.kinds as kind (kind.type)}
          <button
            class="btn btn-ghost h-auto justify-start py-1 text-left"
            onclick={() => (type = kind.type)}
          >
            <PartGlyph type={kind.type} />
            <span>{kind.name}<span class="quiet block text-sm font-normal">{kind.says}</span></span>
          </button>
        {/each}
      </div>
    {/each}
  {:else}
    <div class="mb-3 flex gap-2">
      <button class="btn btn-primary btn-sm" onclick={() => add(type)}>Make one on the spot</button>
      <button class="btn btn-sm btn-ghost" onclick={() => (type = '')}>Something else</button>
    </div>
    {#if bench.problem}<p class="text-error mb-2" role="alert">{bench.problem}</p>{/if}
    {#if shelf.length}
      <h3 class="tape mb-1 text-sm">Off the shelf, nearest in width first</h3>
      <ul class="max-h-80 overflow-y-auto">
        {#each shelf as item (item.key)}
          <li>
            <button
              class="btn btn-ghost h-auto w-full justify-start py-1 text-left"
              onclick={() => add(type, item.key)}
            >
              <span
                >{item.name}<span class="quiet block text-sm font-normal"
                  >{item.said
                    .map(([label, value]) => `${label?.toLowerCase()} ${value}`)
                    .join(', ')}{item.material ? `, ${item.material}` : ''}</span
                ></span
              >
            </button>
          </li>
        {/each}
      </ul>
    {/if}
  {/if}
</Dialog>
