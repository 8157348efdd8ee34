"""A build's diary as a PDF: what was done when, what it weighed, and the photos. Made with ReportLab."""

import io
from xml.sax.saxutils import escape

from wobbly_fin.rocketry.building.explain import lasting
from wobbly_fin.rocketry.building.hours import zone_of
from wobbly_fin.rocketry.templates.pdf import latin
from wobbly_fin.rocketry.units.display import show
from wobbly_fin.workshop.station import Station

_PHOTO_WIDE_CM = 8.0


def write_diary(s: Station) -> bytes:
    """The diary of a build, as PDF bytes."""
    from reportlab.lib.pagesizes import A4
    from reportlab.lib.styles import getSampleStyleSheet
    from reportlab.lib.units import cm
    from reportlab.platypus import Image, KeepTogether, Paragraph, SimpleDocTemplate, Spacer

    styles, zone = getSampleStyleSheet(), zone_of(s.hours.zone)
    out, edge = io.BytesIO(), 2 * cm
    paper = SimpleDocTemplate(
        out, pagesize=A4, title=f"{s.row.name}: build diary", leftMargin=edge, rightMargin=edge, topMargin=edge, bottomMargin=edge
    )
    done = sum(1 for step in s.plan.steps if step.key in s.state.done)
    day = s.build.created_at.astimezone(zone)
    begun = f"Begun {day.day} {day:%B %Y}. {done} of {len(s.plan.steps)} steps done."
    story = [Paragraph(_said(s.row.name), styles["Title"]), Paragraph(_said(begun), styles["Normal"]), Spacer(1, 0.5 * cm)]
    photos: dict[str, list[object]] = {}
    for photo in s.build.photos.all():
        wide = _PHOTO_WIDE_CM * cm
        if photo.file.name and photo.file.storage.exists(photo.file.name):
            picture = Image(io.BytesIO(photo.file.open("rb").read()), width=wide, height=wide * photo.height / photo.width)
            picture.hAlign = "LEFT"
            photos.setdefault(photo.step, []).append(picture)
    for event in s.build.events.all():
        lines = _lines(s, event.kind, event.facts)
        if event.kind == "started":
            continue
        head = f"{event.at.astimezone(zone):%a %d %b %Y, %H:%M}: {event.title or 'remark'}" + (
            " (taken back)" if event.kind == "undone" else ""
        )
        block = [Paragraph(_said(head), styles["Heading4"])]
        block += [Paragraph(_said(line), styles["Normal"]) for line in (*lines, event.remark) if line]
        if event.kind == "done":
            block += photos.pop(event.step, [])  # type: ignore[arg-type]
        story.append(KeepTogether(block))
    for rest in photos.values():
        story += rest  # type: ignore[arg-type]
    paper.build(story)
    return out.getvalue()


def _lines(s: Station, kind: str, facts: dict[str, object]) -> list[str]:
    if kind == "weighed":
        return [f"{facts['typed']}. {facts['said']}", str(facts["drift"])]
    out = []
    if facts.get("long_ago"):
        out.append("Done before this diary began.")
    if facts.get("spent_s"):
        out.append(f"{lasting(float(str(facts['spent_s'])))} hands-on.")
    if facts.get("glue"):
        mass = float(str(facts.get("mass_kg") or 0))
        amount = f", {show(mass, 'mass', s.units)}" if mass > 0 else ""
        out.append(f"{facts['glue']}{amount}, at {show(float(str(facts['temperature_c'])), 'temperature', s.units)}.")
    return out


def _said(text: str) -> str:
    return escape(latin(text))
