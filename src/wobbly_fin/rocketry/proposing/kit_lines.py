"""A kit's list of parts in people's words, read line by line: what kind of part, how many, which sizes, of what.

Words are those a hobbyist writes; the same thing has many names. What is no part of a rocket (decals, glue) is known as such, and what
nothing is known of is asked about.
"""

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import NamedTuple

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice
from wobbly_fin.rocketry.units.parse import parse_si

NO_PART = "no_part"
MOST_LINES, LONGEST = 60, 6000


class _Name(NamedTuple):
    words: str
    kind: str
    role: str = ""


# The first that is found in a line names it; longer names stand before those they contain.
_NAMES = tuple(
    _Name(*n)
    for n in (
        (r"instruction|decal|sticker|wadding|glue|cement|sandpaper|igniters?\b|starters?\b|paint|template|launch (?:rod|pad)|batter", NO_PART),
        (r"(?:shock ?cord|cord|chute|parachute|recovery|tether|leash) (?:mount|anchor|attachment)|screw[ -]?eye|eye ?(?:bolt|screw|let)"
         r"|\beye\b|anchor", "anchor"),
        (r"(?:engine|motor|thrust) (?:block|ring|stop)|thrust ring", NO_PART, "thrust_ring"),
        (r"mount\b.*\b(?:hook|clip|retain)", "motor_tube", "hooked"),
        (r"(?:engine|motor) (?:hook|clip|retainer)|\bhook\b(?!.*mount)|retainer|retention", "retainer"),
        (r"cent(?:er|re?)ing (?:ring|disc|disk)s?|\brings?\b(?!.*fin)|\bdiscs?\b", "centring_ring"),
        (r"(?:motor|engine) (?:mount|tube|holder)|mount(?:ing)? tube|inner tube|\bmmt\b|mount\b(?! kit)", "motor_tube"),
        (r"fin ?can|moulded fins?|fin unit", "fin_can"),
        (r"tube fins?", "tube_fins"), (r"ring fin|ring tail", "ring_fin"),
        (r"\bfins?\b|fin ?(?:set|sheet|stock)", "fin_set"),
        (r"nose[ -]?weight|clay|ballast", "mass_lump", "ballast"), (r"nose ?(?:cone|piece)?|nosecone", "nose_cone"),
        (r"(?:electronics?|avionics|altimeter|av|e)[ -]?bay", "coupler", "bay"),
        (r"shoulder|coupl(?:er|ing)|joiner|tube connector", "coupler"),
        (r"boat ?tail|tail ?cone", "transition", "tail"), (r"transition|reducer|adapter", "transition"),
        (r"bulk ?(?:head|plate)", "bulkhead"), (r"baffle", "baffle"), (r"piston", "piston"),
        (r"launch ?lugs?|\blugs?\b|straw", "launch_lug"), (r"rail ?buttons?|\bbuttons?\b", "rail_button"), (r"rail ?guides?", "rail_guide"),
        (r"snap|swivel|\blinks?\b|quick ?link|split ring", "mass_lump", "hardware"),
        (r"shroud lines?|chute lines?", NO_PART, "lines"),
        (r"shock ?cord|elastic|kevlar|aramid|bungee|\bcord\b|tether|leash", "cord"),
        (r"drogue", "canopy", "drogue"), (r"streamer", "canopy", "streamer"), (r"para(?:chute|foil)?s?\b|chutes?|canop(?:y|ies)", "canopy"),
        (r"\bweights?\b|washers?|\bshot\b", "mass_lump", "ballast"),
        (r"altimeter|logger|tracker|beeper|camera|electronics", "device"),
        (r"payload (?:tube|section|bay)|clear (?:tube|section)|upper (?:body )?tube|front tube", "body_tube", "upper"),
        (r"(?:body|main|air|lower|rear|aft|long|booster)[ -]?(?:body )?(?:tube|frame)|airframe|\btubes?\b|tubing", "body_tube"),
        (r"(?:motor|engine)s?\b", NO_PART, "motor"),
    )
)  # fmt: skip
_MATERIALS = (
    (r"hard balsa", "balsa-hard"), (r"balsa", "balsa"), (r"basswood|lime ?wood|linden", "lime"), (r"light ?ply|lite ?ply", "light-ply"),
    (r"\bply(?:wood)?\b", "birch-ply"), (r"fib(?:re|er) ?glass|glass|\bg10\b|\bfr4\b|\bgrp\b", "fibreglass"), (r"carbon", "carbon"),
    (r"phenolic", "phenolic"), (r"3d|printed|\bpla\b", "printed-pla"), (r"petg", "printed-petg"), (r"\babs\b", "abs"),
    (r"foam ?board", "foam-board"), (r"plastic|styrene|moulded|molded|vinyl", "polystyrene"), (r"ripstop|nylon", "ripstop"),
    (r"mylar|foil|metalli[sz]ed", "metallised-film"), (r"cr[eê]pe", "crepe"), (r"polythene|film|bag", "film"),
    (r"elastic|bungee|rubber", "elastic-6"),
       (r"kevlar|aramid", "aramid-1"), (r"card(?:board|stock)?|paper|fib(?:re|er)\b|kraft", "card"), (r"alumin", "aluminium"), (r"brass", "brass"),
)  # fmt: skip
_WORDS = {"one": 1, "two": 2, "pair": 2, "three": 3, "four": 4, "five": 5, "six": 6, "eight": 8}
_NUMBER = r"\d+[ -]\d+/\d+|\d+/\d+|\d+(?:[.,]\d+)?|\.\d+"
_UNIT = r"mm|cm|inch(?:es)?|in\b|\"|″|”|''|ft|feet|foot|metres?|meters?|m\b|grams?|g\b|oz|ounces?"
_FIGURE = re.compile(rf"(?<![\w./-])({_NUMBER})\s*-?\s*({_UNIT})?(?![\w/])", re.IGNORECASE)
_PARTS = (2, 4, 8, 16, 32, 64)
_MASS = re.compile(r"^(?:g|grams?|oz|ounces?)$", re.IGNORECASE)


