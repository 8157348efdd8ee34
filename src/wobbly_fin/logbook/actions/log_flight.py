"""Log a flight, or set its facts right. The forecast is made once, when it is first logged, and frozen with its causes."""

import datetime
import uuid
from collections import Counter
from dataclasses import asdict, dataclass
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from wobbly_fin import __version__
from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.formats.answers import flight_answer
from wobbly_fin.formats.documents import SiteDocument
from wobbly_fin.formats.motors import MotorDocument
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.question import Load, judge_one, load_of, question_of
from wobbly_fin.hangar.snapshots import freeze
from wobbly_fin.logbook.learnt import learnt_of
from wobbly_fin.logbook.measured import settle
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flightlog.outcomes import LANDINGS, OPENINGS, Landing, Opening
from wobbly_fin.rocketry.units.parse import parse
from wobbly_fin.site.keys import under_key
from wobbly_fin.stores.models import MotorStock
from wobbly_fin.stores.shelf import Shelved
from wobbly_fin.stores.stock import stock_of

HIGHEST_M = 30_000.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Facts:
    """What happened, as told: height as typed, ~ in front of one that is only about so, empty when nobody measured it."""

    flown_on: datetime.date
    opening: Opening
    landing: Landing
    height: str = ""
    remarks: str = ""
    batch: str = ""


def log_flight(
    user: User,
    key: uuid.UUID,
    *,
    rocket_id: uuid.UUID,
    motor_key: str,
    delay_s: float | None,
    facts: Facts,
    from_box: bool = True,
) -> Flight:
    """Log a flight under a key the client made. Logged again under the same key, only its facts change.

    `from_box`: motors flown today leave the box.
    """
    checked = _check(user, facts)
    with transaction.atomic():
        row = under_key(Flight.objects.select_for_update(), key, owner_id=user.pk)
        if row is not None:
            # What was typed into other boxes of the flight, its read-outs, stays typed.
            checked["typed"] = {k: v for k, v in row.typed.items() if k != "height"} | checked["typed"]
            for name, value in checked.items():
                setattr(row, name, value)
            row.deleted_at = None
            return settle(row)
        rocket = Rocket.objects.visible_to(user).filter(pk=rocket_id).first()
        if rocket is None:
            raise Http404
        load = load_of(user, motor_key).owned()
        motor = load.motor
        if motor.kind != "single":
            delay_s = None
        elif delay_s is None:
            raise RocketryError("delay_s", f"is missing; which delay did the {motor.name} have?")
        asked = question_of(user, rocket)
        judged = judge_one(asked, load, delay_s, shares="none")
        flight, burnt = judged.flight, _burnt(judged, load)
        factor, taught = learnt_of(rocket).cd_factor, asked.situation.taught
        kept: dict[str, float] = {"cd_factor": factor} if factor != 1.0 else {}
        if motor.key in taught.thrust:
            kept["thrust_factor"] = taught.thrust[motor.key]
        real = taught.real_delay_s(motor, delay_s)
        if real is not None and real != delay_s:
            kept["delay_s"] = real
        row = Flight.objects.create(
            id=key,
            owner=user,
            rocket=rocket,
            label=judged.label[:60],
            delay_s=delay_s,
            forecast=flight_answer(flight),
            forecast_apogee_m=flight.apogee_altitude_m,
            impulse_n_s=judged.configuration.installed_n_s,
            rocket_snapshot=freeze("rocket", rocket.document),
            motor_snapshot=freeze("motor", _load_content(load)),
            site_snapshot=freeze("site", SiteDocument.of(asked.now.site, asked.now.ground).model_dump(mode="json")),
            rules_snapshot=freeze("rules", asdict(asked.rules)),
            field_name=asked.now.field.name if asked.now.field else "",
            core_version=__version__,
            taught=kept,
            motor_key=motor.key,
            cost=_cost(user, burnt),
            **checked,
        )
        if from_box:
            _take_from_box(user, burnt, facts, judged.delay_s)
        return settle(row)


def _burnt(judged: Candidate, load: Load) -> list[tuple[Shelved, int]]:
    """The motors of a flight and how many of each, off the shelf."""
    shelved = {s.motor.key: s for s in (*load.shelved, *(s for _, s in load.beside))}
    counts = Counter(m.key for m in judged.configuration.motors)
    return [(s, counts[key]) for key, s in shelved.items() if counts[key]]


