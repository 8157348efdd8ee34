"""Where the drag is, from standing still to Mach 2."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.rocketry.airframe.rockets import airframes, model
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.drag import build_up
from wobbly_fin.rocketry.airframe.explain import outside_sentences
from wobbly_fin.rocketry.airframe.flutter import flutter_speed_m_s
from wobbly_fin.rocketry.airframe.friction import friction_coefficient
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import BodyTube, FinSet, NoseCone, Part, Transition
from wobbly_fin.rocketry.airframe.pressures import (
    boat_tail,
    cone,
    leading_edge,
    nose,
    stagnation,
    suction,
    thin_wedge,
    trailing_edge,
)
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.airframe.standard_drag import CRUISE_M_S, SOUND_M_S, cruise_cd, cruise_drag, drag_at
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.catalogue import find_motor


def cd(**changes):
    return cruise_cd(lay_out(model(**changes)))


def at(*machs: float) -> np.ndarray:
    return np.array(machs)


def friction(reynolds: float, rough: float, mach: float = 0.0, **kw: bool) -> float:
    return float(friction_coefficient(at(reynolds), rough, at(mach), **kw)[0])


def test_skin_friction_is_schlichtings_from_the_edge_on_and_blasius_where_that_is_more():
    """1.328/√10⁴ = 0.01328; 0.455/7^2.58 = 0.003004; rough 0.032 k^0.2 (all from memory of Hoerner, ch. 2 and 5)."""
    assert friction(1e4, 1e-9) == pytest.approx(0.01328)
    assert friction(1e7, 1e-9) == pytest.approx(0.455 / 7**2.58)
    assert friction(1e7, 1e-4) == pytest.approx(0.032 * 1e-4**0.2)


def test_a_laminar_run_only_where_it_is_asked_for():
    assert friction(3e5, 1e-9, laminar=True) == pytest.approx(1.328 / math.sqrt(3e5))
    assert friction(3e5, 1e-9) > 2 * friction(3e5, 1e-9, laminar=True)
    assert friction(1e7, 1e-9, laminar=True) == pytest.approx(0.455 / 7**2.58 - 1.7e-4)
    layout = lay_out(model(body={"finish": "polished"}))
    kw = {"sound_speed_m_s": 340.0, "kinematic_viscosity_m2_s": 1.5e-5}
    turbulent, laminar = (build_up(layout, at(60.0), laminar=asked, **kw).coasting[0] for asked in (False, True))
    assert laminar < turbulent


def test_friction_thins_in_compressible_flow():
    """Smooth at Mach 2 by (1 + 0.576)^−0.65 = 0.744, rough by 1/1.72 = 0.581 (Raymer, Hoerner, from memory)."""
    assert friction(1e7, 1e-9, 2.0) / friction(1e7, 1e-9) == pytest.approx(0.744, abs=5e-4)
    assert friction(1e7, 1e-3, 2.0) / friction(1e7, 1e-3) == pytest.approx(0.5814, abs=5e-4)


def test_an_ordinary_model_lies_where_ordinary_models_do():
    """0.4 … 0.8 for ordinary models (common practice, no source)."""
    assert 0.4 < cd(fins={"edges": "rounded"}) < 0.8


def test_edges_and_finish_matter_and_the_trade_knows_how():
    square, rounded, airfoil = (cd(fins={"edges": e}) for e in ("square", "rounded", "airfoil"))
    assert square > rounded > airfoil
    assert cd(body={"finish": "rough"}) > cd(body={"finish": "polished"})


def test_thrusting_fills_the_base():
    layout = lay_out(model())
    found = cruise_drag(layout, 0.018)
    base = sum(p.base[0] for p in found.parts if p.index == 1)
    assert found.coasting[0] - found.thrusting[0] == pytest.approx(base * (0.018 / 0.0262) ** 2)
    assert cruise_drag(layout, 0.03).thrusting[0] == pytest.approx(found.coasting[0] - base)


def test_base_drag_is_the_mean_of_two_published_ways():
    """½ [0.029/√Cd_friction + 0.12 + 0.13 M²] at 60 m/s (Hoerner; Fleeman), both from memory."""
    found = cruise_drag(lay_out(model()))
    rubbed = sum(p.friction[0] for p in found.parts if p.index in (0, 1))
    wanted = (0.029 / math.sqrt(rubbed) + 0.12 + 0.13 * (60 / 340.294) ** 2) / 2
    assert next(p.base[0] for p in found.parts if p.index == 1) == pytest.approx(wanted, rel=1e-4)


def test_base_drag_doubles_towards_sound_and_thins_past_it():
    slow, sonic, fast = (
        sum(p.base[0] for p in drag_at(lay_out(model()), at(m * SOUND_M_S)).parts if p.index == 1) for m in (0.3, 1.0, 2.0)
    )
    # At Mach 1 ½ [0.185 + 1.15 · 2.3/60 + 0.25].
    assert sonic == pytest.approx((0.185 + 1.15 * 2.3 / 60 + 0.25) / 2, rel=1e-6)
    assert slow < 0.6 * sonic and fast < 0.75 * sonic


def test_a_cone_presses_slow_by_its_angle_and_past_sound_as_taylor_and_maccoll_have_it():
    """0.8 sin² of the half angle slow; of a 10° cone at Mach 2 the exact theory has 0.104 (from memory, to a few per cent)."""
    assert cone(math.radians(10), at(0.3))[0] == pytest.approx(0.8 * math.sin(math.radians(10)) ** 2)
    assert cone(math.radians(10), at(2.0))[0] == pytest.approx(0.104, rel=0.04)
    assert cone(math.radians(80), at(1.5))[0] <= stagnation(at(1.5))[0]


def test_noses_past_sound():
    """Length 5 diameters. Von Kármán's ogive 1/25 whatever the speed; with C = 1/3 an eighth more; Miles' tangent ogive at Mach 1.5:
    vertex 11.42°, (0.083 + 0.096/2.25) 1.142^1.69 = 0.15726, less (196·25 − 16)/(14·19.5·25) = 0.71560 of it: 0.04472.
    """
    assert nose("haack", 0.0, 5.0, at(1.3, 1.9)) == pytest.approx([0.04, 0.04])
    assert nose("haack", 1 / 3, 5.0, at(1.5))[0] == pytest.approx(0.045)
    assert nose("ogive", 1.0, 5.0, at(1.5))[0] == pytest.approx(0.0447, abs=1e-4)
    assert nose("parabola", 0.0, 5.0, at(1.5))[0] == pytest.approx(nose("cone", 0.0, 5.0, at(1.5))[0])
    # A full nose shoves more than a sharp one, a three-quarter power less.
    sharp, full, power = (nose(s, p, 3.0, at(1.6))[0] for s, p in (("cone", 0.0), ("ellipsoid", 0.0), ("power", 0.75)))
    assert full > 1.5 * sharp and power < sharp
    assert nose("ogive", 1.0, 5.0, at(0.5))[0] == 0.0


def test_where_air_is_brought_to_rest():
    """Slow 1 + M²/4; behind a shock at Mach 2 Rayleigh's 1.657 (Hoerner ch. 15, from memory)."""
    assert stagnation(at(0.4))[0] == pytest.approx(1 + 0.04 + 0.4**4 / 40)
    assert stagnation(at(2.0))[0] == pytest.approx(1.657, abs=0.04)
    assert stagnation(at(0.9999))[0] == pytest.approx(stagnation(at(1.0001))[0], abs=0.01)


