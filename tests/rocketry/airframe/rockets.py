"""Airframes the tests share: an ordinary small model, and any airframe Hypothesis cares to draw."""

from dataclasses import replace
from typing import Any

from hypothesis import strategies as st

from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.parts import (
    Allowance,
    BodyTube,
    CanopyPack,
    CentringRing,
    Cord,
    FinSet,
    LaunchLug,
    MotorTube,
    NoseCone,
    Part,
    Retainer,
)
from wobbly_fin.rocketry.airframe.parts.fittings import Anchor


def model(**changes: dict[str, Any]) -> Airframe:
    """A small model; `changes` by part: nose, body, fins, mount, lug, canopy, cord; None takes it out."""
    parts: dict[str, Part] = {
        "nose": NoseCone(id="nose", length_m=0.09, base_diameter_m=0.0262, shoulder_length_m=0.024, shoulder_diameter_m=0.0252, material="balsa"),
        "body": BodyTube(id="body", length_m=0.34, outer_diameter_m=0.0262, inner_diameter_m=0.0253, material="paper-tube"),
        "mount": MotorTube(id="mount", parent="body", length_m=0.075, outer_diameter_m=0.0189, inner_diameter_m=0.0182, max_motor_length_m=0.07, overhang_m=0.005, material="paper-tube"),
        "fore_ring": CentringRing(id="fore_ring", parent="mount", thickness_m=0.0015, edge="fore", offset_m=0.006, material="card"),
        "aft_ring": CentringRing(id="aft_ring", parent="mount", thickness_m=0.0015, edge="aft", offset_m=0.008, material="card"),
        "retainer": Retainer(id="retainer", parent="mount", edge="aft", offset_m=0.0, mass_kg=0.0014),
        "fins": FinSet(id="fins", parent="body", count=3, root_chord_m=0.06, tip_chord_m=0.035, span_m=0.045, sweep_m=0.03, thickness_m=0.0023, material="balsa"),
        "lug": LaunchLug(id="lug", parent="body", edge="aft", offset_m=0.13, length_m=0.04, outer_diameter_m=0.0044, inner_diameter_m=0.0036, rod_diameter_m=0.0032, material="paper-tube"),
        "anchor": Anchor(id="anchor", parent="body", edge="fore", offset_m=0.03, mass_kg=0.0005),
        "cord": Cord(id="cord", parent="body", length_m=0.9, material="elastic-3"),
        "canopy": CanopyPack(id="canopy", parent="body", diameter_m=0.3, material="film", lines_kg=0.001),
        "paint": Allowance(id="paint", parent="body", kind="paint"),
    }  # fmt: skip
    for name, change in changes.items():
        if change is None:
            del parts[name]
        else:
            parts[name] = replace(parts[name], **change)
    return Airframe(stages=(Stage(parts=tuple(parts.values())),))


def _m(low: float, high: float) -> st.SearchStrategy[float]:
    return st.floats(low, high).map(lambda v: round(v, 5))


@st.composite
def airframes(draw: st.DrawFn) -> Airframe:
    """Any valid airframe of one tube, with a random choice of parts in and on it."""
    d = draw(_m(0.01, 0.15))
    nose = NoseCone(
        id="n", shape=draw(st.sampled_from(["ogive", "cone", "ellipsoid", "parabola", "power", "haack"])), length_m=draw(_m(d / 2 + 1e-5, 0.6)),
        base_diameter_m=d, wall_m=draw(st.none() | _m(0.0005, d / 5)), shoulder_length_m=draw(_m(0.0, 0.1)), shoulder_diameter_m=round(0.9 * d, 5),
        material=draw(st.sampled_from(["balsa", "polystyrene", "printed-pla"])), finish=draw(st.sampled_from(["rough", "painted"])),
    )  # fmt: skip
    tube = BodyTube(
        id="t",
        length_m=draw(_m(0.2, 2.0)),
        outer_diameter_m=d,
        inner_diameter_m=round(0.94 * d, 5),
        material="paper-tube",
        found=draw(st.booleans()),
    )
    parts: list[Part] = [nose, tube]
    span = draw(_m(0.01, 0.2))
    root = draw(_m(0.03, 0.19))
    planform = draw(st.sampled_from(["trapezoid", "ellipse", "free"]))
    common: dict[str, Any] = {
        "id": "f",
        "parent": "t",
        "count": draw(st.integers(2, 8)),
        "thickness_m": draw(_m(0.001, 0.008)),
        "material": "birch-ply",
    }
    if planform == "free":
        parts.append(
            FinSet(
                planform="free",
                outline=((0.0, 0.0), (round(root / 2, 5), span), (root, round(span / 2, 5)), (root, 0.0)),
                **common,
            )
        )
    else:
        parts.append(
            FinSet(planform=planform, root_chord_m=root, span_m=span, tip_chord_m=draw(_m(0.0, root)), sweep_m=draw(_m(-0.05, 0.15)),
                   edges=draw(st.sampled_from(["square", "rounded", "airfoil"])), through_wall=draw(st.booleans()), **common)
        )  # fmt: skip
    if draw(st.booleans()):
        parts.append(
            MotorTube(
                id="m",
                parent="t",
                length_m=draw(_m(0.05, 0.19)),
                outer_diameter_m=round(0.6 * d, 5),
                inner_diameter_m=round(0.55 * d, 5),
                material="paper-tube",
            )
        )
        parts.append(
            CentringRing(
                id="r",
                parent="m",
                edge=draw(st.sampled_from(["fore", "aft"])),
                offset_m=draw(_m(0.0, 0.02)),
                thickness_m=0.002,
                material="card",
            )
        )
    if draw(st.booleans()):
        parts.append(
            CanopyPack(
                id="c", parent="t", diameter_m=draw(_m(0.1, 2.0)), material="ripstop", mass_kg=draw(st.none() | _m(0.001, 0.2))
            )
        )
    return Airframe(stages=(Stage(id="s", parts=tuple(parts)),))
