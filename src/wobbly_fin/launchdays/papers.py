"""The day on paper: a sheet for the table, a card for every flight with a QR code to its rocket's page, and every checklist."""

import io
import textwrap
from typing import Any

from wobbly_fin.launchdays.plan import DayPlan, Planned, loadout_for
from wobbly_fin.rocketry.choosing.explain import height_words
from wobbly_fin.rocketry.launchday.checklists.compose import checklist
from wobbly_fin.rocketry.launchday.checklists.item import STAGES
from wobbly_fin.rocketry.launchday.explain import clock, reason_sentences, ruling_sentence, stand_off_words
from wobbly_fin.rocketry.templates.pdf import latin
from wobbly_fin.rocketry.units.display import show

_MM = 72 / 25.4
_ADVICE = "Advice only: the motor maker's sheet, your local code and the range officer decide."
_A4 = (210 * _MM, 297 * _MM)


def day_papers(plan: DayPlan, home: str) -> bytes:
    """As PDF. `home` is where the application is reached, for the codes."""
    from reportlab.pdfgen.canvas import Canvas

    buffer = io.BytesIO()
    canvas = Canvas(buffer, pagesize=_A4, pageCompression=1)
    canvas.setTitle(f"{plan.day.name}, {plan.day.day.isoformat()}")
    _sheet(canvas, plan)
    for n, planned in enumerate(plan.lines):
        if n % 3 == 0:
            canvas.showPage()
        _card(canvas, plan, planned, home, top=_A4[1] - (15 + 90 * (n % 3)) * _MM)
    for planned in plan.lines:
        _list(canvas, plan, planned)
    canvas.save()
    return buffer.getvalue()


def _sheet(canvas: Any, plan: DayPlan) -> None:
    y = _A4[1] - 20 * _MM
    canvas.setFont("Helvetica-Bold", 18)
    canvas.drawString(18 * _MM, y, latin(plan.day.name))
    canvas.setFont("Helvetica", 10)
    field = plan.day.field.name if plan.day.field else "no field chosen"
    canvas.drawString(
        18 * _MM,
        y - 6 * _MM,
        latin(f"{plan.day.day.isoformat()} · {field} · {clock(plan.day.opens)} to {clock(plan.day.closes)} · {plan.code.name}"),
    )
    if plan.forecast is not None:
        note = " (SIMULATED)" if plan.forecast.simulated else ""
        canvas.drawString(18 * _MM, y - 11 * _MM, latin(f"Weather: {plan.forecast.source}{note}"))
    y -= 20 * _MM
    for planned in plan.lines:
        canvas.setFont("Helvetica-Bold", 11)
        canvas.drawString(18 * _MM, y, latin(f"{clock(planned.hour)}   {planned.rocket_name}   {planned.ruling.candidate.label}"))
        canvas.setFont("Helvetica", 9)
        for text in textwrap.wrap(
            f"{planned.ruling.verdict.replace('_', ' ')}: {ruling_sentence(planned.ruling, plan.units)}", 105
        ):
            y -= 4.4 * _MM
            canvas.drawString(30 * _MM, y, latin(text))
        y -= 7 * _MM
        if y < 25 * _MM:
            canvas.showPage()
            y = _A4[1] - 20 * _MM
    canvas.setFont("Helvetica", 9)
    for broken in plan.broken:
        for text in textwrap.wrap(f"{broken.row.rocket.name} cannot be flown: {broken.why}", 105):
            canvas.drawString(18 * _MM, y, latin(text))
            y -= 4.4 * _MM
    canvas.setFont("Helvetica-Oblique", 8)
    canvas.drawString(18 * _MM, 12 * _MM, _ADVICE)


