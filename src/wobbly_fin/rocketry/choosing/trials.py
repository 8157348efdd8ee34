"""The tests a motor and delay must pass in one rocket at one site: values, limits, margins. No words here."""

import math
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.airframe.rigid import Margins
from wobbly_fin.rocketry.choosing.permits import ADULT_YEARS, least_site_m, level_wanted
from wobbly_fin.rocketry.choosing.refusals import Configuration, refusals
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import require_positive
from wobbly_fin.rocketry.flight.flight import Flight
from wobbly_fin.rocketry.motors.motor import Motor

TrialName = Literal[
    "fits", "kind", "charge", "grounded", "shield", "igniter", "cluster", "allowed", "age", "local_limit", "site_size", "lifts", "rod_speed", "wind",
    "stable_ignition", "stable_rod", "stable_burnout", "tumbles", "ceiling", "payload", "delay_window", "ejection_speed",
    "landing_rate", "drift", "spent_drift",
]  # fmt: skip
_LONGEST_ROOM_M = 20.0  # a flight that lands beside the pad is not held to a share of nothing


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


@dataclass(frozen=True, slots=True, kw_only=True)
class Loaded:
    """What a candidate is made of, beside its flight: the motors by stage and how they are installed."""

    motor: Motor
    mount: Mount
    configuration: Configuration
    margins: Margins | None = None

    @property
    def all_motors(self) -> tuple[Motor, ...]:
        """Every motor installed."""
        return (*self.configuration.upper, *(m for stage in self.configuration.boosters for m in stage))


def trials(loaded: Loaded, situation: Situation, flight: Flight, rules: Rules) -> tuple[Trial, ...]:
    """Every test of one candidate, in the order in which a flight meets them; those nobody can judge here are left out."""
    motor, site = loaded.motor, situation.site
    wind = site.ground_wind_m_s
    weight_n = flight.liftoff_mass_kg * STANDARD_GRAVITY_M_S2
    rod_wants = max(rules.rod_speed_min_m_s, rules.rod_speed_to_wind_min * wind)
    ejection = flight.ejection
    lowest = loaded.configuration.boosters[-1] if loaded.configuration.boosters else loaded.configuration.upper
    thrust_n = sum(m.curve.average_thrust_n for m in lowest)
    found = [_at_most("fits", motor.length_m * 1000, loaded.mount.max_length_m * 1000, "mm", graded=False)]
    found += _refused(loaded)
    found += _permitted(loaded, situation, flight, rules)
    found += [
        _at_least("lifts", thrust_n / weight_n, rules.thrust_to_weight_min, ""),
        _at_least("rod_speed", flight.rod_exit_speed_m_s, rod_wants, "m/s"),
        _at_most("wind", wind, rules.wind_max_m_s, "m/s"),
    ]
    if loaded.margins is not None:
        wants = rules.stability_min_calibres
        found.append(_at_least("stable_ignition", loaded.margins.ignition, wants, "cal"))
        if loaded.margins.rod_exit is not None:
            found.append(_at_least("stable_rod", loaded.margins.rod_exit, wants, "cal"))
        if loaded.margins.burnout is not None:
            found.append(_at_least("stable_burnout", loaded.margins.burnout, wants, "cal"))
        if flight.tumbles:
            found.append(_plain("tumbles", False, "tumbles", None))
    if site.ceiling_m is None:
        found.append(_plain("ceiling", flight.apogee_altitude_m is not None, flight.apogee_altitude_m, None, "m"))
    else:
        found.append(_at_most("ceiling", flight.apogee_altitude_m, site.ceiling_m, "m"))
    if situation.payload is not None and flight.max_acceleration_m_s2 is not None:
        # What it feels is the push, not the change of speed: gravity comes on top.
        force_n = situation.payload.mass_kg * (flight.max_acceleration_m_s2 + STANDARD_GRAVITY_M_S2)
        found.append(_at_most("payload", force_n, situation.payload.stands_n, "N"))
    found.append(_window(ejection.after_apogee_s if ejection else None, rules.ejection_earliest_s, rules.ejection_latest_s))
    found.append(_at_most("ejection_speed", ejection.speed_m_s if ejection else None, rules.ejection_speed_max_m_s, "m/s"))
    # Without an ejection nothing slows it: the speed it lands at is judged, not the canopy it carries shut.
    landing = flight.descent_rate_m_s if ejection else flight.landing_speed_m_s
    if ejection and flight.descent_rate_m_s is None:
        landing = flight.landing_speed_m_s
    found.append(_at_most("landing_rate", landing, rules.descent_rate_max_m_s, "m/s"))
    found += _lands(situation, flight)
    return tuple(found)


