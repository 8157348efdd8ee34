"""Where and in what weather: the pad, the rod, the wind, the ceiling."""

import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from wobbly_fin.rocketry.air.site_air import SiteAir
from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive
from wobbly_fin.rocketry.flight.figures import Floats
from wobbly_fin.rocketry.flight.gusts import GUSTINESS, Gustiness

STEEPEST_TILT_DEG = 60.0
FASTEST_WIND_M_S = 40.0
MOST_LAYERS = 24


@dataclass(frozen=True, slots=True, kw_only=True)
class WindLayer:
    """The wind measured at one height above the pad; `from_deg` 270 blows towards +x."""

    height_m: float
    speed_m_s: float
    from_deg: float

    def __post_init__(self) -> None:
        require_positive("height_m", self.height_m, 30_000.0)
        require_finite("speed_m_s", self.speed_m_s, 0.0, 150.0)
        require_finite("from_deg", self.from_deg, -360.0, 720.0)


@dataclass(frozen=True, kw_only=True)
class Site:
    """A pad on a day.

    Parameters
    ----------
    elevation_m, temperature_c, pressure_hpa : float
        See `SiteAir`.
    rod_length_m : float
        Guided travel: what lug height and stand-off leave of the rod, 0.05 … 30. [m]
    rod_tilt_deg, rod_azimuth_deg : float
        Lean from vertical, 0 … 60, and the compass direction leant towards. [°]
    wind_speed_m_s, wind_from_deg : float
        At `wind_height_m` above the pad; 270 blows towards +x. [m/s], [°]
    wind_exponent : float
        Of the power law by which wind grows with height, 0 … 1. [-]
    ceiling_m : float or None
        Greatest height above the pad allowed here; None: no limit known. [m]
    layers : tuple of WindLayer
        Winds measured aloft, rising; they take the place of the power law from the lowest of them up.
    gustiness : str
        calm, breezy or gusty: how much the wind varies about its mean (`gusts`).
    gust_seed : int
        Which gusts, of all there could be.

    Raises
    ------
    OutOfRangeError
    """

    elevation_m: float = 0.0
    temperature_c: float | None = None
    pressure_hpa: float | None = None
    rod_length_m: float = 0.9
    rod_tilt_deg: float = 0.0
    rod_azimuth_deg: float = 0.0
    wind_speed_m_s: float = 0.0
    wind_from_deg: float = 270.0
    wind_exponent: float = 0.143
    wind_height_m: float = 2.0
    ceiling_m: float | None = None
    layers: tuple[WindLayer, ...] = ()
    gustiness: Gustiness = "calm"
    gust_seed: int = 1

    def __post_init__(self) -> None:
        _ = self.air
        require_finite("rod_length_m", self.rod_length_m, 0.05, 30.0)
        require_finite("rod_tilt_deg", self.rod_tilt_deg, 0.0, STEEPEST_TILT_DEG)
        require_finite("rod_azimuth_deg", self.rod_azimuth_deg, -360.0, 720.0)
        require_finite("wind_speed_m_s", self.wind_speed_m_s, 0.0, FASTEST_WIND_M_S)
        require_finite("wind_from_deg", self.wind_from_deg, -360.0, 720.0)
        require_finite("wind_exponent", self.wind_exponent, 0.0, 1.0)
        require_positive("wind_height_m", self.wind_height_m, 100.0)
        if self.ceiling_m is not None:
            require_positive("ceiling_m", self.ceiling_m, 50_000.0)
        if len(self.layers) > MOST_LAYERS:
            raise RocketryError("wind_layers", f"has {len(self.layers)} entries; {MOST_LAYERS} are plenty")
        for below, above in zip(self.layers[:-1], self.layers[1:], strict=True):
            if above.height_m <= below.height_m:
                raise RocketryError(
                    "wind_layers", f"{above.height_m:g} m does not come after {below.height_m:g} m; heights must rise"
                )
        if self.gustiness not in GUSTINESS:
            raise RocketryError("gustiness", f"{self.gustiness!r} is none; one of {', '.join(GUSTINESS)}")

    @cached_property
    def air(self) -> SiteAir:
        """The air column above the pad."""
        return SiteAir(elevation_m=self.elevation_m, temperature_c=self.temperature_c, pressure_hpa=self.pressure_hpa)

    @property
    def rod_axis(self) -> tuple[float, float, float]:
        """Unit vector of the rod, x east, y north, z up."""
        tilt, azimuth = math.radians(self.rod_tilt_deg), math.radians(self.rod_azimuth_deg)
        return math.sin(tilt) * math.sin(azimuth), math.sin(tilt) * math.cos(azimuth), math.cos(tilt)

    @property
    def wind_to_m_s(self) -> tuple[float, float]:
        """Wind at the reference height as a vector, the way it blows. [m/s]"""
        to = math.radians(self.wind_from_deg)
        return -self.wind_speed_m_s * math.sin(to), -self.wind_speed_m_s * math.cos(to)

    @cached_property
    def layer_table(self) -> Floats:
        """The layers as height, east and north, one after another, (3 m,). [m], [m/s]"""
        rows = [
            (w.height_m, -w.speed_m_s * math.sin(math.radians(w.from_deg)), -w.speed_m_s * math.cos(math.radians(w.from_deg)))
            for w in self.layers
        ]
        return np.array(rows, dtype=np.float64).ravel()

    def wind_at_m_s(self, height_m: float) -> tuple[float, float]:
        """Mean wind at a height above the pad, the way it blows, gusts left out. [m/s]"""
        if not self.layers:
            factor = (max(height_m, 0.0) / self.wind_height_m) ** self.wind_exponent
            return factor * self.wind_to_m_s[0], factor * self.wind_to_m_s[1]
        z, x, y = self.layer_table.reshape(-1, 3).T
        factor = min(1.0, (max(height_m, 0.0) / z[0]) ** self.wind_exponent)
        return float(factor * np.interp(height_m, z, x)), float(factor * np.interp(height_m, z, y))

    @property
    def ground_wind_m_s(self) -> float:
        """Speed at the ground's reference height, or of the lowest layer where layers are known. [m/s]"""
        return math.hypot(*self.wind_at_m_s(self.wind_height_m)) if self.layers else self.wind_speed_m_s

    @cached_property
    def pad_density_kg_m3(self) -> float:
        """Density of the air at the pad. [kg/m³]"""
        return self.air.density_kg_m3()

    @cached_property
    def figures(self) -> tuple[float, ...]:
        """What a flight kernel needs of the site, in the order of `figures.Leg` from its elevation on."""
        air = self.air
        return tuple(
            float(x)
            for x in (
                self.elevation_m, air.pressure_factor, air.warmer_k, self.rod_length_m, *self.rod_axis, *self.wind_to_m_s,
                self.wind_exponent, self.wind_height_m,
            )
        )  # fmt: skip
