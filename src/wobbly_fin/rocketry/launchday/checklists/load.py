"""The hold point and the motor. No recipe is given here: the maker's sheet stands at every step it governs."""

from collections.abc import Iterator

from wobbly_fin.rocketry.launchday.checklists.item import Item, item
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout, MotorLoad
from wobbly_fin.rocketry.motors.assembly_card import AssemblyCard, card_steps

RETENTIONS = ("hook", "threaded_ring", "twist_lock", "fin_unit", "screw", "clips", "tape")


def hold(f: Loadout) -> Iterator[Item]:
    """Before the motor goes in: changing afterwards means unloading."""
    of = "hold-wind" if f.wind_limit else "hold-wind-only"
    yield item("hold-wind", "hold", "weather site", of=of, hold=True, again=True, limit=f.wind_limit)
    yield item("hold-delay", "hold", "motor", hold=True, again=True, label=f.delay or f.motors[0].label)
    for name, sentence in f.unknowns:
        asked = item(
            f"unknown-{name}", "hold", "rocket motor weather site person", of="unknown", hold=True, again=True, what=sentence
        )
        yield Item(**{s: getattr(asked, s) for s in Item.__slots__} | {"asks": True})
    if f.change:
        yield item("change", "hold", "rocket motor weather site", never=True, again=True, change=f.change)


def motor(f: Loadout) -> Iterator[Item]:
    """Stage by stage, from the top."""
    for n, load in enumerate(f.motors):
        stage = "one" if not f.staged else "booster" if n > 0 else "upper"
        tag = f"-{n}" if f.staged else ""
        if load.reload:
            yield from _reload(load, stage, tag)
        yield item(
            f"motor{tag}",
            "motor",
            "motor",
            of="motor-reload" if load.reload else "motor",
            act="motor",
            again=True,
            label=load.label,
            whose=stage,
        )
        if load.shorten_s > 0:
            yield item(
                f"shorten{tag}", "motor", "motor", of="shorten", hold=True, again=True, whose=stage, seconds=f"{load.shorten_s:g}"
            )
        if load.retention:
            kind = load.retention.replace("_", "-")
            yield item(f"retention{tag}", "motor", "motor rocket", of=f"retention-{kind}", again=True, whose=stage)
        else:
            yield item(f"held{tag}", "motor", "motor rocket", of="held", hold=True, again=True, whose=stage)
        if load.count > 1:
            yield item(f"cluster{tag}", "motor", "motor", of="cluster", again=True, count=load.count, whose=stage)
    if f.staged:
        yield item("stages", "motor", "motor rocket", of="stages-gap" if f.gap_staged else "stages", hold=True, again=True)
    if f.school == "motor_first" and f.protection in ("tissue", "fluff") and f.recovery in ("canopy", "streamer"):
        yield item("wadding-onto", "motor", "motor rocket", of=f"{f.protection}-onto", again=True, sheets=f.sheets)


def _reload(load: MotorLoad, stage: str, tag: str) -> Iterator[Item]:
    """By the maker's sheet: what is told of this motor's assembly, in order; what is not told, the sheet decides."""
    yield item(f"sheet{tag}", "motor", "motor", of="sheet", hold=True, again=True, label=load.label, whose=stage)
    card = load.card or AssemblyCard(charge="" if load.has_charge else "none")
    for step in card_steps(card):
        yield Item(
            key=f"{step.key}{tag}", stage="motor", text=step.text, good=step.good, why=step.wrong, hazard=step.hazard, hold=step.hold,
            on=("motor",), again=True, act="igniter" if step.igniter else "", picture=step.picture,
        )  # fmt: skip
