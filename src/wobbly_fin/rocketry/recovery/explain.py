"""Recovery in words."""

import math
from collections.abc import Sequence

from wobbly_fin.rocketry.canopies.devices import PACKED_KINDS, device_of
from wobbly_fin.rocketry.canopies.packing import fluff_depth_m, heavy_charge, tissue_sheets
from wobbly_fin.rocketry.canopies.sizing import LIGHT_KG, diameter_for, spill_hole_for
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.recovery.bays import FilledBay
from wobbly_fin.rocketry.recovery.cases import Case
from wobbly_fin.rocketry.recovery.chain import next_cord_up
from wobbly_fin.rocketry.recovery.ejection import CAUTION, NoseFit
from wobbly_fin.rocketry.recovery.gas_path import GasStep
from wobbly_fin.rocketry.recovery.plan import RESULTS
from wobbly_fin.rocketry.recovery.timeline import Happening
from wobbly_fin.rocketry.recovery.vents import Vent
from wobbly_fin.rocketry.recovery.whole import Recovery
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.words import capital

_EXPOSED = {
    "burns": "{what}: not flameproof, it burns and starts fires. Treated tissue or fluff only.",
    "asked": "{what}: not known here by that name. Its packet must say that it is treated against fire; treated tissue or fluff instead, if you cannot find out.",
    "melts": "{what} lies in the hot gas and is not flameproof{at}. Wadding, fluff or a flameproof cloth between.",
    "cord_melts": "{what} is tied in below the top of the wadding, in the gas, and is not flameproof{at}. A flameproof line there, this above it.",
    "no_protection": "Nothing shields the canopy from the charge: wadding, fluff or a flameproof cloth.",
    "blocked": "{what} is closed: the motor’s charge cannot reach the canopy. It needs a way out through the side, or an altimeter’s charge ahead.",
    "leaks": "{what} is loose round the motor tube: gas goes past it, into the fins’ glue instead of the canopy.",
    "softens": "{what} stands in the hot gas{at}: line it, or look at it after every flight.",
    "slides": "The piston keeps the gas off all that is ahead of it, while it slides: wipe it and its tube after every flight.",
    "chars": "A baffle chars a thin motor tube in the end: look into it after every flight.",
}  # fmt: skip
_FITS = {
    "loose": "Loose: plenty of room, it slides freely; wadding enough that the charge does not go past it.",
    "good": "Fits: slides in and out by its own weight.", "tight": "Tight: fold it again, smaller; a blow test before every flight.",
    "does not fit": "Does not fit: a smaller or thinner canopy, or a longer tube.",
}  # fmt: skip
_MOMENTS = {
    "burnout": "burnout", "apogee": "top", "first": "first opening", "main": "canopy", "landing": "down",
}  # fmt: skip


def force(newtons: float, units: UnitChoice = METRIC) -> str:
    """A force with the two digits that strengths and jerks are good for."""
    return show(float(f"{newtons:.2g}"), "force", units)


def packed(length_m: float, units: UnitChoice = METRIC) -> str:
    """A packed length or depth to the millimetre; it is reckoned from mass and bore, and good for less."""
    return show(round(length_m, 3), "short_length", units)


def landing_sentence(found: Recovery, units: UnitChoice = METRIC) -> str:
    """How it lands, and whether that is as wanted."""
    rate = show(found.rate_m_s, "speed", units)
    low, high = (show(v, "speed", units) for v in found.band)
    energy = f"{found.energy_j:.2g} J" if found.energy_j < 10 else f"{found.energy_j:.0f} J"
    how = {"tumble": "Tumbles down", "helicopter": "Spins down", "glide": "Sinks, gliding,"}.get(found.kind, "Lands")
    head = f"{how} at {rate} with {energy}"
    if found.kind == "tumble" and found.hanging_kg > LIGHT_KG:
        return f"{head}: too heavy to be let down by tumbling alone, a canopy belongs in it."
    if found.breaks_fins:
        return f"{head}: hard enough to crack fins. {low} to {high} is what people aim at."
    if found.rate_m_s > found.band[1]:
        return f"{head}: faster than the {high} people aim at."
    if found.gentle:
        trim = f" Below {low} a spill hole trims it." if found.kind in PACKED_KINDS and found.kind != "streamer" else ""
        return f"{head}: gentle, and it drifts.{trim}"
    return f"{head}: usual, {low} to {high}."


def first_sentence(found: Recovery, units: UnitChoice = METRIC) -> str:
    """How fast it comes down before the main."""
    if found.first_rate_m_s is None:
        return ""
    what = "Under its drogue" if found.drogue is not None else "Tumbling"
    return f"{what} it falls at {show(found.first_rate_m_s, 'speed', units)} near the ground, till the main opens."


