"""Sentences about an airframe: what its checks found, where its margin lies."""

from wobbly_fin.rocketry.airframe.aspects import without
from wobbly_fin.rocketry.airframe.balance import Balance, School
from wobbly_fin.rocketry.airframe.checks import Finding
from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.parts import Part
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.words import capital

_CODES = "Local codes, the motor maker’s sheet and licensed practice decide."

_SAID = {
    "unstable": "Not stable: the air pushes ahead of where it balances ({margin} calibres). It will turn round and fly at people. Do not fly it: more fin, fins further back, or weight in the nose.",
    "margin_thin": "Margin {margin} calibres; the school wants {low} to {high}. More fin, fins further back, or weight in the nose.",
    "alone_unstable": "Once the booster has dropped, what flies on is not stable: {margin} calibres. Do not fly it: it needs fins of its own that hold it.",
    "alone_thin": "Once the booster has dropped, {margin} calibres are left; the school wants {low} to {high}.",
    "margin_stiff": "Margin {margin} calibres, above the school’s {high}: safe, but it leans further into wind.",
    "leans_hard": "Margin {margin} calibres: beyond about 3 it leans hard into wind (common practice, no source).",
    "two_fins": "Two fins hold it in one plane only; in the other nothing does. The figure is for the weaker one.",
    "many_fins": "More than four fins shade one another: factors of MIL-HDBK-762, from memory.",
    "nothing_pushes": "Nothing pushes at the tail: a rocket without fins does not fly straight.",
    "step": "{part} ends at {fore_m} but {other} begins at {aft_m}: a bare step. Fit one to the other, or put a transition between.",
    "shoulder_short": "{part}: a shoulder of {length_m} is short; about one diameter, {want_m}, keeps it straight (common practice, no source).",
    "shoulder_fit_tight": "{part}: its shoulder, {plug_m}, is wider than the tube’s inside, {bore_m}.",
    "shoulder_fit_loose": "{part}: its shoulder, {plug_m}, is loose in the tube’s {bore_m}; shim it with tape.",
    "gas_blocked": "{part} is closed: the ejection gas has no way to the canopy. Open it all the way through, or fly it with an altimeter charge only.",
    "tip_wide": "{part}: the tip, {tip_m}, is wider than the root, {root_m}. Such fins break off on landing.",
    "fin_beyond": "{part}: the root reaches {by_m} beyond the tail, where there is nothing to glue it to.",
    "fin_on_nose": "{part} sits on the nose cone; move it back.",
    "no_tab": "{part}: tabs through the wall, but the rings leave no room between them, or there is no depth down to the motor tube.",
    "ring_fit_tight": "{part}, {plug_m}, does not go into {other}: its inside is {bore_m}.",
    "ring_fit_loose": "{part}, {plug_m}, is loose in {other}, {bore_m} inside: it fits nothing.",
    "ring_hole": "{part}: its hole, {hole_m}, fits no motor tube; the nearest is {tube_m} outside.",
    "mount_wide": "{part}, {plug_m} across, does not go into {other}, {bore_m} inside.",
    "cluster_crowded": "{part}: the tubes of the cluster run into one another; move them further off the axis.",
    "mount_loose": "{part} is held by nothing: add centring rings.",
    "overlap": "{part} and {other} take the same room.",
    "outside": "{part} lies outside the rocket.",
    "lug_on_fin": "{part} stands in line with a fin: turn it to between two.",
    "lug_tight": "{part}: {bore_m} inside will not slide on a rod of {rod_m}.",
    "lug_loose": "{part}: {bore_m} inside is loose on a rod of {rod_m}; it will rattle and whip.",
    "no_guide": "No launch lug or rail buttons: nothing guides it until it is fast enough.",
    "lug_far": "{part} is at {at_m}; a single lug belongs near where it balances, {cg_m}, between two fins.",
    "one_button": "{part} is the only one: two buttons are needed, one at the tail and one near where it balances.",
    "button_aft": "{part}, the rear button, belongs at the tail, so that the rail guides as long as it can.",
    "button_cg": "{part}, the front button, is at {at_m}; near where it balances, {cg_m}, is usual.",
    "motor_hits": "{motor} runs into {part} by {by_m}. The eye must clear the motor.",
    "motor_long": "{motor} is longer than the rocket.",
    "no_retainer": "{part} has no retainer: a hook, a ring, clips or at least tape, or the charge throws out the motor and not the canopy.",
    "bay_short": "{part} with its cord needs {needed_m} of tube and finds {free_m}: it will not come out.",
    "no_canopy": "Nothing to come down under.",
    "no_anchor": "The cord has no anchor: choose its school now, it decides rings and tubes.",
    "no_cord": "Nothing joins body and nose: add the cord.",
    "too_tall": "{part} stands {tall_m} tall; the printer goes to {printer_m}. Split it or shorten it.",
    "softens": "{part} is printed and softens at about {softens_c} °C, next to a hot motor: leave an air gap or line it, and look at it after each flight.",
    "found_tube": "{part} is a found tube. One school flies strong household cores; measure it, and squeeze it: thin tissue-roll cores are useless. Its strength is nobody’s promise.",
    "found_high_power": "{part} is a found tube under {motor}, a high-power motor: its strength and heat are unknown. The other school allows only rocket tube here. " + _CODES,
    "found_refused": "{part} is a found tube under {motor}. Your school allows only rocket tube for high power: change the tube. " + _CODES,
    "bore_unknown": "{part}: its inside is not measured, so neither its mass nor what fits in it is known.",
    "flutter": "{part} may flutter from about {estimate_m_s} (estimate after NACA TN 4197, from memory); it reaches {top_m_s}. Thicker, shorter or stiffer.",
    "not_weighed": "{part}: nobody knows its mass, it counts as nothing. Put it on the scale or say what it is made of.",
}  # fmt: skip