def test_edges_of_fins():
    """A round edge of a thick plate: (1 − 0.25)^−0.417 − 1 = 0.1275 at Mach 0.5, 1.214 − 0.502 + 0.1095 = 0.8215 at Mach 1; swept 60° a quarter."""
    assert leading_edge("rounded", 1.0, at(0.0, 0.5, 1.0)) == pytest.approx([0.0, 0.1275, 0.8215], abs=1e-4)
    assert leading_edge("rounded", 0.5, at(1.0))[0] == pytest.approx(0.8215 / 4)
    assert leading_edge("square", 1.0, at(0.0))[0] == pytest.approx(0.85)
    # 0.135/∛(2 · 0.005 · 27) = 0.2088; at Mach 2 (1 − 0.52/2.2815)/(1.09 · 4) = 0.1771; a rounded one half of it.
    assert trailing_edge("square", at(0.005, 0.005), 27.0, at(0.3, 2.0)) == pytest.approx([0.2088, 0.1771], abs=2e-4)
    assert trailing_edge("rounded", at(0.005), 27.0, at(0.3))[0] == pytest.approx(0.1044, abs=2e-4)
    assert leading_edge("airfoil", 1.0, at(1.5))[0] == trailing_edge("airfoil", at(0.005), 27.0, at(1.5))[0] == 0.0
    # Ackeret: 4 · 0.03² ÷ √(2.25 − 1).
    assert thin_wedge(0.03, at(0.7, 1.5)) == pytest.approx([0.0, 4 * 0.03**2 / math.sqrt(1.25)])


def test_a_tail_that_narrows_gently_costs_less_than_a_base():
    gentle, steep = (boat_tail(math.atan(0.5 / by), by, at(0.3))[0] for by in (4.0, 0.5))
    assert gentle == 0.0 and steep == pytest.approx(suction(at(0.3))[0])
    assert 0 < boat_tail(0.05, 5.0, at(1.5))[0] < boat_tail(0.2, 5.0, at(1.5))[0] <= suction(at(1.5))[0] / 2


