"""Loading ahead of the first visitor what is slow to load: compiled kernels, messages, the unit registry, the catalogue, every address."""

import gc
from threading import Event, Thread

from django.urls import get_resolver

from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.choosing.clouds import question_of
from wobbly_fin.rocketry.choosing.explain import headline
from wobbly_fin.rocketry.choosing.pick import pick
from wobbly_fin.rocketry.compiling import KERNEL_CACHE
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.flight.flight import fly_traced
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.scatter import CHUNK, scatter
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flightlog.compare import cd_for_height
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.rocketry.units.parse import parse

# Set once a visitor finds everything loaded.
READY = Event()


def kernels_are_compiled() -> bool:
    """Whether an earlier start has left the compiled kernel in the cache."""
    return any(KERNEL_CACHE.rglob("*.nbc"))


def warm_meanwhile() -> None:
    """The same beside what is served: who comes first may read the page, and waits only for what flies."""
    Thread(target=warm, daemon=True).start()


def warm() -> None:
    """Pick a motor for some rocket, scatter its landings, trace a flight in gusts, explain a height, and read and say a quantity in either system."""
    _ = get_resolver().url_patterns
    rocket = QuickRocket(mass_kg=0.08, diameter_m=0.03, canopy=Canopy(diameter_m=0.4))
    motor = catalogue()[0]
    base = Configuration(rocket=rocket, mounts=(Mount(diameter_m=0.018, max_length_m=0.07),))
    found = pick(base, Site(wind_speed_m_s=2.0), catalogue())
    headline(found, UnitChoice())
    scatter(question_of(found[0].case, CHUNK))
    flight, _path = fly_traced(rocket, motor, 5.0, Site(wind_speed_m_s=2.0, gustiness="breezy"))
    cd_for_height(rocket, motor, Site(), flight.apogee_altitude_m or 1.0)
    for quantity, text in (
        ("mass", "3 oz"),
        ("short_length", "2 3/8 in"),
        ("speed", "5 mph"),
        ("temperature", "60 F"),
        ("height", "120 ft"),
    ):
        show(parse(text, quantity).si, quantity, UnitChoice(system="imperial"))
    # What is loaded by now stays for good, and shared between processes: the collector need not look at it again.
    gc.collect()
    gc.freeze()
    READY.set()
