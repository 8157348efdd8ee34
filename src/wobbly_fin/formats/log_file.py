"""`wobbly readlog` and `wobbly track`: what comes in, what goes out."""

from typing import Any

from pydantic import Field, ValidationError

from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.formats.documents import FlightDocument
from wobbly_fin.formats.errors import refusals
from wobbly_fin.rocketry.altimetry.expected import Expected
from wobbly_fin.rocketry.altimetry.explain import column_said, figure_said, note_sentences
from wobbly_fin.rocketry.altimetry.reading import FlightLog
from wobbly_fin.rocketry.altimetry.readout import Readout
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flightlog.expecting import expected_of
from wobbly_fin.rocketry.tracking.combine import Best, Estimate, best_height
from wobbly_fin.rocketry.tracking.explain import best_sentences, track_sentences
from wobbly_fin.rocketry.tracking.fall import height_by_fall
from wobbly_fin.rocketry.tracking.stations import USUAL_ANGLE_ERROR_DEG, Sighting, Track, track


def log_answer(log: FlightLog) -> dict[str, Any]:
    """Every read-out, null where the log cannot tell; how sure each is; what was found and put right."""
    figures = {name: getattr(log.readout, name) for name in Readout.__dataclass_fields__}
    launch = log.launch_s or 0.0
    return {
        **{name: figure.value for name, figure in figures.items()},
        "sureness": {
            name: {"how": f.sureness, "sd": f.sd, "said": figure_said(name, f)} for name, f in figures.items()
        },
        "sd": {name: f.sd for name, f in figures.items() if f.value is not None},
        "opened": log.found.opened if log.found else None,
        "events": [
            {"name": name, "time_s": moment.time_s - launch, "sd_s": moment.sd_s, "shown_by": moment.basis}
            for name, moment in sorted(log.found.moments.items(), key=lambda m: m[1].time_s)
        ] if log.found else [],
        "columns": [
            {"name": c.name, "meaning": c.meaning, "unit": c.unit, "said": column_said(c)} for c in log.columns
        ],
        "flights": log.flights,
        "rate_hz": log.series.rate_hz,
        "notes": [{"code": code, "value": value} for code, value in log.notes],
        "said": list(note_sentences(log.notes)),
    }  # fmt: skip


def expected_from(document: Any) -> Expected | None:
    """What a flight document lets expect of its log; raises RocketryError under `flight` where it is none."""
    try:
        told = FlightDocument.model_validate(document)
    except ValidationError as error:
        name, message = refusals(error)[0]
        raise RocketryError(f"flight.{name}", message) from error
    motor, delay_s = within("flight", told.motor_and_delay)
    return expected_of(within("flight", told.to_rocket), motor, within("flight.site", told.site.to_site), delay_s)


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
