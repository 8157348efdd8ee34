"""Templates measured back: what is asked for is on the paper, to a tenth of a millimetre."""

import itertools
import math
import re

import ezdxf
import numpy as np
import pypdfium2
import pytest
from hypothesis import given, settings

from tests.rocketry.airframe.rockets import airframes, model
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import BodyTube, CentringRing, MotorTube, NoseCone, Transition, VentHoles
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.templates.paper import OVERLAP_MM, tile
from wobbly_fin.rocketry.templates.pdf import POINTS_PER_MM, latin, write_pdf
from wobbly_fin.rocketry.templates.shapes import find_template, templates_of
from wobbly_fin.rocketry.templates.template import Path, Template
from wobbly_fin.rocketry.templates.vector import write_dxf, write_svg

TENTH_MM = 0.1


def template(airframe, kind):
    layout = lay_out(airframe)
    return next(t for t in templates_of(layout) if t.key.startswith(kind))


def extent(points):
    xs, ys = zip(*points, strict=True)
    return max(xs) - min(xs), max(ys) - min(ys)


def pdf_paths(data, page=0):
    """Every stroked path of a page in millimetres, from the content stream's own operators and matrices."""
    stream = re.findall(rb"stream\r?\n(.*?)endstream", data, re.S)[page].decode("latin-1")
    stack, matrix, points, found = [], np.eye(3), [], []
    numbers: list[float] = []
    for token in re.findall(r"\((?:\\.|[^\\)])*\)|\S+", stream):
        if re.fullmatch(r"-?\d*\.?\d+", token):
            numbers.append(float(token))
            continue
        if token == "q":
            stack.append(matrix)
        elif token == "Q":
            matrix = stack.pop()
        elif token == "cm":
            a, b, c, d, e, f = numbers[-6:]
            matrix = np.array([[a, b, 0], [c, d, 0], [e, f, 1]]) @ matrix
        elif token in ("m", "l"):
            if token == "m":
                points = []
            x, y, _ = np.array([*numbers[-2:], 1.0]) @ matrix
            points.append((x / POINTS_PER_MM, y / POINTS_PER_MM))
        elif token in ("S", "s"):
            found.append(points)
        numbers = []
    return found


def test_a_fin_in_the_pdf_has_the_fins_own_size():
    fin = template(model(fins={"root_chord_m": 0.0613, "span_m": 0.0457, "tip_chord_m": 0.0352, "sweep_m": 0.0305}), "fin")
    outline = next(p for p in pdf_paths(write_pdf([fin], "a4")) if len(p) == 4)
    assert extent(outline) == pytest.approx((max(61.3, 30.5 + 35.2), 45.7), abs=TENTH_MM)
    assert math.dist(outline[0], outline[3]) == pytest.approx(61.3, abs=TENTH_MM)
    assert math.dist(outline[1], outline[2]) == pytest.approx(35.2, abs=TENTH_MM)


@pytest.mark.parametrize(("paper", "bar_mm"), [("a4", 100.0), ("letter", 101.6)])
def test_the_bar_on_every_sheet_is_as_long_as_it_says(paper, bar_mm):
    big = Template(key="x", title="x", paths=(Path(points=((0.0, 0.0), (700.0, 0.0), (700.0, 500.0)), layer="cut"),))
    data = write_pdf([big], paper)
    for page in range(len(tile(big, paper).sheets)):
        lengths = [math.dist(*p) for p in pdf_paths(data, page) if len(p) == 2]
        assert any(abs(v - bar_mm) < 1e-3 for v in lengths)


def test_a_rasterised_page_has_the_asked_length():
    """A bare 120.0 mm line, the page rendered at 600 dpi: ink is counted along it; a pixel is 0.042 mm."""
    line = Template(key="x", title="x", paths=(Path(points=((0.0, 0.0), (120.0, 0.0))),))
    dpi = 600
    page = pypdfium2.PdfDocument(write_pdf([line], "a4"))[0].render(scale=dpi / 72, grayscale=True).to_numpy().squeeze()
    # Without the crop marks at the sides and the foot with its bar and words.
    rows = page[: page.shape[0] - int(45 / 25.4 * dpi), int(14 / 25.4 * dpi) : -int(14 / 25.4 * dpi)]
    inked = np.where((rows < 128).any(axis=0))[0]
    assert (inked[-1] - inked[0] + 1) * 25.4 / dpi == pytest.approx(120.0, abs=TENTH_MM)