def trim_hole_m(found: Recovery, density_kg_m3: float) -> float | None:
    """The spill hole that brings a gentle landing to the foot of its band; None where none does. [m]"""
    canopy = found.canopy
    if canopy is None or found.kind == "streamer" or found.kind not in PACKED_KINDS or not found.gentle:
        return None
    hole = canopy.spill_hole_m
    for _ in range(20):  # what is cut out no longer hangs: the hole settles in a few rounds
        cut = math.pi / 4 * (hole**2 - canopy.spill_hole_m**2)
        hole = spill_hole_for(found.hanging_kg - found.cloth_kg_m2 * cut, found.band[0], density_kg_m3, canopy)
    return hole


def remedy_sentence(found: Recovery, density_kg_m3: float, units: UnitChoice = METRIC) -> str:
    """What would bring a landing into its band: a hole in a generous canopy, a larger one for a small one."""
    low, high = found.band
    hole = trim_hole_m(found, density_kg_m3)
    if hole is not None:
        return f"A spill hole of {packed(hole, units)} brings it to {show(low, 'speed', units)}."
    canopy = found.canopy
    if found.rate_m_s <= high or canopy is None:
        return ""
    aim = (low + high) / 2
    size = diameter_for(found.hanging_kg, aim, density_kg_m3, canopy.kind, canopy.cd)
    if found.kind == "streamer":
        longer = (size / canopy.diameter_m) ** 2
        return f"It would take {longer:.1f} times the streamer to land at {show(aim, 'speed', units)}."
    return f"{packed(size, units)} of the same kind would land it at {show(aim, 'speed', units)}."


def fit_sentence(bay: FilledBay, units: UnitChoice = METRIC) -> str:
    """Whether it fits, with the room left."""
    free = packed(abs(bay.packed.free_m), units)
    room = f"{free} of {packed(bay.bay.length_m, units)} stay free." if bay.packed.free_m >= 0 else f"{free} too long."
    return f"{_FITS[bay.packed.fit]} {room}"


def weakest_sentence(case: Case, units: UnitChoice = METRIC) -> str:
    """What gives way first, in one case."""
    link = case.loads.weakest
    load, holds = force(link.load_n, units), force(link.holds_n, units)
    name = capital(link.name)
    verb = "give" if link.name.endswith("lines") else "gives"
    if link.safety < 1:
        return f"{case.name}: {link.name} {verb} way, {load} from {link.why} against {holds}."
    times = f"{link.safety:.1f} times over" if link.safety < 50 else "many times over"
    return f"{case.name}: {name} would be first: {load} from {link.why}, and {holds} it holds, {times}."


def upgrade_sentence(found: Recovery, units: UnitChoice = METRIC) -> str:
    """What would hold where something gives way as it should go; empty where all holds."""
    failing = [c for c in found.cases if not c.fault and c.loads.weakest.safety < 1]
    if not failing:
        return ""
    worst = min(failing, key=lambda c: c.loads.weakest.safety)
    link = worst.loads.weakest
    if link.stuff is not None:
        stronger = next_cord_up(link.stuff, link.load_n)
        if stronger is None:
            return "No cord of its sort holds that: open it slower, or take another sort of cord."
        return f"{capital(stronger.name)} would hold it, knots and all."
    if link.kind == "lines":
        return "A stronger cloth and lines, or a delay that lets it open slower."
    if link.kind == "eye":
        return "A longer or stretchier cord softens the jerk; or an eye screwed through, not moulded on."
    return "A longer or stretchier cord softens the jerk; or an anchor of a stronger school."


def cord_sentence(found: Recovery, units: UnitChoice = METRIC) -> str:
    """Whether the cord is as long as people have it, and made up as its school says."""
    low, high = (show(v, "length", units) for v in found.cord_wants_m)
    have = show(found.cord_m, "length", units)
    why = {
        "all flameproof": "all of it stiff: only length gives nose and body time",
        "all elastic": "all of it elastic",
        "elastic above flameproof": "elastic above a flameproof line",
        "other": "without any stretch",
    }[found.cord_school]
    if found.cord_m < found.cord_wants_m[0]:
        text = f"{have} of cord, {why}, is short: {low} to {high} is usual, or nose and body knock together."
    else:
        text = f"{have} of cord, {why}; {low} to {high} is usual."
    if found.cord_school == "elastic above flameproof" and found.proof_m > found.rim_m > 0:
        text += (
            f" Its flameproof line of {show(found.proof_m, 'length', units)} reaches past the rim: ended below "
            f"{show(found.rim_m, 'length', units)} it leaves the elastic to lie there."
        )
    return text