@dataclass(frozen=True, slots=True, kw_only=True)
class KitPart:
    """A line as read.

    Attributes
    ----------
    kind : str
        A type of part, `no_part`, or "" for a line nothing is known of.
    role : str
        What of its kind it is: "upper" tube, "ballast".
    sizes_m : tuple of float
        Lengths in the line, as they stand. [m]
    mass_kg : float or None
    """

    text: str
    count: int
    kind: str
    role: str = ""
    sizes_m: tuple[float, ...] = ()
    mass_kg: float | None = None
    material: str | None = None


def read_parts(text: str, units: UnitChoice = METRIC) -> tuple[KitPart, ...]:
    """Every part a list tells of, in its order; prose is taken apart at its commas.

    Raises
    ------
    RocketryError
        For an empty list, one that is too long, or one in which nothing is a part of a rocket.
    """
    if len(text) > LONGEST:
        raise RocketryError("kit", f"is {len(text)} characters long; {LONGEST} are plenty: leave out all but the parts")
    items = [piece for line in text.splitlines() for piece in _pieces(line.strip(" -*•·\t"))]
    if not items:
        raise RocketryError("kit", "is empty: write what is in the box, one part a line")
    if len(items) > MOST_LINES:
        raise RocketryError("kit", f"names {len(items)} things; a rocket of up to {MOST_LINES} can be put together here")
    found = tuple(_read(piece, units) for piece in items)
    if not any(p.kind and p.kind != NO_PART for p in found):
        raise RocketryError("kit", "names no part of a rocket that is known here; begin with the tube: “body tube 25 × 300 mm”")
    return found


