"""Templates as JSON geometry and as files."""

import base64
from collections.abc import Sequence
from typing import Any

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.templates.pdf import write_pdf
from wobbly_fin.rocketry.templates.template import Template
from wobbly_fin.rocketry.templates.vector import write_dxf, write_svg

MEDIA_TYPES = {"pdf": "application/pdf", "svg": "image/svg+xml", "dxf": "image/vnd.dxf"}


def template_answer(template: Template) -> dict[str, Any]:
    """Geometry in millimetres, x right, y up."""
    return {
        "key": template.key,
        "title": template.title,
        "width_mm": template.width_mm,
        "height_mm": template.height_mm,
        "paths": [{"layer": p.layer, "closed": p.closed, "points_mm": [list(q) for q in p.points]} for p in template.paths],
        "circles": [{"layer": c.layer, "centre_mm": list(c.centre), "radius_mm": c.radius} for c in template.circles],
        "arcs": [
            {"layer": a.layer, "centre_mm": list(a.centre), "radius_mm": a.radius, "start_deg": a.start_deg, "end_deg": a.end_deg}
            for a in template.arcs
        ],
        "notes": list(template.notes),
    }


def written(templates: Sequence[Template], kind: str, paper: str, owner_line: str) -> bytes:
    """A file's content; SVG and DXF hold one template each."""
    if kind == "pdf":
        return write_pdf(templates, paper, owner_line)
    if len(templates) != 1:
        raise RocketryError("template", f"is missing; a {kind} file holds one template; name it")
    return (write_svg(templates[0]) if kind == "svg" else write_dxf(templates[0])).encode()


def file_answer(templates: Sequence[Template], kind: str, paper: str, owner_line: str) -> dict[str, str]:
    """A file inside a JSON answer."""
    return {
        "media_type": MEDIA_TYPES[kind],
        "content_base64": base64.b64encode(written(templates, kind, paper, owner_line)).decode("ascii"),
    }
