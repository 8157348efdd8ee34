"""The firing circuit in words."""

from wobbly_fin.rocketry.firing.circuit import SURE, Circuit, Firing
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show

CAUTION = "The key stays with whoever is at the pad. Leads apart, clips clean and clear of each other and of the deflector. Lithium packs fused, never shorted."


def will_sentence(circuit: Circuit, found: Firing) -> str:
    """Whether it lights."""
    count = len(circuit.igniters)
    each = "each igniter" if count > 1 else "the igniter"
    worst = min(zip(found.currents_a, circuit.igniters, strict=True), key=lambda p: p[0] / p[1].all_fire_a)
    wants = f"{worst[0]:.2g} A reach {each}, which lights from {worst[1].all_fire_a:g} A"
    return {
        "lights": f"It lights: {wants}, {found.least:.1f} times over.",
        "may not": f"It may not light: {wants}; {SURE:g} times that is needed.",
        "does not": f"It does not light: {wants}. A lamp that glows is not enough.",
    }[found.will]


def lead_sentence(found: Firing, stand_off_m: float, lead_m: float, units: UnitChoice = METRIC) -> str:
    """How long a lead may be, and whether it keeps the code's distance."""
    least = show(stand_off_m, "height", units)
    if lead_m < stand_off_m - 1e-9:
        return f"Refused: the lead of {show(lead_m, 'height', units)} is shorter than the {least} the code asks for between you and the pad."
    if found.longest_m is None:
        return "However short the lead, this battery does not light them surely."
    if found.longest_m < stand_off_m:
        return f"The longest lead that lights surely is {show(found.longest_m, 'height', units)}, shorter than the {least} the code asks for: a thicker lead or more cells."
    return f"Up to {show(found.longest_m, 'height', units)} of this lead lights them surely; the code asks for {least} at least."


def test_sentence(found: Firing, circuit: Circuit) -> str:
    """Whether looking at continuity is safe."""
    most = max(found.test_a)
    least = min(i.no_fire_a for i in circuit.igniters)
    if not found.safe_test:
        return f"Looking at continuity sends {most:.2g} A, more than the {least:g} A it may never light at: a lamp of higher resistance."
    return f"Looking at continuity sends {1000 * most:.0f} mA, far below the {least:g} A it may never light at. The lamp says the circuit is whole, not that the battery is fit."


def battery_sentence(found: Firing, circuit: Circuit) -> str:
    """What the battery gives, and its fuse."""
    said = f"{circuit.battery.volts:.1f} V push {found.total_a:.1f} A, {found.battery_w:.0f} W"
    if found.overdrawn:
        said += f"; more than the {circuit.battery.cell.most_a:g} A its cells should give"
    if circuit.battery.cell.fused:
        said += (
            f". A fuse of {found.fuse_a:g} A in its lead"
            if found.fuse_a
            else ". More than any fuse sold for this: fewer cells, or a relay at the pad"
        )
    return said + "."


def remedy_sentence(was: Circuit, now: Circuit, units: UnitChoice = METRIC) -> str:
    """What was changed so that it lights."""
    changes = []
    if now.battery.charge > was.battery.charge:
        changes.append("a fresh battery")
    if now.battery.cells != was.battery.cells:
        changes.append(f"{now.battery.cells} cells")
    if now.area_m2 != was.area_m2:
        changes.append(f"a lead of {now.area_m2 * 1e6:g} mm²")
    if now.lead_m > was.lead_m:
        changes.append(f"{show(now.lead_m, 'height', units)} of lead")
    return f"It lights with {' and '.join(changes) or 'nothing changed'}."


_PANEL = {
    "ready": "Key out, no one at the pad.", "keyed": "Key in.", "someone_at_pad": "Somebody is at the pad: the key stays out.", "safe": "Key out. Safe.",
    "no_continuity": "The lamp is dark: the circuit is open somewhere.", "dim": "The lamp glows dimly.", "continuity": "The lamp glows: the circuit is whole.",
    "no_key": "Nothing happens: the key is out.", "armed": "Armed.", "disarmed": "Disarmed.", "counting": "Five, four, three, two, one …",
    "not_armed": "Nothing happens: it is not armed.", "held": "Held. The count begins anew.", "early": "Fired before the count was out.",
    "misfire": "It does not go. Key out, wait a minute, one person walks.", "flies": "It flies.", "flown": "It has flown.",
    "key_in": "Not with the key in the box.", "wait": "Not yet: a minute after a misfire.", "at_pad": "At the pad, key in the pocket.", "back": "Back at the table.",
    "not_at_pad": "That is done at the pad.", "mended": "That was it.", "nothing_wrong_there": "Nothing wrong there.",
}  # fmt: skip
_WRONG = {
    "key_with_someone_at_pad": "The key went in while somebody stood at the pad.", "armed_without_continuity": "Armed with a dark lamp.",
    "fired_before_count": "Fired before the count was out.", "walked_with_key_in": "Walked to the pad with the key in the box.",
    "walked_too_soon": "Walked to the pad within a minute of a misfire.", "mended_with_key_in": "Worked at the pad with the key in the box.",
}  # fmt: skip


def panel_sentence(code: str) -> str:
    """What the controller's last move came to."""
    return _PANEL[code]


def wrong_sentence(code: str) -> str:
    """What should not have been done."""
    return _WRONG[code]