def zip_sentence(found: Recovery) -> str:
    """Whether the cord may cut the tube."""
    if not found.zips:
        return ""
    return "A thin stiff line at the tube’s rim may cut it open: elastic above it, a longer cord, or a band round the rim."


def exposed_sentence(step: GasStep) -> str:
    """Something in the way of the gas."""
    at = f", it gives at {step.softens_c:.0f} °C" if step.softens_c else ""
    text = _EXPOSED[step.code].format(what=step.what, at=at)
    return capital(text)


def wadding_sentence(protection: str, bore_m: float, charge_kg: float = 0.0, units: UnitChoice = METRIC) -> str:
    """How much, for this tube and charge."""
    more = " One more than usual: the charge is a lot for so narrow a tube." if heavy_charge(bore_m, charge_kg) else ""
    if protection == "tissue":
        sheets = tissue_sheets(bore_m, charge_kg)
        more = more if sheets > tissue_sheets(bore_m) else ""
        return f"{sheets} sheets of treated tissue, loosely crumpled, one after another (common practice, no source).{more}"
    if protection == "fluff":
        depth = packed(fluff_depth_m(bore_m, charge_kg), units)
        return f"Cellulose fluff {depth} deep, loose (common practice, no source)."
    if protection == "cloth":
        return "A flameproof cloth wrapped round the canopy, its open side up."
    if protection == "baffle":
        return "The baffle cools the gas; look whether its motor tube is charred after each flight."
    return "No protection: the charge burns the canopy."


def charge_in_bay_kg(bay: FilledBay) -> float:
    """Of whichever charge opens a bay. [kg]"""
    if bay.push is not None:
        return bay.push.charge_kg
    return bay.motor.charge_kg if bay.motor is not None else 0.0


def motor_charge_sentence(bay: FilledBay, units: UnitChoice = METRIC) -> str:
    """Whether the motor's own charge suits the bay."""
    own = bay.motor
    if own is None:
        return ""
    source = "as its sheet says" if own.told else "a usual figure for its case, from memory"
    times = own.force_n / own.wanted_n
    many = f"{times:.1f} times" if times < 20 else "many times"
    head = (
        f"The motor’s charge, {own.charge_kg * 1000:.2g} g ({source}), would push the joint with {many} what it needs in "
        f"{_litres(bay.volume_m3)} if no gas leaked or cooled"
    )
    if own.verdict == "weak":
        return f"{head}: weak, it may not come off. A shorter bay, a looser nose, or an altimeter’s charge; ground-test it by those licensed for it."
    if own.verdict == "hard":
        return (
            f"{head}: {show(own.pressure_pa / 100, 'pressure', units)} strains tubes and joints. A longer bay or cord softens it."
        )
    return f"{head}: it suits."


def push_sentence(bay: FilledBay, units: UnitChoice = METRIC) -> str:
    """What an altimeter's charge in this bay comes to."""
    push = bay.push
    if push is None:
        return ""
    held = f" over {force(push.held_n, units)} that pins and friction hold" if push.held_n else ""
    if push.bursts:
        bar, mend = f"{push.pressure_pa / 1e5:.0f} bar", "Throw with less, fewer pins, a wider bay."
        return f"{force(push.force_n, units)} to throw with{held} would take {bar}: no tube is made for that. {mend}"
    return (
        f"{force(push.force_n, units)} to throw with{held}: {show(push.pressure_pa / 100, 'pressure', units)} in "
        f"{_litres(bay.volume_m3)}, by the gas law {push.charge_kg * 1000:.2g} g. A smaller bay needs less."
    )


def pins_sentence(bay: FilledBay, units: UnitChoice = METRIC) -> str:
    """What pulls at the joint before its time, and the pins that hold it."""
    pins = bay.pins
    if pins is None:
        return ""
    parts = [
        (pins.cabin_n, "air shut in as it climbs"), (pins.coast_n, "the nose running on as it slows"),
        (pins.jerk_n, "the first opening’s jerk"),
    ]  # fmt: skip
    said = ", ".join(f"{force(n, units)} from {what}" for n, what in parts if n >= 0.5) or "next to nothing"
    have = bay.pin_count
    verdict = f"{pins.count} pins of {bay.pin} hold that"
    if have == 0:
        verdict += "; now there are none, and friction alone holds it"
    elif have < pins.count:
        verdict += f"; {have} are too few, it may open early"
    elif have > 2 * pins.count:
        verdict += f"; {have} is more than it needs, and asks for a larger charge"
    else:
        verdict = f"{have} pins of {bay.pin} hold that"
    return f"Before its time the joint is pulled by {said}. {capital(verdict)}."


