"""A kit's list of parts: read line by line, checked off, missing ones named."""

import re
from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.errors import RocketryError

_COUNTED = re.compile(
    r"^\s*(?:[-*•·]\s*)?(?:(\d{1,3})\s*(?:[x×]|pcs?\.?|off)?\s+)?(.*?)(?:(?<![\d\s])\s*[x×]\s*(\d{1,3}))?\s*$", re.IGNORECASE
)
MOST_LINES = 200
LONGEST_LINE = 160


@dataclass(frozen=True, slots=True, kw_only=True)
class KitItem:
    """A line of the list; `present` None: not looked at yet."""

    text: str
    count: int = 1
    present: bool | None = None


def read_kit_list(text: str) -> tuple[KitItem, ...]:
    """A pasted list, one part a line, a count in front or behind ("2 × centring ring", "ring x2").

    A number that begins a size ("18 mm tube") is no count.

    Raises
    ------
    RocketryError
        For more than 200 lines or a line over 160 characters.
    """
    lines = [line.strip() for line in text.splitlines() if line.strip()]
    if len(lines) > MOST_LINES:
        raise RocketryError("kit", f"has {len(lines)} lines; {MOST_LINES} are plenty")
    return tuple(_item(line) for line in lines)


def _item(line: str) -> KitItem:
    if len(line) > LONGEST_LINE:
        raise RocketryError("kit", f"has a line of {len(line)} characters; {LONGEST_LINE} are plenty")
    match = _COUNTED.match(line)
    if match is None or not match[2]:
        return KitItem(text=line)
    before, text, behind = match.groups()
    if before and re.match(r"^(mm|cm|m|in|inch|\"|ft|g|oz|N)\b|^[\"/.,]", text):
        return KitItem(text=line.lstrip("-*•· "))
    count = int(before or behind or 1)
    return KitItem(text=text, count=count) if count > 0 else KitItem(text=line)


def intake_sentence(items: Sequence[KitItem]) -> str:
    """What is in the box, and what is missing by name."""
    missing = [f"{i.count} × {i.text}" if i.count > 1 else i.text for i in items if i.present is False]
    open_lines = sum(i.present is None for i in items)
    if not items:
        return "No list yet: paste the kit’s own, one part a line."
    if missing:
        rest = f" {open_lines} still to be looked at." if open_lines else ""
        return f"Missing: {'; '.join(missing)}.{rest} Ask the shop before the first glue."
    return f"{open_lines} of {len(items)} still to be looked at." if open_lines else "Everything on the list is there."
