"""What opens a rocket nobody drew."""

from collections.abc import Sequence

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.canopies.devices import PACKED_KINDS
from wobbly_fin.rocketry.recovery.opens import BY_ITSELF, Event, MotorCharge, Opening, Why
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan


def opened_as_told(canopy: Canopy | None, plan: RecoveryPlan, charges: Sequence[MotorCharge]) -> tuple[Opening, ...]:
    """Of a rocket nobody drew: what its owner says of it is believed, but for what a motor cannot do."""
    sequence = plan.sequence
    if sequence.first == "tumble_only":
        return (Opening(event="main", source="none", works=True, why="tumbles"),)
    if canopy is None:
        return (Opening(event="main", source="none", works=False, why="no_device"),)
    free = [c for c in charges if not c.plugged]
    if canopy.kind not in PACKED_KINDS:
        burnt = canopy.kind == "helicopter" and bool(free)
        why: Why = "burn_string" if burnt else BY_ITSELF[canopy.kind]
        return (Opening(event="main", source="burn_string" if burnt else "none", works=True, why=why),)
    first: Event = "first" if sequence.two_events else "main"
    found = []
    if sequence.at_apogee:
        found.append(Opening(event=first, source="altimeter_charge", works=True, why="opens"))
    if free:
        event: Event = first if not found else "backup_first" if sequence.two_events else "backup_main"
        found.append(Opening(event=event, source="motor_charge", works=True, why="opens"))
    elif not found:
        why = "plugged" if charges else "no_charge"
        found.append(Opening(event=first, source="motor_charge" if charges else "none", works=False, why=why))
    if sequence.two_events:
        works = found[0].works
        found.append(Opening(event="main", source="release", works=works, why="released" if works else "waits"))
    return tuple(found)
