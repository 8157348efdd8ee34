"""Where the drag is."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.rocketry.airframe.rockets import airframes, model
from wobbly_fin.rocketry.airframe import lay_out
from wobbly_fin.rocketry.airframe.drag import build_up, friction_coefficient
from wobbly_fin.rocketry.airframe.flutter import flutter_speed_m_s
from wobbly_fin.rocketry.airframe.parts import FinSet
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.airframe.standard_drag import drag_at
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.catalogue import find_motor


def cd(**changes):
    return drag_at(lay_out(model(**changes))).cd


def test_skin_friction_is_blasius_when_slow_and_schlichting_when_fast():
    """1.328/√10⁴ = 0.01328; 0.455/7^2.58 = 0.003004 less 1700/10⁷ (both formulae from memory of Hoerner, ch. 2)."""
    assert friction_coefficient(1e4, 1e-9) == pytest.approx(0.01328)
    assert friction_coefficient(1e7, 1e-9) == pytest.approx(0.455 / 7**2.58 - 1.7e-4)
    assert friction_coefficient(1e7, 1e-4) == pytest.approx(0.032 * 1e-4**0.2 - 1.7e-4)


@given(st.floats(3.0, 8.9))
def test_skin_friction_never_jumps(power):
    low, high = friction_coefficient(10**power, 1e-4), friction_coefficient(10 ** (power + 1e-4), 1e-4)
    assert high == pytest.approx(low, rel=2e-3)


def test_an_ordinary_model_lies_where_ordinary_models_do():
    """0.4 … 0.8 for ordinary models (common practice, no source)."""
    assert 0.4 < cd(fins={"edges": "rounded"}) < 0.8


def test_edges_and_finish_matter_and_the_trade_knows_how():
    square, rounded, airfoil = (cd(fins={"edges": e}) for e in ("square", "rounded", "airfoil"))
    assert square > rounded > airfoil
    assert cd(body={"finish": "rough"}) > cd(body={"finish": "polished"})


def test_friction_thins_in_compressible_flow():
    """By 1 − 0.1 M² (from memory), at one Reynolds number: at Mach 0.5 it is 0.975 of that in air with no end to its speed of sound."""
    layout = lay_out(model())
    still, swift = (build_up(layout, speed_m_s=100.0, sound_speed_m_s=c, kinematic_viscosity_m2_s=1.5e-5) for c in (1e9, 200.0))
    rubbed = [p for p in still.parts if p.friction > 0]
    assert len(rubbed) == 3
    for one in rubbed:
        other = next(p for p in swift.parts if p.index == one.index)
        assert other.friction == pytest.approx(0.975 * one.friction, rel=1e-6)


def test_thrusting_fills_the_base():
    layout = lay_out(model())
    coasting, thrusting = drag_at(layout), drag_at(layout, thrusting=True, motor_diameter_m=0.018)
    share = 1 - (0.018 / 0.0262) ** 2
    base = [sum(p.base for p in d.parts if p.index == 1) for d in (coasting, thrusting)]
    assert base[1] == pytest.approx(base[0] * share)
    assert thrusting.cd < coasting.cd


def test_base_drag_is_hoerners():
    """0.029 (d_b/d)³ / √Cd of the forebody's friction (from memory, ch. 3)."""
    found = drag_at(lay_out(model()))
    friction = sum(p.friction for p in found.parts if p.index in (0, 1))
    assert next(p.base for p in found.parts if p.index == 1) == pytest.approx(0.029 / math.sqrt(friction))


def test_a_cone_has_pressure_at_its_shoulder_and_an_ogive_none():
    """0.8 sin² of the half angle: cone 90 × 26.2 mm, atan(13.1/90) = 8.28°, 0.8 · 0.02074 = 0.01659 at Mach → 0."""
    layout = lay_out(model(nose={"shape": "cone"}))
    slow = build_up(layout, speed_m_s=3.0, sound_speed_m_s=340.0, kinematic_viscosity_m2_s=1.46e-5)
    assert slow.parts[0].pressure == pytest.approx(0.01659, rel=1e-3)
    assert drag_at(lay_out(model())).parts[0].pressure == 0.0


@settings(max_examples=40, deadline=None)
@given(airframes(), st.floats(1.0, 600.0))
def test_any_airframe_has_some_drag_at_any_speed(airframe, speed):
    found = build_up(lay_out(airframe), speed_m_s=speed, sound_speed_m_s=340.0, kinematic_viscosity_m2_s=1.46e-5)
    assert 0 < found.cd < math.inf and found.mach <= 0.8
    assert found.cd == pytest.approx(sum(p.cd for p in found.parts))


def test_an_owners_cd_beats_the_build_up():
    motor = find_motor("B9")[0]
    own = RigidRocket(airframe=model(), cd=0.7).loaded(motor).aero[0]
    built = RigidRocket(airframe=model()).loaded(motor).aero[0]
    assert (own[:, :2] == 0.7).all()
    # Row 3 is Mach 0.15; coasting, the whole base drags, thrusting not all of it.
    assert built[3, 0] == pytest.approx(drag_at(lay_out(model()), 0.15 * 340.29).cd, rel=2e-3) and built[3, 1] < built[3, 0]


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