@settings(max_examples=40, deadline=None)
@given(airframes(), st.lists(st.floats(1.0, 900.0), min_size=1, max_size=5))
def test_any_airframe_has_some_drag_at_any_speed(airframe, speeds):
    found = build_up(lay_out(airframe), np.array(speeds), sound_speed_m_s=340.0, kinematic_viscosity_m2_s=1.46e-5)
    assert (found.coasting > 0).all() and np.isfinite(found.coasting).all() and (found.mach <= 2.0).all()
    assert found.coasting == pytest.approx(sum(p.cd for p in found.parts))


@settings(max_examples=20, deadline=None)
@given(airframes(), st.floats(0.06, 1.99))
def test_drag_never_jumps(airframe, mach):
    low, high = drag_at(lay_out(airframe), np.array([mach, mach + 1e-4]) * SOUND_M_S).coasting
    assert high == pytest.approx(low, rel=0.03)


def test_an_owners_cd_beats_the_build_up():
    motor = find_motor("B9")[0]
    own = RigidRocket(airframe=model(), cd=0.7).loaded(motor).aero[0]
    built = RigidRocket(airframe=model()).loaded(motor).aero[0]
    assert (own[:, :2] == 0.7).all()
    # Row 3 is Mach 0.15, row 30 Mach 1.5; coasting, the whole base drags, thrusting not all of it.
    wanted = drag_at(lay_out(model()), at(0.15, 1.5) * SOUND_M_S).coasting
    assert built[[3, 30], 0] == pytest.approx(wanted, rel=1e-9) and (built[:, 1] < built[:, 0]).all()


def body(*parts: Part) -> Airframe:
    return Airframe(stages=(Stage(parts=parts),))


TUBE = BodyTube(id="tube", length_m=0.5, outer_diameter_m=0.05)
OGIVE = NoseCone(id="nose", length_m=0.2, base_diameter_m=0.05)


@pytest.mark.parametrize(
    ("parts", "code", "slow"),
    [
        ((TUBE,), "flat_front", False),
        ((NoseCone(shape="ellipsoid", length_m=0.025, base_diameter_m=0.05), TUBE), "half_ball", True),
        ((NoseCone(length_m=0.12, base_diameter_m=0.03), Transition(length_m=0.01, fore_diameter_m=0.03, aft_diameter_m=0.05), TUBE), "steep_shoulder", False),
        ((OGIVE, TUBE, FinSet(count=3, root_chord_m=0.04, span_m=0.05, thickness_m=0.006, position_m=0.6)), "thick_fins", False),
    ],
)  # fmt: skip
def test_shapes_the_methods_were_not_made_for_are_said(parts, code, slow):
    found = cruise_drag(lay_out(body(*parts)))
    assert set(found.outside) == {code} and found.modelled_to == 0.8
    assert found.within_model(0.3) is slow and not found.within_model(0.9)
    assert len(outside_sentences(found)) == 1


def test_an_ordinary_shape_is_modelled_up_to_mach_2():
    found = cruise_drag(lay_out(model()))
    assert found.outside == {} and found.modelled_to == 2.0 and found.within_model(2.0) and not found.within_model(2.01)
    gentle = lay_out(
        body(
            NoseCone(length_m=0.12, base_diameter_m=0.03),
            Transition(length_m=0.04, fore_diameter_m=0.03, aft_diameter_m=0.05),
            TUBE,
        )
    )
    assert cruise_drag(gentle).outside == {}


def test_a_rocket_with_an_unknown_mass_cannot_be_flown_and_says_which_part():
    with pytest.raises(RocketryError, match=r"parts\.6\.mass_kg"):
        RigidRocket(airframe=model(fins={"material": None}))


def test_flutter_by_naca_tn_4197():
    """Worked by hand: square panel 100 × 100 × 2 mm, G 0.65 GPa, sea level: AR 1, λ 1, t/c 0.02;
    24·0.25·1.4·101325/π = 270,922 Pa; · 1 / (8e-6 · 3) · 1 = 1.12884e10; √(0.65e9 / 1.12884e10) = 0.23996; · 340.3 = 81.66 m/s.
    The equation is quoted from memory.
    """
    fin = FinSet(count=3, root_chord_m=0.1, tip_chord_m=0.1, span_m=0.1, sweep_m=0.0, thickness_m=0.002, material="birch-ply")
    found = flutter_speed_m_s(fin, pressure_pa=101325.0, sound_speed_m_s=340.3)
    assert found == pytest.approx(81.66, rel=1e-3)
    assert (
        flutter_speed_m_s(
            FinSet(count=3, root_chord_m=0.1, span_m=0.1, thickness_m=0.002), pressure_pa=1e5, sound_speed_m_s=340.0
        )
        is None
    )


def test_one_cd_is_quoted_at_cruise():
    assert cruise_cd(lay_out(model())) == drag_at(lay_out(model()), at(CRUISE_M_S)).coasting[0]
