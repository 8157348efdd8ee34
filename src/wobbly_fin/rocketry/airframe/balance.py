"""Will it fly straight: CG with its motors against CP, in calibres, over a band of the chosen school."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.barrowman import Pressure, cutout_cp_m, pressure
from wobbly_fin.rocketry.airframe.layout import Layout, lay_out
from wobbly_fin.rocketry.airframe.mass import Aboard, PartMass, Totals, empty_totals, joined, motor_places, weigh
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.motors.motor import Motor

MarginVerdict = Literal["unstable", "thin", "good", "stiff", "unknown"]


@dataclass(frozen=True, slots=True, kw_only=True)
class School:
    """How much margin a school wants, in calibres; `source` in words."""

    key: str
    name: str
    low: float
    high: float
    source: str


SCHOOLS: dict[str, School] = {
    s.key: s
    for s in (
        School(key="usual", name="usual band", low=1.0, high=2.0, source="common practice, no source"),
        School(
            key="certification",
            name="certification course",
            low=2.0,
            high=2.5,
            source="one course's rule; common practice, no source",
        ),
    )
}
LEANS_HARD_CALIBRES = 3.0  # beyond it a rocket leans hard into wind: common practice, no source


def school_of(key: str, low: float | None = None, high: float | None = None) -> School:
    """A school by its key, or one's own band."""
    if key != "own":
        if key not in SCHOOLS:
            raise RocketryError("school", f"{key!r} is no school; one of {', '.join([*SCHOOLS, 'own'])}")
        return SCHOOLS[key]
    low, high = 1.0 if low is None else low, 2.0 if high is None else high
    require_finite("low", low, 0.0, 10.0)
    require_finite("high", high, low, 20.0)
    return School(key="own", name="your own band", low=low, high=high, source="your choice")


@dataclass(frozen=True, slots=True, kw_only=True)
class Balance:
    """Everything about an airframe's balance.

    Attributes
    ----------
    empty, ignition, burnout : Totals
        Without motor, and with what is aboard before and after it burnt; equal to `empty` where nothing is.
    margin_calibres, margin_burnout_calibres : float or None
        (CP − CG) ÷ reference diameter; None where no mass is known.
    sigma_calibres : float
        One standard deviation, from the masses, and from parts outside Barrowman's equations (their half width taken as two).
    """

    layout: Layout
    pressure: Pressure
    cutout_cp_m: float
    rows: tuple[PartMass, ...]
    aboard: tuple[Aboard, ...]
    empty: Totals
    ignition: Totals
    burnout: Totals

    @property
    def margin_calibres(self) -> float | None:
        return self._margin(self.ignition)

    @property
    def margin_burnout_calibres(self) -> float | None:
        return self._margin(self.burnout)

    @property
    def smaller_margin_calibres(self) -> float | None:
        """Of ignition and burnout; None where no mass is known."""
        return min((m for m in (self.margin_calibres, self.margin_burnout_calibres) if m is not None), default=None)

    @property
    def cutout_margin_calibres(self) -> float | None:
        """The same by the cardboard cut-out: the careful one."""
        return (
            None if self.ignition.mass_kg <= 0 else (self.cutout_cp_m - self.ignition.cg_m) / self.pressure.reference_diameter_m
        )

    @property
    def sigma_calibres(self) -> float:
        return math.hypot(self.ignition.sigma_cg_m, self.pressure.doubt_m / 2) / self.pressure.reference_diameter_m

    def _margin(self, totals: Totals) -> float | None:
        return None if totals.mass_kg <= 0 else (self.pressure.cp_m - totals.cg_m) / self.pressure.reference_diameter_m

    def verdict(self, school: School) -> MarginVerdict:
        """What a school says of it, by the smaller of both margins."""
        margin = self.smaller_margin_calibres
        if margin is None:
            return "unknown"
        if self.pressure.cn_alpha_per_rad <= 0 or margin <= 0:
            return "unstable"
        # Of a shape nobody measured the careful end of its band counts.
        if margin - self.pressure.doubt_calibres <= 0:
            return "unknown"
        if margin - self.pressure.doubt_calibres < school.low:
            return "thin"
        return "stiff" if margin > school.high else "good"


def balance(
    airframe: Airframe, motors: Sequence[Motor | None] = (), mach: float = 0.0, beside: Sequence[tuple[Mount, Motor]] = ()
) -> Balance:
    """Balance an airframe with a motor per stage (None or left out: empty), and those in further mounts.

    Raises
    ------
    RocketryError
        For parts that cannot be placed, or Mach beyond 0.8.
    """
    layout = lay_out(airframe)
    rows = weigh(layout)
    empty = empty_totals(airframe, rows)
    aboard = (
        *(motor_places(airframe, layout, stage, motor) for stage, motor in enumerate(motors) if motor is not None),
        *(motor_places(airframe, layout, mount.stage, motor, mount) for mount, motor in beside),
    )
    return Balance(
        layout=layout,
        pressure=pressure(layout, mach),
        cutout_cp_m=cutout_cp_m(layout),
        rows=rows,
        aboard=aboard,
        empty=empty,
        ignition=joined([empty, *(a.totals(burnt=False) for a in aboard)]) if aboard else empty,
        burnout=joined([empty, *(a.totals(burnt=True) for a in aboard)]) if aboard else empty,
    )
