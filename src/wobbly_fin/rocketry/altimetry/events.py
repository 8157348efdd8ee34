"""The moments of a flight in its log: launch, burnout, apogee, ejection, main, landing, each with how sure it is and what shows it.

What is felt or jumps is searched for; then one whole flight is fitted to all of it (`joint`), and what that says stands.
"""

from wobbly_fin.rocketry.altimetry import falling, rising
from wobbly_fin.rocketry.altimetry.expected import Expected
from wobbly_fin.rocketry.altimetry.flights import Stretch
from wobbly_fin.rocketry.altimetry.joint import whole_flight
from wobbly_fin.rocketry.altimetry.search import EVENTS, Basis, EventName, Found, Moment, Search
from wobbly_fin.rocketry.altimetry.series import Series

__all__ = ["EVENTS", "Basis", "EventName", "Found", "Moment", "find_events"]


def find_events(
    series: Series, stretch: Stretch, placed: dict[EventName, float] | None = None, expected: Expected | None = None
) -> Found:
    """Find them in one flight of a recording, in the order in which one thing helps the next.

    `placed` are moments somebody put by hand, on the file's clock; `expected` what is known of the flight beforehand.
    """
    on = Search(series.between(stretch.first, stretch.last), stretch, placed or {}, expected)
    falling.find_landing(on)
    if on.felt_the_push():
        rising.find_launch_by_push(on)
        rising.find_burnout_by_push(on)
    on.smooth_again()
    rising.find_apogee(on)
    falling.find_ejection(on)
    for name, time_s in on.placed.items():
        on.moments[name] = Moment(time_s=time_s, sd_s=on.step, basis="placed")
    whole = whole_flight(on)
    if whole is not None:
        on.moments.update((n, m) for n, m in whole.moments(on).items() if n not in on.placed)
        on.smooth_again()
    return Found(
        series=on.s, moments=on.moments, path=on.path, outliers=on.outliers, whole=whole, opened=whole.opened if whole else None,
        notes=tuple(on.notes),
    )  # fmt: skip
