"""Templates as PDF, exactly 1:1, over sheets with overlap, crop marks, a page map and a bar to lay a ruler on."""

import io
import textwrap
from collections.abc import Sequence
from typing import TYPE_CHECKING, Any

from wobbly_fin.rocketry.templates.paper import MARGIN_MM, OVERLAP_MM, Sheet, Tiling, tile
from wobbly_fin.rocketry.templates.template import LAYERS, Layer, Template

if TYPE_CHECKING:
    from reportlab.pdfgen.canvas import Canvas

POINTS_PER_MM = 72 / 25.4
_INK: dict[Layer, tuple[tuple[float, float, float], float, tuple[float, ...]]] = {
    "cut": ((0.0, 0.0, 0.0), 0.25, ()),
    "score": ((0.1, 0.25, 0.6), 0.2, (2.0, 1.2)),
    "mark": ((0.75, 0.3, 0.0), 0.18, (4.0, 1.0, 0.6, 1.0)),
}
_FONT = "Helvetica"


def write_pdf(templates: Sequence[Template], paper: str, owner_line: str = "") -> bytes:
    """Every template on its own sheets.

    Parameters
    ----------
    paper : str
        ``a4`` or ``letter``.
    owner_line : str
        Printed at the foot: the rocket's name.
    """
    from reportlab.pdfgen.canvas import Canvas

    out = io.BytesIO()
    canvas = Canvas(out, pageCompression=0, invariant=1)
    canvas.setTitle(owner_line or "Templates")
    # No viewer may shrink it to fit.
    canvas.setViewerPreference("PrintScaling", "None")
    for template in templates:
        tiling = tile(template, paper)
        for number, sheet in enumerate(tiling.sheets, start=1):
            _page(canvas, template, tiling, sheet, number, owner_line)
    canvas.save()
    return out.getvalue()


def _page(canvas: "Canvas", template: Template, tiling: Tiling, sheet: Sheet, number: int, owner_line: str) -> None:
    wide, tall = tiling.paper_mm
    canvas.setPageSize((wide * POINTS_PER_MM, tall * POINTS_PER_MM))
    canvas.scale(POINTS_PER_MM, POINTS_PER_MM)
    window = (MARGIN_MM, tall - MARGIN_MM - tiling.window_mm[1], *tiling.window_mm)
    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(*window)
    canvas.clipPath(clip, stroke=0, fill=0)
    canvas.translate(window[0] - sheet.left_mm, window[1] - sheet.bottom_mm)
    _draw(canvas, template)
    canvas.restoreState()
    _crop_marks(canvas, window, tiling, sheet)
    _foot(canvas, template, tiling, sheet, number, owner_line)
    canvas.showPage()


def _draw(canvas: "Canvas", template: Template) -> None:
    for layer in LAYERS:
        colour, width, dashes = _INK[layer]
        canvas.setStrokeColorRGB(*colour)
        canvas.setLineWidth(width)
        canvas.setDash(*([list(dashes)] if dashes else []))
        for path in template.paths:
            if path.layer == layer:
                line: Any = canvas.beginPath()
                line.moveTo(*path.points[0])
                for point in path.points[1:]:
                    line.lineTo(*point)
                if path.closed:
                    line.close()
                canvas.drawPath(line, stroke=1, fill=0)
        for circle in template.circles:
            if circle.layer == layer:
                canvas.circle(*circle.centre, circle.radius, stroke=1, fill=0)
        for arc in template.arcs:
            if arc.layer == layer:
                (x, y), r = arc.centre, arc.radius
                canvas.arc(x - r, y - r, x + r, y + r, arc.start_deg, arc.end_deg - arc.start_deg)
    canvas.setFillColorRGB(0.2, 0.2, 0.2)
    for words in template.words:
        canvas.saveState()
        canvas.translate(*words.at)
        canvas.rotate(words.turned_deg)
        canvas.setFont(_FONT, words.size)
        canvas.drawCentredString(0, -words.size * 0.35, latin(words.text))
        canvas.restoreState()


