"""A wish about a rocket, answered."""

from dataclasses import asdict

from wobbly_fin.hangar.api.begin_schemas import ChangeEditOut, WishOut, WishWayOut
from wobbly_fin.hangar.wishes import Granted
from wobbly_fin.rocketry.airframe.layout import Layout, lay_out
from wobbly_fin.rocketry.choosing.explain import height_words, trial_sentence
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.proposing.explain import turn_sentence
from wobbly_fin.rocketry.units.display import UnitChoice, show


def wish_out(granted: Granted) -> WishOut:
    """Ways, the least work first."""
    units = granted.asked.units
    layout = lay_out(granted.asked.file.to_airframe())
    return WishOut(
        now=_said(granted.now, units),
        sentence=_sentence(granted, layout),
        ways=[
            WishWayOut(
                steps=[turn_sentence(t, layout, granted.labels, units) for t in way.turns],
                finished=way.finished,
                verdict=way.after.verdict,
                said=_said(way.after, units),
                edits=[ChangeEditOut(**{k: v for k, v in asdict(e).items() if k not in ("text", "stock")}) for e in edits],
            )
            for way, edits in zip(granted.found.found, granted.edits, strict=True)
            if way.turns
        ],
    )


def _sentence(granted: Granted, layout: Layout) -> str:
    units, found = granted.asked.units, granted.found
    if found.met:
        return say("wish-met-already")
    if found.found:
        return say("wish-met", ways=len(found.found))
    if found.nearest is None:
        return say("wish-unmet")
    steps = " ".join(turn_sentence(t, layout, granted.labels, units) for t in found.nearest.turns)
    figures = _said(found.nearest.after, units)
    against = found.nearest.after.against
    why = trial_sentence(against[0], units) if against else say("wish-falls-short")
    return say("wish-nearest", steps=steps, height=figures["height"], why=why)


def _said(found: Candidate, units: UnitChoice) -> dict[str, str]:
    margins, rate = found.case.margins, found.flight.descent_rate_m_s
    inside = next((t.value for t in found.tests if t.name == "inside_field" and t.value is not None), None)
    said = {
        "motor": found.label,
        "height": height_words(found.case, units),
        "margin": f"{margins.on_pad:.1f} cal" if margins is not None and margins.on_pad is not None else "",
        "landing": show(rate, "speed", units) if rate is not None else "",
        "inside": f"{inside:.0%}" if inside is not None else "",
    }
    return {k: v for k, v in said.items() if v}
