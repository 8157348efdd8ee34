"""Read-outs typed off an altimeter, checked against one another and against physics, and questioned where they cannot be."""

import math
from collections.abc import Mapping
from dataclasses import dataclass

from wobbly_fin.rocketry.altimetry.explain import READOUT_NAMES
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2 as _G
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show

TYPED: tuple[str, ...] = (
    "apogee_m", "max_speed_m_s", "burn_time_s", "peak_acceleration_m_s2", "mean_boost_acceleration_m_s2", "coast_time_s",
    "apogee_to_ejection_s", "ejection_altitude_m", "descent_rate_m_s", "duration_s",
)  # fmt: skip
# Between which a figure can be at all: (low, high) in SI. Our own choice, generous.
_RANGES: dict[str, tuple[float, float]] = {
    "apogee_m": (0.5, 30_000.0), "max_speed_m_s": (1.0, 1_200.0), "burn_time_s": (0.02, 60.0), "peak_acceleration_m_s2": (1.0, 5_000.0),
    "mean_boost_acceleration_m_s2": (0.5, 3_000.0), "coast_time_s": (0.0, 120.0), "apogee_to_ejection_s": (-60.0, 60.0),
    "ejection_altitude_m": (-100.0, 30_000.0), "descent_rate_m_s": (0.2, 200.0), "duration_s": (0.3, 7_200.0),
}  # fmt: skip
_FASTEST_MEAN_M_S = 150.0  # up and down, over the whole flight
_NEAR = 0.25  # by how much two ways to the same figure may differ before it is asked (devices round and smooth)


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    """Read-outs that do not go together: which, and why, as a code with the figures it rests on."""

    code: str
    names: tuple[str, ...]
    value: float
    expected: float


def check_readouts(typed: Mapping[str, float]) -> tuple[Question, ...]:
    """Question what cannot be.

    Parameters
    ----------
    typed : mapping
        Name, one of `TYPED`, to its figure in SI.

    Raises
    ------
    RocketryError
        For a name nobody knows or a figure nothing could read out.
    """
    for name, value in typed.items():
        if name not in _RANGES:
            raise RocketryError(name, "is no read-out")
        low, high = _RANGES[name]
        if not math.isfinite(value) or not low <= value <= high:
            raise RocketryError(name, f"cannot be; {READOUT_NAMES[name][0]} lies between {low:g} and {high:g} in SI units")
    out: list[Question] = []

    def both(*names: str) -> bool:
        return all(name in typed for name in names)

    def ask(code: str, expected: float, *names: str) -> None:
        out.append(Question(code=code, names=names, value=typed[names[0]], expected=expected))

    if both("mean_boost_acceleration_m_s2", "burn_time_s", "max_speed_m_s"):
        reached = typed["mean_boost_acceleration_m_s2"] * typed["burn_time_s"]
        if not 1 - _NEAR <= reached / typed["max_speed_m_s"] <= 1 + _NEAR:
            ask("speed", reached, "max_speed_m_s", "mean_boost_acceleration_m_s2", "burn_time_s")
    if both("peak_acceleration_m_s2", "mean_boost_acceleration_m_s2"):
        mean = typed["mean_boost_acceleration_m_s2"]
        if typed["peak_acceleration_m_s2"] < mean:
            ask("peak_below_mean", mean, "peak_acceleration_m_s2", "mean_boost_acceleration_m_s2")
    if both("ejection_altitude_m", "apogee_m"):
        drop = typed["apogee_m"] - typed["ejection_altitude_m"]
        if drop < -0.03 * typed["apogee_m"] - 1.0:
            ask("ejection_above_top", typed["apogee_m"], "ejection_altitude_m", "apogee_m")
        elif "apogee_to_ejection_s" in typed and not _could_fall(drop, abs(typed["apogee_to_ejection_s"])):
            ask("fall", math.sqrt(2 * max(drop, 0.0) / _G), "apogee_to_ejection_s", "ejection_altitude_m", "apogee_m")
    if both("coast_time_s", "max_speed_m_s") and typed["coast_time_s"] > 1.1 * typed["max_speed_m_s"] / _G + 0.3:
        ask("coast_too_long", typed["max_speed_m_s"] / _G, "coast_time_s", "max_speed_m_s")
    if both("apogee_m", "max_speed_m_s"):
        speed = typed["max_speed_m_s"]
        highest = speed * typed.get("burn_time_s", 1.5) + speed**2 / (2 * _G)
        if typed["apogee_m"] > 1.15 * highest + 2.0:
            ask("too_high", highest, "apogee_m", "max_speed_m_s")
    parts = ("burn_time_s", "coast_time_s", "apogee_to_ejection_s")
    if both("duration_s", "ejection_altitude_m", "descent_rate_m_s", *parts):
        whole = sum(typed[n] for n in parts) + max(typed["ejection_altitude_m"], 0.0) / typed["descent_rate_m_s"]
        if not 1 - 1.4 * _NEAR <= typed["duration_s"] / whole <= 1 + 1.4 * _NEAR:
            ask("duration", whole, "duration_s", "descent_rate_m_s", "ejection_altitude_m")
    elif both("duration_s", "apogee_m") and typed["apogee_m"] / typed["duration_s"] > _FASTEST_MEAN_M_S:
        ask("duration", typed["apogee_m"] / 30.0, "duration_s", "apogee_m")
    return tuple(out)


def _could_fall(drop_m: float, late_s: float) -> bool:
    """Free fall is the most it can have dropped; drag leaves at least a third of it on so short a way, a fifth on a long one."""
    free = _G * late_s**2 / 2
    return free / (3 if late_s < 3 else 5) - 2.0 <= drop_m <= 1.15 * free + 2.0


def question_sentence(q: Question, units: UnitChoice = METRIC) -> str:
    """What does not go together, and what would."""
    names = {name: READOUT_NAMES[name][0] for name in q.names}
    first = q.names[0]
    value, expected = (show(x, READOUT_NAMES[first][1], units) for x in (q.value, q.expected))
    says = {
        "speed": f"Mean acceleration times the burn gives {expected}, not a top speed of {value}. One of the three is off.",
        "peak_below_mean": f"The peak ({value}) is below the mean ({expected}); were they swapped?",
        "ejection_above_top": f"The ejection at {value} would be above the top at {expected}.",
        "fall": f"Falling from the top to that ejection takes about {expected}, not {value}. A decimal point?",
        "coast_too_long": f"From that speed gravity alone ends the coast after {expected}; {value} cannot be.",
        "too_high": f"From that speed nothing coasts above {expected}; {value} cannot be.",
        "duration": f"The parts of the flight add up to about {expected}, not {value}.",
    }
    return says.get(q.code, f"{', '.join(names.values())} do not go together.")
