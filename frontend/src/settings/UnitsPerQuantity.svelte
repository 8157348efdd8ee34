<script lang="ts">
  import type { Schemas } from '../api/client';

  type Units = Schemas['UnitsIn'];
  /** A change is made of the units that stand when its turn comes. */
  let { units, onchange }: { units: Units; onchange: (change: (now: Units) => Units) => void } = $props();

  const quantities: { key: string; name: string; choices: [string, string][] }[] = [
    {
      key: 'short_length',
      name: 'Parts',
      choices: [
        ['millimeter', 'mm'],
        ['centimeter', 'cm'],
        ['inch', 'in'],
      ],
    },
    {
      key: 'height',
      name: 'Heights',
      choices: [
        ['meter', 'm'],
        ['foot', 'ft'],
      ],
    },
    {
      key: 'length',
      name: 'Rods',
      choices: [
        ['meter', 'm'],
        ['foot', 'ft'],
        ['inch', 'in'],
      ],
    },
    {
      key: 'mass',
      name: 'Masses',
      choices: [
        ['gram', 'g'],
        ['ounce', 'oz'],
      ],
    },
    {
      key: 'speed',
      name: 'Speeds',
      choices: [
        ['meter/second', 'm/s'],
        ['kilometer/hour', 'km/h'],
        ['mile/hour', 'mph'],
        ['foot/second', 'ft/s'],
      ],
    },
    {
      key: 'force',
      name: 'Forces',
      choices: [
        ['newton', 'N'],
        ['pound_force', 'lbf'],
      ],
    },
    {
      key: 'temperature',
      name: 'Temperatures',
      choices: [
        ['degree_Celsius', '°C'],
        ['degree_Fahrenheit', '°F'],
      ],
    },
  ];

  function except(key: string, unit: string) {
    onchange((now) => {
      const rest = Object.fromEntries(Object.entries(now.exceptions ?? {}).filter(([k]) => k !== key));
      return { ...now, exceptions: unit ? { ...rest, [key]: unit } : rest };
    });
  }
</script>

<section class="paper self-start p-4" aria-label="Units">
  <h2 class="text-lg font-bold">Units shown</h2>
  <p class="quiet mb-3 text-sm">
    Type in any unit anywhere; this is only how figures are said back, and what a bare number means.
  </p>
  <div class="join mb-3 w-full">
    {#each ['metric', 'imperial'] as const as system (system)}
      <button
        class={['btn btn-sm join-item flex-1', units.system === system && 'btn-secondary']}
        aria-pressed={units.system === system}
        onclick={() => onchange((now) => ({ ...now, system }))}>{system}</button
      >
    {/each}
  </div>
  {#each quantities as q (q.key)}
    <label class="mb-1 flex items-center justify-between gap-3">
      <span>{q.name}</span>
      <select
        class="select select-sm w-44"
        value={units.exceptions?.[q.key] ?? ''}
        onchange={(e) => except(q.key, e.currentTarget.value)}
      >
        <option value="">as {units.system}</option>
        {#each q.choices as [unit, symbol] (unit)}<option value={unit}>{symbol}</option>{/each}
      </select>
    </label>
  {/each}
</section>
