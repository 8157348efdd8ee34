"""Rings against a vortex lattice, which solves the flow round thin walls and knows nothing of the product's formulae.

The wall of each tube is cut into panels, each with a ring of vortices at a quarter of its chord and a point at three quarters through which
no air may go; what leaves the trailing edge goes straight back. The force is that on the front vortex of each panel.
"""

import itertools
import math
from typing import NamedTuple

import numpy as np
import pytest
from numpy.typing import NDArray

from wobbly_fin.rocketry.airframe.barrowman import AROUND_BODY, CROWDED, RING_DOUBT, ring_cn_alpha

Points = NDArray[np.float64]
FAR = np.array([1e4, 0.0, 0.0])
ANGLE = 0.01


class Tube(NamedTuple):
    wide: float
    long: float
    fore: float
    y: float
    z: float
    around: int
    along: int


def _corners(tube: Tube) -> list[tuple[Points, Points, Points, Points, Points, Points, int]]:
    turns = np.linspace(0, 2 * math.pi, tube.around + 1)
    x = tube.fore + tube.long * (1 - np.cos(np.linspace(0, math.pi, tube.along + 1))) / 2
    steps = np.diff(x)
    front = x[:-1] + steps / 4
    back = np.append(front[1:], x[-1] + steps[-1] / 4)

    def at(x: float, turn: float) -> Points:
        return np.array([x, tube.y + tube.wide / 2 * math.cos(turn), tube.z + tube.wide / 2 * math.sin(turn)])

    out = []
    for a, b in itertools.pairwise(turns):
        out_of = np.array([0.0, math.cos((a + b) / 2), math.sin((a + b) / 2)])
        for i in range(tube.along):
            still = x[i] + 0.75 * steps[i]
            ring = at(front[i], a), at(front[i], b), at(back[i], b), at(back[i], a)
            out.append((*ring, (at(still, a) + at(still, b)) / 2, out_of, i))
    return out


def _line(at: Points, a: Points, b: Points) -> Points:
    """What straight vortices of strength 1 from a to b do at points (Biot and Savart)."""
    r, s = at - a, at - b
    across = np.cross(r, s)
    square = (across**2).sum(-1)
    with np.errstate(divide="ignore", invalid="ignore"):
        turned = r / np.linalg.norm(r, axis=-1)[..., None] - s / np.linalg.norm(s, axis=-1)[..., None]
        strength = ((b - a) * turned).sum(-1) / square / (4 * math.pi)
    return np.where(square < 1e-12, 0.0, strength)[..., None] * across


def pushes(*tubes: Tube) -> list[tuple[float, float]]:
    """Of each tube: normal force ÷ (dynamic pressure × angle), and where it acts behind its leading edge."""
    panels = [(t, p) for t, tube in enumerate(tubes) for p in _corners(tube)]
    owner = np.array([t for t, _ in panels])
    a, b, c, d, still, out_of = (np.array([p[k] for _, p in panels]) for k in range(6))
    row = np.array([p[6] for _, p in panels])
    last = np.array([p[6] == tubes[t].along - 1 for t, p in panels])

    def flow(at: Points) -> Points:
        at = at[:, None]
        ring = _line(at, a, b) + _line(at, b, c) + _line(at, c, d) + _line(at, d, a)
        wake = _line(at, d, c) + _line(at, c, c + FAR) + _line(at, d + FAR, d)
        return ring + wake * last[None, :, None]

    wind = np.array([math.cos(ANGLE), math.sin(ANGLE), 0.0])
    strength = np.linalg.solve((flow(still) * out_of[:, None]).sum(-1), -(out_of @ wind))
    net = strength.copy()
    behind = np.flatnonzero(row)
    net[behind] -= strength[behind - 1]
    middles = (a + b) / 2
    force = np.cross(wind + (flow(middles) * strength[None, :, None]).sum(1), b - a)[:, 1] * net
    sums = [(force[owner == t].sum(), (force * middles[:, 0])[owner == t].sum()) for t in range(len(tubes))]
    return [(2 * f / ANGLE, m / f - tubes[t].fore) for t, (f, m) in enumerate(sums)]


@pytest.mark.parametrize("slender", [0.1, 0.25, 0.5, 1.0, 2.0, 3.0])
def test_a_ring_by_itself_pushes_as_the_lattice_says_and_where(slender):
    ((push, at),) = pushes(Tube(1.0, slender, 0.0, 0.0, 0.0, 28, 12))
    assert ring_cn_alpha(1.0, slender) * slender == pytest.approx(push, rel=0.01)
    assert 0.25 / math.hypot(1, slender) == pytest.approx(at / slender, abs=0.01)


def test_at_speed_a_wide_ring_gains_as_a_wing_does_and_a_long_one_nothing():
    assert ring_cn_alpha(1000.0, 1.0, 0.6) / ring_cn_alpha(1000.0, 1.0) == pytest.approx(1 / 0.8, rel=0.01)
    assert ring_cn_alpha(1.0, 1000.0, 0.6) / ring_cn_alpha(1.0, 1000.0) == pytest.approx(1.0, rel=1e-3)


BODY = Tube(1.0, 9.0, 0.0, 0.0, 0.0, 18, 16)


def test_six_tubes_as_wide_as_the_body_shade_one_another_by_what_is_taken():
    """Where tubes touch, the lattice's answer hangs on its panels; a tenth apart it does not: 0.99 of six by themselves, the body's gain in it."""
    long = 1.5
    tubes = [Tube(0.9, long, 8.0, math.cos(k * math.pi / 3), math.sin(k * math.pi / 3), 16, 6) for k in range(6)]
    alone, *_ = pushes(BODY)
    body, *found = pushes(BODY, *tubes)
    whole = sum(f for f, _ in found) + body[0] - alone[0]
    taken = CROWDED * 6 * ring_cn_alpha(0.9, long) * 0.9 * long
    assert abs(whole - taken) < RING_DOUBT * taken


@pytest.mark.parametrize(("wide", "long"), [(2.0, 1.0), (3.0, 1.0)])
def test_a_body_inside_takes_from_a_ring_what_is_taken(wide, long):
    alone, *_ = pushes(BODY)
    body, ring = pushes(BODY, Tube(wide, long, 8.0, 0.0, 0.0, 24, 6))
    taken = AROUND_BODY * (1 - wide**-2) * ring_cn_alpha(wide, long) * wide * long
    assert abs(ring[0] + body[0] - alone[0] - taken) < RING_DOUBT * taken
