"""Flights and landings as the open files have them."""

from django.contrib.auth.models import User

from wobbly_fin.formats.flights_file import FlightRow
from wobbly_fin.formats.landings import FieldShape, LandingPoint
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.flightlog.outcomes import LANDINGS, OPENINGS
from wobbly_fin.stores.fields import ground_of
from wobbly_fin.stores.models import FlyingField


def flight_rows(user: User) -> list[FlightRow]:
    """Every flight, newest first."""
    return [
        FlightRow(
            id=r.pk, flown_on=r.flown_on, rocket=r.rocket.name, motor=r.label, delay_s=r.delay_s, field=r.field_name, opening=r.opening,
            landing=r.landing, forecast_apogee_m=r.forecast_apogee_m, apogee_m=r.apogee_m, apogee_sd_m=r.apogee_sd_m,
            max_speed_m_s=r.max_speed_m_s, real_delay_s=r.real_delay_s, landing_x_m=r.landing_x_m, landing_y_m=r.landing_y_m, batch=r.batch,
            cost=r.cost, remarks=r.remarks,
        )
        for r in Flight.objects.visible_to(user).select_related("rocket")
    ]  # fmt: skip


def field_shapes(user: User) -> list[FieldShape]:
    """Fields whose pad has a place on the map."""
    return [
        FieldShape(name=f.name, pad=(f.longitude, f.latitude), field=ground)
        for f in FlyingField.objects.visible_to(user)
        if f.longitude is not None and f.latitude is not None and (ground := ground_of(f)) is not None
    ]


def pads_of(user: User) -> dict[str, tuple[float, float]]:
    """Longitude and latitude of the pad by its field's name, where a map has told. [°]"""
    return {
        f.name: (f.longitude, f.latitude)
        for f in FlyingField.objects.visible_to(user)
        if f.longitude is not None and f.latitude is not None
    }


def landing_points(user: User) -> list[LandingPoint]:
    """Of flights whose place is known on a field whose place is known."""
    pads = pads_of(user)
    rows = Flight.objects.visible_to(user).filter(landing_x_m__isnull=False, landing_y_m__isnull=False).select_related("rocket")
    return [
        LandingPoint(
            flight=str(r.pk), name=f"{r.rocket.name} on {r.label}", day=r.flown_on.isoformat(), words=f"{OPENINGS[r.opening]}, {LANDINGS[r.landing]}",
            pad=pads[r.field_name], x_m=r.landing_x_m, y_m=r.landing_y_m,
        )
        for r in rows
        if r.field_name in pads
    ]  # fmt: skip
