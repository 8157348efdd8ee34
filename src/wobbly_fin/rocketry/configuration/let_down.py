"""A configuration's recovery on a flight: every moment something opens, in time, early, late or as it should not; and what that loads."""

from dataclasses import replace

import numpy as np

from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.configuration.failing import ALTIMETER_STRAY_S
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import Flight, fly_vehicle
from wobbly_fin.rocketry.flight.path import Path
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.labels import delay_stray_s
from wobbly_fin.rocketry.recovery.bays import Climb, MotorAboard
from wobbly_fin.rocketry.recovery.cases import Moment, Opens
from wobbly_fin.rocketry.recovery.opens import Source
from wobbly_fin.rocketry.recovery.whole import Recovery, recover
from wobbly_fin.rocketry.words import capital

AT_REST = Moment(name="At rest", opens="main", speed_m_s=0.0)


def let_down(
    configuration: Configuration,
    site: Site,
    flight: Flight | None = None,
    path: Path | None = None,
    opened_at_m_s: float | None = None,
) -> Recovery:
    """Recovery of an airframe as it is loaded.

    Parameters
    ----------
    flight : Flight or None
        None: it has not flown here; its canopy is taken to open at rest.
    opened_at_m_s : float or None
        In place of the flight's moments: it opened once, so fast. [m/s]
    path : Path or None
        Of the flight, for what the way up does to a pinned joint.

    Raises
    ------
    RocketryError
        For a quick rocket, or one with nothing to come down under, a canopy without a cord or that lies nowhere.
    """
    rigid = configuration.rigid
    if rigid is None or configuration.plan is None:
        raise RocketryError("parts", "is a quick rocket: grow it into an airframe first, then its bay can be filled")
    moments = [AT_REST]
    if opened_at_m_s is not None:
        moments = [Moment(name="As forecast", opens="main", speed_m_s=opened_at_m_s)]
    elif flight is not None and flight.lifted:
        moments = moments_of(configuration, site, flight)
    return recover(
        rigid.layout,
        rigid.rows,
        density_kg_m3=site.air.density_kg_m3(),
        plan=configuration.plan,
        moments=moments,
        motor=aboard_of(configuration),
        climb=climb_of(site, flight, path) if flight is not None and path is not None else None,
        weights=configuration.weights,
        openings=configuration.openings,
    )


def aboard_of(configuration: Configuration) -> MotorAboard | None:
    """The leading motor as the bay meets it; None where the first stage is empty."""
    leading = configuration.leading
    if leading is None:
        return None
    mount = configuration.mount(leading.mount)
    burnt = sum(m.count * x.motor.burnout_mass_kg for m, x in configuration.in_stage(0))
    return MotorAboard(
        name=leading.motor.name, case_m=leading.motor.diameter_m, burnt_kg=burnt, count=mount.count, has_charge=leading.fires,
        mount=mount.index,
    )  # fmt: skip


def moments_of(configuration: Configuration, site: Site, flight: Flight) -> list[Moment]:
    """In time, early and late; one event or two; and how it should not go."""
    sequence, leading = configuration.sequence, configuration.leading
    opens: Opens = {"main": "main", "drogue": "drogue"}.get(sequence.first, "nothing")  # type: ignore[assignment]
    what = {"main": "", "drogue": "drogue, ", "nothing": "parting, "}[opens]
    out: list[Moment] = []
    vehicle = replace(configuration.loaded, at_apogee=False)
    label = leading.motor.label_with(leading.delay_s) if leading is not None else ""

    def with_delays(*delays_s: float) -> list[Flight]:
        return fly_vehicle(vehicle, delays_s, site)

    if sequence.at_apogee:
        if flight.ejection is not None:
            out.append(Moment(name=capital(f"{what}at apogee"), opens=opens, speed_m_s=flight.ejection.speed_m_s))
        late = _by_reserve(configuration, flight)
        if late is not None:
            by, delay_s = late
            (found,) = with_delays(delay_s)
            if found.ejection is not None:
                name = f"altimeter silent, {label if by == 'motor_charge' else 'the second'} opens it"
                out.append(Moment(name=capital(name), opens=opens, speed_m_s=found.ejection.speed_m_s, fault=True))
    elif leading is not None and leading.delay_s is not None:
        stray, real = delay_stray_s(leading.delay_s), leading.delay_s
        names = (f"{label} in time", "Its delay short", "Its delay long")
        for words, tried in zip(names, with_delays(real, max(0.0, real - stray), real + stray), strict=True):
            if tried.ejection is not None:
                out.append(Moment(name=words, opens=opens, speed_m_s=tried.ejection.speed_m_s))
    elif flight.ejection is not None:
        out.append(Moment(name=capital(f"{what}at apogee"), opens=opens, speed_m_s=flight.ejection.speed_m_s))
    if flight.main is not None and sequence.two_events:
        out.append(Moment(name="Main let out low", opens="main", speed_m_s=flight.main.speed_m_s))
        # In steady air: gusts at the top may leave a body lying flat in its fall, and a bound is wanted here.
        dive = fly_vehicle(vehicle, [None], replace(site, gustiness="calm"))[0].landing_speed_m_s
        if dive is not None:
            out.append(Moment(name="First opening fails, main opens in the dive", opens="main", speed_m_s=dive, fault=True))
    return out or [AT_REST]


def _by_reserve(configuration: Configuration, flight: Flight) -> tuple[Source, float] | None:
    """What opens first where the altimeter meant for it is silent, and how long after burnout; None: nothing does. [s]"""
    event = "backup_first" if configuration.sequence.two_events else "backup_main"
    reserve = next((o for o in configuration.openings if o.event == event and o.works), None)
    if reserve is None:
        return None
    if reserve.source == "motor_charge":
        delay_s = configuration.flown_delay_s(configuration.delay_s)
        return (reserve.source, delay_s) if delay_s is not None else None
    return reserve.source, (flight.optimum_delay_s or 0.0) + ALTIMETER_STRAY_S


def climb_of(site: Site, flight: Flight, path: Path) -> Climb:
    """Air shut in at the pad against that at the top, and the hardest braking by drag after burnout."""
    if flight.apogee_altitude_m is None or flight.burnout_time_s is None:
        return Climb()
    coasting = (path.time_s > flight.burnout_time_s + 0.05) & (path.time_s < (flight.apogee_time_s or 0.0))
    braking = path.acceleration_m_s2[coasting]
    return Climb(
        shut_in_pa=max(0.0, site.air.pressure_pa() - site.air.pressure_pa(flight.apogee_altitude_m)),
        deceleration_m_s2=max(0.0, float(np.max(braking)) - STANDARD_GRAVITY_M_S2) if braking.size else 0.0,
    )
