<script lang="ts">
  import { ApiError } from '../api/client';
  import { count } from '../api/format';
  import { queryClient } from '../api/queries';
  import { send } from '../api/send';

  const MAPS = '.geojson,.json,.kml,application/geo+json,application/vnd.google-earth.kml+xml';
  let said = $state<string[]>([]);
  let refused = $state('');
  let busy = $state(false);

  async function take(input: HTMLInputElement, path: string) {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    busy = true;
    refused = '';
    said = [];
    try {
      if (path.endsWith('archive')) {
        const counts = await send<Record<string, number>>(path, file, 'file', {});
        said = [
          `Put back: ${count(counts['hangar.rocket'] ?? 0, 'rocket')}, ${count(counts['logbook.flight'] ?? 0, 'flight')}.`,
        ];
      } else {
        const found = await send<Record<string, string[]>>(path, file, 'file', {});
        said = [
          path.includes('landings')
            ? `Of ${count(found['taken']?.length ?? 0, 'flight')} the landing place is kept.`
            : `${count(found['taken']?.length ?? 0, 'flight')} taken in.`,
          ...(found['refused'] ?? []).map((r) => `✕ ${r}`),
        ];
      }
      await queryClient.invalidateQueries();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      refused = error.message;
    } finally {
      busy = false;
    }
  }
</script>

{#snippet into(words: string, accept: string, path: string)}
  <label class="btn btn-sm"
    >{words}<input
      type="file"
      class="sr-only"
      {accept}
      onchange={(e) => take(e.currentTarget, path)}
    /></label
  >
{/snippet}

<details class="paper no-print mt-2 px-4 py-2">
  <summary class="cursor-pointer font-bold">In and out: files</summary>
  <div class="mt-2 flex flex-wrap gap-2">
    <a class="btn btn-sm" href="/api/logbook/flights.csv" download>Flights as CSV</a>
    <a class="btn btn-sm" href="/api/logbook/flights.json" download>Flights as JSON</a>
    <a class="btn btn-sm" href="/api/logbook/landings.geojson" download>Landings as GeoJSON</a>
    <a class="btn btn-sm" href="/api/logbook/landings.kml" download>Landings as KML</a>
    <a class="btn btn-sm" href="/api/logbook/archive.zip" download>Everything, as one archive</a>
    {@render into('Take in flights', '.csv,.json', '/api/logbook/flights/import')}
    {@render into('Take in landings', MAPS, '/api/logbook/landings/import')}
    {@render into('Restore an archive', '.zip', '/api/logbook/archive')}
    {@render into('Restore it, its version wins', '.zip', '/api/logbook/archive?differing=archive')}
  </div>
  <p class="quiet mt-1 text-sm">
    Landings go out and come in, as GeoJSON or KML, for fields whose pad has a place on the map; a point of
    your own is named after its rocket, and its day where that flew on several. An archive goes into any
    hangar: what is there already is not put in twice, and what differs stays as it is here, unless you say
    that its version wins.
  </p>
  <div aria-live="polite">
    {#if busy}<p class="quiet">Working…</p>{/if}
    {#each said as line, n (n)}<p class="text-sm">{line}</p>{/each}
    {#if refused}<p class="text-error" role="alert">✕ {refused}</p>{/if}
  </div>
</details>
