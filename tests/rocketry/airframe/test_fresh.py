"""New parts of a sensible size, and quick rockets grown into airframes."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.rocketry.airframe.rockets import model
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.balance import SCHOOLS, balance
from wobbly_fin.rocketry.airframe.barrowman import pressure
from wobbly_fin.rocketry.airframe.checks import findings
from wobbly_fin.rocketry.airframe.fresh import fresh_figures, grown, kind_of
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.materials import MATERIALS, material
from wobbly_fin.rocketry.airframe.parts import PART_TYPES, FinSet
from wobbly_fin.rocketry.errors import RocketryError


@pytest.mark.parametrize("kind", PART_TYPES)
@pytest.mark.parametrize("begun", [False, True])
def test_a_new_part_of_any_kind_is_a_sound_part(kind, begun):
    layout = lay_out(model()) if begun else None
    part = PART_TYPES[kind](**fresh_figures(kind, layout, 1 if begun else None))
    assert part.called and kind == part.TYPE


def test_a_new_part_suits_the_body_it_goes_on():
    small, large = (
        lay_out(model()),
        lay_out(
            model(
                body={"outer_diameter_m": 0.1, "inner_diameter_m": 0.097},
                nose={"base_diameter_m": 0.1, "shoulder_diameter_m": 0.096, "length_m": 0.3},
            )
        ),
    )
    assert fresh_figures("fin_set", large)["span_m"] == pytest.approx(
        fresh_figures("fin_set", small)["span_m"] * 0.1 / 0.0262, rel=1e-3
    )
    assert fresh_figures("fin_set", small)["material"] == "balsa" and fresh_figures("fin_set", large)["material"] == "birch-ply"
    with pytest.raises(RocketryError, match="no kind of part"):
        fresh_figures("kite", small)


@pytest.mark.parametrize(
    ("name", "count", "angle"), [("wing", 2, 90.0), ("rudder", 1, 0.0), ("canards", 2, 90.0), ("strakes", 3, 0.0)]
)
def test_a_wing_a_rudder_and_their_like_are_fins_of_their_own_shape(name, count, angle):
    layout = lay_out(model())
    figures = fresh_figures(name, layout, 1)
    part = FinSet(**figures, parent="body")
    assert kind_of(name) == "fin_set" and part.called == name and (part.count, part.angle_deg) == (count, angle)
    found = pressure(lay_out(Airframe(stages=(Stage(parts=(*model().parts, part)),))))
    assert ("strakes" in found.flags) == (name == "strakes") and ("canards" in found.flags) == (name in ("wing", "canards"))


def test_a_ring_slides_over_the_tips_of_the_fins_that_are_there():
    layout = lay_out(model())
    fins = next(p for p in layout.placed if isinstance(p.part, FinSet))
    tips = 2 * (layout.radius_at(fins.fore_m) + fins.part.reach_m)
    assert fresh_figures("ring_fin", layout, fins.host)["inner_diameter_m"] == pytest.approx(tips + 0.0002, abs=1e-5)


@settings(max_examples=60, deadline=None)
@given(
    st.floats(0.015, 0.15),
    st.floats(8.0, 25.0),
    st.sampled_from([(0.013, 0.045), (0.018, 0.07), (0.024, 0.095), (0.029, 0.124), (0.054, 0.326)]),
    st.none() | st.floats(0.2, 2.0),
)
def test_any_quick_rocket_grows_into_an_airframe_of_its_length_with_nothing_fouled(diameter, slender, mount, canopy):
    length = slender * diameter
    if mount[0] > 0.9 * diameter or mount[1] > 0.5 * length:
        return
    told = None if canopy is None else {"kind": "flat", "diameter_m": canopy}
    parts = grown(length_m=length, diameter_m=diameter, mount_diameter_m=mount[0], mount_length_m=mount[1], canopy=told)
    made = Airframe(
        stages=(Stage(parts=tuple(PART_TYPES[p["type"]](**{k: v for k, v in p.items() if k != "type"}) for p in parts)),)
    )
    found = balance(made)
    assert found.layout.length_m == pytest.approx(length) and found.layout.reference_diameter_m == pytest.approx(diameter)
    assert found.margin_calibres > 0 and not found.empty.unknown
    codes = {f.code for f in findings(found, school=SCHOOLS["usual"])}
    assert not codes & {
        "overlap",
        "ring_fit_tight",
        "mount_wide",
        "mount_loose",
        "fin_beyond",
        "lug_on_fin",
        "no_retainer",
        "step",
    }, codes


def test_the_library_of_materials_holds_what_the_trade_builds_from():
    for word in (
        "balsa",
        "plywood",
        "paper",
        "printed",
        "glass",
        "carbon",
        "aluminium",
        "steel",
        "lead",
        "nylon",
        "elastic",
        "aramid",
    ):
        assert any(word in m.name for m in MATERIALS.values()), word
    for m in MATERIALS.values():
        assert m.density > 0 and 0 < m.scatter < 0.5
        assert {"solid": (20, 12000), "cloth": (0.005, 0.3), "cord": (1e-4, 0.1)}[m.form][0] < m.density
        assert m.density < {"solid": 12000, "cloth": 0.3, "cord": 0.1}[m.form]
    with pytest.raises(RocketryError, match="not in the library"):
        material("unobtainium")


def with_more(part):
    stage = model(lug=None).stages[0]
    return Airframe(stages=(Stage(parts=(*stage.parts, part)),))


@pytest.mark.parametrize("kind", ["rail_button", "launch_lug", "rail_guide"])
def test_a_guide_added_by_hand_sits_where_it_guides(kind):
    """Two buttons never at one place: the first at the tail, the next by the balance; all of them ahead of the fins or behind them, never between."""
    layout = lay_out(model(lug=None))
    body = next(o for o in layout.outer if o.part.TYPE == "body_tube")
    first = fresh_figures(kind, layout, body.index)
    made = PART_TYPES[kind](id="first", parent="body", **first)
    again = lay_out(with_more(made))
    second = fresh_figures(kind, again, body.index)
    fins = again.of(FinSet)[0]
    balances = balance(with_more(made), [None]).ignition.cg_m
    ahead = body.aft_m - second["offset_m"]
    assert ahead <= fins.fore_m and (abs(ahead - balances) < 0.03 or ahead < balances)
    if kind == "rail_button":
        assert first["offset_m"] == 0.026 and second["offset_m"] > 3 * first["offset_m"]
