"""The packing card: how this rocket's canopy is folded and put in, step by step, as its owner's schools have it.

Folding schools, their checks and the order into the tube: common practice, no source.
"""

from dataclasses import dataclass

from wobbly_fin.rocketry.canopies.devices import CanopyKind
from wobbly_fin.rocketry.canopies.packing import PROTECTIONS
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery import folds
from wobbly_fin.rocketry.recovery.bays import FilledBay
from wobbly_fin.rocketry.recovery.explain import charge_in_bay_kg, nose_sentence, packed, wadding_sentence
from wobbly_fin.rocketry.recovery.tube_drawing import TubeScale, bay_filled
from wobbly_fin.rocketry.recovery.whole import Recovery
from wobbly_fin.rocketry.templates.picture import Picture
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show

_FIRE = "Untreated paper and laundry sheets start fires: treated or flameproof only."
_LIVE = "Charges are armed on the pad, upright, last, by those licensed for them; no one leans over the open tube."


@dataclass(frozen=True, slots=True, kw_only=True)
class CardStep:
    """One drawing of the card. `check` is what to feel or see before the next; `key` stays the same while the step does."""

    key: str
    title: str
    text: str
    picture: Picture
    check: str = ""
    caution: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Card:
    """The card of one bay. `title` is empty where the rocket has but one."""

    title: str
    steps: tuple[CardStep, ...]


def packing_cards(found: Recovery, *, fold: str, units: UnitChoice = METRIC) -> tuple[Card, ...]:
    """A card for each bay, the one that opens last packed first; one for what packs nothing.

    Parameters
    ----------
    fold : str
        accordion, rolled, wrapped or bundle.

    Raises
    ------
    RocketryError
        For a school of folding nobody knows.
    """
    if fold not in folds.FOLDS:
        raise RocketryError("fold", f"{fold!r} is no school of folding; one of {', '.join(folds.FOLDS)}")
    if not found.bays:
        return (Card(title="", steps=(_unpacked(found.kind),)),)
    several = len(found.bays) > 1
    cards = []
    for bay in found.bays:
        name = {"main": "The main", "first": "The drogue"}[bay.event] if several else ""
        cards.append(
            Card(title=f"{name}, in the {bay.tube.part.called}" if several else "", steps=_card(found, bay, fold, units))
        )
    return tuple(cards)


def _card(found: Recovery, bay: FilledBay, fold: str, units: UnitChoice) -> tuple[CardStep, ...]:
    canopy = bay.rig.canopy
    kind: CanopyKind = canopy.kind if canopy is not None else "flat"
    hole = canopy.spill_hole_m / canopy.diameter_m if canopy is not None else 0.0
    bore = f"under {show(bay.bay.bore_m, 'short_length', units)}"
    steps = [_look(kind, hole)]
    steps += _streamer(fold, bore) if kind == "streamer" else [_hang_on(), *_fold(kind, fold, bore)]
    return (*steps, *_into_tube(found, bay, units))


def _look(kind: CanopyKind, hole: float) -> CardStep:
    thing = "streamer" if kind == "streamer" else "canopy"
    lines = "" if kind == "streamer" else " Lines straight, pulled to one length, none round another."
    return CardStep(
        key="look", title=f"Lay the {thing} out and look it over",
        text=f"Flat on a clean table.{lines} In the cold dust it with a little talc, so that it does not stick to itself.",
        picture=folds.laid_flat(kind, hole), check="No burn, no tear, no line glued to another, every knot tight.",
    )  # fmt: skip


def _hang_on() -> CardStep:
    return CardStep(
        key="hang", title="Hung on without a knot",
        text="The gathered lines make a loop; it goes through the loop of the cord, and the whole canopy goes through its own. Pull it tight.",
        picture=folds.looped_on(), check="It sits in the middle of the cord’s loop and does not slide.",
    )  # fmt: skip


