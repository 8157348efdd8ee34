"""What is done at the bench and to the recovery. Common practice, no source, unless an item says otherwise."""

from collections.abc import Iterator

from wobbly_fin.rocketry.launchday.checklists.devices import powered, released, stowed
from wobbly_fin.rocketry.launchday.checklists.item import Item
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.words import capital

_UNTREATED = "Untreated paper and laundry sheets start fires."


def bench(f: Loadout) -> Iterator[Item]:
    """Before anything goes in."""
    yield Item(
        key="fins",
        stage="bench",
        text="Flex every fin and look along its root.",
        good="Nothing moves, no crack in a fillet.",
        why="A fin that goes in flight takes the rocket with it.",
        again=True,
    )
    yield Item(
        key="guide",
        stage="bench",
        text="The lug slides on its rod." if f.guide == "rod" else "Both buttons turn and run in the rail’s slot.",
        good="Freely over its whole length.",
        again=True,
    )
    if f.display_parts:
        yield Item(
            key="display",
            stage="bench",
            text="Parts that are only for the shelf come off.",
            why="They were weighed for no flight.",
        )
    for n, change in enumerate(f.changes):
        yield Item(key=f"lesson-{n}", stage="bench", text=change, why="Last time.", hold=True, again=True)
    if f.altimeters:
        yield Item(
            key="batteries",
            stage="bench",
            text=f"A fresh battery in each of the {f.altimeters} altimeters."
            if f.altimeters > 1
            else "A fresh battery in the altimeter.",
            good="Its voltage is what its sheet wants.",
            hazard="Charges stay disconnected." if f.fires else "",
        )
    if f.senses:
        yield Item(
            key="vents",
            stage="bench",
            text="Vent holes of the altimeter’s bay are clear."
            if f.vents
            else "The altimeter’s bay lets air in: it has no vent holes of its own.",
            good="Light shows through." if f.vents else "Air gets in round the joint.",
            why="Without them it feels nothing of the climb.",
            again=True,
        )
    yield from powered(f)
    if f.payload:
        yield Item(
            key="payload",
            stage="bench",
            text=f"{capital(f.payload)}: end-on in foam between its bulkheads.",
            good="It cannot be shaken loose.",
            again=True,
        )


def recovery(f: Loadout) -> Iterator[Item]:
    """Packed."""
    if f.recovery == "tumble":
        yield Item(
            key="tumble",
            stage="recovery",
            text="What shifts its balance moves freely.",
            good="Thrown by hand with the motor case back it does not fly straight.",
            again=True,
        )
        return
    if f.recovery in ("blades", "wing"):
        yield Item(
            key="hinges",
            stage="recovery",
            text="Hinges and band of the blades." if f.recovery == "blades" else "Hinge and band of the wing.",
            good="Springs out by itself, stays out.",
            hazard="Springs out with force: fingers and eyes clear.",
            again=True,
        )
        return
    thing = "streamer" if f.recovery == "streamer" else "canopy"
    yield Item(
        key="canopy",
        stage="recovery",
        text=f"Unfold the {thing} and look it over.",
        good="No burn, no tear, no line glued to another.",
        again=True,
    )
    yield Item(
        key="cord",
        stage="recovery",
        text="Pull hard on the cord at both ends.",
        good="Anchor, knots and eye hold; nothing burnt thin.",
        why="Most rockets that die do so here.",
        again=True,
    )
    yield Item(
        key="folded",
        stage="recovery",
        text=f"Fold the {thing} by its packing card.",
        good="It slides by its own weight.",
        again=True,
    )
    if f.blow_test:
        yield Item(
            key="blow",
            stage="recovery",
            text="Blow test: cord, canopy and nose in, no wadding, no motor.",
            good="One breath throws nose and canopy out.",
            hazard="Never with a motor or an igniter in the rocket.",
            again=True,
        )
    if f.protection == "tissue" and f.school == "recovery_first":
        yield Item(
            key="wadding",
            stage="recovery",
            text=f"{f.sheets} sheets of treated tissue, loosely crumpled.",
            good="Fills the tube all round, pushed through with a finger.",
            hazard=_UNTREATED,
            again=True,
        )
    elif f.protection == "fluff" and f.school == "recovery_first":
        yield Item(
            key="fluff",
            stage="recovery",
            text="Treated cellulose fluff, loose, two to five centimetres.",
            good="No daylight past it.",
            hazard=_UNTREATED,
            again=True,
        )
    elif f.protection == "cloth":
        yield Item(
            key="cloth",
            stage="recovery",
            text=f"The {thing} in its flameproof cloth, open towards the nose.",
            good="No cloth of the canopy towards the charge.",
            again=True,
        )
    if f.protection == "baffle" or f.baffle:
        yield Item(
            key="baffle",
            stage="recovery",
            text="Look through the baffle.",
            good="Nothing loose, nothing charred through.",
            again=True,
        )
    if f.piston:
        yield Item(
            key="piston",
            stage="recovery",
            text=say("check-piston"),
            good=say("check-piston-good"),
            why=say("check-piston-why"),
            again=True,
        )
    yield Item(
        key="packed",
        stage="recovery",
        text=f"Cord first, {thing} on top, lines towards the cord.",
        why="What leaves last lies lowest.",
        again=True,
    )
    yield from stowed(f)
    if f.release:
        yield from released(f)
        yield Item(
            key="release",
            stage="recovery",
            text=f"The release round the canopy, set to {f.main_height}.",
            good="Tried once by hand: it lets go.",
            again=True,
        )
    if f.drogue:
        yield Item(
            key="bays",
            stage="recovery",
            text=f"Drogue in its own bay, main in the other; main set to {f.main_height}.",
            good="Each altimeter reads that height back.",
            hold=True,
            again=True,
        )
    if f.pins:
        yield Item(
            key="pins",
            stage="recovery",
            text=f"{f.pins} shear pins in, finger-tight.",
            good="None broken by putting it in.",
            again=True,
        )
    else:
        yield Item(
            key="nose",
            stage="recovery",
            text="Nose: the rocket hangs from it, a light pull takes it off.",
            good="Turns freely; no paint in the joint.",
            again=True,
        )
