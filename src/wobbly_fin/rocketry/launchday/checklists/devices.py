"""What named devices ask for: power at the bench, their place, when they are switched on, what to wait for, what to do after landing."""

from collections.abc import Iterator

from wobbly_fin.rocketry.launchday.checklists.item import Item
from wobbly_fin.rocketry.launchday.checklists.loadout import DeviceLoad, Loadout
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.words import capital


def powered(f: Loadout) -> Iterator[Item]:
    """At the bench: a battery that lasts."""
    for n, d in enumerate(f.devices):
        text = say("device-battery", name=d.name, battery=d.battery) if d.battery else say("device-battery-untold", name=d.name)
        hazard = say("device-charges-off") if f.fires and d.role == "altimeter" else ""
        yield Item(key=f"battery-{n}", stage="bench", text=capital(text), good=say("device-battery-good"), hazard=hazard)


def stowed(f: Loadout) -> Iterator[Item]:
    """While it is packed: in its place; and on, all that need not wait for the pad, before there is an igniter in the motor."""
    for n, d in enumerate(f.devices):
        if d.role == "release":
            continue  # it goes round the canopy, and that has a line of its own
        place = say("device-place", name=d.name, where=d.where) if d.where else say("device-place-outside", name=d.name)
        yield Item(key=f"stow-{n}", stage="recovery", text=capital(place), good=say("device-place-good"), again=True)
        if d.role != "altimeter" or not f.fires:
            yield _on(n, d, "recovery", say("device-on-why"))


def released(f: Loadout) -> Iterator[Item]:
    """Of a release: on, before its band goes round the canopy."""
    for n, d in enumerate(f.devices):
        if d.role == "release":
            yield _on(n, d, "recovery", say("device-release-why"))


def armed(f: Loadout) -> Iterator[Item]:
    """At the pad: what fires charges is switched on upright, and says that it is ready."""
    if f.fires:
        for n, d in enumerate(f.devices):
            if d.role == "altimeter":
                yield _on(n, d, "pad", "", say("device-upright"))


def read_out(f: Loadout) -> Iterator[Item]:
    """After landing."""
    for n, d in enumerate(f.devices):
        if d.role == "release":
            continue
        text = (
            say("device-after", name=d.name, how=d.after_landing) if d.after_landing else say("device-after-untold", name=d.name)
        )
        yield Item(key=f"after-{n}", stage="after", text=capital(text))


def _on(n: int, d: DeviceLoad, stage: str, why: str, hazard: str = "") -> Item:
    text = say("device-on", name=d.name, how=d.switched_on) if d.switched_on else say("device-on-untold", name=d.name)
    good = capital(say("device-ready", ready=d.ready)) if d.ready else say("device-ready-untold")
    return Item(key=f"on-{n}", stage=stage, text=capital(text), why=why, good=good, hazard=hazard, again=True)  # type: ignore[arg-type]