def finding_sentence(finding: Finding, layout: Layout, units: UnitChoice = METRIC) -> str:
    """A finding in words."""
    said: dict[str, str] = {}
    for name, value in finding.values.items():
        if isinstance(value, str):
            said[name] = value
        elif name.endswith("_m_s"):
            said[name] = show(value, "speed", units)
        elif name.endswith("_m"):
            said[name] = show(value, "short_length", units)
        elif name.endswith("_c"):
            said[name] = f"{value:.0f}"
        else:
            said[name] = f"{value:.2g}" if name != "margin" else f"{value:.1f}"
    for name, index in (("part", finding.index), ("other", finding.other)):
        if index is not None:
            said[name] = layout.placed[index].part.called
    return capital(_SAID[finding.code].format_map(said))


def alone_sentence(alone: Balance) -> str:
    """What is left of the margin once the lower stages have dropped."""
    margin = alone.margin_calibres
    return "" if margin is None else f" Once the booster has dropped: {margin:.1f}."


def balance_sentence(found: Balance, school: School, units: UnitChoice = METRIC) -> str:
    """Will it fly straight, in one sentence."""
    margin, burnt = found.margin_calibres, found.margin_burnout_calibres
    if margin is None or burnt is None:
        return "Nothing has a mass yet, so it balances nowhere. Give parts a material, or weigh them."
    verdict = found.verdict(school)
    with_motor = f" with {' and '.join(a.motor.name for a in found.aboard)} aboard" if found.aboard else " without a motor"
    head = {
        "unstable": "It will not fly straight", "thin": f"Thin for the {school.name}", "good": "It will fly straight",
        "stiff": "It will fly straight, and lean into wind", "unknown": "Not known yet",
    }[verdict]  # fmt: skip
    after = f", {burnt:.1f} at burnout" if found.aboard else ""
    spread = f" ± {found.sigma_calibres:.1f}" if found.sigma_calibres >= 0.05 else ""
    balance_at, push = show(found.ignition.cg_m, "short_length", units), show(found.pressure.cp_m, "short_length", units)
    return f"{head}: {margin:.1f}{spread} calibres{with_motor}{after}. It balances {balance_at} from the tip, the air pushes at {push}."


def without_sentences(kind: type[Part]) -> list[str]:
    """What is not computed of a kind of part, and why not."""
    said = []
    for why, names in without(kind).items():
        what = capital(", ".join(say(f"aspect-name-{n}") for n in names))
        said.append(say("aspect-without", what=what, why=say(f"aspect-none-{why}")))
    return said
