"""Sentences about a choice. Figures are in SI as the core has them; `How` carries how the owner wants them said."""

from collections.abc import Callable, Sequence

from wobbly_fin.rocketry.choosing.aim import Shot
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.choosing.refusals import Refusal
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.thumb import Thumb
from wobbly_fin.rocketry.choosing.trials import Trial
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.labels import delay_stray_s
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show, show_against
from wobbly_fin.rocketry.words import capital, uncapital

_THUMB_WORDS = {
    "heavy": "heavy for its thrust, so shorter",
    "light": "light for its thrust, so longer",
    "draggy": "fat for its weight, so shorter",
    "slim": "slim for its weight, so longer",
    "windy": "wind, so one step shorter",
}


def trial_sentence(test: Trial, units: UnitChoice = METRIC) -> str:
    """One test in words, with the figure, the limit and what to do where it failed."""
    return capital(_SENTENCES[test.name](test, units))


def _fits(t: Trial, u: UnitChoice) -> str:
    assert isinstance(t.value, float) and isinstance(t.limit, float)
    length, room = show(t.value / 1000, "short_length", u), show(t.limit / 1000, "short_length", u)
    return f"{length} long in a mount that takes {room}" if t.passed else f"{length} long, but the mount takes only {room}"


def _kind(t: Trial, u: UnitChoice) -> str:
    if t.passed:
        opener = "an altimeter" if t.value != t.limit else "an ejection charge"
        return f"has {opener} to open the canopy"
    return _REFUSED.get(f"{t.value}_opens_nothing", "nothing would open the canopy")


_REFUSED: dict[str, str] = {
    "booster_opens_nothing": "a booster: no ejection charge, nothing would open the canopy",
    "plugged_opens_nothing": "plugged: no ejection charge, and this rocket has no altimeter to open the canopy",
    "charge_behind_plug": "has an ejection charge behind a plug: it would burst the tube; vent it, or use a motor made without a charge",
    "mixed_cluster": "mixes motors: they neither light nor burn out together, so the push goes off the axis",
    "composite_booster": "a composite motor lights nothing above it; the upper stage would want an igniter of its own",
    "booster_has_charge": "the booster has a delay and a charge: it would light nothing in time",
    "booster_plugged": "the booster is plugged: its flame never reaches the stage above",
    "grounded": "the review of its last failure keeps it on the ground until its repairs are done; finish them in Build",
    "wadding_burns": "what shields the canopy is untreated: it burns and starts fires; treated tissue, fluff or a flameproof cloth instead",
}


def refusal_sentence(refusal: Refusal, units: UnitChoice = METRIC) -> str:
    """A configuration that must not fly, in words."""
    said = _narrow(refusal.value, refusal.limit, units) if refusal.code == "vent_too_narrow" else _REFUSED[refusal.code]
    return capital(said)


def _narrow(hole_m: float | None, wants_m: float | None, u: UnitChoice) -> str:
    hole, wants = show(hole_m or 0.0, "short_length", u), show(wants_m or 0.0, "short_length", u)
    return f"vents through {hole}, narrower than the motor's {wants}: the charge would burst the tube"


def _charge(t: Trial, u: UnitChoice) -> str:
    if t.passed:
        return "its charge has a way out past the plug" if t.value == "open" else "no charge behind the plug"
    if isinstance(t.value, float):
        return _narrow(t.value / 1000, _float(t.limit) / 1000, u)
    return _REFUSED["charge_behind_plug"]


def _grounded(t: Trial, u: UnitChoice) -> str:
    return _REFUSED["grounded"]


def _shield(t: Trial, u: UnitChoice) -> str:
    return _REFUSED["wadding_burns"]


def _igniter(t: Trial, u: UnitChoice) -> str:
    return _REFUSED.get(str(t.value), "its booster burns through and lights the motor above")


def _cluster(t: Trial, u: UnitChoice) -> str:
    if t.passed:
        return f"{_float(t.value):g} of the same motor; all must light together"
    return _REFUSED["mixed_cluster"]


def _allowed(t: Trial, u: UnitChoice) -> str:
    wants, has = _float(t.value), _float(t.limit)
    if wants == 0:
        return "model rocketry: asks for no certification"
    held = f"you hold {'none' if has == 0 else f'level {has:g}'}"
    return f"asks for level {wants:g} certification, {held}" + ("" if t.passed else "; your local body decides")


def _age(t: Trial, u: UnitChoice) -> str:
    head = f"high power asks for an adult of {_float(t.limit):g}"
    return head if t.passed else f"{head}, you are {_float(t.value):g} (NFPA 1127, from memory)"


