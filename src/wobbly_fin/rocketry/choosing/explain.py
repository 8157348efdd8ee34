"""Sentences about a choice: codes and figures of the core made into arguments of messages, in its owner's units."""

from collections.abc import Sequence
from functools import lru_cache

from wobbly_fin.rocketry.choosing.aim import Shot
from wobbly_fin.rocketry.choosing.case import Case
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.thumb import Thumb
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.motors.labels import delay_stray_s
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show, show_range, told_apart
from wobbly_fin.rocketry.words import capital, uncapital

_THUMB_WORDS = {
    "heavy": "heavy for its thrust, so shorter",
    "light": "light for its thrust, so longer",
    "draggy": "fat for its weight, so shorter",
    "slim": "slim for its weight, so longer",
    "windy": "wind, so one step shorter",
}
# A trial's unit: the quantity it is shown as, and what one of it is in SI.
_SHOWN = {
    "mm": ("short_length", 0.001), "m/s": ("speed", 1.0), "m": ("height", 1.0), "N·s": ("impulse", 1.0), "N": ("force", 1.0), "g": ("mass", 0.001),
}  # fmt: skip


@lru_cache(maxsize=20_000)
def trial_sentence(test: Trial, units: UnitChoice = METRIC) -> str:
    """One test in words, with the figure, the limit and what to do where it failed."""
    return capital(_said(test, units))


def _said(t: Trial, u: UnitChoice) -> str:
    value, limit = _texts(t, u)
    said = say(f"test-{t.name.replace('_', '-')}-{_variant(t)}", value=value, limit=limit)
    # Fails only at one end of what its motor's label leaves open: see `bands.softened`.
    return say("as-guessed", what=said) if t.passed is None and "motor" in t.needs and t.name != "motor" else said


def _variant(t: Trial) -> str:
    if t.why:
        return t.why
    tumbling = t.unit == "cal" and t.failed and isinstance(t.value, float) and t.value <= 0
    return "tumble" if tumbling else t.state


def _texts(t: Trial, u: UnitChoice) -> tuple[str, str]:
    """Value and limit as they are said; of two that lie close with the digits that tell them apart."""

    def write(x: float | str | None, more: int = 0) -> str:
        return _written(x, t, u, more) if isinstance(x, float) else x or ""

    if isinstance(t.value, float) and isinstance(t.limit, float) and not t.name.endswith("drift"):
        return told_apart(t.value, t.limit, write)
    return write(abs(t.value) if isinstance(t.value, float) and t.unit in _SHOWN else t.value), write(t.limit)


def _written(x: float, t: Trial, u: UnitChoice, more: int) -> str:
    if t.unit in _SHOWN:
        quantity, size = _SHOWN[t.unit]
        return show(x * size, quantity, u, more)
    if t.unit == "share":
        return f"{100 * x:.{more}f} of 100"
    if t.name == "delay_window":
        return after_apogee(x, more)
    if t.unit == "°":
        return f"{x:g}°"
    text = f"{x:.{more + (2 if t.unit == 'Mach' else 1)}f}"
    return text if t.unit in ("cal", "Mach") else text.removesuffix(".0")


def after_apogee(seconds: float, more_digits: int = 0) -> str:
    """'0.4 s after apogee', 'at apogee', '1.2 s before apogee'."""
    if abs(seconds) < 0.05:
        return "at apogee"
    return f"{abs(seconds):.{1 + more_digits}f} s {'after' if seconds > 0 else 'before'} apogee"


def why_not(candidate: Candidate, units: UnitChoice = METRIC) -> str | None:
    """The first reason against a candidate, what is still open, or its tightest spot when it only just passes; None for a good one."""
    failed = candidate.against
    if failed:
        more = f" (and {len(failed) - 1} more)" if len(failed) > 1 else ""
        return trial_sentence(failed[0], units) + more + "."
    waiting = [t for t in candidate.tests if t.passed is None]
    if waiting:
        return trial_sentence(waiting[0], units) + "."
    if candidate.verdict == "marginal":
        return say("verdict-only-just", what=_said(tightest(candidate), units))
    return None


def tightest(candidate: Candidate) -> Trial:
    """The test with the least to spare."""
    return min((t for t in candidate.tests if t.margin is not None), key=lambda t: t.margin or 0.0)


def needs_words(candidate: Candidate) -> str:
    """What would decide what is not known, in a row."""
    return ", ".join(needs_of(candidate)) or say("verdict-need-cloud")


def needs_of(candidate: Candidate) -> list[str]:
    """Each thing that would decide what is not known."""
    return [say(f"verdict-need-{n.replace('_', '-')}") for n in candidate.open_for]


def headline(candidates: Sequence[Candidate], units: UnitChoice = METRIC) -> str:
    """The whole answer in a line: what to fly, or why nothing will do."""
    if not candidates:
        return say("verdict-nothing-fits")
    best = candidates[0]
    if best.verdict == "no":
        return say("verdict-nothing-passes", label=best.label, why=why_not(best, units) or "")
    flight = best.flight
    height = height_words(best.case, units)
    opens = f"parachute {after_apogee(flight.ejection.after_apogee_s)}" if flight.ejection is not None else "nothing to open"
    if any(g.any_of_class for g in best.case.guesses):
        return say("verdict-class", label=best.label, height=height, opens=opens)
    if best.verdict == "open":
        return say("verdict-open", label=best.label, height=height, opens=opens, needs=needs_words(best))
    if best.verdict == "marginal":
        return say("verdict-fly-just", label=best.label, height=height, opens=opens)
    return say("verdict-fly", label=best.label, height=height, opens=opens)


def height_words(case: Case, units: UnitChoice = METRIC) -> str:
    """Its height, or the band that what is guessed of its motor leaves open."""
    band = case.height_band
    if band is not None:
        return show_range(band[0], band[2], "height", units)
    return show(case.flight.apogee_altitude_m or 0.0, "height", units)


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
        return say("printed-not-known", label=label)
    if best is not None and printed.label == best.label:
        return say("printed-same", label=label)
    if printed.settled == "no":
        return say("printed-no", label=label, why=why_not(printed, units) or "")
    if "motor" in printed.open_for:
        return say("printed-open", label=label, why=why_not(printed, units) or "")
    if best is None or best.settled == "no":
        return say("printed-alone", label=label)
    return say("printed-gentler", label=label, best=best.label, tight=_said(tightest(printed), units))


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
    said = f"{lead}{best.candidate.label} comes nearest: {height_words(best.candidate.case, units)} high"
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
