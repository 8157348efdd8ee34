"""Pods by hand: push, mass and drag beside the body, their motors as a cluster that opens nothing, and what is wrong with them."""

import math
from dataclasses import replace

import pytest

from tests.rocketry.airframe.test_devices import BODY, FINS, frame
from wobbly_fin.rocketry.airframe.aside import round_the_axis
from wobbly_fin.rocketry.airframe.barrowman import POD_DOUBT, pressure
from wobbly_fin.rocketry.airframe.checks import dangers_aboard
from wobbly_fin.rocketry.airframe.friction import ROUGHNESS_M
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mass import motor_places, weigh
from wobbly_fin.rocketry.airframe.mount import mounts_of
from wobbly_fin.rocketry.airframe.outline import outlines
from wobbly_fin.rocketry.airframe.part_checks import Asked, part_findings
from wobbly_fin.rocketry.airframe.parts import LaunchLug, Part, Pods, Retainer
from wobbly_fin.rocketry.airframe.standard_drag import cruise_drag
from wobbly_fin.rocketry.airframe.surfaces import surfaces
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.templates.shapes import find_template, templates_of

TWO = Pods(
    id="pods", parent="body", count=2, length_m=0.1, outer_diameter_m=0.02, inner_diameter_m=0.0186, nose_length_m=0.03, nose_shape="cone",
    material="paper-tube",
)  # fmt: skip


def codes(*parts: Part) -> set[str]:
    return {f.code for f in part_findings(lay_out(frame(*parts)), Asked())} - {"shoulder_short"}


def test_two_pods_push_as_two_slender_bodies():
    """Cones of 20 mm beside a body of 30: 2 · 2 · (20/30)² = 1.7778 a radian, two thirds of 30 mm behind tips at 390 − 130 = 260 mm."""
    found = pressure(lay_out(frame(TWO)))
    row = next(p for p in found.parts if p.index == 3)
    assert row.cn_alpha_per_rad == pytest.approx(4 * (20 / 30) ** 2) and row.cp_m == pytest.approx(0.26 + 0.02)
    assert "pods" in found.flags
    assert found.doubt_m == pytest.approx(POD_DOUBT * row.cn_alpha_per_rad * (found.cp_m - row.cp_m) / found.cn_alpha_per_rad)


def test_they_weigh_beside_the_axis():
    """Solid cone ⅓ π r² L and a tube each, 25 mm out: twice one's own turning and its place."""
    row = weigh(lay_out(frame(TWO)))[3]
    cone, ring = math.pi * 0.01**2 * 0.03 / 3, math.pi * (0.01**2 - 0.0093**2) * 0.1
    density = row.mass_kg / (2 * (cone + ring))
    assert row.cg_m == pytest.approx(0.26 + (cone * 0.0225 + ring * 0.08) / (cone + ring), abs=1e-5)
    own = cone * 0.3 * 0.01**2 + ring * (0.01**2 + 0.0093**2) / 2
    assert row.axial_kg_m2 == pytest.approx(density * 2 * (own + (cone + ring) * 0.025**2), rel=1e-4)
    assert outlines(lay_out(frame(TWO)))[-1].across == (pytest.approx(0.025),)


def test_they_brake_each_as_much():
    cd = [cruise_drag(lay_out(frame(replace(TWO, count=n)))).parts[-1] for n in (1, 2)]
    assert cd[1].cd == pytest.approx(2 * cd[0].cd)
    # A cone of 1:3 stands 18.4° to the air: 0.8 sin², on (20/30)²; a blunt tail 0.12 + 0.13 M² of the same.
    share = (20 / 30) ** 2
    assert cd[0].base == pytest.approx((0.12 + 0.13 * (60 / 340.294) ** 2) * share, rel=1e-4)
    assert cd[0].pressure == pytest.approx(0.8 * math.sin(math.atan(1 / 3)) ** 2 * share, rel=0.02)
    rough = cruise_drag(lay_out(frame(replace(TWO, count=1, finish="rough")))).parts[-1]
    assert rough.friction > 1.3 * cd[0].friction and ROUGHNESS_M["rough"] > ROUGHNESS_M["painted"]
    silhouette = next(s for p, s in surfaces(lay_out(frame(TWO))) if p.index == 3)
    assert (silhouette.pieces, silhouette.side_m2) == (2, pytest.approx(0.5 * 0.02 * 0.03 + 0.02 * 0.1))
    # A triangle of 300 mm² at 20 mm and a strip of 2000 at 80.
    assert silhouette.side_x_m == pytest.approx((300 * 20 + 2000 * 80) / 2300 / 1000)


