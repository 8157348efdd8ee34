"""Shear pins: nylon screws that hold a joint shut until a charge breaks them."""

from wobbly_fin.rocketry.errors import RocketryError

# One nylon screw of a size in shear [N]: usual figures, from memory.
PINS_N: dict[str, float] = {"2-56": 155.0, "4-40": 220.0, "M2": 130.0, "M2.5": 200.0, "M3": 290.0}


def pin_n(pin: str) -> float:
    """What one shear pin holds [N]; raises RocketryError for a size nobody has a figure for."""
    if pin not in PINS_N:
        raise RocketryError("pin", f"{pin!r} is no pin there is a figure for; one of {', '.join(PINS_N)}")
    return PINS_N[pin]


# Drill for a thread cut into the wall, by size: usual tap drills, from memory; the maker's sheet knows better. [m]
PIN_DRILL_M: dict[str, float] = {"2-56": 0.0018, "4-40": 0.0023, "M2": 0.0016, "M2.5": 0.00205, "M3": 0.0025}