def _local_limit(t: Trial, u: UnitChoice) -> str:
    return f"{show(_float(t.value), 'impulse', u)} installed, above the local limit of {show(_float(t.limit), 'impulse', u)}"


def _site_size(t: Trial, u: UnitChoice) -> str:
    side, wants = show(_float(t.value), "height", u), show(_float(t.limit), "height", u)
    head = f"the field's shorter side is {side}, this impulse wants {wants} (NFPA, from memory)"
    return head if t.passed else head + ": a larger site, or less motor"


def _stable(where: str) -> Callable[[Trial, UnitChoice], str]:
    def say(t: Trial, u: UnitChoice) -> str:
        head = f"{_float(t.value):.1f} calibres stable {where}, wants {_ratio(t.limit)}"
        if t.passed:
            return head
        return head + (": it will tumble" if _float(t.value) <= 0 else ": nose weight, a lighter motor or more fin")

    return say


def _tumbles(t: Trial, u: UnitChoice) -> str:
    return "flies broadside at speed: it tumbles, and no height or landing here can be believed. Do not fly it"


def _payload(t: Trial, u: UnitChoice) -> str:
    force, limit = show_against(_float(t.value), _float(t.limit), "force", u)
    head = f"presses on its payload with {force}, which stands {limit}"
    return head if t.passed else head + ": a gentler motor"


def _drift(what: str) -> Callable[[Trial, UnitChoice], str]:
    def say(t: Trial, u: UnitChoice) -> str:
        room = show(abs(_float(t.value)), "height", u)
        if t.passed:
            return f"{what} {room} inside the field's edge"
        return f"{what} {room} outside the field: smaller canopy, less height, or wait for less wind"

    return say


def _lifts(t: Trial, u: UnitChoice) -> str:
    head = f"average thrust is {_ratio(t.value)}× liftoff weight"
    return f"{head}, wants {_ratio(t.limit)}" + ("" if t.passed else ": too weak, or the rocket too heavy")


def _rod_speed(t: Trial, u: UnitChoice) -> str:
    wants = show(_float(t.limit), "speed", u)
    if t.value is None:
        return f"never leaves the rod; wants {wants}"
    speed, wants = show_against(_float(t.value), _float(t.limit), "speed", u)
    head = f"leaves the rod at {speed}, wants {wants}"
    return head if t.passed else head + ": more thrust, a longer rod or less wind"


def _wind(t: Trial, u: UnitChoice) -> str:
    speed, limit = show_against(_float(t.value), _float(t.limit), "speed", u)
    head = f"wind {speed}, no flying above {limit}"
    return head if t.passed else head + ": wait"


def _ceiling(t: Trial, u: UnitChoice) -> str:
    if t.value is None:
        return "has no peak to judge: it never lifts, or it leaves the air model, which ends at 32 km"
    head = f"peaks at {show(_float(t.value), 'height', u)}"
    if t.limit is None:
        return head + "; no ceiling is set for this field"
    peak, ceiling = show_against(_float(t.value), _float(t.limit), "height", u)
    head = f"peaks at {peak}"
    return f"{head}, ceiling {ceiling}" if t.passed else f"{head}, above the ceiling of {ceiling}"


def _delay_window(t: Trial, u: UnitChoice) -> str:
    if t.value is None:
        return "nothing opens before it lands"
    when = after_apogee(_float(t.value))
    if t.passed:
        return f"opens {when}"
    late = _float(t.value) > _float(t.limit)
    bound = after_apogee(_float(t.limit))
    return f"opens {when}, {'later than' if late else 'earlier than'} {bound}: " + (
        "wants a shorter delay" if late else "wants a longer delay"
    )


def _ejection_speed(t: Trial, u: UnitChoice) -> str:
    limit = show(_float(t.limit), "speed", u)
    if t.value is None:
        return f"no canopy opens; it should, below {limit}"
    speed, limit = show_against(_float(t.value), _float(t.limit), "speed", u)
    head = f"moving at {speed} when the canopy opens"
    return f"{head}, up to {limit} is kind to it" if t.passed else f"{head}, above {limit}: it may shred or zip the tube"


def _landing_rate(t: Trial, u: UnitChoice) -> str:
    limit = show(_float(t.limit), "speed", u)
    if t.value is None:
        return f"does not fly; should land below {limit}"
    speed, limit = show_against(_float(t.value), _float(t.limit), "speed", u)
    head = f"lands at {speed}"
    return f"{head}, limit {limit}" if t.passed else f"{head}, above {limit}: a larger canopy, or one that opens"