def test_their_motors_are_a_cluster_whose_charge_opens_nothing():
    assert not [m for m in mounts_of(lay_out(frame(TWO))) if m.index == 3]
    held = frame(replace(TWO, max_motor_length_m=0.07))
    mount = next(m for m in mounts_of(lay_out(held)) if m.index == 3)
    assert (mount.diameter_m, mount.max_length_m, mount.count, mount.plugged) == (0.0186, 0.07, 2, True)
    assert (mount.spread_m, mount.first_deg) == (pytest.approx(0.025), 90.0)
    # Beside the body, not above and below it.
    at = round_the_axis(motor_places(held, lay_out(held), 0, catalogue()[0], mount))
    assert [(round(up, 6), round(beside, 6)) for up, beside in at] == [(0.0, 0.025), (0.0, -0.025)]
    lone = lay_out(frame(replace(TWO, count=1, max_motor_length_m=0.07)))
    assert [f.code for f in dangers_aboard(lone, (), ())] == ["pod_aside"] and dangers_aboard(lay_out(held), (), ()) == ()
    assert "pod_aside" in codes(replace(TWO, count=1, max_motor_length_m=0.07)) and "pod_aside" not in codes(
        replace(TWO, count=1)
    )


def test_what_is_wrong_with_them_is_named():
    assert codes(TWO) == set()
    assert "pods_loose" in codes(replace(TWO, gap_m=0.05)) and "pods_loose" not in codes(replace(TWO, gap_m=0.03))
    assert "pods_loose" in codes(replace(TWO, gap_m=0.03, position_m=0.15))
    # Fins 40 mm high hold what hangs 40 mm off.
    assert "pods_loose" not in codes(replace(TWO, gap_m=FINS.reach_m)) and "pods_loose" in codes(
        replace(TWO, gap_m=FINS.reach_m + 0.001)
    )
    assert "pods_crowded" in codes(replace(TWO, count=6, outer_diameter_m=0.032)) and "pods_crowded" not in codes(
        replace(TWO, count=6)
    )
    assert "fin_on_nose" in codes(replace(TWO, position_m=0.02))
    assert "no_retainer" in codes(replace(TWO, max_motor_length_m=0.07))
    assert "no_retainer" not in codes(replace(TWO, max_motor_length_m=0.07), Retainer(parent="pods", kind="tape", edge="aft"))
    lug = LaunchLug(parent="body", edge="aft", length_m=0.03, outer_diameter_m=0.0044, inner_diameter_m=0.0036, angle_deg=105.0)
    # At 15° from a pod that takes asin(10/25) = 23.6° on either side; past that and 12° more it is clear.
    assert "lug_on_fin" in codes(TWO, lug) and "lug_on_fin" not in codes(TWO, replace(lug, angle_deg=150.0))


def test_they_are_cut_marked_and_glued_on():
    bench = Bench.of(frame(TWO))
    steps = {s.key.split(":")[0]: s for s in build_plan(bench).steps if s.key.endswith("pods")}
    assert {"mark", "tubes-on", "outside"} <= set(steps)
    assert steps["tubes-on"].title == "Glue on the 2 pods" and "into its tube first" in steps["tubes-on"].lines[0]
    assert find_template(bench.layout, "wrap-3").title == "Tube wrap for pods"
    highest = max(y for p in templates_of(bench.layout)[-1].paths for _, y in p.points)
    assert highest == pytest.approx(max(35.0, 15 + 1000 * FINS.reach_m)) and BODY.length_m == 0.3
