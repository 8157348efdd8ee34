"""Slips of the pen in a quick rocket: figures that are possible but that nobody means. Sentences are made here in one place.

Bounds are our own reading of what is ever built (no source); each only asks, none refuses.
"""

import math
from dataclasses import dataclass

from wobbly_fin.rocketry.air.site_air import SiteAir
from wobbly_fin.rocketry.canopies.canopy import Canopy, descent_rate_m_s
from wobbly_fin.rocketry.canopies.sizing import diameter_for
from wobbly_fin.rocketry.flight.quick_rocket import USUAL_CD, USUAL_CD_BAND
from wobbly_fin.rocketry.motors.motor import USUAL_DIAMETERS_M
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show, show_range

_SLENDER = (5.0, 40.0)  # length ÷ diameter of anything usually built
_GUESSED_SLENDER = 14.0  # taken for a rocket whose length is not known
_DENSITY_KG_M3 = (25.0, 900.0)  # mass ÷ the volume of its cylinder
# Narrow on purpose: a canopy right for 3.5 … 5 m/s and then halved or doubled by a slip must fall outside.
_DESCENT_M_S = (2.6, 6.9)
_STREAMER_DESCENT_M_S = (2.6, 11.0)
_AIM_M_S = 4.5


@dataclass(frozen=True, slots=True, kw_only=True)
class Slip:
    """A question about one field, and a figure that would make sense, where one offers itself [SI]."""

    field: str
    sentence: str
    suggestion_si: float | None = None


def slips(
    *,
    mass_kg: float | None = None,
    diameter_m: float | None = None,
    length_m: float | None = None,
    mount_diameter_m: float | None = None,
    mount_length_m: float | None = None,
    cd: float | None = None,
    canopy: Canopy | None = None,
    rod_length_m: float | None = None,
    units: UnitChoice = METRIC,
) -> tuple[Slip, ...]:
    """Everything about the figures known so far that looks like a slip; None for what is not typed yet."""
    narrow, slender = _narrow(diameter_m, mount_diameter_m, units), _slenderness(diameter_m, length_m, units)
    if narrow is not None:
        # One question a cause: what is compared with a wrong diameter or length would look wrong too.
        diameter_m, slender = None, None
    elif slender is not None:
        length_m = None
    found: list[Slip | None] = [
        narrow,
        _odd_mount(mount_diameter_m, units),
        slender,
        _heft(mass_kg, diameter_m, length_m, units),
        _canopy(mass_kg, canopy, units),
        _drag(cd),
        _rod(rod_length_m, units),
    ]
    if mount_length_m is not None and length_m is not None and mount_length_m > length_m:
        room, whole = show(mount_length_m, "short_length", units), show(length_m, "short_length", units)
        found.append(Slip(field="mount_length", sentence=f"The mount takes {room}, but the whole rocket is {whole} long."))
    return tuple(s for s in found if s is not None)


def _narrow(diameter_m: float | None, mount_m: float | None, units: UnitChoice) -> Slip | None:
    if diameter_m is None:
        return None
    said = show(diameter_m, "short_length", units)
    if mount_m is not None and diameter_m < mount_m:
        sentence = f"A body of {said} is narrower than its motor mount ({show(mount_m, 'short_length', units)})."
        inches = diameter_m * 25.4
        if mount_m <= inches <= 0.3:
            return Slip(
                field="diameter",
                sentence=f"{sentence} Inches, perhaps? {show(inches, 'short_length', units)}.",
                suggestion_si=inches,
            )
        return Slip(field="diameter", sentence=sentence)
    if diameter_m > 0.3:
        millimetres = diameter_m / 25.4
        return Slip(
            field="diameter",
            sentence=f"{said} is a very wide body. Did you mean {show(millimetres, 'short_length', units)}?",
            suggestion_si=millimetres,
        )
    return None


