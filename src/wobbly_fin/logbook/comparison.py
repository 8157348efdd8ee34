"""A logged flight held against its own frozen forecast."""

from dataclasses import dataclass

from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.logbook.models import Flight
from wobbly_fin.logbook.thaw import thaw
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.airframe.standard_drag import cruise_cd
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flightlog.compare import HeightCheck, check_height, height_sentence, opening_sentence
from wobbly_fin.rocketry.learning.rocket_fit import pushed
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.variants import with_drag_factor
from wobbly_fin.site.remembered import Remembered

_MOST = 400


@dataclass(frozen=True, slots=True, kw_only=True)
class Comparison:
    """What was flown, thawed, and what the facts say of the forecast."""

    file: RocketFile
    rocket: QuickRocket | RigidRocket
    motor: Motor
    loaded: Configuration
    site: Site
    height: HeightCheck | None
    delay_s: float | None
    sentences: tuple[str, ...]


_known = Remembered[Comparison](_MOST)


def compare(row: Flight, units: UnitChoice) -> Comparison:
    """Hold a flight's facts against the forecast frozen with it; what hangs on frozen things and the row alone is reckoned once."""
    return _known.get((row.pk, row.updated_at, row.apogee_m, row.opening, repr(units)), lambda: _compared(row, units))


def _compared(row: Flight, units: UnitChoice) -> Comparison:
    flown = thaw(row)
    file, plain, motor, site = flown.file, flown.rocket, flown.motor, flown.site
    taught = row.taught or {}
    # As forecast that day: with what flights had taught by then, and no more.
    rocket = with_drag_factor(plain, taught.get("cd_factor", 1.0))
    motor = pushed(motor, taught["thrust_factor"]) if "thrust_factor" in taught else motor
    said: list[str] = []
    height = None
    if row.apogee_m is not None:
        height = check_height(rocket, motor, row.delay_s, site, row.apogee_m, plain)
        if height is not None:
            cd = plain.cd if isinstance(plain, QuickRocket) else file.own_cd or cruise_cd(plain.layout)
            said.append(height_sentence(height, cd * taught.get("cd_factor", 1.0), file.own_cd is not None, units))
    ejection = row.forecast.get("ejection")
    opening = opening_sentence(ejection["after_apogee_s"] if ejection else None, row.opening)  # type: ignore[arg-type]
    if opening:
        said.append(opening)
    if not said:
        said.append("Nothing was measured to hold the forecast against. A height, even from the eye, would help the next one.")
    return Comparison(
        file=file,
        rocket=rocket,
        motor=motor,
        loaded=flown.loaded.changed(with_drag_factor(flown.loaded.rocket, taught.get("cd_factor", 1.0))).with_delay(row.delay_s),
        site=site,
        height=height,
        sentences=tuple(said),
        delay_s=taught.get("delay_s", row.delay_s),
    )
