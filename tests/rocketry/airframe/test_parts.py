"""Parts refuse what cannot be, in words, and say where."""

import pytest

from wobbly_fin.rocketry.airframe.parts import PART_TYPES, BodyTube, CanopyPack, FinSet, MassLump, NoseCone
from wobbly_fin.rocketry.airframe.profiles import (
    AXIAL_NODES,
    NOSE_SHAPES,
    nose_nodes,
    parameter_of,
    radius_fraction,
    slope_at_base,
)
from wobbly_fin.rocketry.errors import RocketryError

FIN = {"count": 3, "root_chord_m": 0.05, "tip_chord_m": 0.02, "span_m": 0.03, "sweep_m": 0.02, "thickness_m": 0.002}
SQUARE = ((0.0, 0.0), (0.0, 0.03), (0.05, 0.03), (0.05, 0.0))


@pytest.mark.parametrize(
    ("make", "field"),
    [
        (lambda: BodyTube(length_m=0.0, outer_diameter_m=0.03), "length_m"),
        (lambda: BodyTube(length_m=-0.1, outer_diameter_m=0.03), "length_m"),
        (lambda: BodyTube(length_m=float("nan"), outer_diameter_m=0.03), "length_m"),
        (lambda: BodyTube(length_m=0.2, outer_diameter_m=0.03, inner_diameter_m=0.03), "inner_diameter_m"),
        (lambda: NoseCone(length_m=0.1, shape="dome"), "shape"),
        (lambda: NoseCone(length_m=0.1, shape="parabola", parameter=1.2), "parameter"),
        (lambda: NoseCone(length_m=0.1, base_diameter_m=0.02, wall_m=0.011), "wall_m"),
        (lambda: NoseCone(length_m=0.02, base_diameter_m=0.05), "length_m"),
        (lambda: NoseCone(length_m=0.1, material="unobtainium"), "material"),
        (lambda: NoseCone(length_m=0.1, material="ripstop"), "material"),
        (lambda: FinSet(**(FIN | {"count": 1000})), "count"),
        (lambda: FinSet(**(FIN | {"count": 0})), "count"),
        (lambda: FinSet(**(FIN | {"span_m": None})), "span_m"),
        (lambda: FinSet(**(FIN | {"outline": SQUARE})), "outline"),
        (lambda: CanopyPack(kind="flat"), "diameter_m"),
        (lambda: CanopyPack(kind="streamer", length_m=1.0), "length_m"),
        (lambda: CanopyPack(diameter_m=0.3, spill_hole_m=0.4), "spill_hole_m"),
        (lambda: MassLump(), "mass_kg"),
    ],
)
def test_bad_figures_are_refused_at_their_field(make, field):
    with pytest.raises(RocketryError) as caught:
        make()
    assert caught.value.name == field and caught.value.message


@pytest.mark.parametrize(
    ("outline", "said"),
    [
        (((0, 0), (0.05, 0.03)), "corners"),
        (((0, 0), (0.04, 0.03), (0.0, 0.03), (0.05, 0.0)), "crosses itself"),
        (((0, 0), (0.02, 0.04), (0.03, 0.0), (0.04, 0.04), (0.05, 0)), "touches the body"),
        (((0.01, 0), (0.02, 0.04), (0.05, 0)), "must start"),
        (((0, 0), (0.02, 0.04), (0.05, 0.01)), "must end"),
        (((0, 0), (0.02, 0.04), (0.01, 0.02), (0.05, 0)), "crosses itself"),  # runs back along itself
        (((0, 0), (0.02, -0.04), (0.05, 0)), "must not be negative|must lie between"),
        (((0, 0), (float("inf"), 0.04), (0.05, 0)), "must lie between"),
    ],
)
def test_a_free_form_outline_that_cannot_be_cut_is_refused(outline, said):
    with pytest.raises(RocketryError, match=said):
        FinSet(count=3, planform="free", outline=tuple((float(x), float(y)) for x, y in outline), thickness_m=0.002)


def test_a_free_form_outline_that_can_be_cut_is_taken():
    assert FinSet(count=3, planform="free", outline=SQUARE, thickness_m=0.002).reach_m == 0.03


def test_every_kind_of_part_has_a_name_and_says_what_its_boxes_are():
    from wobbly_fin.rocketry.airframe.parts.part import described

    for name, kind in PART_TYPES.items():
        assert name == kind.TYPE and kind.WORD
        assert all(f.metadata["label"] for f in described(kind))


@pytest.mark.parametrize("shape", NOSE_SHAPES)
def test_a_nose_runs_from_its_tip_to_its_base_without_bulging(shape):
    import numpy as np

    u = np.linspace(0, 1, 200)
    r = radius_fraction(shape, parameter_of(shape, None), u, 6.0)
    assert r[0] == pytest.approx(0.0, abs=1e-9) and r[-1] == pytest.approx(1.0)
    assert (np.diff(r) >= -1e-12).all()
    _, slope = nose_nodes(shape, parameter_of(shape, None), 6.0)
    assert len(slope) == len(AXIAL_NODES)
    wanted = (r[-1] - r[-2]) / (u[-1] - u[-2]) / 6.0
    assert slope_at_base(shape, parameter_of(shape, None), 6.0) == pytest.approx(wanted, abs=0.02)
