"""Put motors in the box, take them out, say what they cost and how many are wanted."""

import re
import uuid
from calendar import monthrange
from dataclasses import dataclass
from datetime import date
from decimal import Decimal, InvalidOperation

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.rocketry.errors import RocketryError, Together
from wobbly_fin.site.keys import under_key
from wobbly_fin.stores.models import MotorStock
from wobbly_fin.stores.shelf import from_shelf

MOST = 999


@dataclass(frozen=True, slots=True, kw_only=True)
class StockForm:
    """A line of the box as filled in: texts as typed."""

    motor: str
    delay_s: float | None = None
    count: str = "0"
    batch: str = ""
    cost: str = ""
    case_cost: str = ""
    case_owned: bool = False
    wanted: str = "0"
    bought_on: str = ""
    bought_at: str = ""
    best_before: str = ""
    opened: bool = False
    keep: str = "0"


def keep_stock(user: User, key: uuid.UUID, form: StockForm) -> MotorStock:
    """Keep a line under a key the client made; raises RocketryError naming the box at fault."""
    with Together() as read:
        read(from_shelf, user, form.motor)
        for name, most in (("batch", 40), ("bought_at", 60)):
            if len(getattr(form, name)) > most:
                read.refuse(name, f"is too long; {most} characters are plenty")
        values = {
            "motor_key": form.motor, "delay_s": form.delay_s, "count": read(_whole, "count", form.count), "batch": form.batch.strip(),
            "cost": read(_money, "cost", form.cost), "case_cost": read(_money, "case_cost", form.case_cost),
            "case_owned": form.case_owned, "wanted": read(_whole, "wanted", form.wanted), "opened": form.opened,
            "bought_on": read(_day, "bought_on", form.bought_on, False), "bought_at": form.bought_at.strip(),
            "best_before": read(_day, "best_before", form.best_before, True), "keep": read(_whole, "keep", form.keep),
        }  # fmt: skip
    with transaction.atomic():
        under_key(MotorStock.objects, key, owner_id=user.pk)
        row, _ = MotorStock.objects.update_or_create(id=key, defaults={"owner": user, "deleted_at": None, **values})
    return row


def _day(name: str, text: str, last: bool) -> date | None:
    """A day, or a month: then its last day, or its first."""
    tidy = text.strip()
    if not tidy:
        return None
    found = re.fullmatch(r"(\d{4})-(\d{1,2})(?:-(\d{1,2}))?|(\d{1,2})[/.](\d{4})", tidy, re.ASCII)
    try:
        if found is None:
            raise ValueError
        year, month, day = int(found[1] or found[5]), int(found[2] or found[4]), found[3]
        made = date(year, month, int(day) if day else monthrange(year, month)[1] if last else 1)
    except ValueError:
        raise RocketryError(name, f"{tidy[:20]!r} is no day; write 2027-05-31, or 2027-05 for the month") from None
    if not 1950 <= made.year <= 2100:
        raise RocketryError(name, f"{tidy[:20]!r} cannot be; years from 1950 to 2100")
    return made


def _whole(name: str, text: str) -> int:
    tidy = text.strip() or "0"
    if not (tidy.isascii() and tidy.isdigit()) or len(tidy) > 6 or int(tidy) > MOST:
        raise RocketryError(name, f"{tidy[:20]!r} is no number of motors; write 0 to {MOST}")
    return int(tidy)


def _money(name: str, text: str) -> Decimal | None:
    tidy = text.strip().replace(",", ".").strip("€$£ ")
    if not tidy:
        return None
    try:
        value = Decimal(tidy).quantize(Decimal("0.01"))
    except InvalidOperation:
        raise RocketryError(name, f"{text.strip()[:20]!r} is no price; write for instance 12.50") from None
    if not value.is_finite() or not 0 <= value < 100_000:
        raise RocketryError(name, f"{text.strip()[:20]!r} cannot be a price")
    return value
