"""Loading ahead of the first visitor what is slow to load: the compiled kernel, the unit registry, the catalogue."""

from wobbly_fin.rocketry.choosing import Mount, pick
from wobbly_fin.rocketry.compiling import KERNEL_CACHE
from wobbly_fin.rocketry.flight import QuickRocket, Site
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.recovery import Canopy
from wobbly_fin.rocketry.units import parse
from wobbly_fin.rocketry.units.display import UnitChoice, show


def kernels_are_compiled() -> bool:
    """Whether an earlier start has left the compiled kernel in the cache."""
    return any(KERNEL_CACHE.rglob("*.nbc"))


def warm() -> None:
    """Pick a motor for some rocket and read and say a quantity in either system."""
    rocket = QuickRocket(mass_kg=0.08, diameter_m=0.03, canopy=Canopy(diameter_m=0.4))
    pick(rocket, Mount(diameter_m=0.018, max_length_m=0.07), Site(wind_speed_m_s=2.0), catalogue())
    for quantity, text in (
        ("mass", "3 oz"),
        ("short_length", "2 3/8 in"),
        ("speed", "5 mph"),
        ("temperature", "60 F"),
        ("height", "120 ft"),
    ):
        show(parse(text, quantity).si, quantity, UnitChoice(system="imperial"))
