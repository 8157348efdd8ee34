"""Forecast against fact: how far off, and what would explain it."""

from collections.abc import Callable
from dataclasses import dataclass, replace

from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.errors import require_positive
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.flightlog.outcomes import Opening
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.variants import dragging

_CD_RANGE = (0.05, 4.0)
_MOST_WIND_M_S = 10.0  # more than anybody overlooks
_READING_FRACTION = 0.05  # what a pocket altimeter or a careful eye is good for (common practice, no source)
_TOP_S = 1.0  # seconds either side that people call "at the top" (our own choice)


@dataclass(frozen=True, slots=True, kw_only=True)
class HeightCheck:
    """Measured height against forecast.

    Parameters
    ----------
    off_fraction : float
        Measured ÷ forecast − 1.
    explaining_cd : float or None
        The Cd with which the forecast would have been right; None where none between 0.05 and 4 does it.
    explaining_wind_m_s : float or None
        So much more wind at the ground would have brought it down as far; None for a point, which feels none, for a flight that
        was higher, and where no 10 m/s do it.
    """

    forecast_m: float
    measured_m: float
    off_fraction: float
    explaining_cd: float | None
    explaining_wind_m_s: float | None = None


def check_height(
    rocket: Rocket, motor: Motor, delay_s: float | None, site: Site, measured_m: float, plain: Rocket | None = None
) -> HeightCheck | None:
    """Hold a measured apogee [m, above the pad] against the forecast; None where the forecast never lifts.

    `plain` is the rocket without what its flights taught: the Cd that explains the height is counted on it.
    """
    require_positive("height", measured_m)
    forecast_m = fly(rocket, motor, delay_s, site).apogee_altitude_m
    if forecast_m is None or forecast_m <= 0:
        return None
    return HeightCheck(
        forecast_m=forecast_m,
        measured_m=measured_m,
        off_fraction=measured_m / forecast_m - 1,
        explaining_cd=cd_for_height(plain or rocket, motor, site, measured_m),
        explaining_wind_m_s=more_wind_for(rocket, motor, site, measured_m) if measured_m < forecast_m else None,
    )


def cd_for_height(rocket: Rocket, motor: Motor, site: Site, height_m: float) -> float | None:
    """The Cd, 0.05 … 4, with which this rocket peaks at a height; None where none does.

    Height falls as Cd rises, so there is at most one.
    """

    def peak_m(cd: float) -> float:
        return fly(dragging(rocket, cd), motor, None, site).apogee_altitude_m or 0.0

    return _where(peak_m, height_m, *_CD_RANGE, 1e-4)


def more_wind_for(rocket: Rocket, motor: Motor, site: Site, height_m: float) -> float | None:
    """How much more wind would have brought a rocket's peak down to a height; None where 10 m/s more would not, and for points. [m/s]"""
    if not isinstance(rocket, RigidRocket) or site.layers:
        return None
    calm = replace(site, gustiness="calm")

    def peak_m(more: float) -> float:
        return fly(rocket, motor, None, replace(calm, wind_speed_m_s=site.wind_speed_m_s + more)).apogee_altitude_m or 0.0

    return _where(peak_m, height_m, 0.0, _MOST_WIND_M_S, 0.02)


def _where(peak_m: Callable[[float], float], height_m: float, low: float, high: float, within: float) -> float | None:
    """Where a falling curve crosses a height; None where it does not between the two."""
    from scipy.optimize import brentq  # half a second to load, and few commands come here

    least, most = peak_m(high), peak_m(low)
    if not least <= height_m <= most:
        return None
    known = {low: most, high: least}
    return float(brentq(lambda x: (known[x] if x in known else peak_m(x)) - height_m, low, high, xtol=within))


def within_reading(off_fraction: float) -> bool:
    """Whether a miss, in whole per cent as it is said, is no more than a reading is good for."""
    return round(abs(off_fraction), 2) <= _READING_FRACTION


def height_sentence(check: HeightCheck, cd: float, cd_known: bool, units: UnitChoice = METRIC) -> str:
    """The residual in words, with what would explain it."""
    off = check.off_fraction
    head = f"Forecast {show(check.forecast_m, 'height', units)}, measured {show(check.measured_m, 'height', units)}"
    if within_reading(off):
        return f"{head}: within {_READING_FRACTION:.0%}, as near as one can read."
    said = f"{head}: {abs(off):.0%} {'lower' if off < 0 else 'higher'}."
    if check.explaining_cd is None:
        return f"{said} No sensible Cd explains that; look at mass, motor and the reading itself."
    ours = "the Cd of" if cd_known else "the guessed"
    wind = f", or {show(check.explaining_wind_m_s, 'speed', units)} more wind" if check.explaining_wind_m_s is not None else ""
    return f"{said} A Cd of {check.explaining_cd:.2f} rather than {ours} {cd:.2g} would explain it, all else being equal{wind}."


def opening_sentence(after_apogee_s: float | None, seen: Opening) -> str | None:
    """Where the canopy was to open against where it did; None where nobody saw."""
    if seen in ("not_seen", "no_launch") or after_apogee_s is None:
        return None
    forecast: Opening = (
        "at_apogee" if abs(after_apogee_s) <= _TOP_S else "after_apogee" if after_apogee_s > 0 else "before_apogee"
    )
    side = "after" if after_apogee_s > 0 else "before"
    when = "at the top" if forecast == "at_apogee" else f"{abs(after_apogee_s):.1f} s {side} apogee"
    if seen == "never":
        return f"The canopy was to open {when}; it never did. Find out why before this rocket flies again."
    if seen == forecast:
        return f"The canopy opened where it was to, {when}."
    order: dict[Opening, int] = {"before_apogee": 0, "at_apogee": 1, "after_apogee": 2}
    late = order[seen] > order[forecast]
    came, choose = ("later", "shorter") if late else ("earlier", "longer")
    return f"The canopy was to open {when}; it came {came}. Delays scatter; if it happens again, choose the next {choose} one."
