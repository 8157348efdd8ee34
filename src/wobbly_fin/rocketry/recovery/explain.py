"""Recovery in words."""

from wobbly_fin.rocketry.recovery.chain import LinkLoad
from wobbly_fin.rocketry.recovery.devices import device_of
from wobbly_fin.rocketry.recovery.ejection import CAUTION
from wobbly_fin.rocketry.recovery.gas_path import Exposed
from wobbly_fin.rocketry.recovery.packing import fluff_depth_m, tissue_sheets
from wobbly_fin.rocketry.recovery.whole import Case, Recovery, Vent
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show

_EXPOSED = {
    "burns": "{what}: not flameproof, it burns and starts fires. Treated tissue or fluff only.",
    "melts": "{what} lies in the hot gas and is not flameproof{at}. A flameproof line below, this above the wadding.",
    "no_protection": "Nothing shields the canopy from the charge: wadding, fluff or a flameproof cloth.",
    "blocked": "{what} is closed ahead of the motor: its charge cannot reach the canopy.",
    "leaks": "{what} is loose round the motor tube: gas goes past it.",
}
_FITS = {
    "loose": "Loose: plenty of room, it slides freely; wadding enough that the charge does not go past it.",
    "good": "Fits: slides in and out by its own weight.", "tight": "Tight: fold it again, smaller; a blow test before every flight.",
    "does not fit": "Does not fit: a smaller or thinner canopy, or a longer tube.",
}  # fmt: skip


def landing_sentence(found: Recovery, units: UnitChoice = METRIC) -> str:
    """How it lands, and whether that is as wanted."""
    rate = show(found.rate_m_s, "speed", units)
    low, high = (show(v, "speed", units) for v in found.band)
    energy = f"{found.energy_j:.2g} J" if found.energy_j < 10 else f"{found.energy_j:.0f} J"
    head = f"Lands at {rate} with {energy}"
    if found.breaks_fins:
        return f"{head}: hard enough to crack fins. {low} to {high} is what people aim at."
    if found.rate_m_s > found.band[1]:
        return f"{head}: faster than the {high} people aim at."
    if found.rate_m_s < found.band[0]:
        return f"{head}: gentle, and it drifts. Below {low} a spill hole trims it."
    return f"{head}: as people aim for, {low} to {high}."


def fit_sentence(found: Recovery, units: UnitChoice = METRIC) -> str:
    """Whether it fits, with the room left."""
    free = show(abs(found.packed.free_m), "short_length", units)
    room = (
        f"{free} of {show(found.bay.length_m, 'short_length', units)} stay free."
        if found.packed.free_m >= 0
        else f"{free} too long."
    )
    return f"{_FITS[found.packed.fit]} {room}"


def weakest_sentence(case: Case, units: UnitChoice = METRIC) -> str:
    """What gives way first, in one case."""
    link = case.loads.weakest
    load, holds = show(link.load_n, "force", units), show(link.holds_n, "force", units)
    name = link.name[:1].upper() + link.name[1:]
    verb = "give" if link.kind == "lines" else "gives"
    if link.safety < 1:
        return f"{case.name}: {link.name} {verb} way, {load} from {link.why} against {holds}."
    return f"{case.name}: {name} would be first: {load} from {link.why}, and {holds} it holds, {link.safety:.1f} times over."


def link_sentence(link: LinkLoad, units: UnitChoice = METRIC) -> str:
    """One link."""
    return f"{link.name}: {show(link.load_n, 'force', units)} of {show(link.holds_n, 'force', units)} from {link.why}"


def fault_sentence(case: Case, units: UnitChoice = METRIC) -> str:
    """What the elastic is there for."""
    if case.loads.fault_n is None:
        return ""
    return (
        f"With its elastic knotted or worn out the cord would be jerked with {show(case.loads.fault_n, 'force', units)} instead of "
        f"{show(case.loads.taut_n, 'force', units)}."
    )


def cord_sentence(found: Recovery, units: UnitChoice = METRIC) -> str:
    """Whether the cord is as long as people have it."""
    low, high = (show(v, "length", units) for v in found.cord_wants_m)
    have = show(found.cord_m, "length", units)
    if found.cord_m < found.cord_wants_m[0]:
        return f"{have} of cord is short: {low} to {high} is usual, or nose and body knock together."
    return f"{have} of cord; {low} to {high} is usual."


def exposed_sentence(exposed: Exposed) -> str:
    """Something in the way of the gas."""
    at = f", it gives at {exposed.softens_c:.0f} °C" if exposed.softens_c else ""
    text = _EXPOSED[exposed.code].format(what=exposed.what, at=at)
    return text[:1].upper() + text[1:]


def wadding_sentence(protection: str, bore_m: float, units: UnitChoice = METRIC) -> str:
    """How much, for this tube."""
    if protection == "tissue":
        return (
            f"{tissue_sheets(bore_m)} sheets of treated tissue, loosely crumpled, one after another (common practice, no source)."
        )
    if protection == "fluff":
        return f"Cellulose fluff {show(fluff_depth_m(bore_m), 'short_length', units)} deep, loose (common practice, no source)."
    if protection == "cloth":
        return "A flameproof cloth wrapped round the canopy, its open side up."
    if protection == "baffle":
        return "The baffle cools the gas; look whether its motor tube is charred after each flight."
    return "No protection: the charge burns the canopy."


def charge_sentences(found: Recovery, units: UnitChoice = METRIC) -> list[str]:
    """What an altimeter's charge in this bay comes to, and its caution."""
    if found.charge is None:
        return []
    pressure = show(found.charge.pressure_pa / 100, "pressure", units)
    return [
        f"To part it with {show(found.charge.force_n, 'force', units)} to spare over friction: {pressure} in the bay, by the gas law "
        f"{found.charge.charge_kg * 1000:.2g} g. A smaller bay wants less.",
        CAUTION,
    ]


def vent_sentence(vent: Vent, units: UnitChoice = METRIC) -> str:
    """Vent holes against the rule of thumb, whose versions differ by two."""
    have, wants = show(vent.have_m, "short_length", units), show(vent.wants_m, "short_length", units)
    ratio = (vent.have_m / vent.wants_m) ** 2
    verdict = (
        "as the rule of thumb has it" if 0.5 <= ratio <= 2 else "small for this bay" if ratio < 0.5 else "large for this bay"
    )
    each = " each" if vent.count > 1 else ""
    return f"{vent.count} × {have}: {verdict}; the rule asks for {wants}{each} (its versions differ by two)."


def cd_sentence(kind: str, cd: float) -> str:
    """What the Cd belongs to and how far it strays."""
    device = device_of(kind)
    inside = "" if device.low <= cd <= device.high else " Yours lies outside that."
    return f"Cd {cd:g} on the area {device.area}; {device.low:g} to {device.high:g} is usual ({device.source}).{inside}"
