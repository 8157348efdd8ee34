"""From the table to the pad, the count, and what comes after."""

from collections.abc import Iterator

from wobbly_fin.rocketry.choosing.codes import MISFIRE_WAIT_S
from wobbly_fin.rocketry.launchday.checklists.devices import armed, read_out
from wobbly_fin.rocketry.launchday.checklists.item import Item
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout

_ARM = "Armed on the pad only, upright, last, by those licensed for it where you live; nobody else near."


def ready(f: Loadout) -> Iterator[Item]:
    """Before walking out."""
    yield Item(
        key="weigh",
        stage="ready",
        text="Weigh it, motor in, and find where it balances.",
        good="As forecast; else judge it again.",
        why="Mass and balance decide delay and stability.",
    )
    yield Item(key="photo", stage="ready", text="A photograph; name and number are on the rocket.", why="For whoever finds it.")
    if f.high_power:
        yield Item(
            key="officer",
            stage="ready",
            text="Shown to the range officer, its card in hand.",
            good="Signed.",
            hold=True,
            again=True,
        )
    if f.stand_off:
        yield Item(
            key="distance", stage="ready", text=f"Everybody {f.stand_off} from the pad, the lead as long.", hold=True, again=True
        )


def pad(f: Loadout) -> Iterator[Item]:
    """At the pad, key out."""
    yield Item(
        key="key-out",
        stage="pad",
        text="The key is in your pocket.",
        why="It stays with whoever is at the pad.",
        hazard="Nobody connects with a key in the box.",
        hold=True,
        again=True,
    )
    yield Item(
        key="slides",
        stage="pad",
        text=f"Onto the {f.guide}: it slides to the stop.",
        good="Blast deflector level; dry grass cleared.",
        again=True,
    )
    several = f.on_pad.count > 1
    each = f"into each of the {f.on_pad.count} motors" if several else "into the motor"
    yield Item(
        key="igniter",
        stage="pad",
        text=f"Igniter {each}: head touches the propellant, plug pushes the leads apart, bent away from the {'lug' if f.guide == 'rod' else 'rail'}.",
        good="Bridge whole, leads apart.",
        why="Most failed launches are here.",
        again=True,
    )
    if several:
        yield Item(
            key="parallel",
            stage="pad",
            text="Igniters side by side, leads twisted together in two bundles.",
            good="No strand reaches the other bundle.",
            again=True,
        )
    yield Item(
        key="clips",
        stage="pad",
        text="Clips clean, clear of each other and of the deflector, wires wrapped.",
        good="A tug does not take them off.",
        again=True,
    )
    if f.altimeters:
        yield Item(
            key="altimeter-on",
            stage="pad",
            text="Altimeters on, one after another." if f.altimeters > 1 else "Altimeter on.",
            good="Its ready tone, or its word.",
            hazard="Upright from now on." if f.fires else "",
            again=True,
        )
    yield from armed(f)
    if f.fires:
        yield Item(
            key="arm",
            stage="pad",
            text="Charges armed, last of all.",
            good="Continuity of each is told.",
            hazard=_ARM,
            hold=True,
            again=True,
        )


def count(f: Loadout) -> Iterator[Item]:
    """The countdown."""
    yield Item(
        key="back",
        stage="count",
        text="Everybody back; sky and field clear; water and a fire watch ready.",
        good="Called out, and answered.",
        hold=True,
        again=True,
    )
    yield Item(
        key="key-in",
        stage="count",
        text="Key in: the lamp says the circuit is whole.",
        why="Not that the battery is fit.",
        again=True,
    )
    yield Item(key="five", stage="count", text="Count from five; hold the button until it goes.", again=True)
    if f.clustered:
        yield Item(
            key="all-lit",
            stage="count",
            text="Watch that all motors light.",
            why="One that stays dark leans it over.",
            again=True,
        )
    yield Item(
        key="misfire",
        stage="count",
        text=f"If it does not go: key out, wait {MISFIRE_WAIT_S:.0f} s, one person walks.",
        hazard="Never sooner, never two.",
        again=True,
    )


def after(f: Loadout) -> Iterator[Item]:
    """Landed."""
    if f.fires:
        yield Item(
            key="disarm",
            stage="after",
            text="An unfired charge is live: disarm first, standing aside.",
            hazard="Before anything is picked up. Those licensed for it.",
            hold=True,
            again=True,
        )
    yield Item(
        key="leave",
        stage="after",
        text="In a wire or a tree that is not safe it stays.",
        hazard="Never fetch it from a power line; never catch one.",
    )
    if f.altimeters:
        yield Item(key="read-out", stage="after", text="Read the altimeter out before switching it off.")
    yield from read_out(f)
    yield Item(
        key="case-out",
        stage="after",
        text="Motor out when cool." if not f.staged else "Motors out when cool, the booster’s too.",
        good="It was still there.",
        hazard="Hot.",
    )
    yield Item(
        key="inspect",
        stage="after",
        text="Cord, canopy, fins, retention, motor tube.",
        good="Nothing burnt, torn, cracked or backed off.",
        why="What is found now is mended before it flies again.",
    )
    yield Item(key="told", stage="after", text="Tell the log what happened, while you remember.")
