"""What is done at the bench and to the recovery. Common practice, no source, unless an item says otherwise."""

from collections.abc import Iterator

from wobbly_fin.rocketry.launchday.checklists.devices import powered, released, stowed
from wobbly_fin.rocketry.launchday.checklists.item import Item, item
from wobbly_fin.rocketry.launchday.checklists.loadout import COLD_C, Loadout


def bench(f: Loadout) -> Iterator[Item]:
    """Before anything goes in."""
    yield item("fins", "bench", "rocket", again=True)
    yield item("guide", "bench", "rocket", of=f"guide-{f.guide}", again=True)
    if f.display_parts:
        yield item("display", "bench", "rocket")
    for n, change in enumerate(f.changes):
        yield item(f"lesson-{n}", "bench", "rocket", of="lesson", hold=True, again=True, change=change)
    if f.altimeters:
        yield item("batteries", "bench", "rocket", of="batteries-off" if f.fires else "batteries", count=f.altimeters)
    if f.senses:
        yield item("vents", "bench", "rocket", of="vents" if f.vents else "vents-none", again=True)
    yield from powered(f)
    if f.fires and f.arms == "after_igniter" and f.asks_for_switch:
        yield item("switch", "bench", "rocket", never=True)
    if f.payload:
        yield item("payload", "bench", "rocket", again=True, payload=f.payload)
    yield item("cold", "bench", "weather", again=True, below_c=COLD_C)


def recovery(f: Loadout) -> Iterator[Item]:
    """Packed."""
    if f.recovery == "tumble":
        yield item("tumble", "recovery", "rocket", again=True)
        yield from stowed(f)
        return
    if f.recovery in ("blades", "wing"):
        yield item("hinges", "recovery", "rocket", of=f"hinges-{f.recovery}", again=True)
        yield from stowed(f)
        return
    thing = f.recovery
    yield item("canopy", "recovery", "rocket", again=True, thing=thing)
    yield item("cord", "recovery", "rocket", again=True)
    yield item("folded", "recovery", "rocket", again=True, thing=thing)
    if f.recovery == "canopy":
        yield item("talc", "recovery", "weather", again=True, below_c=COLD_C)
    if f.blow_test:
        yield item("blow", "recovery", "rocket", again=True)
    if f.wadding and f.protection in ("tissue", "fluff"):
        yield item("wadding-asked", "recovery", "rocket", hold=True, again=True, wadding=f.wadding)
    if f.protection in ("tissue", "fluff") and f.school == "recovery_first":
        key = "wadding" if f.protection == "tissue" else "fluff"
        yield item(key, "recovery", "rocket motor", again=True, sheets=f.sheets)
    elif f.protection == "cloth":
        yield item("cloth", "recovery", "rocket", again=True, thing=thing)
    if f.protection == "baffle" or f.baffle:
        yield item("baffle", "recovery", "rocket", again=True)
    if f.piston:
        yield item("piston", "recovery", "rocket", again=True)
    yield item("packed", "recovery", "rocket", again=True, thing=thing)
    yield from stowed(f)
    if f.release:
        yield from released(f)
        yield item("release", "recovery", "rocket", again=True, height=f.main_height)
    if f.drogue:
        yield item("bays", "recovery", "rocket", hold=True, again=True, height=f.main_height)
    if f.pins:
        yield item("pins", "recovery", "rocket", again=True, pins=f.pins)
    else:
        yield item("nose", "recovery", "rocket", again=True)
