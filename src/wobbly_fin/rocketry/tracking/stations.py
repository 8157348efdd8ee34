"""A height from angles: one station below the baseline's end, or two stations that also see how far they disagree."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np

from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive

Reduction = Literal["vertical", "nearest"]
LONGEST_BASELINE_M = 20_000.0
USUAL_ANGLE_ERROR_DEG = 1.0  # of a hand-held sight, 1σ (common practice, no source)
LARGEST_CLOSURE = 0.10  # contests throw out tracks that close worse (contest rules, from memory)


@dataclass(frozen=True, slots=True, kw_only=True)
class Sighting:
    """One station's reading of the highest point.

    Parameters
    ----------
    elevation_deg : float
        Above the horizontal, 0 … 90, neither included. [°]
    azimuth_deg : float or None
        Inside angle from the baseline, towards the other station, 0 … 180; None where only the elevation was read. [°]
    """

    elevation_deg: float
    azimuth_deg: float | None = None

    def check(self, where: str) -> None:
        """Raise naming the field under `where`."""
        require_finite(f"{where}.elevation_deg", self.elevation_deg, 0.0, 90.0)
        if not 0.0 < self.elevation_deg < 89.9:
            raise RocketryError(
                f"{where}.elevation_deg",
                f"{self.elevation_deg:g}° tells no height; it must lie above 0 and below 89.9, so stand further off",
            )
        if self.azimuth_deg is not None:
            require_finite(f"{where}.azimuth_deg", self.azimuth_deg, 0.0, 180.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Track:
    """A height from angles.

    Attributes
    ----------
    altitude_m : float
        Above the stations: the mean of what the two say. [m]
    sd_m : float
        From the error of the angles. [m]
    heights_m : tuple of float
        By each station's elevation.
    closure_error_fraction : float or None
        |h1 − h2| ÷ (h1 + h2); None for one station.
    nearest_m : float or None
        By the other usual reduction: halfway along the shortest line between the two lines of sight. [m]
    miss_m : float or None
        Length of that line. [m]
    accepted : bool
        It closes within a tenth.
    ground : tuple of float
        Where below it stood: along the baseline from the first station, and across. [m]
    """

    altitude_m: float
    sd_m: float
    heights_m: tuple[float, ...]
    closure_error_fraction: float | None
    nearest_m: float | None
    miss_m: float | None
    accepted: bool
    ground: tuple[float, float]


def track(baseline_m: float, sightings: tuple[Sighting, ...], angle_error_deg: float = USUAL_ANGLE_ERROR_DEG) -> Track:
    """Reduce one or two sightings.

    One station: h = b tan E, for a rocket that went straight up at the baseline's other end. Two: the point on the ground by the law
    of sines from both azimuths, a height over it by each elevation ("vertical" reduction); and the midpoint of the shortest line
    between both lines of sight ("nearest").

    Raises
    ------
    RocketryError
        Naming baseline, station or angle; among them azimuths whose lines never meet.

    References
    ----------
    .. [1] Common practice of two-station tracking; closure as in contest rules (from memory).
    """
    require_positive("baseline_m", baseline_m, LONGEST_BASELINE_M)
    require_positive("angle_error_deg", angle_error_deg, 20.0)
    if len(sightings) not in (1, 2):
        raise RocketryError("stations", f"are {len(sightings)}; one or two are wanted")
    for i, sighting in enumerate(sightings):
        sighting.check(f"stations.{i}")
    error = math.radians(angle_error_deg)
    if len(sightings) == 1:
        elevation = math.radians(sightings[0].elevation_deg)
        height = baseline_m * math.tan(elevation)
        return Track(
            altitude_m=height, sd_m=baseline_m / math.cos(elevation) ** 2 * error, heights_m=(height,), closure_error_fraction=None,
            nearest_m=None, miss_m=None, accepted=True, ground=(baseline_m, 0.0),
        )  # fmt: skip
    for i, sighting in enumerate(sightings):
        if sighting.azimuth_deg is None:
            raise RocketryError(f"stations.{i}.azimuth_deg", "is missing; two stations both read an azimuth")
    angles = np.radians([x for s in sightings for x in (s.azimuth_deg, s.elevation_deg)])  # type: ignore[arg-type]
    _require_meeting(sightings)
    first, second, ground = _vertical(baseline_m, angles)
    mean = (first + second) / 2
    gradient = np.empty(4)
    for j in range(4):
        moved = angles.copy()
        moved[j] += 1e-5
        gradient[j] = (sum(_vertical(baseline_m, moved)[:2]) / 2 - mean) / 1e-5
    closure = abs(first - second) / (first + second)
    nearest, miss = _nearest(baseline_m, angles)
    return Track(
        altitude_m=mean, sd_m=float(np.linalg.norm(gradient)) * error, heights_m=(first, second), closure_error_fraction=closure,
        nearest_m=nearest, miss_m=miss, accepted=closure <= LARGEST_CLOSURE, ground=ground,
    )  # fmt: skip


def _require_meeting(sightings: tuple[Sighting, ...]) -> None:
    a, b = (s.azimuth_deg or 0.0 for s in sightings)
    if a < 0.5 or b < 0.5 or a + b > 179.0:
        raise RocketryError(
            "stations.1.azimuth_deg",
            f"{b:g}° and {a:g}° give lines that do not meet; both are inside angles from the baseline, above 0 and below 180 together",
        )


def _vertical(baseline_m: float, angles: np.ndarray) -> tuple[float, float, tuple[float, float]]:
    a, ea, b, eb = (float(x) for x in angles)
    apex = math.sin(math.pi - a - b)
    from_first, from_second = baseline_m * math.sin(b) / apex, baseline_m * math.sin(a) / apex
    ground = (from_first * math.cos(a), from_first * math.sin(a))
    return from_first * math.tan(ea), from_second * math.tan(eb), ground


def _nearest(baseline_m: float, angles: np.ndarray) -> tuple[float, float]:
    """Height of the midpoint of the common perpendicular of both lines of sight, and its length. [m], [m]"""
    a, ea, b, eb = (float(x) for x in angles)
    one = np.array([math.cos(ea) * math.cos(a), math.cos(ea) * math.sin(a), math.sin(ea)])
    two = np.array([-math.cos(eb) * math.cos(b), math.cos(eb) * math.sin(b), math.sin(eb)])
    apart = np.array([baseline_m, 0.0, 0.0])
    c = float(one @ two)
    det = 1.0 - c * c
    s = (float(apart @ one) - c * float(apart @ two)) / det
    r = (c * float(apart @ one) - float(apart @ two)) / det
    p, q = s * one, apart + r * two
    return float((p[2] + q[2]) / 2), float(np.linalg.norm(p - q))
