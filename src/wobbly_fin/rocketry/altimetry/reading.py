"""From a file to a flight: table, columns, series, flights, moments, read-outs; and where units are open, free fall decides."""

from dataclasses import dataclass, replace

import numpy as np

from wobbly_fin.rocketry.altimetry.columns import Basis, Column, Told, column_for, in_unit, read_columns
from wobbly_fin.rocketry.altimetry.events import EventName, Found, find_events
from wobbly_fin.rocketry.altimetry.expected import Expected
from wobbly_fin.rocketry.altimetry.flights import Stretch, find_flights
from wobbly_fin.rocketry.altimetry.readout import Readout, no_readout, read_out
from wobbly_fin.rocketry.altimetry.series import Series, series_of
from wobbly_fin.rocketry.altimetry.table import LogTable, read_log_table
from wobbly_fin.rocketry.constants import FOOT_M, STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError, require_finite

_OTHER = 2.2  # times as high as told, or that much lower: another flight's
_LOW = 0.6  # of the height expected
_FREE_FALL_BAND = (0.75, 2.2)  # deceleration just before the top ÷ g that is believed: drag adds to it, gusts blur it


@dataclass(frozen=True, slots=True, kw_only=True)
class FlightLog:
    """One flight read from a file.

    Attributes
    ----------
    columns : tuple of Column
        What each was taken for.
    flights : int
        How many flights the recording holds; this is number `flight` of them, counted from 0.
    found : events.Found or None
        None where it never left the pad.
    highest_m : float
        Of the recording, above where it began. [m]
    notes : tuple of (code, figure)
        What was put right or looks odd, for words.
    """

    columns: tuple[Column, ...]
    series: Series
    flights: int
    flight: int
    stretch: Stretch | None
    found: Found | None
    readout: Readout
    highest_m: float
    notes: tuple[tuple[str, float], ...]

    @property
    def launch_s(self) -> float | None:
        """Launch on the file's clock, or the nearest thing to it: times are counted from it. [s]"""
        if self.found is None:
            return None
        moment = self.found.moments.get("launch")
        return moment.time_s if moment else float(self.series.time_s[self.stretch.rises]) if self.stretch else None


def read_flight_log(
    data: bytes | str, *, columns: tuple[Told, ...] = (), flight: int = 0, placed: dict[EventName, float] | None = None,
    expected: Expected | None = None,
) -> FlightLog:  # fmt: skip
    """Read an altimeter's file.

    Parameters
    ----------
    data : bytes or str
        The file. At most 24 MB of it are looked at.
    columns : tuple of Told
        What somebody says columns are; the rest is guessed.
    flight : int
        Which flight, where the recording holds several.
    placed : dict, optional
        Moments put by hand, in seconds from launch as found; they take the place of what was found.
    expected : Expected, optional
        What is known of rocket, motor and site.

    Returns
    -------
    FlightLog

    Raises
    ------
    RocketryError
        With ``file``, ``columns``, ``flight`` or the moment at fault. A log in which nothing ever left the pad is no error: its
        read-outs are all unknown and a note says so.
    """
    return flight_of(read_log_table(data), columns=columns, flight=flight, placed=placed, expected=expected)


def flight_of(
    table: LogTable, *, columns: tuple[Told, ...] = (), flight: int = 0, placed: dict[EventName, float] | None = None,
    expected: Expected | None = None,
) -> FlightLog:  # fmt: skip
    """The same from a table read before."""
    guessed = read_columns(table, columns)
    series, guessed = _in_best_unit(table, guessed, expected)
    stretches = find_flights(series)
    highest = float(np.quantile(series.height_m, 0.999) - np.median(series.height_m[:10]))
    notes = list(series.notes)
    if not stretches:
        notes.append(("no_flight", highest))
        return FlightLog(
            columns=guessed, series=series, flights=0, flight=0, stretch=None, found=None, readout=no_readout(), highest_m=highest,
            notes=tuple(notes),
        )  # fmt: skip
    if not 0 <= flight < len(stretches):
        raise RocketryError("flight", f"{flight + 1} is not there; the recording holds {len(stretches)}")
    if len(stretches) > 1:
        notes.append(("flights", float(len(stretches))))
    stretch = stretches[flight]
    found = find_events(series, stretch, None, expected)
    if placed:
        found = find_events(series, stretch, _on_the_clock(found, placed), expected)
    notes += _of_another(found, expected)
    return FlightLog(
        columns=guessed, series=series, flights=len(stretches), flight=flight, stretch=stretch, found=found, readout=read_out(found),
        highest_m=highest, notes=(*notes, *found.notes),
    )  # fmt: skip


def _of_another(found: Found, expected: Expected | None) -> list[tuple[str, float]]:
    """A note where the log cannot be of the flight told: it went more than twice as high or not half, or was pushed otherwise."""
    if expected is None or found.whole is None or expected.apogee_m is None:
        return []
    height, burn = found.whole.figures.get("apogee_m"), found.whole.figures.get("burn_time_s")
    if height is not None and not 1 / _OTHER < height[0] / max(expected.apogee_m, 1.0) < _OTHER:
        return [("another_flight", expected.apogee_m)]
    if burn is not None and abs(burn[0] - expected.burn_s) > max(0.35 * expected.burn_s, 4 * burn[1]):
        return [("another_flight", expected.apogee_m)]
    return []


