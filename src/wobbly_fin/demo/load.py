"""Loading the demo: once; a second start touches nothing, so that no change of the visitor's is lost."""

import datetime
import uuid

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.accounts.actions.preferences import change_preferences
from wobbly_fin.accounts.models import Preferences
from wobbly_fin.accounts.visitor import DEMO_USERNAME
from wobbly_fin.demo.builds import load_builds
from wobbly_fin.demo.days import load_days
from wobbly_fin.demo.grounds import GROUNDS, PLACES, STOCK
from wobbly_fin.demo.logs import measure_flight
from wobbly_fin.demo.scenario import FIELDS, FLIGHTS, HOURS, ROCKETS, TODAY, DemoRocket, demo_file
from wobbly_fin.hangar.actions.edit_shape import Edit, apply_edits
from wobbly_fin.hangar.actions.save import save_rocket
from wobbly_fin.logbook.actions.log_flight import Facts, log_flight
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.units.display import METRIC
from wobbly_fin.stores.actions.draw_field import draw_field
from wobbly_fin.stores.actions.keep_stock import keep_stock
from wobbly_fin.stores.actions.save_field import save_field
from wobbly_fin.stores.conditions import set_conditions

_NAMESPACE = uuid.UUID("5f0c1f0e-6b0e-4c55-9a3f-3d3c7c1d5b10")


def demo_key(*words: object) -> uuid.UUID:
    """The same key for the same thing at every start."""
    return uuid.uuid5(_NAMESPACE, "/".join(str(w) for w in words))


def load_demo() -> User:
    """Make the demo visitor with the whole scenario, unless that has been done before."""
    with transaction.atomic():
        user, made = User.objects.get_or_create(username=DEMO_USERNAME)
        if not made:
            # Loaded before: what is missing now was thrown out by the visitor, and stays out.
            return user
        user.set_unusable_password()
        user.save()
        change_preferences(user, practice=True)
        for name, elevation, ceiling in FIELDS:
            save_field(user, demo_key("field", name), name=name, elevation=elevation, ceiling=ceiling, place=PLACES[name])
            draw_field(user, demo_key("field", name), **GROUNDS[name])
        for form in STOCK:
            keep_stock(user, demo_key("stock", form.motor), form)
        for rocket in ROCKETS:
            _save_with_history(user, rocket)
        for number, flight in enumerate(FLIGHTS):
            set_conditions(
                user,
                field_id=demo_key("field", flight.field),
                typed={"wind": flight.wind, "temperature": flight.temperature},
            )
            motor, delay_s = find_motor(flight.motor)
            facts = Facts(
                flown_on=datetime.date.fromisoformat(flight.day), opening=flight.opening, landing=flight.landing,
                height=flight.height, remarks=flight.remarks,
            )  # fmt: skip
            log_flight(
                user, demo_key("flight", number), rocket_id=demo_key("rocket", flight.rocket),
                motor_key=f"catalogue:{motor.name.replace('/', '_')}", delay_s=delay_s, facts=facts,
            )  # fmt: skip
            # Before the next is logged: what this one taught is in that one's forecast.
            measure_flight(user, number, demo_key("flight", number), demo_key)
        load_builds(user, demo_key)
        load_days(user, demo_key)
        field, wind, temperature = TODAY
        set_conditions(
            user, field_id=demo_key("field", field), typed={"wind": wind, "wind_from": "SW", "temperature": temperature},
            gustiness="breezy", hour=10.0,
            hours=[{"hour": h, "wind": w, "wind_from": d} for h, w, d in HOURS],
        )  # fmt: skip
    return user


def _save_with_history(user: User, rocket: DemoRocket) -> None:
    """Save a demo rocket; one with an earlier design has that as its first version."""
    key, file = demo_key("rocket", rocket.name), demo_file(rocket)
    revision = None
    if rocket.first_span_m is not None:
        fins = next(p for p in file.parts if p.type == "fin_set")
        edit = Edit(op="set", part=fins.id, field="span_m", value=rocket.first_span_m)
        revision = save_rocket(user, key, apply_edits(file, [edit], METRIC), None).revision
    save_rocket(user, key, file, revision)


def reset_demo(*, empty: bool = False) -> User:
    """Throw away everything the demo visitor has, then load the demo afresh (or leave the hangar empty)."""
    with transaction.atomic():
        Flight.objects.filter(owner__username=DEMO_USERNAME).delete()
        User.objects.filter(username=DEMO_USERNAME).delete()
        if empty:
            user = User.objects.create(username=DEMO_USERNAME)
            user.set_unusable_password()
            user.save()
            Preferences.objects.create(user=user, practice=True)
            return user
    return load_demo()
