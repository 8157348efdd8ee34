"""Range codes as data: what a site must measure, how far one stands off, what wind, tilt and cloud forbid flying.

The shipped profiles are the published minimums and a careful club's; a club enters its own. Local codes decide.

References
----------
.. [1] NFPA 1122 and 1127, the national safety codes built on them, and 14 CFR 101.22: all from memory.
"""

import itertools
from collections.abc import Mapping
from dataclasses import dataclass, fields, replace
from typing import Any

from wobbly_fin.rocketry.constants import FOOT_M
from wobbly_fin.rocketry.errors import RocketryError, require_finite

# How long nobody goes near after a misfire. [1]_ [s]
MISFIRE_WAIT_S = 60.0
MOST_CLASS_2_N_S = 40_960.0  # [1]_
Steps = tuple[tuple[float, float], ...]
_SPARKS = 1.5  # times wider is the ground cleared for a motor that throws sparks [1]_
_TABLES = ("site_m", "stand_off_m", "high_stand_off_m", "high_complex_m", "cleared_m")


@dataclass(frozen=True, slots=True, kw_only=True)
class RangeCode:
    """A range's rules.

    Attributes
    ----------
    site_m, stand_off_m, high_stand_off_m, high_complex_m, cleared_m : tuple of (installed impulse up to, metres)
        Least side of the site; distance from the pad of a model; of high power, with a single motor and with a cluster or stages;
        cleared ground of high power. The last row holds for all above, but of the stand-off of high power: beyond it nothing is known.
        [N·s], [m]
    high_site_m : float
        Least side of a high-power site; half the height where that is more. [m]
    tilt_deg, high_tilt_deg : float
        Rod from vertical at the most. [°]
    notify_kg, notify_propellant_kg : float
        The simplest class ends here: above, somebody has to be told or asked. [kg]
    """

    key: str
    name: str
    source: str
    site_m: Steps
    stand_off_m: Steps
    high_stand_off_m: Steps
    high_complex_m: Steps
    cleared_m: Steps = ()
    high_site_m: float = 1500 * FOOT_M
    wind_max_m_s: float = 9.0
    tilt_deg: float = 30.0
    high_tilt_deg: float = 20.0
    notify_kg: float = 1.5
    notify_propellant_kg: float = 0.125
    impulse_max_n_s: float = 40_960.0
    adult_from_n_s: float = 160.0

    def __post_init__(self) -> None:
        for name in _TABLES:
            rows: Steps = getattr(self, name)
            for n, (up_to, metres) in enumerate(rows):
                require_finite(f"{name}.{n}.impulse", up_to, 0.0, 1e6)
                require_finite(f"{name}.{n}.metres", metres, 0.0, 20_000.0)
            if any(b[0] <= a[0] or b[1] < a[1] for a, b in itertools.pairwise(rows)):
                raise RocketryError(name, "must rise: more impulse never asks for less room")
        if not all(getattr(self, name) for name in _TABLES[:-1]):
            raise RocketryError("site_m", "is empty; a code has a row at least for site and stand-off")
        require_finite("wind_max_m_s", self.wind_max_m_s, 0.5, 30.0)
        for name in ("tilt_deg", "high_tilt_deg"):
            require_finite(name, getattr(self, name), 0.0, 45.0)
        for name in ("notify_kg", "notify_propellant_kg", "impulse_max_n_s", "high_site_m", "adult_from_n_s"):
            require_finite(name, getattr(self, name), 0.0, 1e6)

    def least_site_m(self, installed_n_s: float, apogee_m: float, *, high_power: bool) -> float:
        """Least side of the launch site. [m]"""
        told = _step(self.site_m, installed_n_s)
        return max(told, self.high_site_m, apogee_m / 2) if high_power else told

    def least_stand_off_m(self, installed_n_s: float, *, high_power: bool, several: bool = False) -> float | None:
        """How far from the pad everybody stands; `several`: a cluster or stages; None: beyond the end of its table. [m]"""
        model = _step(self.stand_off_m, installed_n_s)
        if not high_power:
            return model
        rows = self.high_complex_m if several else self.high_stand_off_m
        return None if installed_n_s > rows[-1][0] + 1e-9 else max(model, _step(rows, installed_n_s))

    def least_cleared_m(self, installed_n_s: float, *, high_power: bool, sparks: bool = False) -> float:
        """Across the ground cleared round the pad; `sparks`: a motor throws them. [m]"""
        found = _step(self.cleared_m, installed_n_s) if self.cleared_m and high_power else 0.0
        return _SPARKS * found if sparks else found

    def airspace_class(self, liftoff_kg: float, propellant_kg: float, installed_n_s: float) -> int:
        """1, 2 or 3 of 14 CFR 101.22 [1]_: the simplest; more than that; more than 40 960 N·s. Whoever must be told or asked differs."""
        if installed_n_s > MOST_CLASS_2_N_S:
            return 3
        return 2 if liftoff_kg > self.notify_kg or propellant_kg > self.notify_propellant_kg else 1

    def with_overrides(self, overrides: Mapping[str, Any]) -> "RangeCode":
        """A club's own, from this one; raises RocketryError for a rule that does not exist or cannot be."""
        known = {f.name for f in fields(self)} - {"key", "source"}
        for name in overrides:
            if name not in known:
                raise RocketryError(name, f"is no rule of a range; the rules are {', '.join(sorted(known))}")
        tidy: dict[str, Any] = {k: tuple(tuple(row) for row in v) if isinstance(v, list) else v for k, v in overrides.items()}
        return replace(self, **(tidy | {"key": "own", "source": "the club's own"}))


def _step(rows: Steps, value: float) -> float:
    return next((metres for up_to, metres in rows if value <= up_to + 1e-9), rows[-1][1])


def _feet(*rows: tuple[float, float]) -> Steps:
    return tuple((up_to, feet * FOOT_M) for up_to, feet in rows)


PUBLISHED = RangeCode(
    key="published",
    name="Published minimums",
    source="NFPA 1122 and 1127, the national safety codes and 14 CFR 101.22, from memory",
    site_m=_feet((1.25, 50), (2.5, 100), (5, 200), (10, 400), (20, 500), (160, 1000), (320, 1500)),
    stand_off_m=_feet((20, 15), (320, 30)),
    high_stand_off_m=_feet((1280, 100), (2560, 200), (5120, 300), (10240, 500), (20480, 1000), (40960, 1500)),
    high_complex_m=_feet((1280, 200), (2560, 300), (5120, 500), (10240, 1000), (20480, 1500), (40960, 2000)),
    cleared_m=_feet((1280, 50), (2560, 75), (5120, 100), (40960, 125)),
)
CAREFUL = RangeCode(
    key="careful",
    name="A careful club",
    source="our own example: the published minimums with a wider stand-off, less wind and a straighter rod",
    site_m=PUBLISHED.site_m,
    stand_off_m=tuple((n, 2 * m) for n, m in PUBLISHED.stand_off_m),
    high_stand_off_m=PUBLISHED.high_stand_off_m,
    high_complex_m=PUBLISHED.high_complex_m,
    cleared_m=PUBLISHED.cleared_m,
    wind_max_m_s=7.0,
    tilt_deg=20.0,
    high_tilt_deg=15.0,
)
CODES: dict[str, RangeCode] = {c.key: c for c in (PUBLISHED, CAREFUL)}


def code_of(key: str) -> RangeCode:
    """One of those shipped; raises RocketryError for another."""
    if key not in CODES:
        raise RocketryError("code", f"{key!r} is no range code; one of {', '.join(CODES)}")
    return CODES[key]
