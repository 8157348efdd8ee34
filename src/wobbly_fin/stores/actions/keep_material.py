"""Keep a glue as its sheet says, or tubes, sheets and glue at hand; texts as typed, read in their owner's units."""

import re
import uuid
from dataclasses import asdict
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.formats.base import tupled
from wobbly_fin.rocketry.airframe.materials import material
from wobbly_fin.rocketry.building.glues import Glue, find_glue
from wobbly_fin.rocketry.building.materials import GlueAtHand, SheetAtHand, TubeAtHand
from wobbly_fin.rocketry.errors import RocketryError, Together
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import parse, parse_si
from wobbly_fin.site.keys import under_key
from wobbly_fin.stores.glues import own_glues
from wobbly_fin.stores.models import OwnGlue, RawStock

_TEXTS = ("name", "work", "handle", "full", "lowest", "density", "parts")
_MOST = 999


def keep_glue(user: User, key: uuid.UUID, library_key: str, typed: dict[str, str]) -> OwnGlue:
    """Keep a glue: one of the library's set right (`library_key`), or with "" a new one.

    What is left empty stays as the library has it; a new one needs a name and its times.
    """
    units = units_of(preferences_of(user))
    kept_key = library_key or f"own-{key}"
    base: dict[str, Any] = asdict(find_glue(library_key, own_glues(user))) if library_key else {"sort": "epoxy", "name": ""}
    figures = base | {"key": kept_key} | _glue_figures(typed, units, new=not library_key)
    if not str(figures["name"]).strip():
        raise RocketryError("name", "is missing")
    glue = Glue(**tupled(figures))
    with transaction.atomic():
        mine = OwnGlue.objects.belonging_to(user).filter(key=kept_key).first()
        taken = under_key(OwnGlue.objects, key, owner_id=user.pk)
        row = mine or taken or OwnGlue(id=key, owner=user)
        row.key, row.figures, row.deleted_at = kept_key, asdict(glue), None
        row.typed = {k: _kept(k, v, units)[:80] for k, v in typed.items() if k in _TEXTS}
        row.save()
    return row


def _glue_figures(typed: dict[str, str], units: UnitChoice, *, new: bool) -> dict[str, Any]:
    out: dict[str, Any] = {}
    if typed.get("name", "").strip():
        out["name"] = typed["name"].strip()[:60]
    ratio: dict[str, Any] = {}
    with Together() as read:
        if new and "name" not in out:
            read.refuse("name", "is missing")
        for name in ("work", "handle", "full"):
            text = typed.get(name, "").strip()
            if text:
                out[f"{name}_s"] = read(duration_s, text, name)
            elif new:
                read.refuse(name, "is missing; its sheet says how long")
        if typed.get("lowest", "").strip():
            out["lowest_c"] = read(parse_si, typed["lowest"], "temperature", units, name="lowest")
        elif new:
            out["lowest_c"] = 10.0
        if typed.get("parts", "").strip():
            ratio = read(_ratio, typed["parts"])
    return out | ratio


def _ratio(text: str) -> dict[str, Any]:
    match = re.fullmatch(r"\s*(\d+(?:[.,]\d+)?)\s*[:/]\s*(\d+(?:[.,]\d+)?)\s*(?:by\s+)?(weight|volume)?\s*", text, re.IGNORECASE)
    if match is None:
        raise RocketryError("parts", f"{text[:20]!r} is no ratio; write it like 2:1 by volume")
    return {
        "parts": (float(match[1].replace(",", ".")), float(match[2].replace(",", "."))),
        "measure": (match[3] or "weight").lower(),
    }


def duration_s(text: str, name: str) -> float:
    """A duration as typed, a bare number in minutes: "45", "4 h", "1 h 30 min", "90 s". [s]"""
    tidy = re.sub(r"\bh(ours?|rs?)?\b", "hour", text.strip(), flags=re.IGNORECASE)
    tidy = re.sub(r"(?<=\d)h\b", " hour", tidy)
    tidy = re.sub(r"\bdays?\b", "day", tidy, flags=re.IGNORECASE)
    if re.fullmatch(r"\d+(?:[.,]\d+)?", tidy):
        tidy += " min"
    return parse(tidy, "duration", name=name).si


