"""What a phone takes along of a line to a field without a network: where it may land, and verdicts over the winds it may meet."""

from dataclasses import replace

from wobbly_fin.launchdays.field_state import read_on_site
from wobbly_fin.launchdays.plan import DayPlan, Planned, situation_of
from wobbly_fin.launchdays.spread import near_the_edge, wide_m
from wobbly_fin.rocketry.choosing.nearest import into_wind_deg
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.choosing.registry import BY_NAME
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.launchday.judge import Ruling, Verdict, rule
from wobbly_fin.site.remembered import Remembered

# A metre apart, for the phone takes the worse of two: further apart it would ground what flies.
GRID_SPEEDS_M_S = (*(float(n) for n in range(10)), 10.5, 12.0)
GRID_FROM_DEG = tuple(45.0 * n for n in range(8))
_grids: Remembered[list[list[Verdict]]] = Remembered(100)  # by the values they hang on


def grid_of(plan: DayPlan, planned: Planned, temperature_c: float) -> list[list[Verdict]]:
    """Verdicts of one line over wind speeds × directions, for a phone without a network. Rows are speeds.

    What its loads, its bay and its mass band come to is taken over from its own hour. No cloud is flown for each: where the nominal landing
    lies nearer to the edge than its line's cloud is wide, grown with the wind, the phone says that it is not judged.
    """
    case, change = planned.ruling.candidate.case, planned.ruling.change
    after = (change.steps, change.after.configuration) if change is not None else None
    key = (case.configuration, case.situation, case.rules, planned.ruling.verdict, after, temperature_c)
    return _grids.get(key, lambda: _grid_of(plan, planned, temperature_c))


def _grid_of(plan: DayPlan, planned: Planned, temperature_c: float) -> list[list[Verdict]]:
    context = plan.context
    known = _asked_before(planned.ruling.candidate)
    rows = []
    for speed in GRID_SPEEDS_M_S:
        wide = wide_m(planned.ruling.candidate.case, speed)
        row: list[Verdict] = []
        for bearing in GRID_FROM_DEG:
            situation = situation_of(context, planned, read_on_site(speed, bearing, temperature_c))
            ruling = _with_its_change(planned, situation, rule(planned.loaded, situation, context.rules, known=known))
            near = near_the_edge(ruling.candidate, wide)
            row.append("open" if ruling.verdict in ("go", "go_with") and near else ruling.verdict)
        rows.append(row)
    return rows


def _with_its_change(planned: Planned, situation: Situation, ruling: Ruling) -> Ruling:
    """What goes with the change its line is offered on the desk, the phone says so too; an hour cannot be changed there."""
    change = planned.ruling.change
    if (
        ruling.verdict != "no_go"
        or planned.ruling.verdict != "go_with"
        or change is None
        or any(s.kind == "hour" for s in change.steps)
    ):
        return ruling
    site = situation.site
    for step in change.steps:
        if step.kind == "tilt":
            site = replace(site, rod_tilt_deg=step.value or 0.0, rod_azimuth_deg=into_wind_deg(site))
        elif step.kind == "rod_length":
            site = replace(site, rod_length_m=step.value or site.rod_length_m)
    rules, known = planned.ruling.candidate.case.rules, _asked_before(change.after)
    changed = rule(change.after.configuration, replace(situation, site=site), rules, known=known)
    return replace(changed, verdict="go_with") if changed.verdict == "go" else ruling


def _asked_before(candidate: Candidate) -> tuple[Trial, ...]:
    """Outcomes that no wind changes: of where it lands only that nobody told the field's outline."""
    no_outline = "outline" not in candidate.case.known
    return tuple(t for t in candidate.tests if BY_NAME[t.name].dear and (t.name != "inside_field" or no_outline))