def _card(canvas: Any, plan: DayPlan, planned: Planned, home: str, top: float) -> None:
    ruling = planned.ruling
    left, width, height = 18 * _MM, 174 * _MM, 84 * _MM
    canvas.setLineWidth(0.8)
    canvas.rect(left, top - height, width, height)
    canvas.setFont("Helvetica-Bold", 15)
    canvas.drawString(left + 5 * _MM, top - 9 * _MM, latin(planned.rocket_name))
    canvas.setFont("Helvetica", 10)
    flight = ruling.candidate.flight
    rows = [
        f"Motor {ruling.candidate.label}     liftoff {show(flight.liftoff_mass_kg, 'mass', plan.units)}",
        f"Planned for {clock(planned.hour)}     everybody {stand_off_words(ruling, plan.units)} away",
        f"Forecast {height_words(ruling.candidate.case, plan.units)} high" if flight.apogee_altitude_m else "Does not lift",
    ]
    rows += textwrap.wrap(
        "; ".join(said for kind, said in reason_sentences(ruling, plan.units) if kind != "do") or "Goes as planned.", 80
    )[:4]
    for n, row in enumerate(rows):
        canvas.drawString(left + 5 * _MM, top - (17 + 5.5 * n) * _MM, latin(row))
    for n, label in enumerate(("wind read", "weighed", "range officer", "what happened")):
        y = top - height + (8 + 8 * (3 - n)) * _MM
        canvas.drawString(left + 5 * _MM, y, label)
        canvas.line(left + 35 * _MM, y - 1, left + 118 * _MM, y - 1)
    _code(canvas, f"{home}rockets/{planned.row.rocket_id}/recovery", left + width - 36 * _MM, top - 40 * _MM, 31 * _MM)


def _list(canvas: Any, plan: DayPlan, planned: Planned) -> None:
    """One flight's checklist, a box before every line; a hold has two."""
    foot, stage = 16 * _MM, ""
    y = 0.0
    for item in checklist(loadout_for(plan, planned)):
        rows = textwrap.wrap(item.text, 92)
        notes = textwrap.wrap(f"Good: {item.good}", 105) if item.good else []
        cautions = textwrap.wrap(f"CAUTION: {item.hazard}", 100) if item.hazard else []
        needs = (5 * len(rows) + 4 * (len(notes) + len(cautions)) + 2 + (8 if item.stage != stage else 0)) * _MM
        if y - needs < foot:
            canvas.showPage()
            canvas.setFont("Helvetica-Bold", 15)
            canvas.drawString(18 * _MM, _A4[1] - 18 * _MM, latin(f"{planned.rocket_name} · {planned.ruling.candidate.label}"))
            canvas.setFont("Helvetica-Oblique", 8)
            canvas.drawString(18 * _MM, 9 * _MM, _ADVICE)
            y = _A4[1] - 26 * _MM
        if item.stage != stage:
            stage = item.stage
            canvas.setFont("Helvetica-Bold", 11)
            canvas.drawString(18 * _MM, y - 2 * _MM, latin(STAGES[stage]))
            y -= 8 * _MM
        for n in range(2 if item.hold else 1):
            canvas.rect((18 + 5 * n) * _MM, y - 0.6 * _MM, 3.4 * _MM, 3.4 * _MM)
        for font, size, step, texts in (
            ("Helvetica-Bold" if item.hold else "Helvetica", 10, 5, rows),
            ("Helvetica-Oblique", 8.5, 4, notes),
            ("Helvetica-Bold", 8.5, 4, cautions),
        ):
            canvas.setFont(font, size)
            for text in texts:
                canvas.drawString(30 * _MM, y, latin(text))
                y -= step * _MM
        y -= 2 * _MM
    canvas.setFont("Helvetica", 8.5)
    canvas.drawString(18 * _MM, y, "Two boxes: a hold, looked at twice before going on.")


def _code(canvas: Any, text: str, x: float, y: float, side: float) -> None:
    """A QR code."""
    from reportlab.graphics import renderPDF
    from reportlab.graphics.barcode.qr import QrCodeWidget
    from reportlab.graphics.shapes import Drawing

    code = QrCodeWidget(text, barLevel="M", barWidth=side, barHeight=side)
    drawing = Drawing(side, side)
    drawing.add(code)
    renderPDF.draw(drawing, canvas, x, y)
