"""Each source of an opening failing, early or late: that flight flown, and what opens then."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.flight.flight import Flight, fly_vehicle
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import Opening as Opened
from wobbly_fin.rocketry.flight.vehicle import Vehicle
from wobbly_fin.rocketry.motors.labels import delay_stray_s
from wobbly_fin.rocketry.recovery.opens import Event, Opening, Source

Way = Literal["fails", "early", "late"]
Then = Literal["opens", "reserve", "main_low", "first_only", "nothing"]
ALTIMETER_STRAY_S = 1.0  # how far off an altimeter may be, either way: our own figure
BY_CHARGE: tuple[Source, ...] = ("motor_charge", "altimeter_charge", "release")


@dataclass(frozen=True, slots=True, kw_only=True)
class Failing:
    """What goes wrong with one source, what opens then, how fast it goes through the air when it does, and how fast it lands. [m/s]"""

    event: Event
    source: Source
    way: Way
    then: Then
    opened_m_s: float | None
    landing_m_s: float | None


def failings(configuration: Configuration, site: Site, flight: Flight) -> tuple[Failing, ...]:
    """Everything that may go wrong with what opens a rocket as it is loaded; nothing for one that needs no charge, or never lifts.

    Parameters
    ----------
    configuration : Configuration
        With its motors as they pushed so far.
    flight : Flight
        With everything as planned.
    """
    if not flight.lifted or configuration.rigid is None or flight.optimum_delay_s is None:
        return ()
    return tuple(_Bench(configuration, site, flight).all())


class _Bench:
    """One configuration flown with this or that gone wrong."""

    def __init__(self, configuration: Configuration, site: Site, flight: Flight) -> None:
        self.site, self.flight, self.sequence = site, flight, configuration.sequence
        self.works: dict[str, Opening] = {o.event: o for o in configuration.openings if o.works}
        self.delay_s = configuration.flown_delay_s(configuration.delay_s)
        # Opened by a delay of one's choice, whatever opens it in fact.
        self.vehicle: Vehicle = replace(configuration.loaded, at_apogee=False)

    def all(self) -> Iterator[Failing]:
        first: Event = "first" if self.sequence.two_events else "main"
        opener = self.works.get(first)
        if opener is None or opener.source not in BY_CHARGE:
            return
        top_s = self.flight.optimum_delay_s or 0.0
        by_motor = opener.source == "motor_charge"
        planned = self.delay_s if by_motor and self.delay_s is not None else top_s
        stray = delay_stray_s(planned) if by_motor else ALTIMETER_STRAY_S
        yield self._flown(opener, "early", max(0.0, planned - stray))
        yield self._flown(opener, "late", planned + stray)
        yield self._without(opener, top_s)
        main = self.works.get("main")
        if self.sequence.two_events and main is not None and main.source in BY_CHARGE:
            yield from self._main(main, planned)

    def _flown(self, opening: Opening, way: Way, delay_s: float, openings: tuple[Opened, ...] | None = None) -> Failing:
        flight = self._fly(delay_s, openings)
        # Of two events a main let out late opens by itself; one let out early with the first.
        at = flight.main if opening.event == "main" and flight.main is not None else flight.ejection
        then: Then = "opens" if at is not None else "nothing"
        return _failing(opening, way, then, at.speed_m_s if at is not None else None, flight)

    def _without(self, opening: Opening, top_s: float) -> Failing:
        """Its reserve, else the main let out low, else nothing."""
        reserve = self.works.get(f"backup_{opening.event}")
        if reserve is not None:
            by_motor = reserve.source == "motor_charge" and self.delay_s is not None
            flight = self._fly(self.delay_s if by_motor and self.delay_s is not None else top_s + ALTIMETER_STRAY_S)
            if flight.ejection is not None:
                return _failing(opening, "fails", "reserve", flight.ejection.speed_m_s, flight)
        dive = fly_vehicle(self.vehicle, [None], self.site)[0]
        main = self.works.get("main")
        # A release holds a canopy that the first event throws out: without that nothing comes of it.
        if self.sequence.two_events and main is not None and main.source == "altimeter_charge":
            landed = self._fly(self.flight.optimum_delay_s or 0.0)
            return _failing(opening, "fails", "main_low", dive.landing_speed_m_s, landed)
        return _failing(opening, "fails", "nothing", None, dive)

    def _main(self, main: Opening, delay_s: float) -> Iterator[Failing]:
        before, last = self.vehicle.openings
        yield self._flown(main, "early", delay_s, (last,))
        if before.until_height_m is not None and self.flight.main is not None:
            lower = before.until_height_m - ALTIMETER_STRAY_S * self.flight.main.speed_m_s
            yield self._flown(main, "late", delay_s, (replace(before, until_height_m=max(lower, 0.1)), last))
        reserve = self.works.get("backup_main")
        if reserve is not None:
            flight = self._fly(delay_s)
            yield _failing(main, "fails", "reserve", flight.main.speed_m_s if flight.main is not None else None, flight)
            return
        alone = self._fly(delay_s, (replace(before, until_height_m=None, until_after_s=None),))
        yield _failing(main, "fails", "first_only", None, alone)

    def _fly(self, delay_s: float, openings: tuple[Opened, ...] | None = None) -> Flight:
        vehicle = self.vehicle if openings is None else replace(self.vehicle, openings=openings)
        return fly_vehicle(vehicle, [delay_s], self.site)[0]


def _failing(opening: Opening, way: Way, then: Then, opened_m_s: float | None, flight: Flight) -> Failing:
    return Failing(
        event=opening.event,
        source=opening.source,
        way=way,
        then=then,
        opened_m_s=opened_m_s,
        landing_m_s=flight.lands_m_s,
    )
