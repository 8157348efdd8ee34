"""Hand-worked cases of Barrowman's equations (J. S. and J. A. Barrowman, 1966; J. S. Barrowman, 1967).

The arithmetic is written out beside each case, with the reports' own formulae, none of them the product's code:
nose (C_N)_n = 2, X_n = 2/3 L cone, 0.466 L ogive (the reports' rounded figure), 1/2 L parabola; shoulder and boat tail
(C_N)_cs = 2 [(d2/d)² − (d1/d)²], X = X_p + L/3 [1 + (1 − d1/d2) / (1 − (d1/d2)²)];
fins (C_N)_f = [1 + R/(S + R)] · 4 N (S/d)² / (1 + √(1 + (2 L_f/(C_r + C_t))²)),
X_f = X_b + X_r/3 (C_r + 2 C_t)/(C_r + C_t) + 1/6 [(C_r + C_t) − C_r C_t/(C_r + C_t)].
"""

import math

import pytest

from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.barrowman import FIN_FIN_FACTOR, one_fin_cn_alpha, pressure
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import BodyTube, FinSet, NoseCone, Part, Transition
from wobbly_fin.rocketry.airframe.planform import planform_of


def pushed(*parts: Part, mach: float = 0.0):
    return pressure(lay_out(Airframe(stages=(Stage(parts=parts),))), mach)


@pytest.mark.parametrize(
    ("shape", "share", "tolerance"),
    [
        ("cone", 2 / 3, 1e-9),
        ("parabola", 0.5, 0.04),  # K' = 1 is nearly the report's paraboloid, which the power series at 1/2 is exactly
        ("power", 0.5, 1e-6),
        ("ogive", 0.466, 0.002),  # the reports' rounded figure
        ("ellipsoid", 1 / 3, 1e-6),  # V = 2/3 A L, so X = L − 2/3 L
        ("haack", 0.5, 1e-5),  # V = A L / 2 for C = 0
    ],
)
def test_a_nose_pushes_with_two_where_its_volume_says(shape, share, tolerance):
    found = pushed(NoseCone(shape=shape, length_m=0.5, base_diameter_m=0.05), BodyTube(length_m=0.3, outer_diameter_m=0.05))
    assert found.cn_alpha_per_rad == pytest.approx(2.0, rel=1e-9)
    assert found.cp_m / 0.5 == pytest.approx(share, abs=tolerance)


def test_a_whole_rocket_worked_by_hand():
    """d 2, ogive 8, body 20, three fins C_r 4, C_t 2, S 3, X_r 2 at X_b 24 [all cm].

    L_f = √(3² + (2 + 1 − 2)²) = √10 = 3.16228; R = 1
    (C_N)_f = [1 + 1/(3+1)] · 4·3·(3/2)² / (1 + √(1 + (2·3.16228/6)²)) = 1.25 · 27 / (1 + √2.11111) = 33.75 / 2.45297 = 13.75883
    X_f = 24 + 2/3 · (4+4)/6 + 1/6 · (6 − 8/6) = 24 + 0.888889 + 0.777778 = 25.666667
    (C_N)_n = 2, X_n = 0.466 · 8 = 3.728
    X = (2·3.728 + 13.75883·25.666667) / 15.75883 = (7.456 + 353.14330) / 15.75883 = 22.88237
    """
    found = pushed(
        NoseCone(shape="ogive", length_m=0.08, base_diameter_m=0.02),
        BodyTube(length_m=0.20, outer_diameter_m=0.02),
        FinSet(count=3, root_chord_m=0.04, tip_chord_m=0.02, span_m=0.03, sweep_m=0.02, thickness_m=0.001, position_m=0.24),
    )
    fins = found.parts[-1]
    assert fins.cn_alpha_per_rad == pytest.approx(13.75883, rel=2e-6)
    assert fins.cp_m == pytest.approx(0.25666667, rel=1e-7)
    assert found.cn_alpha_per_rad == pytest.approx(15.75883, rel=2e-6)
    assert found.cp_m == pytest.approx(0.2288237, abs=2e-5)  # 0.466 is rounded: 0.02 mm


