"""A rocket begun with what somebody has: their boxes read, whole rockets made of them, each asked what every kept rocket is asked."""

import uuid
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from itertools import islice
from typing import Any

from django.contrib.auth.models import User

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.formats.base import tupled
from wobbly_fin.formats.drawn_up import drawn_up
from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.hangar.board import Board, board_of
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.question import question_of
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.motors.labels import printed_labels
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.motors.typical import typical_motor
from wobbly_fin.rocketry.proposing.at_hand import AtHand
from wobbly_fin.rocketry.proposing.begin import Beginning, Have, beginnings
from wobbly_fin.rocketry.proposing.effort import hours_of, price_of_all
from wobbly_fin.rocketry.proposing.explain import given_up, why_none
from wobbly_fin.rocketry.proposing.kit_lines import read_parts
from wobbly_fin.rocketry.proposing.kit_rocket import LENGTHS_M, MOUNTS_M
from wobbly_fin.rocketry.proposing.search import seek
from wobbly_fin.rocketry.proposing.sizing import Nearest, meets
from wobbly_fin.rocketry.proposing.sketch import Sketch
from wobbly_fin.rocketry.proposing.wish import Cargo, Wish
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.rocketry.units.parse import parse, read_number
from wobbly_fin.stores.conditions import today
from wobbly_fin.stores.materials import stores_of
from wobbly_fin.stores.parts import part_shelf
from wobbly_fin.stores.shelf import Shelved, shelf_for
from wobbly_fin.stores.stock import stock_of

WAYS = ("kit", "tube", "motor", "goal", "picture")
MOST_SHOWN = 4
_ROD_LEFT = 0.98
_ANY_M = (10.0, 10_000.0)  # high, where nobody says
_BOXES = {
    "apogee_m": "high", "apogee_m.0": "low", "apogee_m.1": "high", "time_aloft_s": "within", "mount_diameter_mm": "mount",
    "cost_max": "cost", "hours_max": "hours",
    "payload.mass_kg": "payload_mass", "payload.diameter_m": "payload_size", "payload.length_m": "payload_size",
}  # fmt: skip
_MARGIN, _DESCENT_M_S = (1.0, 2.5), (3.5, 6.5)
_QUANTITY = {
    "diameter": "short_length", "length": "short_length", "mount": "short_length", "low": "height", "high": "height", "payload_mass": "mass",
    "payload_stands": "force",
}  # fmt: skip


@dataclass(slots=True)
class Read:
    """Boxes as read."""

    si: dict[str, float] = field(default_factory=dict)
    said: dict[str, str] = field(default_factory=dict)
    errors: dict[str, str] = field(default_factory=dict)
    missing: dict[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True, kw_only=True)
class Begun:
    """A whole rocket, the board it would have if it were kept, and what it takes to make: hours, and money by rough prices.

    Attributes
    ----------
    failed : bool
        It came nearest, and a test of the search stands against it (the board has not simulated its landings).
    """

    file: RocketFile
    board: Board
    sketch: Sketch
    hours: float
    price: float
    beginning: Beginning | None = None
    limits: tuple[str, ...] = ()
    failed: bool = False


def read_boxes(way: str, typed: Mapping[str, str], units: UnitChoice) -> Read:
    """What the boxes say, in SI; errors and what is still missing, box by box."""
    out = Read()
    for box, quantity in _QUANTITY.items():
        text = typed.get(box, "").strip()
        if not text:
            continue
        try:
            value = parse(text, quantity, units, name=box).si
            if value <= 0:
                raise RocketryError(box, "must be above zero")
        except RocketryError as error:
            out.errors[box] = error.message
            continue
        out.si[box], out.said[box] = value, show(value, quantity, units)
    for box in {"kit": (), "tube": ("diameter",), "motor": (), "goal": ("low", "high"), "picture": ("diameter",)}.get(way, ()):
        if box not in out.si and box not in out.errors:
            out.missing[box] = say(f"begin-needs-figure-{box}")
    if way == "motor" and not typed.get("motor", "").strip():
        out.missing["motor"] = say("begin-needs-label", example="C8-5")
    if way == "kit" and not typed.get("kit", "").strip():
        out.missing["kit"] = ""
    for box in ("within", "fins", "cost", "hours"):
        text = typed.get(box, "").strip().lower().strip("sh€$ ")
        if text:
            try:
                out.si[box] = read_number(text, box)
                if box == "fins" and not out.si[box].is_integer():
                    raise RocketryError(box, "must be a whole number")
            except RocketryError as error:
                out.errors[box] = error.message
    _payload(typed, out, units)
    return out


