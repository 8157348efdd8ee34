"""Planforms and the cardboard cut-out against a general geometry library (Shapely)."""

import numpy as np
import pytest
from hypothesis import given, settings
from shapely.geometry import Polygon
from shapely.ops import unary_union

from tests.rocketry.airframe.rockets import airframes, model
from wobbly_fin.rocketry.airframe.barrowman import cutout_cp_m
from wobbly_fin.rocketry.airframe.layout import lay_out, outer_radius_m
from wobbly_fin.rocketry.airframe.parts import FinSet
from wobbly_fin.rocketry.airframe.planform import corners, planform_of
from wobbly_fin.rocketry.templates.shapes import cutout_template


def silhouette(layout):
    """Body profile and two whole fins per set, drawn point by point."""
    pieces = []
    for placed in layout.outer:
        x = np.linspace(0, 1, 2500) ** 2 * (placed.aft_m - placed.fore_m)
        r = [outer_radius_m(placed.part, v) for v in x]
        upper = [(placed.fore_m + a, b) for a, b in zip(x, r, strict=True)]
        pieces.append(Polygon([*upper, *[(a, -b) for a, b in reversed(upper)]]))
    for placed in layout.of(FinSet):
        radius = layout.radius_at((placed.fore_m + placed.aft_m) / 2)
        fin = [(placed.fore_m + x, radius + y) for x, y in corners(placed.part)]
        pieces += [Polygon(fin), Polygon([(x, -y) for x, y in fin])]
    return pieces


def test_the_cut_out_balances_where_shapely_says():
    layout = lay_out(model())
    pieces = silhouette(layout)
    area = sum(p.area for p in pieces)
    assert cutout_cp_m(layout) == pytest.approx(sum(p.area * p.centroid.x for p in pieces) / area, rel=2e-5)


@settings(max_examples=25, deadline=None)
@given(airframes())
def test_any_cut_out_balances_where_shapely_says(airframe):
    layout = lay_out(airframe)
    pieces = silhouette(layout)
    area = sum(p.area for p in pieces)
    assert cutout_cp_m(layout) == pytest.approx(sum(p.area * p.centroid.x for p in pieces) / area, rel=1e-3)


def test_the_cut_out_template_is_that_silhouette():
    layout = lay_out(model())
    template = cutout_template(layout)
    drawn = unary_union([Polygon(p.points) for p in template.paths if p.closed])
    assert drawn.area == pytest.approx(sum(p.area for p in silhouette(layout)) * 1e6, rel=1e-3)
    assert drawn.centroid.x == pytest.approx(cutout_cp_m(layout) * 1000, abs=0.1)


@pytest.mark.parametrize(
    "fin",
    [
        FinSet(count=3, root_chord_m=0.08, tip_chord_m=0.03, span_m=0.05, sweep_m=0.06, thickness_m=0.002),
        FinSet(
            count=3,
            planform="free",
            outline=((0.0, 0.0), (0.05, 0.06), (0.09, 0.06), (0.11, 0.03), (0.11, 0.0)),
            thickness_m=0.002,
        ),
        FinSet(count=3, planform="ellipse", root_chord_m=0.08, span_m=0.05, thickness_m=0.002),
    ],
)
def test_a_planforms_area_and_centroid(fin):
    polygon, found = Polygon(corners(fin)), planform_of(fin)
    tolerance = 1e-9 if fin.planform != "ellipse" else 2e-3  # the ellipse is drawn in steps, computed in closed form
    assert found.area_m2 == pytest.approx(polygon.area, rel=tolerance)
    assert (found.x_m, found.y_m) == pytest.approx((polygon.centroid.x, polygon.centroid.y), rel=tolerance)
