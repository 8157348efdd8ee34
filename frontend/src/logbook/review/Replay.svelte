<script lang="ts">
  import { unitsOf } from '../../api/format';
  import type { Review } from '../../api/logbook';
  import { useSession } from '../../api/queries';
  import OverlayPlot from '../../drawing/OverlayPlot.svelte';

  interface Props {
    review: Review;
    replay: NonNullable<Review['causes'][number]['replay']>;
    /** The cause, in words. */
    name: string;
  }
  let { review, replay, name }: Props = $props();

  const session = useSession();
  const units = $derived(unitsOf(session.data?.units));
</script>

<figure class="mt-1" aria-label={`Flown with this fault: ${name}`}>
  <OverlayPlot
    curve={review.curve && { ...review.curve, moments: [] }}
    {...review.planned ? { forecast: review.planned } : {}}
    {replay}
    {units}
    height={210}
    whole
  />
  <figcaption class="mt-1 text-sm">
    <p class="first-letter:uppercase">{replay.said}</p>
    {#if replay.figures.length}
      <table class="mt-1 w-full max-w-md text-left">
        <thead
          ><tr class="border-base-300 border-b"
            ><th scope="col"><span class="sr-only">figure</span></th><th scope="col">with this fault</th><th
              scope="col">measured</th
            ></tr
          ></thead
        >
        <tbody>
          {#each replay.figures as f (f.label)}
            <tr>
              <th scope="row" class="font-normal">{f.label}</th>
              <td class="tabular-nums">{f.flown}</td>
              <td class={['tabular-nums', !f.fits && 'text-error font-semibold']}
                >{f.measured}{f.fits ? '' : ' ✕'}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
  </figcaption>
</figure>
