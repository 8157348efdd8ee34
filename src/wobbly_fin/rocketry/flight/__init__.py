"""Flight: what a rocket does with a motor at a site."""

from wobbly_fin.rocketry.flight.flight import Ejection, Flight, fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site

__all__ = ["Ejection", "Flight", "QuickRocket", "Site", "fly"]
