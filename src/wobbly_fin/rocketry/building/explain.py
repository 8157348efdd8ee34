"""Building in words."""

import datetime
from collections.abc import Sequence
from zoneinfo import ZoneInfo

from wobbly_fin.rocketry.building.agenda import Agenda, Cause
from wobbly_fin.rocketry.building.cutting import CutPlan
from wobbly_fin.rocketry.building.step import Gluing, Plan
from wobbly_fin.rocketry.building.task import Window
from wobbly_fin.rocketry.building.weighing import Weighed
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.words import capital

_EVENING_H = 17
_MINUTE_S = 60  # as finely as a plan counts
_NUMBERS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")


def lasting(seconds: float) -> str:
    """A duration for a bench: 8 s, 45 min, 4 h, 3 days."""
    if seconds < 90:
        return f"{max(0, round(seconds))} s"
    minutes = round(seconds / 60)
    if minutes < 100:
        return f"{minutes} min"
    hours = seconds / 3600
    if hours < 10:
        whole, rest = divmod(round(hours * 2), 2)
        return f"{whole}½ h" if rest else f"{whole} h"
    return f"{round(hours)} h" if hours < 72 else f"{round(hours / 24)} days"


def when(moment_s: int, now_s: int, zone: ZoneInfo) -> str:
    """A moment as people say it: today 14:00, Saturday 14:00, Saturday 19 December 14:00."""
    local = datetime.datetime.fromtimestamp(moment_s, zone)
    today = datetime.datetime.fromtimestamp(now_s, zone).date()
    days = (local.date() - today).days
    clock = f"{local:%H:%M}"
    if days == 0:
        return f"today {clock}"
    if days == 1:
        return f"tomorrow {clock}"
    if 1 < days < 7:
        return f"{local:%A} {clock}"
    year = f" {local.year}" if local.year != today.year and abs(days) > 300 else ""
    return f"{local:%A} {local.day} {local:%B}{year} {clock}"


def spare(windows: Sequence[Window], from_s: int, to_s: int, zone: ZoneInfo) -> str:
    """The free time between two moments as people count it: one evening, three evenings, five free slots."""
    free = [w for w in windows if w.from_s >= from_s and w.to_s <= to_s]
    evenings = all(datetime.datetime.fromtimestamp(w.from_s, zone).hour >= _EVENING_H for w in free)
    if len(free) >= len(_NUMBERS):
        weeks = (to_s - from_s) / (7 * 24 * 3600)
        return f"{round(weeks)} weeks" if weeks >= 2 else f"{round(weeks * 7)} days"
    count = _NUMBERS[len(free)]
    word = "evening" if evenings else "free slot"
    return f"{count} {word}{'' if len(free) == 1 else 's'}"


def ready_sentence(
    found: Agenda, plan: Plan, now_s: int, zone: ZoneInfo, deadline_s: int | None, units: UnitChoice = METRIC
) -> str:
    """Will it be ready, in one sentence."""
    if found.too_cold:
        step = plan.of[found.too_cold[0]]
        assert step.gluing is not None
        return f"Too cold to plan: {step.gluing.refused}. Warm the bench, or choose another glue."
    if not found.schedule.slots and not found.urgent and found.finish_s is not None:
        return (
            f"Everything is done. It has its strength {when(found.finish_s, now_s, zone)}."
            if found.finish_s > now_s + _MINUTE_S
            else "Everything is done."
        )
    if not found.windows:
        return "No free hours are told: say when you have time, and this becomes a date."
    if found.too_long:
        step = plan.of[found.too_long[0]]
        longest = max(w.to_s - w.from_s for w in found.windows)
        return f"“{step.title}” takes {lasting(step.hands_on_s)} in one go, your longest free time is {lasting(longest)}: make one longer."
    if found.finish_s is None:
        return "It does not fit into the free hours there are: add some."
    ready = f"eady by {when(found.finish_s, now_s, zone)}"
    unsure = "" if found.schedule.proven else " Perhaps a little sooner: the search was cut short."
    if deadline_s is None:
        return f"R{ready} at the earliest.{unsure}"
    if found.finish_s <= deadline_s:
        return f"R{ready}, {spare(found.windows, found.finish_s, deadline_s, zone)} to spare.{unsure}"
    late = found.finish_s - deadline_s
    missed = spare(found.windows, deadline_s, found.finish_s, zone)
    return f"Not in time: r{ready} at the earliest, {lasting(late)} too late. It needs {missed} more before then.{unsure}"


def latest_sentence(found: Agenda, now_s: int, zone: ZoneInfo) -> str:
    """When to begin at the latest."""
    if found.latest_start_s is None:
        return ""
    return f"The next step can wait until {when(found.latest_start_s, now_s, zone)}, no longer."