def _fold(kind: CanopyKind, fold: str, bore: str) -> list[CardStep]:
    if fold == "bundle":
        return [
            CardStep(
                key="bundle", title="Gather it loosely",
                text="Take it by the middle, let the cloth hang, gather it in the hand without pressing; the lines last, in a loose figure of eight.",
                picture=folds.bundled(), check="Thrown up by hand it opens.",
            )
        ]  # fmt: skip
    wedge = [
        CardStep(
            key="half", title="Fold it in half", text="Edge on edge, all its lines together on one side.", picture=folds.halved(kind),
            check="No line caught in the fold.",
        ),
        CardStep(
            key="wedge", title="And again, to a long wedge",
            text="In half again, and again, till it is a long narrow wedge: its point is the middle of the canopy, its lines leave the wide end.",
            picture=folds.wedged(), check="Press the air out, from the point to the lines.",
        ),
    ]  # fmt: skip
    strip = "Fold both sides of the wedge over the middle, till the strip is narrower than the tube."
    if fold == "accordion":
        return [
            *wedge,
            CardStep(
                key="lines", title="Lay the lines inside, to and fro",
                text="On the wedge, in flat zigzags along it, each beside the last; a hand’s breadth of line stays out at the wide end.",
                picture=folds.lines_inside(), check="No line crosses another.",
            ),
            CardStep(key="strip", title="Sides over the lines", text=strip, picture=folds.sides_over(lines=True), check="All lines are covered."),
            CardStep(
                key="accordion", title="Fold it like an accordion",
                text=f"From the point towards the lines, to and fro, never rolled, each fold {bore}.",
                picture=folds.accordion(bore), check="Held by its lines it falls open.",
            ),
        ]  # fmt: skip
    if fold == "rolled":
        return [
            *wedge,
            CardStep(key="strip", title="Sides to the middle", text=strip, picture=folds.sides_over(lines=False),
                check="The lines leave the wide end side by side."),
            CardStep(
                key="roll", title="Roll it from the point", text="From the point towards the lines. Turn the canopy, never the lines.",
                picture=folds.rolling(), check="The lines still lie side by side.",
            ),
            CardStep(
                key="rolled", title="The lines come off straight", text=f"The roll is {bore} thick, its lines untwisted.",
                picture=folds.rolled(bore), check="Let it hang by the lines: it unrolls by itself.",
            ),
        ]  # fmt: skip
    return [
        *wedge,
        CardStep(
            key="wrap", title="Wrap the lines round it, a few loose turns",
            text="Fold the wedge once across, then three or four loose turns of line round its middle, the rest of the lines free.",
            picture=folds.wrapped(4), check="A light pull on the lines undoes every turn.",
            caution="Tight turns keep it shut all the way down.",
        ),
    ]  # fmt: skip


def _streamer(fold: str, bore: str) -> list[CardStep]:
    if fold in ("accordion", "bundle"):
        return [
            CardStep(
                key="accordion", title="Fold it to and fro", text=f"From its free end towards the cord, each fold {bore}.",
                picture=folds.accordion(bore), check="Dropped from the hand it opens before it reaches the floor.",
            )
        ]  # fmt: skip
    return [
        CardStep(
            key="roll", title="Roll it, not tight", text="From its free end towards the cord, loosely.", picture=folds.streamer_rolled(),
            check="Dropped from the hand it unrolls before it reaches the floor.",
        )
    ]  # fmt: skip


def _unpacked(kind: CanopyKind) -> CardStep:
    if kind in ("helicopter", "glide"):
        what = "blades" if kind == "helicopter" else "wing"
        return CardStep(
            key="blades", title=f"Fold the {what} along the body",
            text="Each hinge moves without a sound; a band holds it shut until the charge burns or throws it off. Mind which way it springs.",
            picture=folds.blades(kind), check=f"Cut the band by hand once: the {what} springs out and stays out.",
            caution="Stand aside: it springs out with force.",
        )  # fmt: skip
    return CardStep(
        key="tumble", title="Nothing to pack: it tumbles",
        text="The charge throws the motor back or shifts the balance, so that it no longer flies straight. For light models only.",
        picture=folds.blades("glide"), check="With the motor case thrown back it balances behind where the air pushes.",
    )  # fmt: skip


# Into the tube

# Through this much bore a breath throws nose and canopy out; wider ones are pulled by hand (our own figure). [m]
BLOWN_BORE_M = 0.07


