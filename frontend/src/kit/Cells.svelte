<script lang="ts">
  /** A table filled in like a sheet: arrows and Enter move, blocks are pasted, Ctrl-D fills down, Ctrl-Z takes back. */
  import { filledDown, goes, pasted, put, squared, without, type Cells } from './cells';

  interface Props {
    columns: { label: string; placeholder?: string; width: string }[];
    cells: Cells;
    /** What is said about a row, beside it. */
    says: (row: number) => { text: string; wrong: boolean } | undefined;
    label: string;
  }
  let { columns, cells = $bindable(), says, label }: Props = $props();
  const shown = $derived(squared(cells, columns.length));
  let past = $state.raw<Cells[]>([]);
  /** The cell that is typed in: all its letters are one step back. */
  let typing = '';
  let table: HTMLTableElement;

  function change(next: Cells, step: string) {
    if (step !== typing || !step) past = [...past.slice(-99), cells];
    typing = step;
    cells = next;
  }
  function back() {
    const last = past.at(-1);
    if (!last) return;
    past = past.slice(0, -1);
    typing = '';
    cells = last;
  }
  function focus(row: number, column: number) {
    table.querySelector<HTMLInputElement>(`[data-cell="${row},${column}"]`)?.focus();
  }
  function onkeydown(
    event: KeyboardEvent & { currentTarget: HTMLInputElement },
    row: number,
    column: number,
  ) {
    const box = event.currentTarget;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'd') {
      event.preventDefault();
      change(filledDown(shown, row, column), '');
      return;
    }
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !event.shiftKey) {
      event.preventDefault();
      back();
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return;
    const caret = { start: box.selectionEnd === 0, end: box.selectionStart === box.value.length };
    const to = goes(event.key, { row, column }, { rows: shown.length, columns: columns.length }, caret);
    if (event.key === 'Enter' || to) event.preventDefault();
    if (to) focus(to.row, to.column);
  }
  function onpaste(event: ClipboardEvent, row: number, column: number) {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!/[\t\n]/.test(text.trimEnd())) return;
    event.preventDefault();
    change(pasted(shown, row, column, text, columns.length), '');
  }
</script>

<div class="-mx-1 overflow-x-auto px-1">
  <table class="w-full" bind:this={table} aria-label={label}>
    <thead class="quiet text-left text-sm">
      <tr>
        {#each columns as column (column.label)}<th class="px-1 font-normal" style:width={column.width}
            >{column.label}</th
          >{/each}
        <th class="max-sm:hidden"><span class="sr-only">What it is</span></th>
        <th class="w-8"><span class="sr-only">To do</span></th>
      </tr>
    </thead>
    <tbody>
      {#each shown as row, r (r)}
        {@const note = says(r)}
        <tr>
          {#each columns as column, c (column.label)}
            <td class="p-0.5">
              <input
                class={['input input-sm w-full min-w-0 max-sm:px-1.5', c === 0 && 'font-display font-bold']}
                aria-label={`${column.label}, row ${r + 1}`}
                data-cell={`${r},${c}`}
                placeholder={r === 0 ? column.placeholder : undefined}
                autocomplete="off"
                spellcheck="false"
                value={row[c]}
                oninput={(e) => change(put(shown, r, c, e.currentTarget.value), `${r},${c}`)}
                onkeydown={(e) => onkeydown(e, r, c)}
                onpaste={(e) => onpaste(e, r, c)}
                onblur={() => (typing = '')}
              />
            </td>
          {/each}
          <td class={['px-2 text-sm max-sm:hidden', note?.wrong ? 'text-warning font-semibold' : 'quiet']}
            >{note ? (note.wrong ? `? ${note.text}` : note.text) : ''}</td
          >
          <td>
            {#if row.some((cell) => cell)}
              <button
                type="button"
                class="btn btn-xs btn-ghost"
                aria-label={`Leave out row ${r + 1}`}
                onclick={() => change(without(shown, r, columns.length), '')}>✕</button
              >
            {/if}
          </td>
        </tr>
        {#if note?.text}
          <tr class="sm:hidden"
            ><td
              class={[
                'px-1 pb-1 text-sm whitespace-normal',
                note.wrong ? 'text-warning font-semibold' : 'quiet',
              ]}
              colspan={columns.length + 1}>{note.wrong ? `? ${note.text}` : note.text}</td
            ></tr
          >
        {/if}
      {/each}
    </tbody>
  </table>
</div>
<div class="mt-1 flex flex-wrap items-center gap-3">
  <button type="button" class="btn btn-xs" disabled={!past.length} onclick={back}>Undo</button>
  <span class="quiet text-sm">Arrows and Enter move. Paste a block. Ctrl-D copies the cell above.</span>
</div>
