"""The hold point and the motor. No recipe is given here: the maker's sheet stands at every step it governs."""

from collections.abc import Iterator

from wobbly_fin.rocketry.launchday.checklists.item import Item
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout, MotorLoad

_SHEET = "By the maker’s sheet of this very motor; it decides, not this list."
_RETENTION = {
    "hook": ("Hook closed over the motor’s end, taped round.", "It does not slide with a firm pull."),
    "threaded_ring": ("Retaining ring screwed home by hand.", "Fine threads backed until they click, never forced."),
    "twist_lock": ("Cap turned till it locks.", "It cannot be turned back without pressing."),
    "fin_unit": ("Fin unit turned till it locks the motor.", "No play along the body."),
    "screw": ("Screw through the side set.", "It meets the motor’s groove and nothing else."),
    "clips": ("Both clips over the motor’s end.", "They spring back when lifted."),
    "tape": ("Masking tape on the motor, or over the joint outside.", "It takes a firm pull to move it."),
}


def hold(f: Loadout) -> Iterator[Item]:
    """Before the motor goes in: changing afterwards means unloading."""
    limit = f", not above {f.wind_limit}" if f.wind_limit else ""
    yield Item(
        key="hold-wind",
        stage="hold",
        text=f"Wind again, at the pad{limit}.",
        why="Once the motor is in, a change means unloading.",
        hold=True,
        again=True,
    )
    yield Item(
        key="hold-delay",
        stage="hold",
        text=f"The motor in your hand is {f.delay}." if f.delay else f"The motor in your hand is {f.motors[0].label}.",
        good="Label and delay read aloud by somebody else.",
        hold=True,
        again=True,
    )


def motor(f: Loadout) -> Iterator[Item]:
    """Stage by stage, from the top."""
    for n, load in enumerate(f.motors):
        booster = n > 0
        where = "" if not f.staged else " of the booster" if booster else " of the upper stage"
        tag = f"-{n}" if f.staged else ""
        yield from _reload(load, where, tag) if load.reload else _single(load, where, tag)
        if load.shorten_s > 0:
            yield Item(
                key=f"shorten{tag}",
                stage="motor",
                text=f"Delay{where} shortened by {load.shorten_s:g} s with the maker’s own tool.",
                good="Shortened, never lengthened.",
                hazard=_SHEET,
                hold=True,
                again=True,
            )
        if load.retention:
            text, good = _RETENTION[load.retention]
            yield Item(
                key=f"retention{tag}",
                stage="motor",
                text=f"{text[:-1]}{where}." if where else text,
                good=good,
                why="A motor that backs out takes its charge with it.",
                again=True,
            )
        else:
            yield Item(
                key=f"held{tag}",
                stage="motor",
                text=f"Something holds the motor{where} in both ways.",
                good="It takes a firm pull to move it.",
                hold=True,
                again=True,
            )
        if load.count > 1:
            yield Item(
                key=f"cluster{tag}",
                stage="motor",
                text=f"All {load.count} motors{where} of one type and batch.",
                good="Same label, same date.",
                why="All must light together.",
                again=True,
            )
    if f.staged:
        yield Item(
            key="stages",
            stage="motor",
            text="Stages joined: they come apart with a light pull, and nothing wobbles.",
            good="Motors touch end to end, taped."
            if not f.gap_staged
            else "The way between is clear, its vents open close below the upper motor.",
            hazard="A booster has no charge and no delay: it must never be the motor that opens a canopy.",
            hold=True,
            again=True,
        )
    if f.school == "motor_first" and f.protection in ("tissue", "fluff") and f.recovery in ("canopy", "streamer"):
        what = f"{f.sheets} sheets of treated tissue" if f.protection == "tissue" else "treated fluff, two to five centimetres"
        yield Item(
            key="wadding-onto",
            stage="motor",
            text=f"From the front: {what}, pushed loosely down onto the motor.",
            good="Fills the tube all round.",
            hazard="Untreated paper and laundry sheets start fires. Keep your face off the tube.",
            again=True,
        )


def _single(load: MotorLoad, where: str, tag: str) -> Iterator[Item]:
    yield Item(
        key=f"motor{tag}",
        stage="motor",
        text=f"{load.label}{where}: nozzle down, pushed home.",
        good="It sits on its stop.",
        hazard="Igniters stay out until near the pad.",
        again=True,
    )


def _reload(load: MotorLoad, where: str, tag: str) -> Iterator[Item]:
    yield Item(
        key=f"sheet{tag}",
        stage="motor",
        text=f"The sheet of {load.label}{where} lies open.",
        hazard=_SHEET,
        hold=True,
        again=True,
    )
    yield Item(
        key=f"liner{tag}",
        stage="motor",
        text="Liner and grains as the sheet has them; a single slotted grain with its slot to the nozzle, upright while closing.",
        good="The liner slides in without force.",
        hazard=_SHEET,
        again=True,
    )
    yield Item(
        key=f"seals{tag}",
        stage="motor",
        text="Seals greased, each where the sheet puts it.",
        good="Counted: none left over.",
        why="A wrong seal burns through; makers differ.",
        hazard=_SHEET,
        hold=True,
        again=True,
    )
    yield Item(
        key=f"closure{tag}",
        stage="motor",
        text="The right closures, fine threads backed until they click."
        if load.has_charge
        else "The plugged closure: no charge goes behind it.",
        good="By hand, never forced; excess wiped off.",
        hazard=_SHEET,
        again=True,
    )
    if load.has_charge:
        yield Item(
            key=f"charge{tag}",
            stage="motor",
            text="Ejection charge and cap by the sheet.",
            good="The cap is on and level.",
            hazard="By those the sheet and your local code allow. " + _SHEET,
            hold=True,
            again=True,
        )
    yield Item(
        key=f"motor{tag}",
        stage="motor",
        text=f"{load.label}{where} into its mount, nozzle down.",
        hazard="Igniters stay out until near the pad.",
        again=True,
    )