def _on_the_clock(found: Found, placed: dict[EventName, float]) -> dict[EventName, float]:
    """Moments counted from launch, onto the file's clock; out of order is refused."""
    first, last = float(found.series.time_s[0]), float(found.series.time_s[-1])
    launch = found.moments.get("launch")
    zero = launch.time_s if launch else first
    out: dict[EventName, float] = {}
    for name, time_s in placed.items():
        require_finite(f"placed.{name}", time_s, first - zero, last - zero)
        out[name] = zero + time_s
    now = {n: m.time_s for n, m in found.moments.items()} | out
    for before, after in (
        ("launch", "burnout"),
        ("burnout", "apogee"),
        ("burnout", "ejection"),
        ("apogee", "landing"),
        ("ejection", "landing"),
    ):
        if before in now and after in now and now[before] >= now[after]:  # type: ignore[index]
            name = after if after in out else before
            raise RocketryError(f"placed.{name}", f"cannot be: {after} would not come after {before}")
    return out


def _in_best_unit(table: LogTable, columns: tuple[Column, ...], expected: Expected | None) -> tuple[Series, tuple[Column, ...]]:
    """The series, with a height whose unit nothing names tried against free fall: just before the top a rocket slows by about g.

    What opened on the way up slows it by several g and looks like feet: where the flight expected went higher than the metres already, it is metres.
    """
    air_c = expected.air_c if expected else None
    series = series_of(table, columns, air_c)
    height = column_for(columns, "height")
    if height is None or height.unit_from != "usual":
        return series, columns
    found = _slowing(series)
    if found is None:
        return series, columns
    best: tuple[float, str, Basis] = (abs(found / STANDARD_GRAVITY_M_S2 - 1.1), "m", "free_fall")
    feet = found * FOOT_M / STANDARD_GRAVITY_M_S2
    if abs(feet - 1.1) < best[0] and feet > _FREE_FALL_BAND[0] and not _right_in_metres(series, expected):
        best = (abs(feet - 1.1), "ft", "free_fall")
    elif not _FREE_FALL_BAND[0] < found / STANDARD_GRAVITY_M_S2 < _FREE_FALL_BAND[1]:
        return series, columns
    used = tuple(in_unit(c, best[1], best[2]) if c is height else c for c in columns)
    return (series_of(table, used, air_c) if best[1] != "m" else series), used


def _right_in_metres(series: Series, expected: Expected | None) -> bool:
    """Whether what it rose, read as metres, is far below the flight expected already: in feet it would be lower still."""
    if expected is None or not expected.apogee_m:
        return False
    rose = float(np.quantile(series.height_m, 0.999) - np.median(series.height_m[:10]))
    return rose < _LOW * expected.apogee_m


def _slowing(series: Series) -> float | None:
    """Deceleration in the last second and a half before the top, in the file's own units per second squared."""
    stretches = find_flights(series)
    if not stretches:
        return None
    first = max(stretches, key=lambda s: series.height_m[s.top])
    t, top = series.time_s, series.time_s[first.top]
    span = min(1.5, 0.4 * float(top - t[first.rises]))
    use = (t > top - span - 0.15) & (t < top - 0.15)
    if np.sum(use) < 6:
        return None
    curve = np.polyfit(t[use] - top, series.height_m[use], 2)
    left = series.height_m[use] - np.polyval(curve, t[use] - top)
    sd = 2 * float(np.std(left)) / max(span, 0.1) ** 2 / np.sqrt(np.sum(use)) * 13
    return None if sd > 0.3 * abs(2 * curve[0]) else float(-2 * curve[0])


def merged(first: FlightLog, second: FlightLog) -> FlightLog:
    """Two files of one flight: the surer of each moment and figure, the second's clock set by its launch.

    Raises
    ------
    RocketryError
        With ``file`` where they cannot be of the same flight: their heights differ by more than a quarter.
    """
    if first.found is None or second.found is None:
        return first if second.found is None else second
    ours, theirs = first.readout.apogee_m.value, second.readout.apogee_m.value
    if ours and theirs and abs(ours - theirs) > max(0.25 * max(ours, theirs), 5.0):
        raise RocketryError(
            "file", f"reached {theirs:.0f} m where the other file of this flight says {ours:.0f} m; are they of one flight?"
        )
    figures = {}
    order = {"sure": 0, "about": 1, "cannot_tell": 2}
    for name in Readout.__dataclass_fields__:
        a, b = getattr(first.readout, name), getattr(second.readout, name)
        figures[name] = min((a, b), key=lambda f: (order[f.sureness], f.sd if f.sd is not None else 1e9))
    notes = (*first.notes, *((code, value) for code, value in second.notes if code not in dict(first.notes)), ("merged", 2.0))
    return replace(first, readout=Readout(**figures), notes=notes)
