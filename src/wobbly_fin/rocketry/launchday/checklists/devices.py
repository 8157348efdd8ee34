"""What named devices ask for: power at the bench, switched on and heard before they are shut in, what to do after landing."""

from collections.abc import Iterator

from wobbly_fin.rocketry.launchday.checklists.item import Item, Stage, item
from wobbly_fin.rocketry.launchday.checklists.loadout import DeviceLoad, Loadout


def powered(f: Loadout) -> Iterator[Item]:
    """At the bench: a battery that lasts."""
    for n, d in enumerate(f.devices):
        of = "battery-off" if f.fires and d.role == "altimeter" else "battery"
        of = of if d.battery else f"{of}-untold"
        yield item(f"battery-{n}", "bench", "rocket", of=of, name=d.name, battery=d.battery)


def stowed(f: Loadout) -> Iterator[Item]:
    """While it is packed: on and heard, then in its place, what lies furthest in first; what fires charges is switched on at the pad."""
    for n, d in sorted(enumerate(f.devices), key=lambda each: -each[1].deep_m):
        if d.role == "release":
            continue  # it goes round the canopy, and that has a line of its own
        if d.role != "altimeter" or not f.fires:
            yield _on(n, d, "recovery")
        of = "stow-outside" if not d.where else "stow-ribbon" if d.role == "logger" else "stow"
        yield item(f"stow-{n}", "recovery", "rocket", of=of, again=True, name=d.name, where=d.where)
    if f.altimeters and not f.fires:
        yield item("altimeter-on", "recovery", "rocket", again=True, count=f.altimeters)


def released(f: Loadout) -> Iterator[Item]:
    """Of a release: on, before its band goes round the canopy."""
    for n, d in enumerate(f.devices):
        if d.role == "release":
            yield _on(n, d, "recovery", "release-on")


def armed(f: Loadout) -> Iterator[Item]:
    """At the pad: what fires charges is switched on upright and says that it is ready; then the charges."""
    if not f.fires:
        return
    yield item("clear-line", "pad", "rocket", never=True, again=True)
    for n, d in enumerate(f.devices):
        if d.role == "altimeter":
            yield _on(n, d, "pad", "arming-on")
    if f.altimeters:
        yield item("altimeter-on", "pad", "rocket", of="altimeter-arms", again=True, count=f.altimeters)
    yield item(
        "arm",
        "pad",
        "rocket",
        of="arm-built-in" if f.igniter_built_in and f.arms == "before_igniter" else f"arm-{f.arms.partition('_')[0]}",
        never=True,
        act="arm",
        again=True,
    )


def read_out(f: Loadout) -> Iterator[Item]:
    """After landing."""
    for n, d in enumerate(f.devices):
        if d.role != "release":
            of = "after" if d.after_landing else "after-untold"
            yield item(f"after-{n}", "after", "rocket", of=of, name=d.name, how=d.after_landing)


def _on(n: int, d: DeviceLoad, stage: Stage, of: str = "on") -> Item:
    """Switched on, and what to wait for."""
    return item(
        f"on-{n}", stage, "rocket", of=of, again=True, name=d.name, told=int(bool(d.switched_on)), how=d.switched_on or "-",
        says=int(bool(d.ready)), ready=d.ready or "-",
    )  # fmt: skip