def _pieces(line: str) -> Iterator[str]:
    """A line, or what its commas part, where more than one piece names a part."""
    pieces: list[str] = []
    for piece in re.split(r"[,;]\s+|\.\s+(?=[A-Z])|\s+(?:and|plus|with|w/)\s+(?!hook)", line):
        if not piece.strip():
            continue
        if pieces and not (_name(piece) and _name(pieces[-1])):
            pieces[-1] += f", {piece}"
        else:
            pieces.append(piece)
    yield from pieces


def _name(text: str) -> _Name | None:
    low = text.lower()
    return next((n for n in _NAMES if re.search(n.words, low)), None)


def _read(text: str, units: UnitChoice) -> KitPart:
    count, body = _counted(text)
    name = _name(body)
    sizes, mass = _figures(body, units)
    return KitPart(
        text=text.strip()[:160], count=count, kind=name.kind if name else "", role=name.role if name else "", sizes_m=sizes, mass_kg=mass,
        material=next((m for words, m in _MATERIALS if re.search(words, body.lower())), None),
    )  # fmt: skip


# A count in front ("4 fins", "2 × ring", "(2) rings"), in brackets, or behind a word ("ring x2"); never a figure that a unit follows.
_COUNTS = (
    r"^\((\d{1,2})\)\s*", r"\((?:[x×]\s*)?(\d{1,2})\s*(?:[x×]|pcs?\.?|off|pieces)?\)", r"(?<=[a-z]{3})[\s,:]*[x×]\s*(\d|1[0-2])\s*$",
    r"(?<=[a-z]{3})\s*:\s*(\d{1,2})\s*$", r"^(\d{1,2})\s*(?:[x×]|off|pcs?\.?|pieces of)\s+(?=[a-z])",
    r"^(\d{1,2})\s+(?!mm\b|cm\b|in\b|inch|m\b|g\b|oz|ft|x\b|×)(?=[a-z])",
)  # fmt: skip


def _counted(text: str) -> tuple[int, str]:
    """(how many, the rest of the line)"""
    for form in _COUNTS:
        found = re.search(form, text, re.IGNORECASE)
        if found and int(found[1]) > 0:
            return int(found[1]), text[: found.start()] + " " + text[found.end() :]
    word = re.search(rf"\b({'|'.join(_WORDS)})\b", text.lower())
    return (_WORDS[word[1]] if word else 1), text


def _figures(text: str, units: UnitChoice) -> tuple[tuple[float, ...], float | None]:
    """Lengths [m] and a mass [kg] in a line; a bare figure takes the unit of the one behind it, else a fraction's inch or the owner's own."""
    # 18/25 are two sizes; 3/32 is a fraction.
    plain = re.sub(r"(\d+)/(\d+)", lambda m: m[0] if int(m[2]) in _PARTS and int(m[1]) < int(m[2]) else f"{m[1]} x {m[2]}", text)
    found = _FIGURE.findall(re.sub(r"[×*]| by |(?<=\d)x(?=\s*\d)", " x ", plain))
    lengths: list[float] = []
    mass: float | None = None
    behind = next((u for _, u in reversed(found) if u and not _MASS.match(u)), "")
    for number, unit in found:
        try:
            if unit and _MASS.match(unit):
                mass = parse_si(f"{number} {unit}", "mass", units)
                continue
            own = unit or behind or ("in" if "/" in number else "")
            lengths.append(parse_si(f"{number} {_spelt(own)}".strip(), "short_length", units))
        except RocketryError:
            continue
    return tuple(x for x in lengths if 0.0003 <= x <= 5.0), mass


def _spelt(unit: str) -> str:
    low = unit.lower()
    return (
        "in"
        if low.startswith("in") or low in ('"', "″", "”", "''")
        else "ft"
        if low in ("feet", "foot")
        else "m"
        if low.startswith("met")
        else low
    )


def only(parts: Sequence[KitPart], kind: str, role: str | None = None) -> list[KitPart]:
    """Those of a kind."""
    return [p for p in parts if p.kind == kind and (role is None or p.role == role)]
