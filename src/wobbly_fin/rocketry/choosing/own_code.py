"""A club's own rules as people write them: boxes over a shipped code's, a table as `to 20: 5 m; to 320: 9 m`."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from wobbly_fin.rocketry.choosing.codes import RangeCode, Steps
from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.units.parse import parse

# Rule → what it is called, and the quantity it is written in; a table's distances are lengths over impulse.
BOXES: dict[str, tuple[str, str]] = {
    "wind_max_m_s": ("Wind, at most", "speed"),
    "tilt_deg": ("Rod from vertical, at most", "angle"),
    "high_tilt_deg": ("Rod, high power", "angle"),
    "notify_kg": ("Somebody is told above", "mass"),
    "adult_from_n_s": ("Grown-ups only above", "impulse"),
    "impulse_max_n_s": ("No more than", "impulse"),
    "stand_off_m": ("Stand-off by impulse", "table"),
    "site_m": ("Site by impulse", "table"),
    "high_stand_off_m": ("Stand-off, high power", "table"),
    "high_complex_m": ("The same, clusters and stages", "table"),
}
MOST_ROWS = 20
_ROW = re.compile(r"\s*(?:up\s+)?(?:to\s+)?([0-9][0-9.,]*)\s*(?:N·?s|Ns)?\s*[:=]\s*(.+?)\s*", re.IGNORECASE)


@dataclass(frozen=True, slots=True, kw_only=True)
class RuleBox:
    """A rule as text. `shipped`: what the code says without the club; `own`: the club says otherwise."""

    key: str
    label: str
    text: str
    shipped: str
    own: bool


def rule_boxes(shipped: RangeCode, overrides: Mapping[str, Any], units: UnitChoice = METRIC) -> tuple[RuleBox, ...]:
    """Every rule a club may write, as it stands."""
    now = shipped.with_overrides(overrides) if overrides else shipped
    return tuple(
        RuleBox(key=k, label=label, text=_said(now, k, units), shipped=_said(shipped, k, units), own=k in overrides)
        for k, (label, _) in BOXES.items()
    )


def read_rules(typed: Mapping[str, str], shipped: RangeCode, units: UnitChoice = METRIC) -> dict[str, Any]:
    """Overrides from boxes: an empty one, or one that says what the code says, is none.

    Returns
    -------
    dict
        Rule → SI value, or rows of (N·s, m); fit for `RangeCode.with_overrides`.

    Raises
    ------
    RocketryError
        At the box: no such rule, no such quantity, a table that falls.
    """
    found: dict[str, Any] = {}
    for key, text in typed.items():
        if key not in BOXES:
            raise RocketryError(key, f"is no rule of a range; the rules are {', '.join(BOXES)}")
        if text.strip() and text.strip() != _said(shipped, key, units):
            found[key] = _read(key, text, units)
    if found:
        shipped.with_overrides(found)
    return found


def _read(key: str, text: str, units: UnitChoice) -> Any:
    quantity = BOXES[key][1]
    if quantity == "angle":
        number = text.strip().rstrip("°").removesuffix("deg").strip().replace(",", ".")
        if not re.fullmatch(r"[0-9]{1,3}(\.[0-9]+)?", number):
            raise RocketryError(key, f"{text.strip()[:20]!r} is no angle; write it in degrees, as 20")
        return float(number)
    if quantity != "table":
        return parse(text, quantity, units, name=key).si
    rows = []
    for part in filter(str.strip, re.split(r"[;\n]", text)):
        row = _ROW.fullmatch(part)
        if row is None:
            raise RocketryError(key, f"has {part.strip()[:30]!r}; write each row as 'to 20: 5 m', rows apart by ;")
        rows.append([parse(row[1], "impulse", name=key).si, parse(row[2], "height", units, name=key).si])
    require_finite(key, float(len(rows)), 1.0, MOST_ROWS)
    return rows


def _said(code: RangeCode, key: str, units: UnitChoice) -> str:
    quantity = BOXES[key][1]
    if quantity == "angle":
        return f"{getattr(code, key):g}°"
    if quantity != "table":
        return show(getattr(code, key), quantity, units)
    rows: Steps = getattr(code, key)
    return "; ".join(f"to {up_to:g}: {show(metres, 'height', units)}" for up_to, metres in rows)
