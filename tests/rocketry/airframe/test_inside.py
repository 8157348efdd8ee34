"""A baffle lets gas through and keeps fire and gear apart; hard parts want room of their own, side by side or within one another; a rail guide guides."""

import math
from dataclasses import replace

import pytest

from tests.rocketry.airframe.test_devices import BODY, frame
from tests.rocketry.airframe.test_rings import NOSE
from tests.rocketry.launchday.test_checklists import PLAIN
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.balance import SCHOOLS, balance
from wobbly_fin.rocketry.airframe.checks import dangers_aboard, findings
from wobbly_fin.rocketry.airframe.fresh import fresh_figures
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mass import weigh
from wobbly_fin.rocketry.airframe.parts import (
    Baffle,
    BodyTube,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Cord,
    Coupler,
    FinCan,
    FinSet,
    LaunchLug,
    MassLump,
    MotorTube,
    Part,
    RailButton,
    RailGuide,
)
from wobbly_fin.rocketry.airframe.planform import planform_of
from wobbly_fin.rocketry.airframe.standard_drag import cruise_drag
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.launchday.checklists.compose import checklist
from wobbly_fin.rocketry.recovery.gas_path import gas_path
from wobbly_fin.rocketry.templates.shapes import templates_of

MOUNT = MotorTube(id="mount", parent="body", edge="aft", length_m=0.07, outer_diameter_m=0.019, inner_diameter_m=0.0182)
RINGS = tuple(CentringRing(parent="mount", edge=e, offset_m=0.005, thickness_m=0.0015) for e in ("fore", "aft"))  # type: ignore[arg-type]
BAFFLE = Baffle(parent="body", edge="aft", offset_m=0.12, length_m=0.025, mass_kg=0.004)


def overlaps(*parts: Part) -> list[tuple[int | None, int | None]]:
    return [(f.index, f.other) for f in findings(balance(frame(*parts)), school=SCHOOLS["usual"]) if f.code == "overlap"]


def test_gear_lies_ahead_of_a_baffle_and_gas_comes_through_it_cooled():
    canopy = CanopyPack(parent="body", diameter_m=0.3, material="film")
    bare, held = lay_out(frame(MOUNT, *RINGS, canopy)), lay_out(frame(MOUNT, *RINGS, BAFFLE, canopy))
    # The mount's front ends the bay without it; with it its own forward face, 390 − 120 − 25 mm.
    assert bare.bay_of(1).aft_m == pytest.approx(0.32) and held.bay_of(1).aft_m == pytest.approx(0.245)
    for layout, shielded in ((bare, False), (held, True)):
        steps = gas_path(layout, layout.bay_of(1), protection="none")
        assert any(s.state == "shields" and s.what == "baffle" for s in steps) == shielded
        assert any(s.code == "no_protection" for s in steps) != shielded
        # Film melts where nothing shields it.
        assert any(s.code == "melts" for s in steps) != shielded
        assert not any(s.state == "blocked" for s in steps)
    wall = lay_out(frame(MOUNT, *RINGS, Bulkhead(parent="body", edge="aft", offset_m=0.12, thickness_m=0.003), canopy))
    assert any(s.state == "blocked" for s in gas_path(wall, wall.bay_of(1), protection="none"))


def test_a_baffle_is_glued_in_and_looked_through():
    bench = Bench.of(frame(MOUNT, *RINGS, BAFFLE))
    step = next(s for s in build_plan(bench).steps if s.key.startswith("baffle"))
    assert "29 mm across" in step.lines[0] and "155 mm down" in step.lines[0] and step.gluing is not None
    assert not [t for t in templates_of(bench.layout) if t.key == "disc-6"]
    keys = [[i.key for i in checklist(replace(PLAIN, baffle=b))] for b in (False, True)]
    assert ["baffle" in k for k in keys] == [False, True] and "wadding" in keys[1]


def test_hard_parts_side_by_side_and_within_one_another_want_no_room_of_each_other():
    inner = Coupler(id="joiner", parent="body", edge="fore", offset_m=0.0, length_m=0.06, outer_diameter_m=0.029, wall_m=0.001)
    through = MotorTube(parent="body", edge="fore", offset_m=0.0, length_m=0.06, outer_diameter_m=0.019, inner_diameter_m=0.0182)
    assert overlaps(inner, through) == []
    assert overlaps(inner, replace(through, outer_diameter_m=0.0285)) == [(3, 4)]
    pair = replace(MOUNT, count=2, spread_m=0.007, outer_diameter_m=0.0136, inner_diameter_m=0.013)
    middle = replace(pair, id="other", count=1, spread_m=0.0)
    # Two of 13.6 mm, 7 mm off the axis, leave no room for a third in the middle; 13.7 mm off they do.
    assert overlaps(pair, middle) == [(3, 4)] and overlaps(replace(pair, spread_m=0.0137), middle) == []
    assert overlaps(MOUNT, replace(BAFFLE, offset_m=0.05)) == [(3, 4)] and overlaps(MOUNT, BAFFLE) == []
    assert overlaps(
        inner, CentringRing(parent="body", edge="fore", offset_m=0.02, thickness_m=0.002, inner_diameter_m=0.019)
    ) == [(3, 4)]
    assert BODY.bore_m == 0.029