def test_a_shoulder_and_a_boat_tail_by_the_report():
    """d 4 (reference), shoulder 2 → 4 over 3 at 10: C_N = 2 (1 − 1/4) = 1.5; X = 10 + 1 · [1 + (1/2)/(3/4)] = 11.666667.

    Boat tail 4 → 3 over 2 at 33: C_N = 2 (9/16 − 1) = −0.875; X = 33 + 2/3 [1 + (1 − 4/3)/(1 − 16/9)] = 33 + 2/3 · 1.4285714 = 33.952381.
    """
    found = pushed(
        NoseCone(shape="cone", length_m=0.06, base_diameter_m=0.02),
        BodyTube(length_m=0.04, outer_diameter_m=0.02),
        Transition(length_m=0.03),
        BodyTube(length_m=0.20, outer_diameter_m=0.04),
        Transition(length_m=0.02, aft_diameter_m=0.03),
    )
    nose, shoulder, tail = found.parts
    assert nose.cn_alpha_per_rad == pytest.approx(2 * (0.02 / 0.04) ** 2)
    assert (shoulder.cn_alpha_per_rad, shoulder.cp_m) == pytest.approx((1.5, 0.11666667))
    assert (tail.cn_alpha_per_rad, tail.cp_m) == pytest.approx((-0.875, 0.33952381))


def test_an_elliptical_fin_pushes_at_0_288_of_its_root():
    """C_r 5, S 3, d 2, N 4. X = X_b + 0.288 C_r (1967 report). Slope by Diederich's form with the half ellipse's own area
    A = π/4 · 5 · 3 = 11.78097, AR = 2 · 9 / A = 1.527887, no mid-chord sweep:
    one fin 2π · 1.527887 · (11.78097/π) / (2 + √(4 + 1.527887²)) = 36 / (2 + 2.516831) = 7.970190; whole [1 + 1/4] · 2 · that = 19.92547.
    """
    found = pushed(
        NoseCone(shape="cone", length_m=0.06, base_diameter_m=0.02),
        BodyTube(length_m=0.2, outer_diameter_m=0.02),
        FinSet(count=4, planform="ellipse", root_chord_m=0.05, span_m=0.03, thickness_m=0.001, position_m=0.2),
    )
    fins = found.parts[-1]
    assert (fins.cp_m - 0.2) / 0.05 == pytest.approx(0.288, abs=5e-4)
    assert fins.cn_alpha_per_rad == pytest.approx(19.92547, rel=2e-6)


def test_a_free_form_fin_with_a_trapezoids_corners_is_that_trapezoid():
    body = (NoseCone(shape="cone", length_m=0.06, base_diameter_m=0.02), BodyTube(length_m=0.2, outer_diameter_m=0.02))
    common = {"count": 3, "thickness_m": 0.001, "position_m": 0.2}
    one = pushed(*body, FinSet(root_chord_m=0.05, tip_chord_m=0.02, span_m=0.03, sweep_m=0.04, **common))
    other = pushed(*body, FinSet(planform="free", outline=((0.0, 0.0), (0.04, 0.03), (0.06, 0.03), (0.05, 0.0)), **common))
    assert (one.cp_m, one.cn_alpha_per_rad) == pytest.approx((other.cp_m, other.cn_alpha_per_rad), rel=1e-6)


