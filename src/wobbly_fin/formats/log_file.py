"""`wobbly readlog` and `wobbly track`: what comes in, what goes out."""

from typing import Any

from pydantic import ValidationError

from wobbly_fin.formats.base import within
from wobbly_fin.formats.documents import FlightDocument
from wobbly_fin.formats.errors import refusals
from wobbly_fin.rocketry.altimetry.expected import Expected
from wobbly_fin.rocketry.altimetry.explain import column_said, figure_said, note_sentences
from wobbly_fin.rocketry.altimetry.reading import FlightLog
from wobbly_fin.rocketry.altimetry.readout import Readout
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flightlog.expecting import expected_of


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