def _payload(typed: Mapping[str, str], out: Read, units: UnitChoice) -> None:
    size = typed.get("payload_size", "").strip()
    if typed.get("payload_stands", "").strip() and not size:
        out.missing["payload_size"] = say("begin-payload-both")
    if bool(size) != bool(typed.get("payload_mass", "").strip()):
        out.missing["payload_size" if not size else "payload_mass"] = say("begin-payload-both")
    if not size:
        return
    pieces = [p for p in size.lower().replace("×", "x").replace("*", "x").split("x") if p.strip()]
    try:
        if len(pieces) != 2:
            raise RocketryError("payload_size", say("begin-no-size", example="45 × 60 mm"))
        behind = "".join(c for c in pieces[1] if c.isalpha() or c == '"')
        first = pieces[0] if any(c.isalpha() or c == '"' for c in pieces[0]) else f"{pieces[0].strip()} {behind}"
        out.si["payload_diameter"] = parse(first.strip(), "short_length", units, name="payload_size").si
        out.si["payload_length"] = parse(pieces[1].strip(), "short_length", units, name="payload_size").si
    except RocketryError as error:
        out.errors["payload_size"] = error.message


def begun(user: User, way: str, typed: Mapping[str, str], read: Read) -> Iterator[Begun | str | None]:
    """Whole rockets as they are found; None for a try that came to nothing; at last a sentence, "" where something was found.

    Raises
    ------
    RocketryError
        Naming the box at fault.
    """
    told = _Told(user=user, typed=typed, read=read, units=units_of(preferences_of(user)))
    yield from told.sought(way) if way in ("goal", "motor") else told.drawn(way)


@dataclass(frozen=True, slots=True, kw_only=True)
class _Told:
    """Somebody's boxes, and what can be made of them."""

    user: User
    typed: Mapping[str, str]
    read: Read
    units: UnitChoice

    def drawn(self, way: str) -> Iterator[Begun | str]:
        """What is there, drawn as usual."""
        si = self.read.si
        have = Have(
            kit=read_parts(self.typed["kit"], self.units) if way == "kit" else (),
            body_m=si.get("diameter"), length_m=si.get("length"), whole=way == "picture", mount_m=si.get("mount"),
            fins=int(si["fins"]) if "fins" in si else None, nose=self.typed.get("nose") or None,  # type: ignore[arg-type]
        )  # fmt: skip
        wanted = [have.mount_m] if have.mount_m else list(MOUNTS_M)
        strongest = [s.motor for s in shelf_for(self.user, [_mount(m) for m in wanted])]
        density = today(preferences_of(self.user)).site.pad_density_kg_m3
        shown = 0
        for each in islice(beginnings(have, strongest, density), MOST_SHOWN):
            shown += 1
            yield self._asked(each.sketch, beginning=each, hours=hours_of(each.sketch)[0])
        yield "" if shown else say("proposal-no-room")

    def sought(self, way: str) -> Iterator[Begun | str | None]:
        """What reaches a goal, or flies well on a motor somebody has."""
        wish, only = self._wish(), self._motor() if way == "motor" else None
        first = next(beginnings(Have(mount_m=only.diameter_m if only is not None else self.read.si.get("mount")), [], 1.2)).sketch
        asked = question_of(self.user, _row(self.user, drawn_up(first.airframe(), "search", self._payload())))
        mounts = [_mount(m) for m in ([wish.mount_diameter_m] if wish.mount_diameter_m else MOUNTS_M)]
        shelf = [Shelved(key="typed", motor=only)] if only is not None else _real(shelf_for(self.user, mounts))
        of = {s.motor.key: s for s in shelf}
        nearest, shown = Nearest(), set[tuple[str, float]]()
        motors = [s.motor for s in shelf]
        # The motor somebody begins with is in their hand.
        boxed = {only.key} if only is not None else {k for k, s in stock_of(self.user, shelf).items() if s.count > 0}
        hand = _at_hand(self.user)
        # A lug further forward leaves less of the rod than the stand-in's: what passes on a little less is not thrown out afterwards.
        site = replace(asked.situation.site, rod_length_m=_ROD_LEFT * asked.situation.site.rod_length_m)
        situation = replace(asked.situation, site=site)
        for design in seek(wish, motors, situation, self._configured, asked.rules, nearest, hand, boxed):
            key = (design.candidate.motor.name, design.sketch.body.outside_m) if design is not None else None
            if design is None or key is None or key in shown:
                yield None
                continue
            limits = tuple(given_up(design, self.units))
            made = self._asked(
                design.sketch, [of[design.candidate.motor.key]], limits=limits, hours=design.hours, price=design.price
            )
            # Judged again as it would be kept: on its own guide, with everything its owner's day adds.
            lead = made.board.lead
            if lead is None or lead.settled == "no" or not meets(lead, wish):
                yield None
                continue
            shown.add(key)
            yield made
            if len(shown) == MOST_SHOWN:
                break
        if not shown and nearest.sketch is not None and nearest.motor is not None:
            # Drawn all the same, with what stands against it.
            bought = nearest.motor if nearest.motor.key not in boxed else None
            price = price_of_all(nearest.sketch, hand.spared_ids(nearest.sketch), bought)
            yield self._asked(
                nearest.sketch, [of[nearest.motor.key]], price=price, hours=hours_of(nearest.sketch)[0], failed=nearest.stopped
            )
        yield "" if shown else why_none(wish, nearest, self.units)

    def _motor(self) -> Motor:
        """The label typed: a motor of the shelf of that name, else what is usual for it."""
        label = self.typed["motor"].strip()
        name, wide = label.partition("-")[0].upper(), self.read.si.get("mount")
        shelf = [s.motor for s in shelf_for(self.user, [])]
        # "F66-P" is a motor of its own; "C8-5" is a C8 with one of its delays.
        for wanted in (label.upper(), name):
            if own := [m for m in shelf if wanted in (m.name.upper(), m.label.upper())]:
                return own[0]
        try:
            return typical_motor(label, diameter_m=wide)
        except RocketryError as error:
            raise RocketryError("mount" if error.name == "diameter_m" else "motor", error.message) from error

    def _wish(self) -> Wish:
        si, cargo = self.read.si, None
        try:
            if "payload_length" in si and "payload_mass" in si:
                cargo = Cargo(mass_kg=si["payload_mass"], diameter_m=si["payload_diameter"], length_m=si["payload_length"])
            return Wish(
                mount_diameter_m=si.get("mount"), apogee_m=(si.get("low", _ANY_M[0]), si.get("high", _ANY_M[1])), margin_calibres=_MARGIN,
                descent_rate_m_s=_DESCENT_M_S, time_aloft_s=(1.0, si["within"]) if "within" in si else None, cargo=cargo,
                cost_max=si.get("cost"), hours_max=si.get("hours"),
            )  # fmt: skip
        except RocketryError as error:
            raise RocketryError(_BOXES.get(error.name, error.name), error.message) from error

    def _payload(self) -> dict[str, Any] | None:
        """What is carried, with the force it stands, as a file keeps it; None where no limit was told."""
        si = self.read.si
        if "payload_stands" not in si or "payload_mass" not in si:
            return None
        return {"mass_kg": si["payload_mass"], "stands_n": si["payload_stands"]}

    def _configured(self, sketch: Sketch) -> Configuration:
        return drawn_up(sketch.airframe(), "search", self._payload(), plan=sketch.plan).to_configuration()

    def _asked(self, sketch: Sketch, only: Sequence[Shelved] = (), *, price: float | None = None, **more: Any) -> Begun:
        """The rocket as it would be kept, and its board."""
        name = say("begun-name", across=show(sketch.body.outside_m, "short_length", self.units))
        # Keys of its own: the same proposal may be kept twice.
        sketch = replace(sketch, name=uuid.uuid4().hex)
        airframe = sketch.airframe()
        labels = list(printed_labels(self.typed.get("printed_motors", "")))
        file = drawn_up(
            airframe,
            name,
            self._payload(),
            texts=_texts(sketch, airframe),
            plan=sketch.plan,
            printed_motors=labels,
            motors=_shown(sketch, only),
        ).check()
        board = board_of(self.user, _row(self.user, file), only=only)
        if price is None:
            kit = {sketch.id_of(x.alias) for x in more["beginning"].lines if x.alias}
            price = price_of_all(sketch, kit, board.lead.motor if board.lead is not None else None)
        return Begun(file=file, board=board, sketch=sketch, price=price, **more)


