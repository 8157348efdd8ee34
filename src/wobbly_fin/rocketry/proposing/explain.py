"""What a proposal asks for, what it gives up, and why there is none."""

import math
from collections.abc import Iterator, Mapping

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.rocketry.choosing.explain import trial_sentence
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.proposing.change import Turn
from wobbly_fin.rocketry.proposing.kit_rocket import LineRead
from wobbly_fin.rocketry.proposing.narrow import Narrowing
from wobbly_fin.rocketry.proposing.sizing import Design, Nearest
from wobbly_fin.rocketry.proposing.wish import Wish
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.words import capital, uncapital

_ALWAYS = {"allowance"}


def bought(design: Design) -> Iterator[str]:
    """What has to be got: every part that is not at hand, and the motor."""
    for part in design.airframe.parts:
        if part.TYPE not in _ALWAYS and part.id not in design.spared:
            yield capital(part.called)
    if not design.motor_at_hand:
        yield design.candidate.motor.name


def given_up(design: Design, units: UnitChoice = METRIC) -> Iterator[str]:
    """What was done for the wish's sake, what it takes, and what is only guessed."""
    sketch = design.sketch
    if clay := sketch.ballast_kg + sketch.weight_kg:
        yield say("proposal-ballast", mass=show(clay, "mass", units))
    if not sketch.charged:
        yield say("proposal-altimeters")
    if sketch.stiffer:
        yield say("proposal-stiffer")
    if sketch.canopy_kind == "domed":
        yield say("proposal-domed", across=show(sketch.canopy_m, "short_length", units))
    if sketch.edges == "square":
        yield say("proposal-square")
    if not sketch.body.sold:
        yield say("proposal-tube", across=show(sketch.body.outside_m, "short_length", units))
    if not sketch.mount.sold:
        yield say("proposal-mount", across=show(sketch.mount.bore_m, "short_length", units))
    yield say("proposal-takes", price=f"{design.price:.0f}", hours=f"{design.hours:.0f}")
    yield say("proposal-guessed")


def why_none(wish: Wish, nearest: Nearest, units: UnitChoice = METRIC) -> str:
    """Which wish must give, and by how much."""
    if nearest.fitting == 0:
        if wish.mount_diameter_m is None:
            return say("proposal-no-motor-at-all")
        return say("proposal-no-motor", across=show(wish.mount_diameter_m, "short_length", units))
    if nearest.ceiling_m is not None:
        ceiling, wanted = (show(x, "height", units) for x in (nearest.ceiling_m, wish.apogee_m[0]))
        return say("proposal-ceiling", ceiling=ceiling, wanted=wanted)
    if 0 < nearest.highest_m < wish.apogee_m[0]:
        return say(
            "proposal-too-low", height=show(nearest.highest_m, "height", units), wanted=show(wish.apogee_m[0], "height", units)
        )
    if math.isfinite(nearest.lowest_m) and nearest.lowest_m > wish.apogee_m[1]:
        return say(
            "proposal-too-high", height=show(nearest.lowest_m, "height", units), wanted=show(wish.apogee_m[1], "height", units)
        )
    if math.isfinite(nearest.cheapest):
        return say("proposal-too-dear", price=f"{nearest.cheapest:.0f}", wanted=f"{wish.cost_max:.0f}")
    if math.isfinite(nearest.quickest_h):
        return say("proposal-too-long", hours=f"{nearest.quickest_h:.1f}", wanted=f"{wish.hours_max:.1f}")
    if nearest.highest_m == 0:
        return say("proposal-no-room")
    if nearest.unbuilt:
        return say("proposal-unbuilt")
    if nearest.failed:
        return say("proposal-fails", tests="; ".join(uncapital(trial_sentence(t, units)) for t in nearest.failed))
    return say("proposal-none-meets")


def asked_sentence(line: LineRead) -> str:
    """What is asked about a line of a kit's list; "" where nothing is."""
    return "" if line.asks is None else say(f"kit-asks-{line.asks}")


def narrowing_sentences(found: Narrowing, layout: Layout, units: UnitChoice = METRIC, most: int = 4) -> Iterator[str]:
    """What to weigh or measure first, with what it is worth."""
    for worth in found.first[:most]:
        part = layout.placed[worth.index].part
        figures = {
            "part": part.called, "height": show(abs(worth.height_m), "height", units), "margin": f"{abs(worth.margin_calibres):.2f}",
            "share": f"{worth.share:.0%}",
        }  # fmt: skip
        if worth.figure == "mass_kg":
            yield say("narrow-weigh", **figures)
            continue
        if worth.figure == "offset_m":
            yield say("narrow-place", **figures)
            continue
        label = next(f.metadata["label"] for f in described(type(part)) if f.name == worth.figure)
        yield say("narrow-measure", figure=uncapital(label), **figures)


def turn_sentence(turn: Turn, layout: Layout, motors: Mapping[str, str], units: UnitChoice = METRIC) -> str:
    """One change in words: of what, from what, to what."""
    if turn.kind == "motor":
        return say("turn-motor", motor=motors.get(turn.motor, ""))
    if turn.kind == "ballast":
        return say("turn-ballast", mass=show(float(turn.value), "mass", units))
    assert turn.part is not None
    part = layout.placed[turn.part].part
    if turn.kind == "edges":
        return say("turn-edges", part=part.called, edges=str(turn.value))
    was = getattr(part, turn.field)
    return say(
        f"turn-size-{turn.kind}", part=part.called, was=show(was, "short_length", units) if was else "",
        value=show(float(turn.value), "short_length", units),
    )  # fmt: skip
