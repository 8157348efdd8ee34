<script lang="ts">
  import type { Log, Reading } from '../api/logbook';

  interface Props {
    log: Log;
    /** One column said anew; the others stay as they were said last. */
    onsay: (column: NonNullable<Reading['columns']>[number]) => void;
  }
  let { log, onsay }: Props = $props();

  const meanings = ['time', 'height', 'pressure', 'acceleration', 'speed', 'temperature', 'other'];
</script>

<details class="text-sm">
  <summary class="link cursor-pointer"
    >{log.columns
      .filter((c) => c.meaning !== 'other')
      .map((c) => `${c.meaning} in ${c.unit}`)
      .join(', ')}</summary
  >
  <table class="mt-1 w-full">
    <tbody>
      {#each log.columns as c (c.number)}
        <tr class="border-base-300 border-b align-baseline">
          <td class="py-0.5 pr-2">{c.said}</td>
          <td class="whitespace-nowrap">
            <select
              class="select select-xs w-auto"
              aria-label={`What column ${c.number + 1} is`}
              value={c.meaning}
              onchange={(e) => onsay({ number: c.number, meaning: e.currentTarget.value, unit: '' })}
            >
              {#each meanings as m (m)}<option value={m}>{m}</option>{/each}
            </select>
            {#if c.units.length > 1}
              <select
                class="select select-xs w-auto"
                aria-label={`Unit of column ${c.number + 1}`}
                value={c.unit}
                onchange={(e) => onsay({ number: c.number, meaning: c.meaning, unit: e.currentTarget.value })}
              >
                {#each c.units as u, n (n)}<option value={u}>{u}</option>{/each}
              </select>
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</details>
