"""Tubes for fins and a ring round fins: cut, marked, glued on and measured in an order a builder can follow."""

from dataclasses import replace

import pytest

from tests.rocketry.airframe.test_rings import FINS, NOSE, RING, SIX, TUBE
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.parts import LaunchLug, Part
from wobbly_fin.rocketry.building.amounts import fillet_kg
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.materials import Stores, materials
from wobbly_fin.rocketry.building.pictures import picture_of
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.building.step import Plan, Step
from wobbly_fin.rocketry.templates.shapes import find_template, templates_of

BODY = replace(TUBE, id="body", material="paper-tube")
LUG = LaunchLug(
    parent="body", edge="fore", offset_m=0.1, length_m=0.03, outer_diameter_m=0.0044, inner_diameter_m=0.0036, angle_deg=30.0
)


def at(*parts: Part) -> Bench:
    return Bench.of(Airframe(stages=(Stage(parts=(NOSE, BODY, *parts)),)), Schools(origin="scratch"))


def step(plan: Plan, work: str) -> Step:
    return next(s for s in plan.steps if s.key.split(":")[0] == work)


def test_tubes_are_cut_marked_glued_and_filleted_before_the_lug_comes_on():
    bench = at(replace(SIX, parent="body"), LUG)
    plan = build_plan(bench)
    order = [s.key.split(":")[0] for s in plan.steps]
    assert [order.index(w) for w in ("cut-tubes", "mark", "tubes-on", "outside", "lug")] == sorted(
        order.index(w) for w in ("cut-tubes", "mark", "tubes-on", "outside", "lug")
    )
    assert any("6 off, mark at 60 mm" in line for line in step(plan, "cut-tubes").lines)
    # Six lines round 94.2 mm; the lug half-way between two tubes.
    lines = step(plan, "mark").lines
    assert (
        lines[0] == "Paper strip once round: 94.2 mm. 6 lines, 15.7 mm apart." and "7.85 mm round from the first tube" in lines[2]
    )
    glued = step(plan, "tubes-on")
    assert glued.title == "Glue on the 6 tubes" and "level with" in glued.lines[1] and "lies against the first" in glued.lines[2]
    # Twelve lines of glue, 1.5 mm in the corner: six on the body, six between tubes.
    density = bench.glue(bench.structural).density_kg_m3
    assert glued.gluing is not None and glued.gluing.stays_kg == pytest.approx(12 * fillet_kg(0.06, 0.0015, density))
    assert step(plan, "outside").weigh_in is not None
    picture = picture_of(bench, glued)
    assert picture is not None and len(picture.circles) == 1 + 2 * 6


def test_tubes_apart_are_glued_to_the_body_alone():
    bench = at(replace(SIX, parent="body", count=3))
    glued = step(build_plan(bench), "tubes-on")
    density = bench.glue(bench.structural).density_kg_m3
    assert glued.gluing is not None and glued.gluing.stays_kg == pytest.approx(3 * fillet_kg(0.06, 0.0015, density))
    assert "rubber band" in glued.lines[2]


def test_a_ring_goes_on_when_its_fins_stand_and_nowhere_without_them():
    plan = build_plan(at(replace(FINS, parent="body", material="balsa"), replace(RING, parent="body")))
    ring = step(plan, "ring-on")
    assert "10 mm ahead" in ring.lines[0] and "89.5 mm inside" in ring.lines[0]
    assert [link.key.split(":")[0] for link in ring.after] == ["outside"]
    assert not [s for s in build_plan(at(replace(RING, parent="body"))).steps if s.key.startswith("ring-on")]


def test_what_it_takes_and_what_is_marked_by_paper():
    bench = at(replace(SIX, parent="body"))
    cuts = materials(bench, build_plan(bench), Stores()).cuts
    # Tubes as wide as the body come off the same tube: one piece of 300 mm, six of 60.
    assert [sorted(p.length_m for c in group.plan.bars for p in c.pieces) for group in cuts] == [[0.06] * 6 + [0.3]]
    wrap = find_template(bench.layout, "wrap-2")
    assert sum(w.text.startswith("tube ") for w in wrap.words) == 6 and len(wrap.circles) == 0
    whole = templates_of(bench.layout)[-1]
    # From the side a tube stands out 30 mm above and below a body of 15.
    assert max(y for p in whole.paths for _, y in p.points) == pytest.approx(45.0)
    assert min(y for p in whole.paths for _, y in p.points) == pytest.approx(-45.0)
