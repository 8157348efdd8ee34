"""Fins past sound against Mach boxes: linear theory solved on a grid whose diagonals are Mach lines, none of it the product's code.

On the fin the flow goes along it, beside it no pressure may be; each box pushes what lies in its cone. The boxes first prove themselves on
closed forms. Trailing edges swept behind their own Mach line want more than this and are left out.
"""

import itertools
import math
from functools import lru_cache

import numpy as np
import pytest

from wobbly_fin.rocketry.airframe.fin_push import fin_centre_m, one_fin_cn_alpha
from wobbly_fin.rocketry.airframe.parts import FinSet

N = 60
Floats = np.ndarray


@lru_cache(maxsize=1)
def influence() -> Floats:
    """Of a box with a source of one on the middle of one i rows behind and j aside: ∬ dx dy ÷ √(x² − y²) ÷ π over what lies in its cone."""
    found = np.zeros((N, 2 * N + 1))
    nodes, weights = np.polynomial.legendre.leggauss(16)
    for i in range(N):
        low, high = max(i - 0.5, 0.0), i + 0.5
        for j in range(i + 2):
            cuts = sorted({low, high, *(c for c in (abs(j - 0.5), j + 0.5) if low < c < high)})
            whole = 0.0
            for a, b in itertools.pairwise(cuts):
                x = (a + b) / 2 + (b - a) / 2 * nodes
                across = np.arcsin(np.clip((j + 0.5) / x, -1, 1)) - np.arcsin(np.clip((j - 0.5) / x, -1, 1))
                whole += float(weights @ across) * (b - a) / 2
            found[i, N + j] = found[i, N - j] = whole / math.pi
    return found


def boxed(root: float, tip: float, span: float, sweep: float, mach: float) -> tuple[float, float]:
    """Slope of a fin and its mirror image on their area, and where it acts behind the root's leading edge."""
    beta, length = math.sqrt(mach**2 - 1), max(root, sweep + tip)
    step = length / N
    side = math.ceil(span * beta / step) + 2 + N
    x, y = (np.arange(N) + 0.5) * step, np.arange(-side, side + 1) * step / beta
    share = np.abs(y)[None, :] / span
    covered = (share <= 1) & (x[:, None] >= sweep * share) & (x[:, None] <= root + (sweep + tip - root) * share)
    known = influence()
    self_, beside = known[0, N], known[0, N + 1]
    source, potential = np.zeros(covered.shape), np.zeros(covered.shape)
    for i in range(N):
        before = sum(
            (np.convolve(source[k], known[i - k, N - i + k - 1 : N + i - k + 2], mode="same") for k in range(i)), np.zeros(len(y))
        )
        row = covered[i].astype(float)
        for _ in range(30):
            near = np.concatenate((row[1:], [0.0])) + np.concatenate(([0.0], row[:-1]))
            row = np.where(covered[i], 1.0, -(before + beside * near) / self_)
        near = np.concatenate((row[1:], [0.0])) + np.concatenate(([0.0], row[:-1]))
        source[i], potential[i] = row, np.where(covered[i], before + self_ * row + beside * near, 0.0)
    potential *= step / beta
    push = lever = 0.0
    for column in range(len(y)):
        rows = np.nonzero(covered[:, column])[0]
        if len(rows) < 2:
            continue
        last = potential[rows[-1], column]
        edge = last + (last - potential[rows[-2], column]) / 2
        push += 4 * edge * step / beta
        lever += 4 * ((x[rows[-1]] + step / 2) * edge - potential[rows, column].sum() * step) * step / beta
    return push / (covered.sum() * step**2 / beta), lever / push


def ours(root: float, tip: float, span: float, sweep: float, mach: float) -> tuple[float, float]:
    fin = FinSet(count=3, root_chord_m=root, tip_chord_m=tip, span_m=span, sweep_m=sweep, thickness_m=0.01)
    return one_fin_cn_alpha(fin, 1.0, mach) / ((root + tip) / 2 * span), fin_centre_m(fin, mach)


def test_the_boxes_know_a_rectangle():
    """A = 1.5 at Mach 1.5, β = 1.118: 4/1.118 (1 − 1/3.354) = 2.511 at (1.677 − 2/3)/2.354 = 0.429 of the chord (Bonney)."""
    slope, centre = boxed(1.0, 1.0, 0.75, 0.0, 1.5)
    assert slope == pytest.approx(2.511, rel=0.02) and centre == pytest.approx(0.429, abs=0.01)


@pytest.mark.parametrize("mach", [1.3, 1.6, 2.0])
@pytest.mark.parametrize(
    "fin", [(1.0, 0.5, 0.58, 0.5), (1.0, 0.25, 0.6, 0.6), (1.0, 0.75, 0.5, 0.25), (1.0, 0.5, 1.0, 0.5), (1.0, 0.3, 0.9, 0.6)]
)
def test_a_tapered_fin_lies_within_an_eighth(fin, mach):
    slope, centre = boxed(*fin, mach)
    found, at = ours(*fin, mach)
    assert found == pytest.approx(slope, rel=0.125)
    assert at == pytest.approx(centre, abs=0.05)  # of the root chord
