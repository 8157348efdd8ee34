"""Tracks in words."""

from wobbly_fin.rocketry.tracking.combine import Best, Method
from wobbly_fin.rocketry.tracking.stations import LARGEST_CLOSURE, Track
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show, show_with_sigma

METHODS: dict[Method, str] = {
    "altimeter": "the altimeter", "two_stations": "two stations", "one_station": "one station", "fall": "the time of fall", "told": "somebody",
}  # fmt: skip


def track_sentences(found: Track, units: UnitChoice = METRIC) -> tuple[str, ...]:
    """What the angles give, how they close, and what to think of it."""
    said = [f"{show_with_sigma(found.altitude_m, found.sd_m, 'height', units)} above the stations."]
    if found.closure_error_fraction is None:
        said.append(
            "One station takes it that the rocket went straight up from the pad; wind makes that height too large or too small."
        )
        return tuple(said)
    one, two = (show(h, "height", units) for h in found.heights_m)
    said.append(f"The first station says {one}, the second {two}: they close within {found.closure_error_fraction:.1%}.")
    if found.nearest_m is not None and found.miss_m is not None:
        said.append(
            f"Their lines of sight pass {show(found.miss_m, 'height', units)} apart, at {show(found.nearest_m, 'height', units)}."
        )
    if not found.accepted:
        said.append(
            f"Contests throw out a track that closes worse than {LARGEST_CLOSURE:.0%}: one station probably followed the canopy, or read at another moment."
        )
    return tuple(said)


def best_sentences(best: Best, units: UnitChoice = METRIC) -> tuple[str, ...]:
    """The best height of several, and who disagrees."""
    if len(best.estimates) == 1 and best.estimates[0].method == "told":
        return (f"{show_with_sigma(best.height_m, best.sd_m, 'height', units)}, as told, with no instrument named.",)
    if len(best.estimates) == 1:
        return (f"{show_with_sigma(best.height_m, best.sd_m, 'height', units)}, by {METHODS[best.estimates[0].method]} alone.",)
    ways = ", ".join(f"{METHODS[e.method]} {show_with_sigma(e.height_m, e.sd_m, 'height', units)}" for e in best.estimates)
    said = [f"{show_with_sigma(best.height_m, best.sd_m, 'height', units)}, weighed from {ways}."]
    for i in best.disagreeing:
        e = best.estimates[i]
        said.append(
            f"What {METHODS[e.method]} gave lies further from the rest than both errors allow; look at that reading again."
        )
    return tuple(said)