def _crop_marks(canvas: "Canvas", window: tuple[float, float, float, float], tiling: Tiling, sheet: Sheet) -> None:
    """Corner ticks outside the window, and a fine line where the next sheet is to be laid on."""
    x, y, w, h = window
    canvas.setStrokeColorRGB(0, 0, 0)
    canvas.setDash()
    canvas.setLineWidth(0.15)
    for cx, dx in ((x, -1), (x + w, 1)):
        for cy, dy in ((y, -1), (y + h, 1)):
            canvas.line(cx + dx * 1.5, cy, cx + dx * 6, cy)
            canvas.line(cx, cy + dy * 1.5, cx, cy + dy * 6)
    canvas.setStrokeColorRGB(0.5, 0.5, 0.5)
    canvas.setDash([0.8, 1.6])
    if sheet.column < tiling.columns - 1:
        canvas.line(x + w - OVERLAP_MM, y, x + w - OVERLAP_MM, y + h)
    if sheet.row < tiling.rows - 1:
        canvas.line(x, y + h - OVERLAP_MM, x + w, y + h - OVERLAP_MM)
    canvas.setDash()


def _foot(canvas: "Canvas", template: Template, tiling: Tiling, sheet: Sheet, number: int, owner_line: str) -> None:
    bar_mm, said = (100.0, "100 mm") if tiling.paper == "a4" else (101.6, "4 in")
    base = MARGIN_MM - 2
    canvas.setStrokeColorRGB(0, 0, 0)
    canvas.setLineWidth(0.3)
    canvas.line(MARGIN_MM, base, MARGIN_MM + bar_mm, base)
    parts = 10 if tiling.paper == "a4" else 16
    for k in range(parts + 1):
        tick = 3.0 if k in (0, parts) else 1.5
        canvas.line(MARGIN_MM + k * bar_mm / parts, base, MARGIN_MM + k * bar_mm / parts, base + tick)
    canvas.setFillColorRGB(0, 0, 0)
    canvas.setFont(_FONT, 3.2)
    canvas.drawString(MARGIN_MM, base + 4.2, f"{said}: lay a ruler on it. Print at 100 %, not to fit.")
    canvas.setFont(_FONT, 3.8)
    head = f"{owner_line}: {template.title}" if owner_line else template.title
    canvas.drawString(MARGIN_MM, base + 17.6, latin(head)[:95])
    canvas.setFont(_FONT, 2.7)
    for line, note in enumerate(textwrap.wrap(" ".join(template.notes), 132)[:3]):
        canvas.drawString(MARGIN_MM, base + 14.2 - 3.1 * line, latin(note))
    if len(tiling.sheets) > 1:
        cell_w, cell_h = min(6.0, 40 / tiling.columns), min(4.4, 17 / tiling.rows)
        left = tiling.paper_mm[0] - MARGIN_MM - cell_w * tiling.columns
        for other in tiling.sheets:
            here = other == sheet
            canvas.setFillColorRGB(*((0.2, 0.2, 0.2) if here else (1, 1, 1)))
            canvas.rect(left + other.column * cell_w, base + other.row * cell_h, cell_w, cell_h, stroke=1, fill=1)
        canvas.setFillColorRGB(0, 0, 0)
        canvas.setFont(_FONT, 2.7)
        canvas.drawRightString(left - 1.5, base, f"sheet {number} of {len(tiling.sheets)}")


def latin(text: str) -> str:
    """The built-in font knows Latin-1 only."""
    return (
        text.replace("’", "'")
        .replace("…", "...")
        .replace("′", "'")
        .replace("–", "-")
        .replace("−", "-")
        .replace("→", "->")
        .replace("“", '"')
        .replace("”", '"')
        .encode("latin-1", "replace")
        .decode("latin-1")
    )
