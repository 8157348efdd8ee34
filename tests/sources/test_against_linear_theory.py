"""Fins past sound against the closed forms of linear theory, written out; all from memory.

Rectangular wings: E. A. Bonney 1947; slender wings: R. T. Jones, NACA TR 835; pointed wings: H. J. Stewart 1946. No wind-tunnel table of a
whole finned rocket over Mach is at hand: that these hold is what can be shown here.
"""

import itertools
import math

import pytest
from scipy.integrate import quad

from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.barrowman import pressure
from wobbly_fin.rocketry.airframe.fin_push import fin_centre_m, one_fin_cn_alpha
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import BodyTube, FinSet, NoseCone


def fin(root: float, tip: float, span: float, sweep: float) -> FinSet:
    return FinSet(count=4, root_chord_m=root, tip_chord_m=tip, span_m=span, sweep_m=sweep, thickness_m=0.002)


def slope(one: FinSet, mach: float) -> float:
    """On its own area."""
    return one_fin_cn_alpha(one, 1.0, mach) / ((one.root_m + one.tip_m) / 2 * one.reach_m)


@pytest.mark.parametrize(("mach", "aspect"), [(1.25, 2.0), (1.5, 1.5), (1.8, 1.2), (2.0, 2.5)])
def test_a_rectangle_pushes_as_bonneys(mach, aspect):
    """4/β (1 − 1/(2Aβ)) at (Aβ − 2/3)/(2Aβ − 1) of the chord."""
    one = fin(0.08, 0.08, 0.04 * aspect, 0.0)
    beta = math.sqrt(mach**2 - 1)
    assert slope(one, mach) == pytest.approx(4 / beta * (1 - 1 / (2 * aspect * beta)), rel=1e-9)
    assert fin_centre_m(one, mach) / 0.08 == pytest.approx((aspect * beta - 2 / 3) / (2 * aspect * beta - 1), rel=1e-9)


@pytest.mark.parametrize(("mach", "sweep"), [(1.3, 0.10), (1.6, 0.09), (1.25, 0.20), (1.9, 0.03)])
def test_a_pointed_fin_pushes_as_a_delta(mach, sweep):
    """Behind its Mach line 2π tan ε ÷ E(√(1 − (β tan ε)²)), before it 4/β; always at two thirds of the root."""
    one = fin(sweep, 0.0, 0.06, sweep)
    beta, lean = math.sqrt(mach**2 - 1), 0.06 / sweep
    wanted = 4 / beta
    if beta * lean < 1:
        whole = quad(lambda a: math.sqrt(1 - (1 - (beta * lean) ** 2) * math.sin(a) ** 2), 0, math.pi / 2)[0]
        wanted = 2 * math.pi * lean / whole
    assert slope(one, mach) == pytest.approx(wanted, rel=1e-6)
    assert fin_centre_m(one, mach) == pytest.approx(2 / 3 * sweep, rel=1e-6)


def test_low_fins_go_from_a_slender_wings_push_to_bonneys():
    """At Mach 1.2, β = 0.663: A = 0.2 is nearly slender, π/2 A = 0.314; where the tips just meet, Aβ = 1, it is 4/β (1 − 1/2)."""
    assert slope(fin(0.2, 0.2, 0.02, 0.0), 1.2) == pytest.approx(0.314, rel=0.1)
    beta = math.sqrt(1.44 - 1)
    assert slope(fin(0.1, 0.1, 0.05 / beta, 0.0), 1.2) == pytest.approx(2 / beta, rel=1e-9)
    assert slope(fin(0.1, 0.1, 0.049 / beta, 0.0), 1.2) == pytest.approx(2 / beta, rel=0.03)


def rocket(mach: float):
    body = (NoseCone(shape="ogive", length_m=0.2, base_diameter_m=0.05), BodyTube(length_m=0.8, outer_diameter_m=0.05))
    fins = FinSet(count=3, root_chord_m=0.12, tip_chord_m=0.06, span_m=0.07, sweep_m=0.06, thickness_m=0.003, position_m=0.86)
    return pressure(lay_out(Airframe(stages=(Stage(parts=(*body, fins)),))), mach)


def test_over_mach_the_centre_first_creeps_back_then_forward_without_a_jump():
    """Fins push hardest about the speed of sound and ever less past it, while the nose's push stays: the centre goes forward."""
    machs = [m / 100 for m in range(201)]
    cp = [rocket(m).cp_m for m in machs]
    assert all(abs(b - a) < 0.004 for a, b in itertools.pairwise(cp))
    top = max(range(len(cp)), key=cp.__getitem__)
    assert 0.9 < machs[top] < 1.4 and cp[top] - cp[0] > 0.005 and cp[-1] < cp[top] - 0.005
    # The nose alone: 2, and in the same place at every speed.
    assert {round(p.cn_alpha_per_rad, 9) for m in (0.0, 0.95, 2.0) for p in rocket(m).parts if p.index == 0} == {2.0}
