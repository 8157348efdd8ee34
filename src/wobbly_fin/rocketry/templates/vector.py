"""Templates as SVG and DXF, in millimetres, for cutters and drawing programs."""

import io
from xml.sax.saxutils import escape

from wobbly_fin.rocketry.templates.template import LAYERS, Layer, Template

_INK: dict[Layer, str] = {
    "cut": 'stroke="#000000" stroke-width="0.25"',
    "score": 'stroke="#1a4099" stroke-width="0.2" stroke-dasharray="2 1.2"',
    "mark": 'stroke="#bf4d00" stroke-width="0.18" stroke-dasharray="4 1 0.6 1"',
}
_ROOM_MM = 5.0


def _n(value: float) -> str:
    return f"{value:.4f}".rstrip("0").rstrip(".")


def write_svg(template: Template) -> str:
    """One drawing: user unit = 1 mm, a group a layer. y runs down in SVG, so the template's is turned over."""
    left, bottom, right, top = template.box
    width, height = right - left + 2 * _ROOM_MM, top - bottom + 2 * _ROOM_MM
    dx, dy = _ROOM_MM - left, top + _ROOM_MM
    out = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{_n(width)}mm" height="{_n(height)}mm" viewBox="0 0 {_n(width)} {_n(height)}">',
        f"<title>{escape(template.title)}</title>",
    ]
    for layer in LAYERS:
        out.append(f'<g id="{layer}" fill="none" {_INK[layer]}>')
        for path in template.paths:
            if path.layer == layer:
                points = " L".join(f"{_n(x + dx)} {_n(dy - y)}" for x, y in path.points)
                out.append(f'<path d="M{points}{" Z" if path.closed else ""}"/>')
        for c in template.circles:
            if c.layer == layer:
                out.append(f'<circle cx="{_n(c.centre[0] + dx)}" cy="{_n(dy - c.centre[1])}" r="{_n(c.radius)}"/>')
        for a in template.arcs:
            if a.layer == layer:
                (x0, y0), (x1, y1) = a.at(a.start_deg), a.at(a.end_deg)
                long = 1 if a.end_deg - a.start_deg > 180 else 0
                out.append(
                    f'<path d="M{_n(x0 + dx)} {_n(dy - y0)} A{_n(a.radius)} {_n(a.radius)} 0 {long} 0 {_n(x1 + dx)} {_n(dy - y1)}"/>'
                )
        out.append("</g>")
    out.append('<g id="words" font-family="sans-serif" text-anchor="middle" fill="#333333">')
    for w in template.words:
        x, y = w.at[0] + dx, dy - w.at[1]
        turn = f' transform="rotate({_n(-w.turned_deg)} {_n(x)} {_n(y)})"' if w.turned_deg else ""
        out.append(f'<text x="{_n(x)}" y="{_n(y + w.size * 0.35)}" font-size="{_n(w.size)}"{turn}>{escape(w.text)}</text>')
    out += ["</g>", "</svg>"]
    return "\n".join(out) + "\n"


def write_dxf(template: Template) -> str:
    """One drawing in millimetres, layers CUT, SCORE and MARK."""
    import ezdxf

    drawing = ezdxf.new(  # type: ignore[attr-defined]
        "R2010", units=ezdxf.units.MM
    )
    for layer, colour in (("CUT", 7), ("SCORE", 5), ("MARK", 30)):
        drawing.layers.add(layer, color=colour)
    space = drawing.modelspace()
    for path in template.paths:
        space.add_lwpolyline(path.points, close=path.closed, dxfattribs={"layer": path.layer.upper()})
    for c in template.circles:
        space.add_circle(c.centre, c.radius, dxfattribs={"layer": c.layer.upper()})
    for a in template.arcs:
        space.add_arc(a.centre, a.radius, a.start_deg, a.end_deg, dxfattribs={"layer": a.layer.upper()})
    for w in template.words:
        text = space.add_text(w.text, height=w.size, rotation=w.turned_deg, dxfattribs={"layer": "MARK"})
        text.set_placement(w.at, align=ezdxf.enums.TextEntityAlignment.MIDDLE_CENTER)
    out = io.StringIO()
    drawing.write(out)
    return out.getvalue()