_SENTENCES: dict[str, Callable[[Trial, UnitChoice], str]] = {
    "fits": _fits, "kind": _kind, "charge": _charge, "grounded": _grounded, "shield": _shield, "igniter": _igniter, "cluster": _cluster, "allowed": _allowed, "age": _age,
    "local_limit": _local_limit, "site_size": _site_size, "stable_ignition": _stable("with the motor in"),
    "stable_rod": _stable("leaving the rod, at the angle the wind meets it"), "stable_burnout": _stable("once burnt out"),
    "tumbles": _tumbles, "payload": _payload, "drift": _drift("comes down"),
    "spent_drift": _drift("its spent stage comes down"), "lifts": _lifts, "rod_speed": _rod_speed, "wind": _wind, "ceiling": _ceiling,
    "delay_window": _delay_window, "ejection_speed": _ejection_speed, "landing_rate": _landing_rate,
}  # fmt: skip


def after_apogee(seconds: float) -> str:
    """'0.4 s after apogee', 'at apogee', '1.2 s before apogee'."""
    if abs(seconds) < 0.05:
        return "at apogee"
    return f"{abs(seconds):.1f} s {'after' if seconds > 0 else 'before'} apogee"


def why_not(candidate: Candidate, units: UnitChoice = METRIC) -> str | None:
    """The first reason against a candidate, or its tightest spot when it only just passes; None for a good one."""
    failed = [test for test in candidate.tests if not test.passed]
    if failed:
        more = f" (and {len(failed) - 1} more)" if len(failed) > 1 else ""
        return trial_sentence(failed[0], units) + more + "."
    if candidate.verdict == "marginal":
        tight = min((t for t in candidate.tests if t.margin is not None), key=lambda t: t.margin or 0.0)
        return "Only just: " + _SENTENCES[tight.name](tight, units) + "."
    return None


def headline(candidates: Sequence[Candidate], units: UnitChoice = METRIC) -> str:
    """The whole answer in a line: what to fly, or why nothing will do."""
    if not candidates:
        return "No motor fits this mount."
    best = candidates[0]
    if best.verdict == "no":
        return f"Nothing passes every test here today. Nearest is {best.label}: {why_not(best, units)}"
    flight = best.flight
    assert flight.apogee_altitude_m is not None and flight.ejection is not None  # it passed the tests that say so
    said = f"Fly {best.label}: {show(flight.apogee_altitude_m, 'height', units)} high, canopy {after_apogee(flight.ejection.after_apogee_s)}"
    return said + ("." if best.verdict == "good" else ", but only just.")


def delay_sentence(best: Candidate) -> str:
    """What delay the flight asks for and how near the chosen one comes, in both clocks."""
    flight = best.flight
    if flight.optimum_delay_s is None or flight.apogee_time_s is None or flight.burnout_time_s is None:
        return "It never lifts, so no delay is right."
    said = (
        f"Apogee comes {flight.apogee_time_s:.1f} s after ignition, {flight.optimum_delay_s:.1f} s after burnout"
        " – a delay counts from burnout"
    )
    if best.delay_s is None:
        return said + ". This motor has no delay."
    if flight.ejection is None:
        return said + f". With {best.delay_s:g} s it has landed before the charge fires."
    spread = delay_stray_s(best.delay_s)
    return (
        said
        + f". With {best.delay_s:g} s the canopy opens {after_apogee(flight.ejection.after_apogee_s)};"
        + f" real delays scatter by ±{spread:.1f} s (NFPA 1125, from memory)."
    )


def thumb_sentence(thumb: Thumb, computed: Candidate, motor: Motor) -> str:
    """The rule of thumb beside the computed delay, and where they part."""
    why = "; ".join(_THUMB_WORDS[r] for r in thumb.reasons) or "nothing unusual, so the middle one"
    said = f"Rule of thumb: {motor.label_with(thumb.delay_s)} ({why})."
    if computed.delay_s == thumb.delay_s:
        return said + " The computation agrees."
    if computed.flight.optimum_delay_s is None:
        return said
    off = thumb.delay_s - computed.flight.optimum_delay_s
    return said + f" Computed: {computed.label}; the rule's delay would open {after_apogee(off)}."


def printed_sentence(label: str, printed: Candidate | None, best: Candidate | None, units: UnitChoice = METRIC) -> str:
    """A motor the kit's maker printed, held against today's best, with the reason where they differ."""
    if printed is None:
        return f"The box says {label}: not among the motors that fit this mount here."
    if best is not None and (printed.label == best.label):
        return f"The box says {label}: so do we."
    reason = why_not(printed, units)
    if printed.verdict == "no" and reason:
        return f"The box says {label}: not here, not today. {reason}"
    if best is None:
        return f"The box says {label}."
    tight = min((t for t in printed.tests if t.margin is not None), key=lambda t: t.margin or 0.0)
    return (
        f"The box says {label}: {printed.verdict}. {best.label} has more to spare; with {label} the tight spot is:"
        f" {_SENTENCES[tight.name](tight, units)}."
    )


