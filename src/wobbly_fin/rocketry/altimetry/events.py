"""The moments of a flight in its log: launch, burnout, apogee, ejection, main, landing, each with how sure it is and what shows it.

A moment that the log cannot place closely enough to be worth having is left out (None), with the reason; how closely is enough is
`SHARP_S` plus a sample and a half for what happens at once.
"""

from wobbly_fin.rocketry.altimetry import falling, rising
from wobbly_fin.rocketry.altimetry.flights import Stretch
from wobbly_fin.rocketry.altimetry.search import EVENTS, Basis, EventName, Found, Moment, Search
from wobbly_fin.rocketry.altimetry.series import Series

__all__ = ["EVENTS", "Basis", "EventName", "Found", "Moment", "find_events"]


def find_events(series: Series, stretch: Stretch, placed: dict[EventName, float] | None = None) -> Found:
    """Find them in one flight of a recording, in the order in which one thing helps the next.

    `placed` are moments somebody put by hand, on the file's clock.
    """
    on = Search(series.between(stretch.first, stretch.last), stretch, placed or {})
    falling.find_landing(on)
    if on.s.felt_m_s2 is not None:
        rising.find_launch_by_push(on)
        rising.find_burnout_by_push(on)
    if "launch" not in on.moments or "burnout" not in on.moments:
        rising.find_ascent_by_heights(on)
    launch = on.moments.get("launch") or on.vague.get("launch")
    burnout = on.moments.get("burnout") or on.vague.get("burnout")
    on.path = on.smoothed(launch.time_s if launch else on.rough_launch, burnout.time_s if burnout else on.rough_burnout())
    rising.find_apogee(on)
    falling.find_ejection(on)
    falling.find_main(on)
    for name, time_s in on.placed.items():
        on.moments[name] = Moment(time_s=time_s, sd_s=on.step, basis="placed")
        on.vague.pop(name, None)
    return Found(
        series=on.s, moments=on.moments, vague=on.vague, path=on.path, outliers=on.outliers, ascent=on.ascent,
        drag_per_m=on.drag, notes=tuple(on.notes),
    )  # fmt: skip
