"""From the table to the pad, the count, and what comes after."""

from collections.abc import Iterator

from wobbly_fin.rocketry.choosing.codes import MISFIRE_WAIT_S
from wobbly_fin.rocketry.launchday.checklists.devices import armed, read_out
from wobbly_fin.rocketry.launchday.checklists.item import Item, Stage, item
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout

# Lines nobody overrides, in whatever list they stand.
NEVER = frozenset({"key-out", "distance", "clear-line", "arm", "switch", "change", "back", "disarm"})


def ready(f: Loadout) -> Iterator[Item]:
    """Before walking out."""
    yield item("weigh", "ready", "rocket motor")
    yield item("photo", "ready", "rocket")
    if f.igniter_at == "table" and not f.igniter_built_in:
        yield from _igniters(f, "table")
    if f.high_power:
        yield item("officer", "ready", "rocket motor site person", hold=True, again=True)
    if f.stand_off:
        yield item("distance", "ready", "motor site", never=True, again=True, distance=f.stand_off)


def pad(f: Loadout) -> Iterator[Item]:
    """At the pad, the key in a pocket. In either school nothing is opened once the igniter is clipped."""
    yield item("key-out", "pad", "motor site", never=True, again=True)
    yield item("slides", "pad", "rocket site", of=f"slides-{f.guide}", again=True)
    if f.arms == "before_igniter":
        yield from armed(f)
    if f.igniter_built_in:
        yield item("igniter", "pad", "motor", of="igniter-built-in", again=True)
    elif f.igniter_at == "pad":
        yield from _igniters(f, "pad")
    yield item("clips", "pad", "motor", of="clips-live" if f.fires and f.arms == "before_igniter" else "clips", again=True)
    if f.arms == "after_igniter":
        yield from armed(f)
    yield item("leave-pad", "pad", "site", again=True)


def _igniters(f: Loadout, where: str) -> Iterator[Item]:
    stage: Stage = "pad" if where == "pad" else "ready"
    yield item("igniter", stage, "motor", of=f"igniter-{where}", act="igniter", again=True, count=f.on_pad.count, guide=f.guide)
    if f.on_pad.count > 1:
        yield item("parallel", stage, "motor", again=True)


def count(f: Loadout) -> Iterator[Item]:
    """The countdown."""
    yield item("back", "count", "site weather", never=True, again=True)
    yield item("key-in", "count", "motor site", again=True)
    yield item("five", "count", "motor site", act="launch", again=True)
    if f.clustered:
        yield item("all-lit", "count", "motor", again=True)
    yield item(
        "misfire", "count", "motor", of="misfire-charges" if f.fires else "misfire", again=True, seconds=f"{MISFIRE_WAIT_S:.0f}"
    )


def after(f: Loadout) -> Iterator[Item]:
    """Landed."""
    yield item("leave", "after", "site")
    if f.fires:
        yield item("disarm", "after", "rocket", never=True, again=True)
    if f.altimeters:
        yield item("read-out", "after", "rocket")
    yield from read_out(f)
    yield item("case-out", "after", "motor", of="cases-out" if f.staged else "case-out")
    yield item("inspect", "after", "rocket")
    yield item("told", "after", "rocket")