def wind_caution(site: Site, rules: Rules, units: UnitChoice = METRIC) -> str | None:
    """What the wind asks for, if anything."""
    if site.ground_wind_m_s > rules.wind_max_m_s:
        limit = show(rules.wind_max_m_s, "speed", units)
        return (
            f"Wind above {limit}: nothing flies. The flights below are computed all the same, to show why. Your local code may be"
            " stricter, and it decides."
        )
    if site.ground_wind_m_s > rules.windy_from_m_s:
        return "Windy enough to lean into: common practice drops one delay step. Walk downwind with your eyes before you launch."
    return None


def wind_sentence(
    best: Candidate,
    calm_optimum_s: float | None,
    calm_apogee_m: float | None,
    site: Site,
    rules: Rules,
    units: UnitChoice = METRIC,
) -> str | None:
    """What today's wind does to height and delay, computed, beside the rule; None in calm air."""
    flight, wind = best.flight, site.ground_wind_m_s
    if (
        wind <= 0
        or calm_optimum_s is None
        or calm_apogee_m is None
        or flight.optimum_delay_s is None
        or flight.apogee_altitude_m is None
    ):
        return None
    lower, sooner = calm_apogee_m - flight.apogee_altitude_m, calm_optimum_s - flight.optimum_delay_s
    does = "as high as in calm air"
    if abs(lower) >= 0.01 * calm_apogee_m:
        does = f"{show(abs(lower), 'height', units)} {'lower' if lower > 0 else 'higher'} than in calm air"
    when = "the same best delay"
    if abs(sooner) >= 0.05:
        when = f"best delay {abs(sooner):.1f} s {'shorter' if sooner > 0 else 'longer'}"
    leans = f", leaning {flight.lean_deg:.0f}° a second after the rod" if flight.lean_deg is not None else ""
    rule = (
        "the rule says one delay step shorter"
        if wind > rules.windy_from_m_s
        else f"the rule of one step shorter begins at {show(rules.windy_from_m_s, 'speed', units)}"
    )
    return f"This wind, computed: {does}, {when}{leans}; {rule} (common practice, no source)."


def shorten_sentence(candidate: Candidate) -> str | None:
    """How an adjustable delay is to be set; None where there is nothing to set."""
    if candidate.delay_s is None or candidate.shorten_s <= 0:
        return None
    return (
        f"Shorten the delay by {candidate.shorten_s:g} s, to {candidate.delay_s:g} s, with the maker's own tool and by its sheet. It can be"
        " shortened, never lengthened."
    )


def aim_headline(shots: Sequence[Shot], units: UnitChoice = METRIC) -> str:
    """The nearest try in a line."""
    if not shots:
        return "No motor with an ejection charge fits this mount."
    best = shots[0]
    flight = best.candidate.flight
    lead = "" if best.candidate.verdict == "no" else "Of what passes every test here, "
    said = f"{lead}{best.candidate.label} comes nearest: {show(flight.apogee_altitude_m or 0.0, 'height', units)} high"
    if flight.landing_time_s is not None:
        said += f", {flight.landing_time_s:.0f} s in the air"
    if best.ballast_kg > 0:
        said += f", with {show(best.ballast_kg, 'mass', units)} of ballast in the nose"
    if best.candidate.verdict == "no":
        return f"Nothing passes every test. {said}; but {uncapital(why_not(best.candidate, units) or '')}"
    return said + "."


def nothing_fits_sentence(diameter_mm: float, max_length_mm: float, diameters_mm: Sequence[float]) -> str:
    """An empty board, with the sizes there are."""
    if not diameters_mm:
        return "There is not one motor in stores to try. Add one, or show the shipped catalogue."
    sizes = ", ".join(f"{d:g}" for d in sorted(set(diameters_mm)))
    return (
        f"No motor fits a mount of {diameter_mm:g} mm taking {max_length_mm:g} mm. Diameters on hand: {sizes} mm."
        " Check the mount's size and length."
    )


def _ratio(value: float | str | None) -> str:
    return f"{_float(value):.1f}".removesuffix(".0") if value is not None else "0"


def _float(value: float | str | None) -> float:
    assert isinstance(value, float | int)
    return float(value)
