"""The air column above one site on one day."""

from dataclasses import dataclass

from wobbly_fin.rocketry.air import standard
from wobbly_fin.rocketry.constants import PA_PER_HPA, ZERO_CELSIUS_K
from wobbly_fin.rocketry.errors import OutOfRangeError, require_finite

HIGHEST_SITE_M = 9_000.0


@dataclass(frozen=True, slots=True, kw_only=True)
class SiteAir:
    """Air above a site: the standard's shape, shifted to the site's own temperature and pressure.

    p = p_site · p_std(z) / p_std(z_site); T = T_std(z) + (T_site − T_std(z_site)); rho = p M / (R T).

    Parameters
    ----------
    elevation_m : float
        Geometric height of the pad above sea level, −500 … 9000. [m]
    temperature_c : float, optional
        At the pad, −60 … 60; standard at the elevation when omitted. [°C]
    pressure_hpa : float, optional
        Station pressure (not reduced to sea level), 250 … 1100; standard at the elevation when omitted. [hPa]

    Raises
    ------
    OutOfRangeError
        If a value is not finite or outside its range.

    References
    ----------
    .. [1] US Standard Atmosphere 1976, NOAA/NASA/USAF.
    """

    elevation_m: float
    temperature_c: float | None = None
    pressure_hpa: float | None = None

    def __post_init__(self) -> None:
        require_finite("elevation_m", self.elevation_m, -500.0, HIGHEST_SITE_M)
        if self.temperature_c is not None:
            require_finite("temperature_c", self.temperature_c, -60.0, 60.0)
        if self.pressure_hpa is not None:
            require_finite("pressure_hpa", self.pressure_hpa, 250.0, 1100.0)

    @property
    def warmer_k(self) -> float:
        """How much warmer than the standard the column is. [K]"""
        if self.temperature_c is None:
            return 0.0
        return self.temperature_c + ZERO_CELSIUS_K - standard.temperature_k(self.elevation_m)

    @property
    def pressure_factor(self) -> float:
        """Pressure as a multiple of the standard's. [-]"""
        if self.pressure_hpa is None:
            return 1.0
        return self.pressure_hpa * PA_PER_HPA / standard.pressure_pa(self.elevation_m)

    @property
    def temperature_k(self) -> float:
        """At the pad. [K]"""
        return standard.temperature_k(self.elevation_m) + self.warmer_k

    @property
    def sound_speed_m_s(self) -> float:
        """At the pad. [m/s]"""
        return standard.sound_speed_m_s(self.elevation_m, self.warmer_k)

    @property
    def kinematic_viscosity_m2_s(self) -> float:
        """At the pad: Sutherland's law with the standard's constants [1, equation 51]. [m²/s]"""
        return 1.458e-6 * self.temperature_k**1.5 / (self.temperature_k + 110.4) / self.density_kg_m3()

    def pressure_pa(self, height_m: float = 0.0) -> float:
        """Pressure at a height above the pad. [Pa]"""
        return standard.pressure_pa(self.elevation_m + height_m) * self.pressure_factor

    def density_kg_m3(self, height_m: float = 0.0) -> float:
        """Density at a height above the pad [kg/m³]; raises OutOfRangeError above 32 km or below −1 km."""
        require_finite("height_m", height_m)
        density = standard.density_kg_m3(self.elevation_m + height_m, self.pressure_factor, self.warmer_k)
        if density != density:
            raise OutOfRangeError("height_m", height_m, standard.LOWEST_M, standard.HIGHEST_M)
        return density