def test_sheets_overlap_and_together_show_everything():
    long = Template(key="x", title="x", paths=(Path(points=((0.0, 0.0), (700.0, 430.0))),))
    for paper in ("a4", "letter"):
        tiling = tile(long, paper)
        wide, tall = tiling.window_mm
        lefts = sorted({s.left_mm for s in tiling.sheets})
        bottoms = sorted({s.bottom_mm for s in tiling.sheets})
        assert lefts[0] <= 0 and lefts[-1] + wide >= 700 and bottoms[0] <= 0 and bottoms[-1] + tall >= 430
        assert all(b - a == pytest.approx(wide - OVERLAP_MM) for a, b in itertools.pairwise(lefts))
        assert len(pypdfium2.PdfDocument(write_pdf([long], paper))) == len(tiling.sheets)


def test_what_is_too_large_or_on_unknown_paper_is_refused():
    with pytest.raises(RocketryError, match="sheets"):
        tile(Template(key="x", title="x", paths=(Path(points=((0.0, 0.0), (9000.0, 9000.0))),)), "a4")
    with pytest.raises(RocketryError, match="neither"):
        tile(Template(key="x", title="x", paths=(Path(points=((0.0, 0.0), (9.0, 9.0))),)), "foolscap")


def test_a_shroud_rolls_back_to_its_diameters():
    """Arc length ÷ π of the flat development, and the straight edge against √(l² + ((D − d)/2)²)."""
    airframe = Airframe(
        stages=(
            Stage(parts=(BodyTube(length_m=0.3, outer_diameter_m=0.0662), Transition(length_m=0.0541, aft_diameter_m=0.0437))),
        )
    )
    shroud = template(airframe, "shroud")
    diameters = sorted(math.radians(a.end_deg - a.start_deg) * a.radius / math.pi for a in shroud.arcs)
    assert diameters == pytest.approx([43.7, 66.2], abs=1e-6)
    edge = next(p for p in shroud.paths if len(p.points) == 2)
    assert edge.length_mm == pytest.approx(math.hypot(54.1, (66.2 - 43.7) / 2))
    assert edge.length_mm == pytest.approx(abs(shroud.arcs[0].radius - shroud.arcs[1].radius))


@pytest.mark.parametrize("count", [3, 4, 5, 7])
def test_a_wrap_has_its_fin_lines_at_exact_nths(count):
    wrap = template(model(fins={"count": count}), "wrap")
    around = math.pi * 26.2
    border = next(p for p in wrap.paths if p.closed and p.layer == "cut")
    assert extent(border.points)[0] == pytest.approx(around)
    words = sorted(w.at[0] - 2.4 for w in wrap.words if w.text.startswith("fin "))
    steps = np.diff([*words, words[0] + around])
    assert steps == pytest.approx(np.full(count, around / count))
    marks = [p.points[0][0] for p in wrap.paths if p.layer == "mark" and len(p.points) == 2 and p.points[0][0] == p.points[1][0]]
    assert all(any(abs(m - w) < 1e-9 for m in marks) for w in words)


def test_slots_are_as_thick_as_the_wood_and_on_the_same_side_of_every_line():
    wrap = template(model(fins={"through_wall": True, "thickness_m": 0.00295}), "wrap")
    slots = [p for p in wrap.paths if p.closed and p.layer == "cut"][1:]
    lines = sorted(w.at[0] - 2.4 for w in wrap.words if w.text.startswith("fin "))
    assert len(slots) == 3
    for slot, line in zip(sorted(slots, key=lambda s: s.points[0][0]), lines, strict=True):
        assert min(x for x, _ in slot.points) == pytest.approx(line)
        assert extent(slot.points) == pytest.approx((2.95, 50.5))


def test_a_lug_line_stands_where_the_lug_does():
    wrap = template(model(), "wrap")
    around = math.pi * 26.2
    fin1 = next(w.at[0] - 2.4 for w in wrap.words if w.text == "fin 1")
    lug = next(p for p in wrap.paths if p.closed and p.layer == "mark")
    assert (sum(x for x, _ in lug.points) / 4 - fin1) % around == pytest.approx(around * 60 / 360)
    assert extent(lug.points)[1] == pytest.approx(40.0)