def _odd_mount(mount_m: float | None, units: UnitChoice) -> Slip | None:
    if mount_m is None or any(abs(mount_m - usual) <= 0.001 + 1e-9 for usual in USUAL_DIAMETERS_M):
        return None
    nearest = min(USUAL_DIAMETERS_M, key=lambda usual: abs(math.log(usual / mount_m)))
    said = show(mount_m, "short_length", units)
    return Slip(
        field="mount_diameter",
        sentence=f"Motors do not come in {said}. The nearest is {show(nearest, 'short_length', units)}.",
        suggestion_si=nearest,
    )


def _slenderness(diameter_m: float | None, length_m: float | None, units: UnitChoice) -> Slip | None:
    if diameter_m is None or length_m is None:
        return None
    ratio = length_m / diameter_m
    if _SLENDER[0] <= ratio <= _SLENDER[1]:
        return None
    said = f"{show(length_m, 'short_length', units)} long and {show(diameter_m, 'short_length', units)} wide"
    for factor in (25.4, 1 / 25.4, 10.0, 0.1):
        if _SLENDER[0] <= ratio * factor <= _SLENDER[1]:
            mended = length_m * factor
            return Slip(
                field="length",
                sentence=f"{said}: is that right, or is it {show(mended, 'short_length', units)} long?",
                suggestion_si=mended,
            )
    return Slip(field="length", sentence=f"{said}: check both.")


def _heft(mass_kg: float | None, diameter_m: float | None, length_m: float | None, units: UnitChoice) -> Slip | None:
    if mass_kg is None or diameter_m is None:
        return None
    volume = math.pi / 4 * diameter_m**2 * (length_m or _GUESSED_SLENDER * diameter_m)
    low, high = (bound * volume for bound in _DENSITY_KG_M3)
    if low <= mass_kg <= high:
        return None
    word = "light" if mass_kg < low else "heavy"
    sentence = f"{show(mass_kg, 'mass', units)} is very {word} for a body {show(diameter_m, 'short_length', units)} wide"
    for factor in (1000.0, 0.001, 28.35, 1 / 28.35, 10.0, 0.1):
        if 1.5 * low <= mass_kg * factor <= 0.7 * high:
            mended = mass_kg * factor
            return Slip(field="mass", sentence=f"{sentence}. Did you mean {show(mended, 'mass', units)}?", suggestion_si=mended)
    return Slip(
        field="mass",
        sentence=f"{sentence}; one would expect {show(low, 'mass', units)} to {show(high, 'mass', units)}. Check mass and diameter.",
    )


def _canopy(mass_kg: float | None, canopy: Canopy | None, units: UnitChoice) -> Slip | None:
    if mass_kg is None or canopy is None:
        return None
    rho = SiteAir(elevation_m=0.0).density_kg_m3()
    rate = descent_rate_m_s(mass_kg, canopy, rho)
    low, high = _STREAMER_DESCENT_M_S if canopy.kind == "streamer" else _DESCENT_M_S
    if low <= rate <= high:
        return None
    better = diameter_for(mass_kg, _AIM_M_S, rho, cd=canopy.drag_coefficient, most_m=math.inf)
    what = "small" if rate > high else "large"
    said = show(canopy.diameter_m, "short_length", units)
    return Slip(
        field="canopy_diameter",
        sentence=f"A canopy of {said} is {what} for {show(mass_kg, 'mass', units)}: it would come down at {show(rate, 'speed', units)}."
        f" Some {show(better, 'short_length', units)} would bring it down at {show(_AIM_M_S, 'speed', units)}.",
        suggestion_si=better,
    )


def _drag(cd: float | None) -> Slip | None:
    if cd is None or 0.25 <= cd <= 1.5:
        return None
    return Slip(
        field="cd",
        sentence=f"A Cd of {cd:g} is unusual; ordinary models run {USUAL_CD_BAND[0]:g} to {USUAL_CD_BAND[1]:g} (common practice, no source).",
        suggestion_si=USUAL_CD,
    )


def _rod(rod_length_m: float | None, units: UnitChoice) -> Slip | None:
    if rod_length_m is None or 0.3 <= rod_length_m <= 6.0:
        return None
    said, usual = show(rod_length_m, "length", units), show_range(0.9, 2.4, "length", units)
    return Slip(field="rod_length", sentence=f"A rod of {said} is unusual; most are {usual} (common practice, no source).")
