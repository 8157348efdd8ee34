"""A rocket just begun, as an answer."""

import uuid

from wobbly_fin.hangar.api.begin_schemas import BegunLineOut, BegunOut
from wobbly_fin.hangar.api.drawn import drawn_out
from wobbly_fin.hangar.begun import Begun
from wobbly_fin.hangar.shape import still_flight
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.parts.part import Part
from wobbly_fin.rocketry.choosing.explain import headline, height_words
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.proposing.explain import asked_sentence, narrowing_sentences
from wobbly_fin.rocketry.proposing.narrow import narrowing
from wobbly_fin.rocketry.units.display import show


def begun_out(begun: Begun) -> tuple[BegunOut, dict[str, float]]:
    """The answer, and the figures that rockets are compared by."""
    board, units = begun.board, begun.board.question.units
    lead = board.lead
    airframe = begun.file.to_airframe()
    motor = lead.motor if lead is not None else None
    found = balance(airframe, [motor])
    flight = lead.flight if lead is not None else None
    margin = lead.case.margins.on_pad if lead is not None and lead.case.margins is not None else None
    rate = flight.descent_rate_m_s if flight is not None else None
    said = {
        "motor": lead.label if lead is not None else "",
        "height": height_words(lead.case, units) if lead is not None else "",
        "margin": f"{margin:.1f}" if margin is not None else "",
        "landing": show(rate, "speed", units) if rate is not None else "",
        "mass": show(
            board.question.base.mass_kg,
            "mass",
            units,
        ),
        "length": show(found.layout.length_m, "short_length", units),
        "hours": f"{begun.hours:.1f} h",
        "price": say("begun-price", price=f"{begun.price:.0f}"),
        "impulse": show(motor.curve.total_impulse_n_s, "impulse", units) if motor is not None else "",
    }
    figures = {
        "mass": found.ignition.mass_kg, "hours": begun.hours, "price": begun.price,
        "landing": rate or 0.0, "impulse": motor.curve.total_impulse_n_s if motor else 0.0,
    }  # fmt: skip
    texts = {str(p.id): set(p.typed) for p in begun.file.parts}

    def known(part: Part, figure: str) -> bool:
        return figure in texts.get(part.id, set())

    def height_m(changed: Airframe) -> float | None:
        flown = still_flight(changed, [motor])
        return flown.apogee_altitude_m if flown is not None else None

    unsure = narrowing(airframe, [motor], known, height_m)
    return BegunOut(
        figures=figures,
        document=begun.file.model_dump(mode="json"),
        drawn=drawn_out(found.layout),
        length_m=found.layout.length_m,
        diameter_m=found.layout.reference_diameter_m,
        headline=say("begun-nearest") if begun.failed else headline(board.candidates, units),
        verdict=lead.verdict if lead is not None and not begun.failed else "no",
        said=said,
        practice=lead is not None and board.practice(lead),
        limits=list(begun.limits),
        lines=_lines(begun),
        missing=_missing(begun),
        sure=say(
            "begun-sure", height=show(unsure.height_m, "height", units), margin=f"{unsure.margin_calibres:.1f}"
        ),
        first=list(narrowing_sentences(unsure, found.layout, units)),
    ), figures  # fmt: skip


def _lines(begun: Begun) -> list[BegunLineOut]:
    if begun.beginning is None:
        return []
    ids = {str(p.id) for p in begun.file.parts}
    out = []
    for line in begun.beginning.lines:
        key = begun.sketch.id_of(line.alias) if line.alias else ""
        out.append(BegunLineOut(text=line.text, part=uuid.UUID(key) if key in ids else None, asks=asked_sentence(line)))
    return out


def _missing(begun: Begun) -> str:
    """Parts a kit's list does not tell of, in words."""
    if begun.beginning is None or not begun.beginning.missing:
        return ""
    names = {str(p.id): p.to_part().called for p in begun.file.parts}
    told = [names[k] for a in begun.beginning.missing if (k := begun.sketch.id_of(a)) in names]
    return say("begun-missing", parts=", ".join(dict.fromkeys(told))) if told else ""