def _into_tube(found: Recovery, bay: FilledBay, units: UnitChoice) -> list[CardStep]:
    """Bottom to top, with the depth each layer's top comes to."""
    protection, layers, kinds = found.plan.protection, bay.packed.layers, bay.kinds
    shielded, canopies = kinds[0] in ("wadding", "cloth"), kinds.count("canopy")
    scale = TubeScale(room_m=layers[0].depth_m + layers[0].length_m, bore_m=bay.bay.bore_m)
    foot = "motor" if bay.fired_by == "motor" else "charge"
    shoulder = bay.bay.fore_m - bay.tube.fore_m

    def depth(number: int) -> str:
        return packed(max(layers[number].depth_m, 0.0), units)

    def drawn(upto: int, says: str, **more: bool | float | str | int) -> Picture:
        marked = depth(upto - 1) if upto and not more else ""
        return bay_filled(bay.packed, scale, upto, says, kinds=kinds, depth=marked, foot=foot, **more)  # type: ignore[arg-type]

    canopy = bay.rig.canopy
    thing = "streamer" if canopy is not None and canopy.kind == "streamer" else "canopy"
    steps: list[CardStep] = []
    if bay.fired_by == "motor" and bay.bay.bore_m <= BLOWN_BORE_M:
        steps.append(
            CardStep(
                key="blow", title="Blow test, before motor and wadding go in",
                text=f"Cord, {thing} and nose in, no wadding, no motor: one breath into the tail throws nose and {thing} out. Then all out again.",
                picture=drawn(
                    len(layers), f"A breath into the tail throws nose and {thing} out of the front", breath=True, nose_m=shoulder,
                    leave_out=int(shielded),
                ),
                check="One breath does it. If it only moves or feels tight, fold again and blow again.",
                caution="Never with a motor or an igniter in the rocket.",
            )
        )  # fmt: skip
    steps.append(
        _protection(
            protection,
            bay,
            drawn(int(shielded), f"{PROTECTIONS[protection]} at the foot of the tube"),
            depth(0) if shielded and protection in ("tissue", "fluff") else "",
            units,
        )
    )
    if protection == "cloth":
        steps.append(
            CardStep(
                key="cloth", title="Wrap the canopy in its cloth",
                text="The folded canopy on the cloth’s middle, its corners over it like a parcel, open towards the nose; its loop on the cord below.",
                picture=folds.parcelled(), check="No cloth of the canopy shows towards the charge.",
            )
        )  # fmt: skip
    for number in range(int(shielded), len(layers) - canopies):
        steps.append(
            CardStep(
                key=f"cord-{number}", title="The cord, in loose zigzags",
                text=f"It leaves last, so it lies lowest: to and fro, not wound round the hand. Its top comes {depth(number)} below the tube’s edge.",
                picture=drawn(number + 1, "The cord in zigzags above what shields it"), check="No loop round a line or round the canopy.",
            )
        )  # fmt: skip
    if bay.released:
        steps.append(
            CardStep(
                key="release", title="The release round it",
                text=f"Its band round the folded canopy, the release tied to the cord, set to {_main_height(found, units)}. Try it once by hand.",
                picture=folds.released(), check="Pulled by the lines nothing comes loose; let go by hand it falls open.",
            )
        )  # fmt: skip
    steps.append(
        CardStep(
            key="canopy", title=f"The {thing} on top",
            text=f"Slide it in, {'lines' if thing == 'canopy' else 'its tied end'} towards the cord. "
            f"Its top comes {depth(len(layers) - 1)} below the edge; the nose’s shoulder takes {packed(shoulder, units)} of that.",
            picture=drawn(len(layers), f"The {thing} above the cord, near the open end"),
            check="It slides by its own weight. If it feels tight, take it out and fold again.",
        )
    )  # fmt: skip
    steps.append(_nose(bay, drawn(len(layers), "The nose on the tube, all layers in", nose_m=shoulder), units))
    return steps


def _main_height(found: Recovery, units: UnitChoice) -> str:
    height = found.plan.sequence.main_height_m
    return show(height, "height", units) if height is not None else "its height"


def _protection(protection: str, bay: FilledBay, picture: Picture, depth: str, units: UnitChoice) -> CardStep:
    text = wadding_sentence(protection, bay.bay.bore_m, charge_in_bay_kg(bay), units)
    if depth:
        text += f" Its top comes {depth} below the tube’s edge."
    check = {
        "tissue": "It fills the tube all round, and can be pushed through with a finger.",
        "fluff": "It fills the tube all round, and no daylight shows past it.",
        "cloth": "No hole burnt into it.",
        "baffle": "Look through it: nothing loose, nothing charred through.",
        "none": "There is nothing between charge and canopy.",
    }[protection]
    return CardStep(
        key=f"protection-{protection}", title="Protection first", text=text, picture=picture, check=check, caution=_FIRE
    )


def _nose(bay: FilledBay, picture: Picture, units: UnitChoice) -> CardStep:
    if bay.pin_count and bay.push is not None:
        return CardStep(
            key="pins", title=f"The nose, held by {bay.pin_count} pins of {bay.pin}",
            text="Holes of nose and tube in line, pins screwed in finger-tight: they shear, they are not clamped.", picture=picture,
            check="Every pin in, none broken by putting it in.", caution=_LIVE,
        )  # fmt: skip
    return CardStep(
        key="nose", title="The nose: lifts the rocket, comes off with a light pull", text=nose_sentence(bay.nose, units), picture=picture,
        check="Turn it once: it moves freely. Paint in the joint glues it shut.", caution=_LIVE if bay.push is not None else "",
    )  # fmt: skip