def ground_test_sentence(bay: FilledBay) -> str:
    """The last ground test of a bay, and whether it still counts."""
    test = bay.test
    if test is None:
        return "Not tested on the ground yet: those licensed for it do that before it first flies."
    head = f"Ground-tested on {test.on} with {test.charge_kg * 1000:.2g} g: {RESULTS[test.result]}."
    if test.result != "threw":
        return f"{head} Not to be flown so."
    if bay.test_stale:
        return f"{head} The bay has changed since: test it again."
    if bay.push is not None and test.charge_kg < 0.8 * bay.push.charge_kg:
        return f"{head} What is reckoned now is more: test it again."
    return head


def nose_sentence(fit: NoseFit, units: UnitChoice = METRIC) -> str:
    """The criteria of a nose that no pin holds."""
    return (
        f"Held by the nose the rocket hangs ({force(fit.least_n, units)}); a pull of up to {force(fit.most_n, units)} "
        "takes it off. Shim its shoulder with tape, or sand it."
    )


def caution() -> str:
    """Beside every figure of a charge."""
    return CAUTION


def vent_sentence(vent: Vent, units: UnitChoice = METRIC) -> str:
    """Vent holes against the rule of thumb, whose versions differ by two."""
    wants, name = show(round(vent.wants_m, 4), "short_length", units), capital(vent.name)
    each = " each" if vent.count > 1 else ""
    if vent.code == "missing":
        return f"{name}: no vent holes, an altimeter in it feels nothing of the climb. {vent.count} × {wants} is the rule."
    have = show(vent.have_m or 0.0, "short_length", units)
    if vent.code == "no_bay":
        return f"{name}: {vent.count} × {have} open into nothing; vent holes belong in the wall of the altimeter’s bay."
    verdict = {"good": "as the rule of thumb has it", "small": "small for this bay", "large": "large for this bay"}[vent.code]
    return f"{name}: {vent.count} × {have}, {verdict}; it asks for {wants}{each} (its versions differ by two)."


def cd_sentence(kind: str, cd: float) -> str:
    """What the Cd belongs to and how far it strays."""
    device = device_of(kind)
    inside = "" if device.low <= cd <= device.high else " Yours lies outside that."
    return f"Cd {cd:g} on the area {device.area}; {device.low:g} to {device.high:g} is usual ({device.source}).{inside}"


def tumbling_sentence() -> str:
    """Where the drag of a tumbling rocket comes from."""
    return "Its side, fins and all, turning over, Cd 1.2 across (Hoerner, from memory): good to a third at best."


def happening_words(code: str) -> str:
    """What a moment of the flight is called."""
    return _MOMENTS[code]


def walk_sentence(far_m: float, at_once_m: float, units: UnitChoice = METRIC) -> str:
    """What opening the main low saves in walking."""
    if at_once_m <= far_m:
        return f"It comes down {show(far_m, 'height', units)} away; opening the main at once would not take it farther today."
    return f"It comes down {show(far_m, 'height', units)} away; with the main at once it would be {show(at_once_m, 'height', units)}."


def altimeter_sentence(found: Recovery, electronics: bool) -> str:
    """An altimeter is said to fire, and there is none aboard."""
    if found.plan.sequence.at_apogee and not electronics:
        return "An altimeter is to fire at apogee, and none is aboard: add electronics at the Shape station."
    return ""


def timeline_words(moments: Sequence[Happening], units: UnitChoice = METRIC) -> list[str]:
    """The flight's moments, a line each."""
    out = []
    for m in moments:
        high = f", {show(m.altitude_m, 'height', units)}" if m.code != "landing" else ""
        speed = f", at {show(m.speed_m_s, 'speed', units)}" if m.speed_m_s is not None else ""
        out.append(f"{m.time_s:.1f} s {_MOMENTS[m.code]}{high}{speed}")
    return out


def _litres(volume_m3: float) -> str:
    return f"{volume_m3 * 1000:.2g} L"


def hung_sentence(found: Recovery, units: UnitChoice = METRIC) -> str:
    """How the body is taken to hang from a streamer, and what that leaves open; empty under anything else."""
    hung = found.hung
    if hung is None:
        return ""
    return say(
        "recovery-hung",
        body=f"{hung.body_m2 * 1e4:.0f} cm²",
        device=f"{hung.device_m2 * 1e4:.0f} cm²",
        slow=show(hung.slow_m_s, "speed", units),
        fast=show(hung.fast_m_s, "speed", units),
    )
