"""The tests a motor and delay must pass in one rocket at one site: values, limits, margins. No words here."""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import require_positive
from wobbly_fin.rocketry.flight.flight import Flight
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.motor import Motor

TrialName = Literal["fits", "kind", "lifts", "rod_speed", "wind", "ceiling", "delay_window", "ejection_speed", "landing_rate"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Trial:
    """One test.

    Parameters
    ----------
    value : float, str or None
        What came out; None where the flight never got that far.
    limit : float, str or None
        What it is held against; None where there is no limit to hold against.
    unit : str
        Of both.
    margin : float or None
        Distance from the limit on the good side as a share of the limit (of half the window for a window);
        negative when failed; None where passing is yes or no.
    """

    name: TrialName
    passed: bool
    value: float | str | None
    limit: float | str | None
    unit: str
    margin: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Mount:
    """The motor mount: inside diameter and the longest motor it takes. [m]"""

    diameter_m: float
    max_length_m: float

    def __post_init__(self) -> None:
        require_positive("diameter_mm", self.diameter_m * 1000, 200.0)
        require_positive("max_length_mm", self.max_length_m * 1000, 3000.0)


def fits(motor: Motor, mount: Mount, rules: Rules) -> bool:
    """Whether a motor goes into a mount: same diameter within the slack, and no longer than it takes."""
    slack_m = rules.diameter_slack_mm / 1000
    # A tenth of a millimetre: lengths are sold in whole millimetres and held as floats in metres.
    return abs(motor.diameter_m - mount.diameter_m) <= slack_m and motor.length_m <= mount.max_length_m + 1e-4


def trials(motor: Motor, mount: Mount, site: Site, flight: Flight, rules: Rules) -> tuple[Trial, ...]:
    """Every test of one candidate, in the order in which a flight meets them."""
    weight_n = flight.liftoff_mass_kg * STANDARD_GRAVITY_M_S2
    rod_wants = max(rules.rod_speed_min_m_s, rules.rod_speed_to_wind_min * site.wind_speed_m_s)
    ejection = flight.ejection
    found = [
        _at_most("fits", motor.length_m * 1000, mount.max_length_m * 1000, "mm", graded=False),
        Trial(name="kind", passed=motor.kind == "single", value=motor.kind, limit="single", unit="", margin=None),
        _at_least("lifts", motor.curve.average_thrust_n / weight_n, rules.thrust_to_weight_min, ""),
        _at_least("rod_speed", flight.rod_exit_speed_m_s, rod_wants, "m/s"),
        _at_most("wind", site.wind_speed_m_s, rules.wind_max_m_s, "m/s"),
    ]
    if site.ceiling_m is None:
        found.append(
            Trial(
                name="ceiling",
                passed=flight.apogee_altitude_m is not None,
                value=flight.apogee_altitude_m,
                limit=None,
                unit="m",
                margin=None,
            )
        )
    else:
        found.append(_at_most("ceiling", flight.apogee_altitude_m, site.ceiling_m, "m"))
    found.append(_window(ejection.after_apogee_s if ejection else None, rules.ejection_earliest_s, rules.ejection_latest_s))
    found.append(_at_most("ejection_speed", ejection.speed_m_s if ejection else None, rules.ejection_speed_max_m_s, "m/s"))
    # Without an ejection nothing slows it: the speed it lands at is judged, not the canopy it carries shut.
    landing = flight.descent_rate_m_s if ejection else flight.landing_speed_m_s
    if ejection and flight.descent_rate_m_s is None:
        landing = flight.landing_speed_m_s
    found.append(_at_most("landing_rate", landing, rules.descent_rate_max_m_s, "m/s"))
    return tuple(found)


def smallest_margin(tests: tuple[Trial, ...]) -> float:
    """The worst graded margin; −1 at most for a failed yes-or-no test."""
    worst = 1.0
    for test in tests:
        if test.margin is not None:
            worst = min(worst, test.margin)
        elif not test.passed:
            worst = min(worst, -1.0)
    return worst


def _at_least(name: TrialName, value: float | None, limit: float, unit: str) -> Trial:
    if value is None:
        return Trial(name=name, passed=False, value=None, limit=limit, unit=unit, margin=-1.0)
    margin = (value - limit) / limit if limit else 1.0
    return Trial(name=name, passed=value >= limit, value=value, limit=limit, unit=unit, margin=margin)


def _at_most(name: TrialName, value: float | None, limit: float, unit: str, graded: bool = True) -> Trial:
    if value is None:
        return Trial(name=name, passed=False, value=None, limit=limit, unit=unit, margin=-1.0)
    margin = (limit - value) / limit
    return Trial(name=name, passed=value <= limit, value=value, limit=limit, unit=unit, margin=margin if graded else None)


def _window(value: float | None, low: float, high: float) -> Trial:
    if value is None:
        return Trial(name="delay_window", passed=False, value=None, limit=high, unit="s", margin=-1.0)
    nearest = low if value - low < high - value else high
    margin = min(value - low, high - value) / ((high - low) / 2)
    return Trial(name="delay_window", passed=low <= value <= high, value=value, limit=nearest, unit="s", margin=margin)