def test_vent_holes_stand_at_exact_nths_and_are_as_wide_as_told():
    stage = model().stages[0]
    vented = Airframe(
        stages=(
            Stage(parts=(*stage.parts, VentHoles(id="v", parent="body", edge="aft", offset_m=0.2, count=4, diameter_m=0.0032))),
        )
    )
    found = template(vented, "vents")
    around = math.pi * 26.2
    assert np.diff(sorted(c.centre[0] for c in found.circles)) == pytest.approx([around / 4] * 3)
    assert {round(2 * c.radius, 6) for c in found.circles} == {3.2}
    # middle of the hole 201.6 mm ahead of the tube's end, half the strip's 33.2 mm less
    assert "185 mm ahead" in found.notes[0]


def test_rings_alike_share_a_template_and_a_clusters_ring_has_every_hole():
    assert len([t for t in templates_of(lay_out(model())) if t.key.startswith("disc")]) == 1
    ring = template(model(), "disc")
    assert sorted(2 * c.radius for c in ring.circles) == pytest.approx([18.9, 25.3]) and "2 off" in ring.title
    cluster = Airframe(
        stages=(
            Stage(
                parts=(
                    BodyTube(id="b", length_m=0.6, outer_diameter_m=0.066, inner_diameter_m=0.064),
                    MotorTube(
                        id="m",
                        parent="b",
                        length_m=0.08,
                        outer_diameter_m=0.0189,
                        inner_diameter_m=0.0182,
                        count=3,
                        spread_m=0.018,
                    ),
                    CentringRing(parent="m", thickness_m=0.003),
                )
            ),
        )
    )
    holes = template(cluster, "disc").circles[1:]
    assert len(holes) == 3 and all(
        math.hypot(*c.centre) == pytest.approx(18.0) and c.radius == pytest.approx(9.45) for c in holes
    )


def test_a_nose_profile_is_as_wide_and_long_as_the_nose():
    nose = template(
        Airframe(
            stages=(
                Stage(parts=(NoseCone(length_m=0.11, base_diameter_m=0.04, shoulder_length_m=0.03, shoulder_diameter_m=0.038),)),
            )
        ),
        "nose",
    )
    assert (nose.width_mm, nose.height_mm) == pytest.approx((40.0, 140.0))


def test_svg_and_dxf_hold_the_same_millimetres():
    fin = template(model(fins={"through_wall": True}), "fin")
    svg, drawing = write_svg(fin), ezdxf.read(__import__("io").StringIO(write_dxf(fin)))
    width = float(re.search(r'width="([\d.]+)mm"', svg)[1])
    assert width == pytest.approx(fin.width_mm + 10) and f'viewBox="0 0 {width:g}' in svg
    lines = list(drawing.modelspace().query('LWPOLYLINE[layer=="CUT"]'))
    assert extent([(x, y) for x, y, *_ in lines[0].get_points()]) == pytest.approx((fin.width_mm, fin.height_mm))
    assert drawing.units == ezdxf.units.MM and {"CUT", "SCORE", "MARK"} <= {layer.dxf.name for layer in drawing.layers}


def test_a_name_with_markup_stays_text():
    fins = template(model(fins={"name": '<script>alert("x")</script>'}), "fin")
    assert "<script" not in write_svg(fins) and "&lt;script" in write_svg(fins)


@settings(max_examples=25, deadline=None)
@given(airframes())
def test_every_template_of_any_airframe_can_be_written(airframe):
    for t in templates_of(lay_out(airframe)):
        assert all(math.isfinite(v) for v in t.box)
        assert write_svg(t).startswith("<svg") and write_dxf(t)
        try:
            assert write_pdf([t], "a4").startswith(b"%PDF")
        except RocketryError as error:
            assert "sheets" in error.message


def test_a_template_that_is_not_there_is_named_with_those_that_are():
    with pytest.raises(RocketryError, match="cutout"):
        find_template(lay_out(model()), "fin-99")


def test_what_the_printed_font_lacks_is_written_otherwise():
    assert latin("“Glue” − it’s 2 → 3 … 1′ – ½ · ü") == "\"Glue\" - it's 2 -> 3 ... 1' - ½ · ü"
