"""Put a list of motors into the box at once, as it was written; and take it out again whole."""

import hashlib
import uuid
from collections.abc import Sequence
from dataclasses import asdict, dataclass
from decimal import Decimal

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from wobbly_fin.formats.motors import MotorDocument
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.motor import CaseKind, Motor, Propellant
from wobbly_fin.rocketry.motors.typical import typical_motor
from wobbly_fin.site.keys import under_key
from wobbly_fin.stores.actions.add_motor import SheetForm
from wobbly_fin.stores.actions.keep_stock import MOST
from wobbly_fin.stores.models import MotorStock, OwnMotor, PutIn
from wobbly_fin.stores.shelf import motor_of

MOST_AT_ONCE = 2_000


@dataclass(frozen=True, slots=True, kw_only=True)
class Wanted:
    """One line of the list, as read and put right. [m]"""

    label: str
    count: int
    diameter_m: float | None = None
    length_m: float | None = None
    propellant: Propellant | None = None
    case: CaseKind | None = None
    maker: str = ""
    cost: float | None = None

    def to_motor(self) -> Motor:
        """The motor it names, the rest of it as is usual."""
        return typical_motor(
            self.label,
            diameter_m=self.diameter_m,
            length_m=self.length_m,
            propellant=self.propellant,
            case=self.case,
            maker=self.maker.strip(),
        )


def digest_of(text: str) -> str:
    """What tells a list that was put in before: its words, whatever the spaces and lines."""
    return hashlib.sha256(" ".join(text.lower().split()).encode()).hexdigest()


def put_in_before(user: User, text: str) -> PutIn | None:
    """The last time this very list went in and stayed there."""
    return PutIn.objects.visible_to(user).filter(digest=digest_of(text)).order_by("-created_at").first() if text.strip() else None


def put_in(user: User, key: uuid.UUID, text: str, wanted: Sequence[Wanted]) -> PutIn:
    """Keep the motors of a list and how many there are; under the same key it goes in once.

    A motor known already gets its new delay and more of it; one that is not is made from its label.

    Raises
    ------
    RocketryError
        Naming the line at fault, lines.0 … ; nothing goes in then.
    """
    if not 0 < len(wanted) <= MOST_AT_ONCE:
        raise RocketryError("lines", f"are {len(wanted)}; 1 to {MOST_AT_ONCE} go in at once")
    with transaction.atomic():
        under_key(PutIn.objects, key, owner_id=user.pk)
        there = PutIn.objects.filter(pk=key).first()
        if there is not None and there.deleted_at is None:
            return there
        done = []
        own = own_motors(user)
        for number, line in enumerate(wanted):
            try:
                done.append(_one(user, line, own))
            except RocketryError as error:
                raise RocketryError(f"lines.{number}.{error.name}", error.message) from error
        row, _ = PutIn.objects.update_or_create(
            id=key, defaults={"owner": user, "deleted_at": None, "digest": digest_of(text), "lines": done}
        )
    return row


def take_out_again(user: User, key: uuid.UUID) -> None:
    """Undo a list: as many as went in come out, and motors made for it go to the bin."""
    with transaction.atomic():
        row = PutIn.objects.visible_to(user).select_for_update().filter(pk=key).first()
        if row is None:
            raise Http404
        now = timezone.now()
        for stock_id, count, _ in row.lines:
            stock = MotorStock.objects.belonging_to(user).filter(pk=stock_id).first()
            if stock is not None:
                stock.count = max(0, stock.count - count)
                stock.deleted_at = now if stock.count == 0 and not stock.wanted else stock.deleted_at
                stock.save()
        for made in {made for *_, made in row.lines if made}:
            if not MotorStock.objects.visible_to(user).filter(motor_key=f"own:{made}").exists():
                OwnMotor.objects.belonging_to(user).filter(pk=made).update(deleted_at=now)
        row.deleted_at = now
        row.save()


def name_of(motor: Motor) -> tuple[str, str, int]:
    """What makes two labels one motor: the name, the maker as written, the case's width."""
    return motor.name, motor.maker.strip().lower(), round(motor.diameter_m * 1000)


Own = dict[tuple[str, str, int], tuple[OwnMotor, Motor]]


def own_motors(user: User) -> Own:
    """Everything of one's own by what tells motors apart."""
    rows = OwnMotor.objects.visible_to(user)
    return {name_of(m := motor_of(row)): (row, m) for row in rows}


def motor_by_label(user: User, line: Wanted, own: Own) -> tuple[OwnMotor, Motor, str | None]:
    """The motor a line names, with its delay among those it comes with; made from its label where it is not there: then its key too."""
    motor = line.to_motor()
    name = name_of(motor)
    if line.diameter_m is None and name not in own:
        # Nobody said how wide it is: the one of this name that is here already.
        name = next((n for n in own if n[:2] == name[:2]), name)
    if name in own:
        row, known = own[name]
        if motor.decoded.delay_s is not None and motor.decoded.delay_s not in known.delays_s:
            _with_delay(row, motor.decoded.delay_s)
        return row, motor, None
    row = OwnMotor.objects.create(
        owner=user, label=motor.name, origin="label", document=MotorDocument.of(motor).model_dump(mode="json"), typed=_form(line),
    )  # fmt: skip
    own[name] = (row, motor)
    return row, motor, str(row.pk)


def _one(user: User, line: Wanted, own: Own) -> list[object]:
    if not 0 < line.count <= MOST:
        raise RocketryError("count", f"is {line.count}; 1 to {MOST} of a motor")
    row, motor, made = motor_by_label(user, line, own)
    stock = (
        MotorStock.objects.visible_to(user)
        .filter(motor_key=f"own:{row.pk}", delay_s=motor.decoded.delay_s, batch="", best_before=None, opened=False)
        .order_by("created_at")
        .first()
    ) or MotorStock(owner=user, motor_key=f"own:{row.pk}", delay_s=motor.decoded.delay_s)
    stock.count = min(MOST, stock.count + line.count)
    if line.cost is not None:
        stock.cost = Decimal(str(line.cost)).quantize(Decimal("0.01"))
    stock.save()
    return [str(stock.pk), line.count, made]


def _with_delay(row: OwnMotor, delay_s: float) -> None:
    """A motor bought with one delay more; delays only guessed so far go."""
    document = dict(row.document)
    unsure = document.get("unsure") or {}
    guessed = unsure.get("guessed", [])
    sure = [] if "delays" in guessed else document["delays_s"]
    document["delays_s"] = sorted({*sure, delay_s})
    if unsure:
        document["unsure"] = unsure | {"guessed": [g for g in guessed if g != "delays"]}
    row.document = document
    if row.typed:
        row.typed = row.typed | {"delays": ", ".join(f"{d:g}" for d in document["delays_s"])}
    row.save()


def _form(line: Wanted) -> dict[str, object]:
    """The form that makes the same motor, to be filled in further."""
    sizes = {"diameter": line.diameter_m, "length": line.length_m}
    typed = {name: f"{value * 1000:g} mm" for name, value in sizes.items() if value is not None}
    return asdict(SheetForm(label=line.label, maker=line.maker, propellant=line.propellant, case=line.case, typed=typed))