def cause_sentence(cause: Cause, plan: Plan) -> str:
    """Why a step of the deciding chain is when it is."""
    title = plan.of[cause.key].title
    if not cause.before:
        return f"{title}: the next free hour."
    before = plan.of[cause.before].title
    if cause.kind == "cure":
        link = next((x for x in plan.of[cause.key].after if x.key == cause.before), None)
        because = f" ({link.because})" if link is not None and link.because else ""
        return f"{title}: waits for “{before}”{because}."
    if cause.kind == "part":
        return f"{title}: the {plan.of[cause.key].assembly} is held by “{before}”."
    if cause.kind == "hands":
        return f"{title}: your hands are on “{before}” until then."
    return f"{title}: the next free hour after “{before}”."


def gluing_sentences(gluing: Gluing, temperature_c: float, units: UnitChoice = METRIC) -> list[str]:
    """What to mix, how long it can be worked, when it holds."""
    if not gluing.key:
        return [f"Leave it {lasting(gluing.handle_s)}."]
    warmth = show(temperature_c, "temperature", units)
    if gluing.refused:
        return [f"Not today: {gluing.refused}. Warm the bench or choose another glue."]
    out = []
    name = capital(gluing.name)
    if gluing.pair_kg is not None:
        a, b = (show(_tenth(kg), "mass", units) for kg in gluing.pair_kg)
        times = f"{gluing.batches} batches, each " if gluing.batches > 1 else ""
        out.append(f"{name}: {times}{a} resin + {b} hardener on the scale, mixed until no longer cloudy, then some.")
    elif gluing.mass_kg > 0:
        out.append(f"{name}, about {show(_tenth(gluing.mass_kg), 'mass', units)}.")
    else:
        out.append(f"{name}.")
    works = f"Workable {lasting(gluing.work_s)}, h" if gluing.work_s else "H"
    out.append(f"{works}olds after {lasting(gluing.handle_s)}, full strength after {lasting(gluing.full_s)}, at {warmth}.")
    if "large" in gluing.warnings:
        out.append("A batch this large keeps its own heat: it sets early and may smoke. Smaller cups.")
    if "warm" in gluing.warnings:
        out.append(f"At {warmth} epoxy runs hot and sets early: small batches, spread flat.")
    return out


def _tenth(mass_kg: float) -> float:
    """To a tenth of a gram: what a bench scale shows, and more than anybody knows of glue."""
    return max(0.0001, round(mass_kg, 4))


def weighed_sentence(found: Weighed, what: str, units: UnitChoice = METRIC) -> str:
    """The reading against the design."""
    off = show(abs(found.over_kg), "mass", units)
    name = capital(what)
    verb = "is" if what.startswith("the ") or not what.endswith("s") else "are"
    if abs(found.over_kg) < 5e-5:
        return f"{name}: as designed."
    side = "over" if found.over_kg > 0 else "under"
    if not found.news:
        return f"{name} {verb} {off} {side}, within what the design does not know."
    return f"{name} {verb} {off} {side}: more than the design does not know."


def drift_sentence(
    margin_before: float | None,
    margin_after: float | None,
    low: float,
    ballast_kg: float | None,
    apogee_change_m: float | None,
    units: UnitChoice = METRIC,
) -> str:
    """What a weigh-in does to balance and flight: margin, ballast, height."""
    pieces = []
    if margin_before is not None and margin_after is not None:
        text = f"margin {margin_before:.1f} → {margin_after:.1f}"
        if ballast_kg is not None and ballast_kg > 0:
            text += f" (needs {low:.1f}): add {show(ballast_kg, 'mass', units)} in the nose"
        pieces.append(text)
    if apogee_change_m is not None:
        sign = "+" if apogee_change_m > 0 else "−"
        pieces.append(f"apogee {sign}{show(abs(apogee_change_m), 'height', units)}")
    text = ", ".join(pieces)
    return capital(text) + "." if text else ""


def cut_sentences(plan: CutPlan, units: UnitChoice = METRIC) -> list[str]:
    """The cut plan, a line a tube."""
    out = []
    for cut in plan.bars:
        pieces = ", ".join(f"{p.key} {show(p.length_m, 'short_length', units)}" for p in cut.pieces)
        tube = f"{'Buy' if cut.bar.bought else 'From'} {cut.bar.key}, {show(cut.bar.length_m, 'short_length', units)}"
        count = "no cut" if cut.cuts == 0 else "1 cut" if cut.cuts == 1 else f"{cut.cuts} cuts"
        rest = f"; {show(cut.left_m, 'short_length', units)} goes back to stores" if cut.kept else ""
        out.append(f"{tube}: {pieces}; {count}{rest}.")
    out += [f"{capital(p.key)}, {show(p.length_m, 'short_length', units)}: no tube is long enough." for p in plan.missing]
    out += [f"{capital(key)} shows a cut edge: no factory edge was left for it." for key in plan.plain]
    return out
