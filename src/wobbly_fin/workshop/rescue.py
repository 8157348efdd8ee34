"""What would help a build that is late: another way of building, reckoned through."""

from dataclasses import replace

from wobbly_fin.rocketry.building.agenda import agenda
from wobbly_fin.rocketry.building.explain import when
from wobbly_fin.rocketry.building.hours import zone_of
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.workshop.station import HORIZON_DAYS, Station, plan_of

_WARM_C = 25.0


def rescue(s: Station) -> list[str]:
    """Sentences on what would be ready when; empty for a build that is in time, or where nothing helps."""
    if s.deadline_s is None or s.agenda.finish_s is None or s.agenda.finish_s <= s.deadline_s:
        return []
    zone, out = zone_of(s.hours.zone), []
    for said, schools in _ways(s.bench.schools, s.bench.warmth(_WARM_C)):
        bench = replace(s.bench, schools=schools)
        windows = s.hours.windows(s.now, HORIZON_DAYS)
        finish = agenda(plan_of(s.build, bench), s.state.done, s.now_s, windows, None, s.state.pace).finish_s
        if finish is not None and finish < s.agenda.finish_s:
            verdict = "in time" if finish <= s.deadline_s else "still late"
            out.append(f"{said}: ready by {when(finish, s.now_s, zone)}, {verdict}.")
    return out


def _ways(now: Schools, warm: str) -> list[tuple[str, Schools]]:
    ways = []
    if now.coats != 0:
        ways.append(("Without paint", replace(now, coats=0)))
    if now.temperature_c < _WARM_C:
        ways.append((f"With the bench at {warm}", replace(now, temperature_c=_WARM_C)))
    if now.coats != 0 and now.temperature_c < _WARM_C:
        ways.append(("With both", replace(now, coats=0, temperature_c=_WARM_C)))
    if now.jig == "one":
        ways.append(("With all fins in one jig", replace(now, jig="all")))
    return ways
