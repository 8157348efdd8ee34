"""The file of a static test: a motor in a clamped stand pushing on a load cell."""

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.curve import BURN_THRESHOLD_FRACTION, ThrustCurve
from wobbly_fin.rocketry.motors.table import read_table

LoadUnit = Literal["n", "g", "kg", "lbf"]
_NEWTONS = {"n": 1.0, "g": STANDARD_GRAVITY_M_S2 / 1000, "kg": STANDARD_GRAVITY_M_S2, "lbf": 4.4482216152605}
_CHARGE_SIGMAS = 6.0  # how far above the noise a kick after burnout must stand to be called the charge
_CHARGE_SHARE = 0.02  # and at least this share of peak thrust
_QUIET_AFTER_BURNOUT_S = 0.25


@dataclass(frozen=True, kw_only=True)
class StaticTest:
    """What a static test showed.

    Parameters
    ----------
    curve : ThrustCurve
        From ignition, offset taken off, in newtons.
    offset_n, noise_n : float
        Mean and standard deviation of the load before ignition. [N]
    ignition_s : float
        When the push begins, on the file's clock. [s]
    charge_seen : bool or None
        None where the file ends too soon after burnout to tell.
    delay_s : float or None
        Burnout to charge, where a charge is seen. [s]
    """

    curve: ThrustCurve
    offset_n: float
    noise_n: float
    ignition_s: float
    charge_seen: bool | None
    delay_s: float | None


def read_static_test(text: str, *, unit: LoadUnit | None = None, watched_for_s: float = 3.0) -> StaticTest:
    """Read time and load; find offset, ignition, burnout and the ejection charge.

    Parameters
    ----------
    text : str
        Rows of time [s] and load; at least 5 rows before ignition.
    unit : {'n', 'g', 'kg', 'lbf'}, optional
        Unit of the load; read from the column name (``load_g``) when omitted, newtons failing that.
    watched_for_s : float
        A file that ends sooner than this after burnout cannot tell whether there was a charge. [s]

    Raises
    ------
    RocketryError
        With ``file`` or ``line N`` where no burn can be made out.
    """
    table = read_table(text)
    t = np.array([row[0] for row in table.rows])
    back = np.flatnonzero(np.diff(t) <= 0)
    if back.size:
        raise RocketryError(f"line {table.lines[int(back[0]) + 1]}", "time does not rise; a static test is read in one go")
    load = np.array([row[1] for row in table.rows]) * _NEWTONS[unit or _unit_of(table.columns)]
    if len(t) < 12:
        raise RocketryError("file", f"has {len(t)} samples; a static test needs at least a dozen")
    offset_n, noise_n, first = _baseline(load)
    push = load - offset_n
    peak = float(push.max())
    level = max(BURN_THRESHOLD_FRACTION * peak, 4 * noise_n)
    above = np.flatnonzero(push[first:] >= level) + first
    if peak <= 0 or above.size < 3:
        raise RocketryError("file", "shows no burn: the load never stands clear of its noise; check the unit and the sign")
    start = int(above[0])
    end = _end_of_burn(t, push, start, level)
    rise = max(start - 1, 0)
    samples = [(float(t[i] - t[rise]), max(float(push[i]), 0.0)) for i in range(rise, end + 1)]
    samples[0] = (0.0, 0.0)
    if samples[-1][1] > 0 and end + 1 < len(t):
        samples.append((float(t[end + 1] - t[rise]), 0.0))
    charge_at = _charge_time(t, push, end, max(_CHARGE_SIGMAS * noise_n, _CHARGE_SHARE * peak))
    seen = True if charge_at is not None else (None if t[-1] - t[end] < watched_for_s else False)
    return StaticTest(
        curve=ThrustCurve.from_samples(samples),
        offset_n=offset_n,
        noise_n=noise_n,
        ignition_s=float(t[rise]),
        charge_seen=seen,
        delay_s=None if charge_at is None else charge_at - float(t[end]),
    )


def _unit_of(columns: tuple[str, ...]) -> LoadUnit:
    name = columns[1] if len(columns) > 1 else ""
    endings: tuple[tuple[str, LoadUnit], ...] = (("lbf", "lbf"), ("kg", "kg"), ("g", "g"), ("n", "n"))
    for ending, unit in endings:
        if name.rstrip(")] ").endswith(ending):
            return unit
    return "n"


def _baseline(load: NDArray[np.float64]) -> tuple[float, float, int]:
    """Offset and noise of the quiet stretch in front of the burn, and where the search may begin."""
    half = load[0] + (load.max() - load[0]) / 2
    strong = int(np.argmax(load >= half))
    quiet = load[: max(strong * 3 // 4, 0)]
    if quiet.size < 5:
        raise RocketryError("file", "has no quiet stretch before ignition; the zero of the load cell cannot be found")
    middle = float(np.median(quiet))
    # The median's own spread: a slow rise at the end of the stretch must not count as noise.
    spread = 1.4826 * float(np.median(np.abs(quiet - middle)))
    return middle, spread, int(quiet.size * 2 // 3)


def _end_of_burn(t: NDArray[np.float64], push: NDArray[np.float64], start: int, level: float) -> int:
    """Last sample before the push stays below `level` for a quarter of a second."""
    end = start
    for i in range(start, len(t)):
        if push[i] >= level:
            end = i
        elif t[i] - t[end] > _QUIET_AFTER_BURNOUT_S:
            break
    return end


def _charge_time(t: NDArray[np.float64], push: NDArray[np.float64], end: int, kick_n: float) -> float | None:
    """The charge fires forward, so it kicks the load either way, sharply, once."""
    after = np.flatnonzero((t > t[end] + _QUIET_AFTER_BURNOUT_S) & (np.abs(push) >= kick_n))
    return float(t[int(after[0])]) if after.size else None
