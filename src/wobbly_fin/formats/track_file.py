"""The tracking document: angles of one or two stations, and times of what fell, to a height."""

from typing import Any

from pydantic import Field

from wobbly_fin.formats.base import Document, Number
from wobbly_fin.rocketry.tracking.combine import Best, Estimate, best_height
from wobbly_fin.rocketry.tracking.explain import best_sentences, track_sentences
from wobbly_fin.rocketry.tracking.fall import height_by_fall
from wobbly_fin.rocketry.tracking.stations import USUAL_ANGLE_ERROR_DEG, Sighting, Track, track


class SightingDocument(Document):
    """One station's reading of the highest point."""

    elevation_deg: Number
    azimuth_deg: Number | None = None


class FallDocument(Document):
    """How long it hung from its canopy, and how fast that comes down."""

    fall_s: Number
    descent_rate_m_s: Number


class TrackDocument(Document):
    """Sightings from one or two stations a baseline apart; the time of fall beside them where somebody took it."""

    baseline_m: Number
    stations: list[SightingDocument] = Field(min_length=1, max_length=2)
    angle_error_deg: Number = USUAL_ANGLE_ERROR_DEG
    fall: FallDocument | None = None

    def reduce(self) -> tuple[Track, Best]:
        """The track, and the best height with the fall weighed in."""
        sightings = tuple(Sighting(elevation_deg=s.elevation_deg, azimuth_deg=s.azimuth_deg) for s in self.stations)
        found = track(self.baseline_m, sightings, self.angle_error_deg)
        method = "two_stations" if len(sightings) == 2 else "one_station"
        estimates = [Estimate(method=method, height_m=found.altitude_m, sd_m=found.sd_m)]  # type: ignore[arg-type]
        if self.fall is not None:
            estimates.append(height_by_fall(self.fall.fall_s, self.fall.descent_rate_m_s))
        return found, best_height(estimates)

    def answer(self) -> dict[str, Any]:
        """As the command prints it."""
        found, best = self.reduce()
        return {
            "altitude_m": found.altitude_m,
            "closure_error_fraction": found.closure_error_fraction,
            "sd_m": found.sd_m,
            "heights_m": list(found.heights_m),
            "nearest_m": found.nearest_m,
            "miss_m": found.miss_m,
            "accepted": found.accepted,
            "best_m": best.height_m,
            "best_sd_m": best.sd_m,
            "disagreeing": [best.estimates[i].method for i in best.disagreeing],
            "said": [*track_sentences(found), *(best_sentences(best) if self.fall else ())],
        }