def _shown(sketch: Sketch, only: Sequence[Shelved]) -> dict[str, str]:
    """The motor it was made for stays the one it is shown with, where it is on the shelf."""
    return {sketch.id_of("stage"): s.motor.name for s in only if s.key.startswith(("own:", "catalogue:"))}


def _at_hand(user: User) -> AtHand:
    """Parts of their own, as they were measured, and tubes and sheets in their stores."""
    found = []
    for item in part_shelf(user):
        if item.key.startswith("own:"):
            try:
                found.append(PART_TYPES[item.type](**tupled(dict(item.figures))))
            except (RocketryError, TypeError):
                continue  # kept by an earlier version, and no whole part by itself
    return AtHand.of(found, stores=stores_of(user))


def _real(shelf: list[Shelved]) -> list[Shelved]:
    """Motors there are; what is usual of a class only where there is none."""
    return [s for s in shelf if not s.key.startswith("class:")] or shelf


def _mount(diameter_m: float) -> Mount:
    return Mount(diameter_m=diameter_m, max_length_m=LENGTHS_M[min(MOUNTS_M, key=lambda u: abs(u - diameter_m))])


def _row(user: User, file: RocketFile) -> Rocket:
    """As it would be kept; nothing is."""
    return Rocket(id=uuid.uuid4(), owner=user, name=file.name, document=file.model_dump(mode="json"))


def _texts(sketch: Sketch, airframe: Airframe) -> dict[str, dict[str, str]]:
    """What its owner told of each part, as text in its boxes."""
    found: dict[str, dict[str, str]] = {}
    ids = {p.id for p in airframe.parts}
    for alias, figures in sketch.own.items():
        key = sketch.id_of(alias)
        if figures and key in ids:
            lengths = {k: f"{v * 1000:.6g} mm" for k, v in figures.items() if k.endswith("_m") and v}
            weight = {k: f"{v * 1000:.6g} g" for k, v in figures.items() if k == "mass_kg" and v}
            found[key] = lengths | weight
    found.setdefault(sketch.id_of("body"), {}).setdefault("outer_diameter_m", f"{sketch.body.outside_m * 1000:.6g} mm")
    return found