def _refused(loaded: Loaded) -> list[Trial]:
    """Configurations that must not fly, as yes-or-no tests; those that cannot arise in this rocket are left out."""
    against = {r.code: r for r in refusals(loaded.configuration)}
    silent = next((c for c in ("booster_opens_nothing", "plugged_opens_nothing") if c in against), None)
    tests = [_plain("kind", silent is None, loaded.motor.kind, "single")]
    if loaded.configuration.plugged:
        blocked = next((c for c in ("charge_behind_plug", "vent_too_narrow") if c in against), None)
        narrow = against.get("vent_too_narrow")
        value: float | str = narrow.value * 1000 if narrow and narrow.value else blocked or "open"
        limit = narrow.limit * 1000 if narrow and narrow.limit else None
        tests.append(_plain("charge", blocked is None, value, limit, "mm" if narrow else ""))
    if "grounded" in against:
        tests.append(_plain("grounded", False, "repairs open", None))
    if "wadding_burns" in against:
        tests.append(_plain("shield", False, "burns", None))
    if loaded.configuration.boosters:
        wrong = next((c for c in ("booster_has_charge", "composite_booster", "booster_plugged") if c in against), None)
        tests.append(_plain("igniter", wrong is None, wrong or "lights the next", None))
    if len(loaded.configuration.upper) > 1 or any(len(s) > 1 for s in loaded.configuration.boosters):
        tests.append(_plain("cluster", "mixed_cluster" not in against, float(len(loaded.configuration.upper)), None))
    return tests


def _permitted(loaded: Loaded, situation: Situation, flight: Flight, rules: Rules) -> list[Trial]:
    motors = loaded.all_motors
    installed = sum(m.curve.total_impulse_n_s for m in motors)
    tests = []
    wanted = level_wanted(motors, flight.liftoff_mass_kg)
    if situation.flyer is not None:
        tests.append(_plain("allowed", situation.flyer.level >= wanted, float(wanted), float(situation.flyer.level)))
        if situation.flyer.age is not None and wanted > 0:
            tests.append(_plain("age", situation.flyer.age >= ADULT_YEARS, float(situation.flyer.age), float(ADULT_YEARS)))
    if installed > rules.impulse_max_n_s:
        tests.append(_plain("local_limit", False, installed, rules.impulse_max_n_s, "N·s"))
    if situation.ground is not None and situation.ground.outline:
        wants = least_site_m(installed, flight.apogee_altitude_m or 0.0)
        side = situation.ground.least_side_m
        tests.append(_plain("site_size", side >= wants, side, wants, "m"))
    return tests


def _lands(situation: Situation, flight: Flight) -> list[Trial]:
    """Whether it comes down inside the field, and its spent stages too: the room left to the edge, negative outside."""
    ground = situation.ground
    if ground is None or not ground.outline or flight.landing_x_m is None or flight.landing_y_m is None:
        return []
    tests = [_room("drift", ground.room_m(flight.landing_x_m, flight.landing_y_m), flight.landing_x_m, flight.landing_y_m)]
    if flight.spent:
        rooms = [(ground.room_m(f.landing_x_m, f.landing_y_m), f.landing_x_m, f.landing_y_m) for f in flight.spent]
        tests.append(_room("spent_drift", *min(rooms)))
    return tests


def _room(name: TrialName, room_m: float, x_m: float, y_m: float) -> Trial:
    far = max(math.hypot(x_m, y_m), _LONGEST_ROOM_M)
    return Trial(name=name, passed=room_m >= 0, value=room_m, limit=0.0, unit="m", margin=room_m / far)


def _plain(name: TrialName, passed: bool, value: float | str | None, limit: float | str | None, unit: str = "") -> Trial:
    """A test that is passed or not, no better or worse."""
    return Trial(name=name, passed=passed, value=value, limit=limit, unit=unit, margin=None)


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
