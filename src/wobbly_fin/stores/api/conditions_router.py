"""The API of today's conditions: where one stands and what the air does there."""

from django.http import HttpRequest
from ninja import Router

from wobbly_fin.accounts.models import Preferences
from wobbly_fin.accounts.people import person, preferences_of, rules_of, units_of
from wobbly_fin.rocketry.choosing.explain import wind_caution
from wobbly_fin.rocketry.field.bearing import say_bearing
from wobbly_fin.rocketry.flight.explain import conditions_sentence, said_conditions
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.stores.api.conditions_schemas import AloftIn, ConditionsIn, ConditionsOut, HourIn, WindNowOut
from wobbly_fin.stores.conditions import Today, set_conditions, today

router = Router(tags=["accounts"])


@router.get("/conditions", response=ConditionsOut, operation_id="conditions")
def conditions(request: HttpRequest) -> ConditionsOut:
    """Today's conditions."""
    found = preferences_of(person(request))
    return conditions_out(today(found), found)


@router.put("/conditions", response={200: ConditionsOut, 422: ErrorOut}, operation_id="set_conditions")
def put_conditions(request: HttpRequest, body: ConditionsIn) -> ConditionsOut:
    """Replace today's conditions."""
    found = set_conditions(
        person(request), field_id=body.field_id, typed=body.typed, gustiness=body.gustiness, hour=body.hour,
        hours=[h.model_dump() for h in body.hours], aloft=[a.model_dump() for a in body.aloft],
    )  # fmt: skip
    return conditions_out(today(found), found)


def conditions_out(now: Today, found: Preferences) -> ConditionsOut:
    """Conditions in the person's own words and units."""
    units = units_of(found)
    site = now.site
    return ConditionsOut(
        field_id=now.field.pk if now.field else None,
        field_name=now.field.name if now.field else None,
        typed=now.typed,
        gustiness=site.gustiness,
        hour=now.hour,
        hours=[HourIn(**h) for h in now.told.get("hours", [])],
        hours_wind=[_wind_out(h.speed_m_s, h.from_deg, site.wind_height_m, units) for h in now.hours],
        aloft=[AloftIn(**a) for a in now.told.get("aloft", [])],
        wind=_wind_out(site.wind_speed_m_s, site.wind_from_deg, site.wind_height_m, units),
        said=said_conditions(now.site, units),
        sentence=conditions_sentence(now.site, units),
        caution=wind_caution(now.site, rules_of(found), units),
    )


def _wind_out(speed_m_s: float, from_deg: float, height_m: float, units: UnitChoice) -> WindNowOut:
    point = say_bearing(from_deg)
    said = f"{show(speed_m_s, 'speed', units)} from {point}" if speed_m_s > 0 else "calm"
    return WindNowOut(speed_m_s=speed_m_s, from_deg=from_deg % 360, from_point=point, height_m=height_m, said=said)
