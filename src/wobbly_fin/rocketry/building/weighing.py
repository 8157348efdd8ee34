"""What the scale says against what the design says: parts set right, and whether the difference is news."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.airframe.mass import SCALE_FRACTION, SCALE_KG, PartMass
from wobbly_fin.rocketry.building.bench import GLUE_SCATTER
from wobbly_fin.rocketry.building.step import WeighIn
from wobbly_fin.rocketry.errors import RocketryError, require_positive

# Beyond so many standard deviations a difference is more than the design's own uncertainty.
NEWS_SIGMAS = 2.0
# A reading so many times off is a slip of the pen, or the wrong thing on the scale.
FAR_OFF = 10.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Weighed:
    """What a reading came to.

    Attributes
    ----------
    over_kg : float
        Reading less what was expected. [kg]
    news : bool
        Whether that is more than both uncertainties together explain.
    parts : tuple of (number, mass, standard deviation)
        What each part on the scale is now taken to weigh; empty for the whole rocket, which is known as a whole. [kg]
    """

    reading_kg: float
    over_kg: float
    sigma_kg: float
    news: bool
    parts: tuple[tuple[int, float, float], ...] = ()


def weighed(weigh_in: WeighIn, rows: Sequence[PartMass], reading_kg: float) -> Weighed:
    """Set the parts on a scale right by its reading.

    What the reading is over or under is shared among parts and glue in proportion to their variances, the least-squares answer
    with one equation; a part that was weighed by itself hardly moves.

    Raises
    ------
    RocketryError
        For a reading of nothing, or one ten times what can be.
    """
    require_positive("grams", reading_kg, 200.0)
    if weigh_in.expected_kg > 0 and not weigh_in.expected_kg / FAR_OFF <= reading_kg <= weigh_in.expected_kg * FAR_OFF:
        raise RocketryError(
            "grams",
            f"{reading_kg * 1000:g} g cannot be {weigh_in.what}, which should come to about {weigh_in.expected_kg * 1000:.3g} g; "
            "was the pan empty, and is it in grams?",
        )
    scale = max(SCALE_KG, SCALE_FRACTION * reading_kg)
    over = reading_kg - weigh_in.expected_kg
    sigma = math.hypot(weigh_in.sigma_kg, scale)
    parts: list[tuple[int, float, float]] = []
    if not weigh_in.whole:
        variance = weigh_in.sigma_kg**2 + scale**2
        glue = (GLUE_SCATTER * weigh_in.glue_kg) ** 2
        known = [rows[i] for i in weigh_in.parts if rows[i].source not in ("not flown",)]
        unknown = [r for r in known if r.source == "unknown"]
        if unknown:
            # Nobody knew what these weigh: what is over is theirs, shared evenly.
            share = max(over, 0.0) / len(unknown)
            parts = [(r.index, share, sigma / math.sqrt(len(unknown))) for r in unknown if share > 0]
        else:
            total = sum(r.sigma_kg**2 for r in known) + glue
            for row in known:
                own = row.sigma_kg**2
                moved = row.mass_kg + (over * own / variance if total > 0 else 0.0)
                left = math.sqrt(max(own - own * own / variance, 0.0))
                parts.append((row.index, max(moved, 1e-6), max(left, min(scale, row.sigma_kg))))
    return Weighed(reading_kg=reading_kg, over_kg=over, sigma_kg=sigma, news=abs(over) > NEWS_SIGMAS * sigma, parts=tuple(parts))
