"""What a flight was forecast from, thawed: snapshots never change, and many flights share one."""

from dataclasses import dataclass

from wobbly_fin.formats.documents import LoadDocument, SiteDocument
from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.site.remembered import Remembered


@dataclass(frozen=True, slots=True, kw_only=True)
class Flown:
    """The rocket with its boosters, as its document then had it; the motor with the delay; field and weather."""

    file: RocketFile
    rocket: QuickRocket | RigidRocket
    motor: Motor
    loaded: Configuration
    site: Site


_rockets = Remembered[tuple[RocketFile, QuickRocket | RigidRocket, Motor, Configuration]](300)
_sites = Remembered[Site](600)


def thaw(row: Flight) -> Flown:
    """A flight's frozen documents as the core's values; `row` has its snapshots selected.

    Raises
    ------
    RocketryError
        For a document an earlier version took and this one does not.
    """
    key = (row.rocket_snapshot_id, row.motor_snapshot_id)
    file, rocket, motor, loaded = _rockets.get(key, lambda: _thawed(row))
    site = _sites.get(row.site_snapshot_id, lambda: SiteDocument.model_validate(row.site_snapshot.content).to_site())
    return Flown(file=file, rocket=rocket, motor=motor, loaded=loaded, site=site)


def _thawed(row: Flight) -> tuple[RocketFile, QuickRocket | RigidRocket, Motor, Configuration]:
    file, load = read_rocket_file(row.rocket_snapshot.content), LoadDocument.model_validate(row.motor_snapshot.content)
    motor, boosters = load.to_motor(), load.to_boosters()
    loaded = file.to_configuration().with_motors(motor, None, boosters, load.to_beside())
    return file, loaded.ready, motor, loaded
