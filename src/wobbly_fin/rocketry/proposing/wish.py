"""What somebody wants of a rocket that is not there yet."""

from dataclasses import dataclass

from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive

Window = tuple[float, float]


@dataclass(frozen=True, slots=True, kw_only=True)
class Cargo:
    """Something carried up: its mass, its size, and the force it stands along the rocket."""

    mass_kg: float
    diameter_m: float
    length_m: float

    def __post_init__(self) -> None:
        require_positive("payload.mass_kg", self.mass_kg, 20.0)
        require_positive("payload.diameter_m", self.diameter_m, 0.3)
        require_positive("payload.length_m", self.length_m, 2.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Wish:
    """Windows are (least, most); None: no wish.

    Parameters
    ----------
    mount_diameter_m : float or None
        Of the motors it takes; None: of any in the box. [m]
    apogee_m, margin_calibres, descent_rate_m_s : (float, float)
    time_aloft_s : (float, float) or None
        From ignition to the ground.
    length_max_m, body_diameter_m : float or None
    motor : str or None
        The label it shall fly on.
    cost_max, hours_max : float or None
        What may be spent on what is not at hand, by rough prices; hands-on hours of the build.
    schools : Schools or None
        How it is built; None: as usual.

    Raises
    ------
    RocketryError
        For a window that is none, or figures nobody builds.
    """

    mount_diameter_m: float | None
    apogee_m: Window
    margin_calibres: Window
    descent_rate_m_s: Window
    time_aloft_s: Window | None = None
    length_max_m: float | None = None
    body_diameter_m: float | None = None
    cargo: Cargo | None = None
    motor: str | None = None
    cost_max: float | None = None
    hours_max: float | None = None
    schools: Schools | None = None

    def __post_init__(self) -> None:
        if self.mount_diameter_m is not None:
            require_finite("mount_diameter_mm", self.mount_diameter_m * 1000, 6.0, 160.0)
        _window("apogee_m", self.apogee_m, 5.0, 30_000.0)
        _window("margin_calibres", self.margin_calibres, 0.3, 10.0)
        _window("descent_rate_m_s", self.descent_rate_m_s, 0.5, 30.0)
        if self.time_aloft_s is not None:
            _window("time_aloft_s", self.time_aloft_s, 1.0, 3600.0)
        if self.length_max_m is not None:
            require_finite("length_max_m", self.length_max_m, 0.1, 6.0)
        if self.body_diameter_m is not None:
            require_finite("body_diameter_mm", self.body_diameter_m * 1000, (self.mount_diameter_m or 0.006) * 1000, 300.0)
        if self.cost_max is not None:
            require_finite("cost_max", self.cost_max, 1.0, 100_000.0)
        if self.hours_max is not None:
            require_finite("hours_max", self.hours_max, 0.2, 1000.0)
        if self.cargo is not None and self.body_diameter_m is not None and self.cargo.diameter_m > self.body_diameter_m - 0.002:
            raise RocketryError("payload.diameter_m", "is wider than the body asked for; a wider body, or something slimmer")


def _window(name: str, window: Window, low: float, high: float) -> None:
    require_finite(f"{name}.0", window[0], low, high)
    require_finite(f"{name}.1", window[1], low, high)
    if window[0] >= window[1]:
        raise RocketryError(name, f"runs from {window[0]:g} to {window[1]:g}; the first figure must be the smaller")
