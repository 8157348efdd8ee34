"""Laying a template over sheets of paper: how many, what is on each, how they overlap."""

import math
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.templates.template import Template

PaperName = Literal["a4", "letter"]
PAPERS_MM: dict[str, tuple[float, float]] = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
MARGIN_MM = 12.0  # what any printer leaves white, and room for crop marks
FOOT_MM = 24.0  # for the bar, the map and the title
OVERLAP_MM = 10.0
MOST_SHEETS = 120


@dataclass(frozen=True, slots=True, kw_only=True)
class Sheet:
    """One sheet: column and row (from the bottom left), and the template's corner that its window shows. [mm]"""

    column: int
    row: int
    left_mm: float
    bottom_mm: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Tiling:
    """Sheets in reading order, top row first. [mm]"""

    paper: str
    paper_mm: tuple[float, float]
    window_mm: tuple[float, float]
    columns: int
    rows: int
    turned: bool
    sheets: tuple[Sheet, ...]


def tile(template: Template, paper: str) -> Tiling:
    """Spread a template over as few sheets as it takes, upright or lying.

    Raises
    ------
    RocketryError
        For an unknown paper, or more than 120 sheets.
    """
    if paper not in PAPERS_MM:
        raise RocketryError("paper", f"{paper!r} is neither a4 nor letter")
    short, long = PAPERS_MM[paper]
    best = min(
        (_grid(template, size, paper, turned) for size, turned in (((short, long), False), ((long, short), True))),
        key=lambda t: len(t.sheets),
    )
    if len(best.sheets) > MOST_SHEETS:
        raise RocketryError(
            "paper", f"would take {len(best.sheets)} sheets; {MOST_SHEETS} are the most. Take the SVG or DXF to a plotter"
        )
    return best


def _grid(template: Template, size: tuple[float, float], paper: str, turned: bool) -> Tiling:
    wide, tall = size[0] - 2 * MARGIN_MM, size[1] - 2 * MARGIN_MM - FOOT_MM
    columns = _count(template.width_mm, wide)
    rows = _count(template.height_mm, tall)
    left, bottom, _, _ = template.box
    # Centred as a whole, so that a small template does not hug a corner.
    spare_x = wide + (columns - 1) * (wide - OVERLAP_MM) - template.width_mm
    spare_y = tall + (rows - 1) * (tall - OVERLAP_MM) - template.height_mm
    sheets = tuple(
        Sheet(
            column=c,
            row=r,
            left_mm=left - spare_x / 2 + c * (wide - OVERLAP_MM),
            bottom_mm=bottom - spare_y / 2 + r * (tall - OVERLAP_MM),
        )
        for r in reversed(range(rows))
        for c in range(columns)
    )
    return Tiling(paper=paper, paper_mm=size, window_mm=(wide, tall), columns=columns, rows=rows, turned=turned, sheets=sheets)


def _count(length_mm: float, window_mm: float) -> int:
    if length_mm <= window_mm:
        return 1
    return 1 + math.ceil((length_mm - window_mm) / (window_mm - OVERLAP_MM) - 1e-9)
