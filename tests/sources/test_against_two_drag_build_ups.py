"""Drag against the mean of two published build-ups, Mach 0.1 to 1.9 (`reference_drag.py`; both from memory, neither the product's code)."""

from statistics import fmean

import numpy as np
import pytest

from tests.sources.reference_drag import DARTS, MACHS, NU, SOUND, Dart, handbook, thesis
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.drag import build_up
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import BodyTube, FinSet, NoseCone, Part, Transition

FINISH = {20e-6: "painted", 50e-6: "unfinished"}


def ours(dart: Dart, mach: float) -> float:
    f, finish = dart.fins, FINISH[dart.finish_m]
    parts: list[Part] = [
        NoseCone(shape=dart.nose, length_m=dart.nose_l, base_diameter_m=dart.d, finish=finish),
        BodyTube(length_m=dart.tube, outer_diameter_m=dart.d, finish=finish),
    ]
    if dart.tail_d is not None:
        parts.append(Transition(length_m=dart.tail_l, fore_diameter_m=dart.d, aft_diameter_m=dart.tail_d, finish=finish))
    parts.append(
        FinSet(
            count=f.n, root_chord_m=f.root, tip_chord_m=f.tip, span_m=f.span, sweep_m=f.sweep, thickness_m=f.t, edges=f.edges,
            finish=finish, position_m=dart.nose_l + dart.tube - f.root,
        )
    )  # fmt: skip
    layout = lay_out(Airframe(stages=(Stage(parts=tuple(parts)),)))
    return float(build_up(layout, np.array([mach * SOUND]), sound_speed_m_s=SOUND, kinematic_viscosity_m2_s=NU).coasting[0])


def error(dart: Dart, mach: float) -> float:
    published = fmean((thesis(dart, mach), handbook(dart, mach)))
    return ours(dart, mach) / published - 1


def test_on_average_it_leans_to_neither_side():
    errors = [error(d, m) for d in DARTS for m in MACHS]
    apart = [handbook(d, m) / thesis(d, m) - 1 for d in DARTS for m in MACHS]
    print(f"\nmean {fmean(errors):+.1%}; the two ways differ by {fmean(apart):+.1%}, at most {max(map(abs, apart)):.0%}")
    for mach in MACHS:
        print(f"Mach {mach}: {fmean(error(d, mach) for d in DARTS):+.1%}")
    assert abs(fmean(errors)) < 0.05


@pytest.mark.parametrize("dart", DARTS, ids=lambda d: d.name)
def test_each_airframe_lies_near(dart):
    errors = [error(dart, m) for m in MACHS]
    print(f"\n{dart.name}: mean {fmean(errors):+.1%}, " + " ".join(f"{e:+.0%}" for e in errors))
    assert abs(fmean(errors)) < 0.15
