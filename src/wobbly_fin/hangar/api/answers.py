"""Rockets as the hangar shows them, and drafts of new ones."""

from dataclasses import dataclass
from typing import Any

from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.hangar import facts
from wobbly_fin.hangar.actions.draft import BOXES, Draft
from wobbly_fin.hangar.actions.grow import GUESSED_SLENDERNESS
from wobbly_fin.hangar.api.drawn import drawn_out
from wobbly_fin.hangar.api.schemas import (
    DrawnOut,
    QuestionOut,
    RocketDraftOut,
    RocketOut,
)
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.snapshots import content_hash
from wobbly_fin.rocketry.airframe.layout import Layout, lay_out
from wobbly_fin.rocketry.airframe.mass import empty_totals, weigh
from wobbly_fin.rocketry.airframe.standard_drag import cruise_cd
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.quick_rocket import USUAL_CD
from wobbly_fin.rocketry.flightlog.waiting import waiting_words, waits_for
from wobbly_fin.rocketry.units.display import UnitChoice, show, show_size
from wobbly_fin.site.remembered import Remembered


@dataclass(frozen=True, slots=True, kw_only=True)
class _Told:
    """What a rocket's document comes to, whoever's it is."""

    quick: bool
    stages: int
    drawn: list[DrawnOut]
    diameter_m: float
    length_m: float
    length_known: bool
    has_canopy: bool
    said: dict[str, str]
    document: dict[str, Any]


_told = Remembered[_Told](1000)


def _tell(document: dict[str, Any], units: UnitChoice) -> _Told:
    file = read_rocket_file(document)
    if file.is_quick:
        body = file.body
        return _Told(
            quick=True, stages=len(file.stages), drawn=[], diameter_m=body.diameter_m, length_known=body.length_m is not None,
            length_m=body.length_m or GUESSED_SLENDERNESS * body.diameter_m, has_canopy=file.canopy is not None, said=_said_rocket(file, units),
            document=file.model_dump(mode="json"),
        )  # fmt: skip
    layout = lay_out(file.to_airframe())
    return _Told(
        quick=False, stages=len(file.stages), drawn=drawn_out(layout), diameter_m=layout.reference_diameter_m, length_m=layout.length_m,
        length_known=True, has_canopy=file.canopy is not None, said=_said_airframe(file, layout, units),
        document=file.model_dump(mode="json"),
    )  # fmt: skip


def rocket_out(row: Rocket, units: UnitChoice) -> RocketOut:
    """A rocket as the hangar shows it; `row` comes from `with_flights`."""
    told = _told.get((content_hash("rocket", row.document), repr(units)), lambda: _tell(row.document, units))
    count: int = getattr(row, "flight_count", 0)
    landing, last = getattr(row, "last_landing", None), getattr(row, "flown_last", None)
    # Asked only of the few rockets it can be true of.
    grounded = bool(getattr(row, "reviewed", False)) and bool(facts.repairs(row))
    repaired = landing == "damaged" and last is not None and any(day >= last for day in facts.mended_on(row))
    waiting = waits_for(flights=count, last_landing=landing, has_canopy=told.has_canopy, grounded=grounded, mended=repaired)
    return RocketOut(
        id=row.pk,
        revision=row.revision,
        document=told.document,
        name=row.name,
        quick=told.quick,
        drawn=told.drawn,
        stages=told.stages,
        diameter_m=told.diameter_m,
        length_m=told.length_m,
        length_known=told.length_known,
        said=told.said,
        waits_for=waiting_words(waiting),
        waits_code=waiting,
        flights=count,
        flown_last=getattr(row, "flown_last", None),
        can_undo=bool(row.undo_numbers),
        can_redo=bool(row.redo_numbers),
    )


def draft_out(draft: Draft, units: UnitChoice) -> RocketDraftOut:
    """A form read so far, with suggestions as texts that can go straight into the boxes."""
    questions = []
    for slip in draft.questions:
        suggestion = None
        if slip.suggestion_si is not None:
            quantity = BOXES[slip.field][0] if slip.field in BOXES else None
            suggestion = show(slip.suggestion_si, quantity, units) if quantity else f"{slip.suggestion_si:g}"
        questions.append(QuestionOut(field=slip.field, sentence=slip.sentence, suggestion=suggestion))
    return RocketDraftOut(
        si=draft.si, said=draft.said, errors=draft.errors, missing=draft.missing, questions=questions,
        document=draft.file.model_dump(mode="json") if draft.file else None,
    )  # fmt: skip


def _said_rocket(file: RocketFile, units: UnitChoice) -> dict[str, str]:
    body, mount, canopy = file.body, file.mount, file.canopy
    return {
        "mass": show(body.mass_kg, "mass", units),
        "diameter": show(body.diameter_m, "short_length", units),
        "length": show(body.length_m, "short_length", units) if body.length_m else "not measured",
        "mount": show_size(mount.diameter_mm / 1000, mount.max_length_mm / 1000, units),
        "canopy": f"{show(canopy.diameter_m, 'short_length', units)} {canopy.kind}" if canopy else "none",
        "cd": f"{body.cd:.2g}" if body.cd is not None else f"not known, {USUAL_CD:g} taken",
    }


def _said_airframe(file: RocketFile, layout: Layout, units: UnitChoice) -> dict[str, str]:
    canopy, whole = file.to_canopy(), empty_totals(file.to_airframe(), weigh(layout))
    try:
        mount = file.to_mount()
        said_mount = show_size(mount.diameter_m, mount.max_length_m, units)
    except RocketryError:
        said_mount = "none yet"
    return {
        "mass": show(whole.mass_kg, "mass", units),
        "diameter": show(layout.reference_diameter_m, "short_length", units),
        "length": show(layout.length_m, "short_length", units),
        "mount": said_mount,
        "canopy": f"{show(canopy.diameter_m, 'short_length', units)} {canopy.kind}" if canopy else "none",
        "cd": f"{file.known.cd:.2g}" if file.known.cd is not None else f"{cruise_cd(layout):.2f}, built up",
    }