def test_mach_steepens_the_fins_only_and_ends_at_2():
    parts = (
        NoseCone(shape="cone", length_m=0.06, base_diameter_m=0.02),
        BodyTube(length_m=0.2, outer_diameter_m=0.02),
        FinSet(count=3, root_chord_m=0.05, tip_chord_m=0.02, span_m=0.03, sweep_m=0.04, thickness_m=0.001, position_m=0.2),
    )
    slow, fast = pushed(*parts), pushed(*parts, mach=0.6)
    assert fast.parts[0].cn_alpha_per_rad == slow.parts[0].cn_alpha_per_rad == 2.0
    # β = 0.8: 2 + √(4 + (AR/cosΓ)²) against 2 + √(4 + (0.8 AR/cosΓ)²)
    aspect = 2 * 0.03**2 / (0.035 * 0.03) / (0.03 / math.hypot(0.03, 0.04 - 0.015))
    wanted = (2 + math.sqrt(4 + aspect**2)) / (2 + math.sqrt(4 + (0.8 * aspect) ** 2))
    assert fast.parts[-1].cn_alpha_per_rad / slow.parts[-1].cn_alpha_per_rad == pytest.approx(wanted)
    with pytest.raises(ValueError, match="beyond this model"):
        pushed(*parts, mach=2.01)


@pytest.mark.parametrize("count", [5, 6, 7, 8])
def test_many_fins_shade_one_another_by_the_handbooks_factors(count):
    """MIL-HDBK-762(MI), from memory: 0.948, 0.913, 0.854, 0.81 of n/2 fins."""
    body = (NoseCone(shape="cone", length_m=0.06, base_diameter_m=0.02), BodyTube(length_m=0.2, outer_diameter_m=0.02))
    fin = {"root_chord_m": 0.05, "tip_chord_m": 0.02, "span_m": 0.03, "sweep_m": 0.04, "thickness_m": 0.001, "position_m": 0.2}
    four, many = pushed(*body, FinSet(count=4, **fin)), pushed(*body, FinSet(count=count, **fin))
    wanted = {5: 0.948, 6: 0.913, 7: 0.854, 8: 0.81}[count] * count / 4
    assert many.parts[-1].cn_alpha_per_rad / four.parts[-1].cn_alpha_per_rad == pytest.approx(wanted)
    assert "many_fins" in many.flags and FIN_FIN_FACTOR[3] == 1.0


def test_two_fins_hold_nothing_in_their_own_plane():
    found = pushed(
        NoseCone(shape="cone", length_m=0.06, base_diameter_m=0.02),
        BodyTube(length_m=0.2, outer_diameter_m=0.02),
        FinSet(count=2, root_chord_m=0.05, tip_chord_m=0.02, span_m=0.03, sweep_m=0.04, thickness_m=0.001, position_m=0.2),
    )
    assert found.cn_alpha_per_rad == pytest.approx(2.0)
    assert "one_plane" in found.flags


def _wing_and_rudder(**rudder):
    wing = {"root_chord_m": 0.06, "tip_chord_m": 0.06, "span_m": 0.06, "sweep_m": 0.0, "thickness_m": 0.001}
    return pushed(
        NoseCone(shape="cone", length_m=0.06, base_diameter_m=0.02),
        BodyTube(length_m=0.4, outer_diameter_m=0.02),
        FinSet(count=2, angle_deg=90.0, position_m=0.2, **wing),
        FinSet(count=1, angle_deg=0.0, position_m=0.38, **wing, **rudder),
    )


def test_a_wing_and_one_fin_are_judged_in_the_plane_that_holds_least():
    """By hand: one square fin of 6 cm (AR 2) pushes 2π·2·36 cm²/π cm² / (2 + √8) = 29.823 a radian, with the body 8/7 of it.

    A wing lying across (90° and 270°) answers up and down with twice that at 21.5 cm, sideways not at all; a fin standing up answers
    sideways with once at 39.5 cm. The nose gives 2 at 4 cm everywhere. Up and down: (2·4 + 68.168·21.5)/70.168 = 21.001 cm;
    sideways: (2·4 + 34.084·39.5)/36.084 = 37.532 cm.
    """
    k = 8 / 7 * 2 * math.pi * 2 * 36 / math.pi / (2 + math.sqrt(8))
    found = _wing_and_rudder()
    assert found.cp_m == pytest.approx((2 * 0.04 + 2 * k * 0.215) / (2 + 2 * k)) and "one_plane" in found.flags
    assert found.cn_alpha_per_rad == pytest.approx(2 + 2 * k)
    # What stands across the plane that counts pushes nothing in it.
    assert [round(p.cp_m, 3) for p in found.parts] == [0.04, 0.215]