def keep_raw(user: User, key: uuid.UUID, kind: str, name: str, typed: dict[str, str]) -> RawStock:
    """Keep a line of raw stock under a key the client made; raises RocketryError naming the box at fault."""
    units = units_of(preferences_of(user))
    make = {"tube": _tube, "sheet": _sheet, "glue": _glue}.get(kind)
    if make is None:
        raise RocketryError("kind", f"{kind[:20]!r} is neither tube, sheet nor glue")
    figures, called = make(user, typed, units)
    with transaction.atomic():
        under_key(RawStock.objects, key, owner_id=user.pk)
        kept = {k: _kept(k, v, units)[:80] for k, v in typed.items()}
        values = {
            "owner": user,
            "kind": kind,
            "name": name.strip()[:80] or called,
            "figures": figures,
            "typed": kept,
            "deleted_at": None,
        }
        row, _ = RawStock.objects.update_or_create(id=key, defaults=values)
    return row


_READ_AS = {
    "outer_diameter": "short_length", "length": "short_length", "width": "short_length", "thickness": "short_length",
    "mass": "mass", "lowest": "temperature",
}  # fmt: skip


def _kept(name: str, text: str, units: UnitChoice) -> str:
    """A box's text as it is shown again, once what it says has been read; a box nobody read stays as it is."""
    if name not in _READ_AS or not text.strip():
        return text
    try:
        return parse(text, _READ_AS[name], units).kept
    except RocketryError:
        return text


def _size(typed: dict[str, str], name: str, units: UnitChoice) -> float:
    text = typed.get(name, "").strip()
    if not text:
        raise RocketryError(name, "is missing")
    return parse(text, "short_length", units, name=name).si


def _count(typed: dict[str, str]) -> int:
    text = typed.get("count", "").strip() or "1"
    if not (text.isascii() and text.isdigit()) or len(text) > 4 or int(text) > _MOST:
        raise RocketryError("count", f"{text[:20]!r} is no number of pieces; write 0 to {_MOST}")
    return int(text)


def _tube(user: User, typed: dict[str, str], units: UnitChoice) -> tuple[dict[str, Any], str]:
    edges = typed.get("edges", "2").strip() or "2"
    with Together() as read:
        if edges not in ("0", "1", "2"):
            read.refuse("edges", f"{edges[:20]!r} will not do; a tube has 0, 1 or 2 factory ends")
        across, length = (read(_size, typed, box, units) for box in ("outer_diameter", "length"))
        count = read(_count, typed)
    found = TubeAtHand(key="", name="", outer_diameter_m=across, length_m=length, edges=int(edges), count=count)
    return _told(found), f"tube {round(found.outer_diameter_m * 1000, 1):g}"


def _sheet(user: User, typed: dict[str, str], units: UnitChoice) -> tuple[dict[str, Any], str]:
    with Together() as read:
        stuff = read(material, typed.get("material", "").strip() or "balsa")
        thickness, length, width = (read(_size, typed, box, units) for box in ("thickness", "length", "width"))
        count = read(_count, typed)
    found = SheetAtHand(
        key="", name="", material=stuff.key, thickness_m=thickness, length_m=length, width_m=width, count=count
    )  # fmt: skip
    return _told(found), stuff.name


def _glue(user: User, typed: dict[str, str], units: UnitChoice) -> tuple[dict[str, Any], str]:
    glue = find_glue(typed.get("glue", ""), own_glues(user))
    text = typed.get("mass", "").strip()
    if not text:
        raise RocketryError("mass", "is missing; put the bottles on the scale")
    found = GlueAtHand(key=glue.key, mass_kg=parse(text, "mass", units, name="mass").si)
    return asdict(found), glue.name


def _told(found: TubeAtHand | SheetAtHand) -> dict[str, Any]:
    return {k: v for k, v in asdict(found).items() if k not in ("key", "name")}