def _cost(user: User, burnt: list[tuple[Shelved, int]]) -> float | None:
    """What the motors burnt had cost; None where one's price is not known."""
    stock = stock_of(user, [s for s, _ in burnt])
    total = 0.0
    for shelved, count in burnt:
        price = stock[shelved.motor.key].cost if shelved.motor.key in stock else None
        if price is None:
            return None
        total += price * count
    return round(total, 2)


def _take_from_box(user: User, burnt: list[tuple[Shelved, int]], facts: Facts, delay_s: float | None) -> None:
    """Motors flown today leave the box, those of the stages below, too: with its delay, of the batch that was told first, then of the oldest.

    Flights of other days were booked out by hand long ago, and motors that did not lift stay.
    """
    if facts.opening == "no_launch" or facts.flown_on < timezone.localdate() - datetime.timedelta(days=1):
        return
    for shelved, flown in burnt:
        rows = MotorStock.objects.visible_to(user).filter(motor_key=shelved.key, count__gt=0).order_by(*MotorStock.first_out())
        left = flown
        for row in sorted(rows, key=lambda r: (r.delay_s not in (None, delay_s), r.batch != facts.batch.strip())):
            taken = min(left, row.count)
            if taken:
                row.count, left = row.count - taken, left - taken
                row.save(update_fields=["count", "updated_at"])


def _load_content(load: Load) -> dict[str, Any]:
    """What is frozen of the motors: the document of the one with the delay, with those below beside it."""
    content = MotorDocument.of(load.motor).model_dump(mode="json")
    if load.boosters:
        content["boosters"] = [MotorDocument.of(b).model_dump(mode="json") for b in load.boosters]
    if load.beside:
        content["beside"] = {mount: MotorDocument.of(s.motor).model_dump(mode="json") for mount, s in load.beside}
    return content


def bin_flight(user: User, key: uuid.UUID, *, back: bool = False) -> None:
    """Put a flight in the bin, or with `back` take it out."""
    if not Flight.objects.belonging_to(user).filter(pk=key).update(deleted_at=None if back else timezone.now()):
        raise Http404


def _check(user: User, facts: Facts) -> dict[str, Any]:
    """The facts as columns; raises RocketryError naming the box at fault."""
    if facts.opening not in OPENINGS:
        raise RocketryError("opening", f"{facts.opening!r} is no answer; one of {', '.join(OPENINGS)}")
    if facts.landing not in LANDINGS:
        raise RocketryError("landing", f"{facts.landing!r} is no answer; one of {', '.join(LANDINGS)}")
    if (facts.opening == "no_launch") != (facts.landing == "none"):
        raise RocketryError("landing", "and opening disagree: a rocket that did not leave the pad is still on it, and only then")
    if facts.flown_on > timezone.now().date() + datetime.timedelta(days=1):
        raise RocketryError("flown_on", f"{facts.flown_on} has not come yet; log it when it is flown")
    if facts.flown_on.year < 1950:
        raise RocketryError("flown_on", f"{facts.flown_on} is too long ago to believe")
    apogee_m, height = None, ""
    if facts.height.strip():
        if facts.opening == "no_launch":
            raise RocketryError("height", "is given, but the rocket did not leave the pad")
        about = facts.height.strip().startswith("~")
        read = parse(facts.height.strip().removeprefix("~"), "height", units_of(preferences_of(user)), name="height")
        apogee_m, height = read.si, f"{'~' if about else ''}{read.kept}"
        if not 0 < apogee_m <= HIGHEST_M:
            raise RocketryError(
                "height", f"{facts.height.strip()!r} cannot be; a height lies between 0 and {HIGHEST_M / 1000:g} km"
            )
    if len(facts.remarks) > 4000:
        raise RocketryError("remarks", "is too long; 4000 characters are plenty")
    if len(facts.batch) > 40:
        raise RocketryError("batch", "is too long; 40 characters are plenty")
    return {
        "flown_on": facts.flown_on, "opening": facts.opening, "landing": facts.landing, "told_apogee_m": apogee_m,
        "typed": {"height": height} if height else {}, "remarks": facts.remarks.strip(),
        "batch": facts.batch.strip(),
    }  # fmt: skip