def test_the_weakest_plane_is_found_wherever_it_lies():
    """The same searched plane by plane, a rocket turned and lopsided."""
    for turn in (0.0, 17.0, 45.0, 118.0):
        fin = {"root_chord_m": 0.05, "tip_chord_m": 0.03, "span_m": 0.05, "sweep_m": 0.02, "thickness_m": 0.001}
        parts = (
            NoseCone(shape="cone", length_m=0.06, base_diameter_m=0.02), BodyTube(length_m=0.4, outer_diameter_m=0.02),
            FinSet(count=2, angle_deg=turn, position_m=0.1, **fin), FinSet(count=2, angle_deg=(turn + 70) % 360, position_m=0.35, **fin),
        )  # fmt: skip
        layout = lay_out(Airframe(stages=(Stage(parts=parts),)))
        reference = math.pi / 4 * 0.02**2
        k = (1 + 0.01 / 0.06) * one_fin_cn_alpha(parts[2], reference)
        at = planform_of(parts[2]).quarter_chord_m

        def centre(theta: float, k=k, at=at, turn=turn) -> float:
            one, other = (2 * k * math.sin(math.radians(theta - a)) ** 2 for a in (turn, turn + 70))
            return (2 * 0.04 + one * (0.1 + at) + other * (0.35 + at)) / (2 + one + other)

        assert pressure(layout).cp_m == pytest.approx(min(centre(i / 10) for i in range(1800)), abs=2e-7)


def test_two_pairs_of_fins_crosswise_are_four():
    fin = {"root_chord_m": 0.05, "tip_chord_m": 0.02, "span_m": 0.03, "sweep_m": 0.04, "thickness_m": 0.001, "position_m": 0.2}
    body = (NoseCone(shape="cone", length_m=0.06, base_diameter_m=0.02), BodyTube(length_m=0.26, outer_diameter_m=0.02))
    four = pushed(*body, FinSet(count=4, **fin))
    pairs = pushed(*body, FinSet(count=2, **fin), FinSet(count=2, angle_deg=90.0, **fin))
    assert (pairs.cp_m, pairs.cn_alpha_per_rad) == (pytest.approx(four.cp_m), pytest.approx(four.cn_alpha_per_rad))
    assert pairs.flags == ()


def test_body_lift_brings_the_centre_of_pressure_forward_with_the_angle():
    """K A_plan / A_ref sin² α at the silhouette's centroid: a cone 6 × 2 cm and a tube 20 × 2 cm, K 1.1 (from memory, Galejs).

    A_plan = 6 + 40 = 46 cm², A_ref = π cm², centroid (6·4 + 40·16)/46 = 14.43478 cm.
    """
    found = pushed(
        NoseCone(shape="cone", length_m=0.06, base_diameter_m=0.02),
        BodyTube(length_m=0.2, outer_diameter_m=0.02),
        FinSet(count=3, root_chord_m=0.05, tip_chord_m=0.02, span_m=0.03, sweep_m=0.04, thickness_m=0.001, position_m=0.2),
    )
    lift, x = found.body_lift
    assert lift == pytest.approx(1.1 * 46 / math.pi)
    assert x == pytest.approx(0.1443478, rel=1e-6)
    assert found.cp_at_m(0.0) == pytest.approx(found.cp_m)
    assert found.cp_at_m(0.2) < found.cp_at_m(0.1) < found.cp_m
