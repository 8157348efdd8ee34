"""Building to scale, and building larger."""

import pytest

from tests.rocketry.airframe.rockets import model
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import CanopyPack, CentringRing, FinSet, LaunchLug, MotorTube, NoseCone
from wobbly_fin.rocketry.airframe.scaling import Length, nearest, scale_table, up_scale
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.stock.stock import STOCK, find_item, fits_wanted


def test_a_scale_table_by_hand():
    """Prototype 0.8 m across, tube 40 mm: 1 : 20. Nose 3 m → 150 mm, to be had 140; fin 1.2 m → 60; body 7 m → 350 absorbs: 360."""
    table = scale_table(
        0.8,
        0.04,
        [
            Length(name="nose", prototype_m=3, available_m=0.14),
            Length(name="body", prototype_m=7, absorbs=True),
            Length(name="fin", prototype_m=1.2),
        ],
    )
    assert table.scale == pytest.approx(1 / 20)
    assert [r.scaled_m for r in table.rows] == pytest.approx([0.15, 0.35, 0.06])
    assert [r.target_m for r in table.rows] == pytest.approx([0.14, 0.36, 0.06])
    assert [r.difference_m for r in table.rows] == pytest.approx([-0.01, 0.01, 0.0])
    assert table.left_over_m == 0.0
    assert sum(r.target_m for r in table.rows) == pytest.approx(sum(r.scaled_m for r in table.rows))


def test_without_a_length_that_absorbs_the_rest_is_left_over():
    assert scale_table(0.8, 0.04, [Length(name="nose", prototype_m=3, available_m=0.14)]).left_over_m == pytest.approx(-0.01)


@pytest.mark.parametrize(
    ("lengths", "said"),
    [
        ([Length(name="a", prototype_m=0.0)], "rows.0.prototype_m"),
        ([Length(name="a", prototype_m=1, absorbs=True), Length(name="b", prototype_m=1, absorbs=True)], "more than one"),
        (
            [Length(name="a", prototype_m=1, available_m=0.5), Length(name="b", prototype_m=1, absorbs=True)],
            "another length absorb",
        ),
    ],
)
def test_a_table_that_cannot_be_is_refused(lengths, said):
    with pytest.raises(RocketryError, match=said):
        scale_table(0.8, 0.04, lengths)


def test_twice_as_large_is_twice_every_length_but_bought_things_stay_as_sold():
    small, large = lay_out(model(lug={"mass_kg": 0.0002})), lay_out(up_scale(model(lug={"mass_kg": 0.0002}), 2.0))
    assert large.length_m == pytest.approx(2 * small.length_m)
    assert large.reference_diameter_m == pytest.approx(2 * small.reference_diameter_m)

    def of(layout, kind):
        return layout.of(kind)[0].part

    assert of(large, FinSet).span_m == pytest.approx(2 * of(small, FinSet).span_m)
    assert of(large, FinSet).thickness_m == pytest.approx(2 * of(small, FinSet).thickness_m)
    assert of(large, LaunchLug).inner_diameter_m == of(small, LaunchLug).inner_diameter_m
    assert of(large, MotorTube).inner_diameter_m == 0.038  # 36.4 mm is not sold
    assert of(large, CentringRing).inner_diameter_m == pytest.approx(of(large, MotorTube).outer_diameter_m)
    assert of(large, CanopyPack).diameter_m == pytest.approx(2**1.5 * of(small, CanopyPack).diameter_m)
    assert (of(large, LaunchLug).mass_kg, of(large, LaunchLug).mass_source) == (0.0002, "measured")  # the very same lug


def test_what_was_weighed_becomes_a_guess_by_the_cube_and_a_cord_s_by_its_length():
    weighed = up_scale(model(retainer={"mass_kg": 0.001}, cord={"mass_kg": 0.002}), 3.0)
    masses = {p.id: (p.mass_kg, p.mass_source) for p in weighed.parts if p.id in ("retainer", "cord")}
    assert masses == {"retainer": (pytest.approx(0.027), "guessed"), "cord": (pytest.approx(0.006), "guessed")}


def test_swaps_and_a_hollow_nose():
    large = lay_out(up_scale(model(), 2.0, {"balsa": "birch-ply"}, hollow_nose=True))
    assert large.of(FinSet)[0].part.material == "birch-ply"
    assert (large.of(NoseCone)[0].part.material, large.of(NoseCone)[0].part.wall_m) == ("polystyrene", 0.0015)
    with pytest.raises(RocketryError):
        up_scale(model(), 50.0)


def test_the_stock_holds_sizes_that_fit_one_another():
    tubes = [i for i in STOCK.values() if i.type == "body_tube"]
    for nose in (i for i in STOCK.values() if i.type == "nose_cone"):
        assert any(t.width_m == nose.width_m for t in tubes), nose.name
    first = fits_wanted(STOCK.values(), "body_tube", 0.05)[0]
    assert first.width_m == 0.049
    assert nearest(0.05, [t.width_m for t in tubes]) == tubes.index(first) and nearest(0.05, []) is None
    assert find_item(first.key) is first
    with pytest.raises(RocketryError):
        find_item("tube-of-cheese")