def test_a_rail_guide_takes_the_rail_and_brakes_as_a_button_does():
    guide = RailGuide(parent="body", edge="aft", offset_m=0.05, length_m=0.04, diameter_m=0.01, height_m=0.012, angle_deg=60.0)
    layout = lay_out(frame(guide))
    assert layout.placed[3].aft_m - layout.placed[3].fore_m == pytest.approx(0.04)
    row = cruise_drag(layout).parts[-1]
    assert row.pressure == pytest.approx(1.1 * 0.01 * 0.012 / (3.141593 / 4 * 0.03**2) * (1 + (60 / 340.294) ** 2 / 4), rel=1e-4)
    assert not [f for f in findings(balance(frame(guide)), school=SCHOOLS["usual"]) if f.code == "no_guide"]


def test_a_single_lug_belongs_near_the_balance_one_beside_buttons_anywhere():
    lug = LaunchLug(
        parent="body", edge="fore", offset_m=0.0, length_m=0.02, outer_diameter_m=0.0044, inner_diameter_m=0.0036, angle_deg=60.0
    )
    heavy = MassLump(mass_kg=0.3, position_m=0.3)
    button = RailButton(parent="body", edge="fore", offset_m=0.1, angle_deg=60.0)

    def far(*parts: Part) -> bool:
        return any(f.code == "lug_far" for f in findings(balance(frame(heavy, *parts)), school=SCHOOLS["usual"]))

    assert far(lug) and not far(replace(lug, offset_m=0.2)) and not far(lug, button) and not far(lug, replace(lug, offset_m=0.2))


def test_how_loose_a_mount_without_rings_lies_is_told_on_one_side():
    found = next(f for f in dangers_aboard(lay_out(frame(MOUNT)), (), ()) if f.code == "mount_loose")
    # 29 mm around 19: 5 mm of air on every side.
    assert found.values == {"gap_m": pytest.approx(0.005)}


def test_a_lug_printed_into_a_can_is_neither_glued_nor_bought_nor_weighed_by_itself():
    can = FinCan(id="can", length_m=0.08, inner_diameter_m=0.0186, shank_length_m=0.03, material="printed-petg", mass_kg=0.03)
    layout = lay_out(Airframe(stages=(Stage(parts=(NOSE, BODY, can)),)))
    lug = LaunchLug(parent="can", **(fresh_figures("launch_lug", layout, 2) | {"edge": "fore", "offset_m": 0.02}))
    assert lug.moulded and not LaunchLug(**fresh_figures("launch_lug", layout, 1)).moulded
    for part, glued in ((lug, False), (replace(lug, moulded=False), True)):
        bench = Bench.of(Airframe(stages=(Stage(parts=(NOSE, BODY, can, part)),)), Schools(origin="scratch"))
        plan = build_plan(bench)
        assert any(s.key.startswith("lug") for s in plan.steps) == glued
        row = weigh(bench.layout)[3]
        assert (row.mass_kg > 0, row.source) == ((True, "computed") if glued else (False, "with its part"))


def test_a_round_lump_turns_as_a_rod_does_and_an_elliptic_fin_as_half_an_ellipse():
    lump = weigh(lay_out(frame(MassLump(mass_kg=0.1, position_m=0.2, diameter_m=0.02, length_m=0.04))))[3]
    assert lump.axial_kg_m2 == pytest.approx(0.1 * 0.01**2 / 2)
    assert lump.transverse_kg_m2 == pytest.approx(0.1 * (3 * 0.01**2 + 0.04**2) / 12)
    fin = FinSet(count=3, planform="ellipse", root_chord_m=0.08, span_m=0.05, thickness_m=0.002)
    # Half of an ellipse with axes 80 and 100 mm: π/4 · 40 · 50 · 40² about its middle line, whole or half.
    assert planform_of(fin).xx_m4 == pytest.approx(math.pi / 4 * 0.04**3 * 0.05 / 2)


def test_gear_that_says_no_place_lies_in_the_tube_with_the_mount_however_short():
    short = BodyTube(id="short", length_m=0.15, outer_diameter_m=0.03, inner_diameter_m=0.029)
    mount = replace(MOUNT, parent="short")
    layout = lay_out(Airframe(stages=(Stage(parts=(NOSE, BODY, short, mount, Cord(length_m=1.0, material="elastic-3"))),)))
    assert layout.placed[4].host == 2
    # Laid flat a canopy is told by its diameter, whatever else is told of it.
    assert CanopyPack(kind="flat", diameter_m=0.3, length_m=1.0, width_m=0.1).canopy.diameter_m == 0.3
