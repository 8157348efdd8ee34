"""What a build takes: lengths and sheets against stores, each thing counted once."""

from dataclasses import replace

from tests.rocketry.airframe.rockets import model
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.parts import Bulkhead, CanopyPack, CentringRing, Coupler, FinSet, Part
from wobbly_fin.rocketry.building.bench import LEAST_MIX_KG, Bench
from wobbly_fin.rocketry.building.materials import GlueAtHand, Materials, SheetAtHand, Stores, TubeAtHand, materials
from wobbly_fin.rocketry.building.pictures import picture_of
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.building.step import Step

SHEET = SheetAtHand(key="one", name="balsa", material="balsa", thickness_m=0.0023, length_m=0.915, width_m=0.1)


def grown(airframe: Airframe, *more: Part) -> Airframe:
    return Airframe(stages=(Stage(parts=(*airframe.stages[0].parts, *more)),))


def changed(airframe: Airframe, name: str, **figures: object) -> Airframe:
    parts = tuple(replace(p, **figures) if p.id == name else p for p in airframe.stages[0].parts)  # type: ignore[arg-type]
    return Airframe(stages=(Stage(parts=parts),))


def steps(airframe: Airframe, work: str, schools: Schools | None = None) -> list[Step]:
    return [s for s in build_plan(Bench.of(airframe, schools or Schools())).steps if s.key.split(":")[0] == work]


def taken(airframe: Airframe, stores: Stores, schools: Schools | None = None) -> Materials:
    bench = Bench.of(airframe, schools or Schools())
    return materials(bench, build_plan(bench), stores)


def strakes(chord_m: float) -> FinSet:
    """Small fins ahead of the others, of the same wood, called by no name of their own either."""
    return FinSet(
        id="strakes", parent="body", count=3, root_chord_m=chord_m, tip_chord_m=chord_m / 2, span_m=0.03, thickness_m=0.0023,
        material="balsa", edge="fore", offset_m=0.05,
    )  # fmt: skip


def test_a_sheet_that_one_set_of_fins_is_cut_from_is_gone_for_the_next() -> None:
    found = taken(grown(model(), strakes(0.04)), Stores(sheets=(SHEET,)))
    wood = [n for n in found.needs if n.what.startswith("balsa")]
    assert [bool(n.buy) for n in wood] == [False, True]
    both = taken(grown(model(), strakes(0.04)), Stores(sheets=(replace(SHEET, count=2),)))
    assert not any(n.buy for n in both.needs if n.what.startswith("balsa"))


def test_two_sets_of_fins_of_one_name_are_nested_each_by_itself() -> None:
    found = taken(grown(model(), replace(strakes(0.3), span_m=0.09, count=8)), Stores())
    assert len(found.nests) == 2 and found.nests[0][1].sheets < found.nests[1][1].sheets
    wanted = [n.wanted for n in found.needs if n.what.startswith("balsa")]
    assert wanted[0].startswith("1 sheet") and not wanted[1].startswith("1 sheet")


def test_everything_that_is_bought_stands_on_the_list() -> None:
    found = taken(
        grown(model(), Bulkhead(parent="body", thickness_m=0.0015, edge="fore", offset_m=0.1, material="balsa")), Stores()
    )
    listed = {n.what for n in found.needs}
    assert {"nose cone", "centring ring", "bulkhead", "launch lug", "canopy", "cord", "retainer"} <= listed


def test_stores_are_taken_before_anything_is_bought() -> None:
    tube = TubeAtHand(key="t", name="the old one", outer_diameter_m=0.0262, length_m=0.5)
    found = taken(model(), Stores(tubes=(tube,), glues=(GlueAtHand(key="wood", mass_kg=0.2),)))
    body = next(c for c in found.cuts if abs(c.outer_diameter_m - 0.0262) < 1e-6)
    assert [c.bar.key for c in body.plan.bars] == ["the old one"] and not body.plan.bars[0].bar.bought
    assert not next(n for n in found.needs if n.what == "wood glue").buy
    kit = taken(model(), Stores(), Schools(origin="kit"))
    assert (
        not kit.cuts
        and not kit.nests
        and {n.what for n in kit.needs} <= {"wood glue", "thin CA", "wood filler", "primer", "paint"}
    )


def test_every_cup_of_two_parts_can_be_weighed_out() -> None:
    bench = Bench.of(model(), Schools(structural="epoxy-5"))
    gluing = bench.gluing("epoxy-5", 0.001, hands_on_s=20 * 60, joints=6)
    assert gluing.batches > 1 and gluing.pair_kg is not None
    assert sum(gluing.pair_kg) >= LEAST_MIX_KG - 1e-12
    assert gluing.mass_kg >= gluing.batches * LEAST_MIX_KG - 1e-12


def test_the_mount_is_weighed_with_the_glue_that_is_on_it_by_then() -> None:
    through = changed(model(), "fins", through_wall=True)
    last = steps(through, "ring")[-1]
    assert last.weigh_in is not None and last.gluing is not None
    # The aft ring is dry still: it is neither on the scale nor is its glue.
    rings = sum(isinstance(list(through.parts)[i], CentringRing) for i in last.weigh_in.parts)
    assert last.weigh_in.glue_kg == rings * last.gluing.stays_kg
    on_surface = steps(model(), "ring")[-1]
    assert on_surface.weigh_in is not None and on_surface.gluing is not None
    assert on_surface.weigh_in.glue_kg == 2 * on_surface.gluing.stays_kg


def test_a_mount_of_one_ring_is_built_and_drawn_with_pockets() -> None:
    one_ring = Airframe(
        stages=(
            Stage(
                parts=tuple(replace(p, through_wall=True) if p.id == "fins" else p for p in model().parts if p.id != "aft_ring")
            ),
        )  # type: ignore[call-arg]
    )
    bench = Bench.of(one_ring, Schools(inside="aft_ring_last"))
    dams = next(s for s in build_plan(bench).steps if s.key.startswith("dams"))
    drawn = picture_of(bench, dams)
    assert drawn is not None and "pockets" in drawn.says


def test_a_cut_list_without_any_outer_tube_is_drawn_too() -> None:
    joined = grown(model(), Coupler(id="c", parent="body", length_m=0.05, offset_m=-0.02, edge="fore"))
    bench = Bench.of(joined)
    cut = next(s for s in build_plan(bench).steps if s.key == "cut-tubes")
    drawn = picture_of(bench, cut)
    assert drawn is not None and any("coupler" in w.text for w in drawn.words)


def test_what_hangs_on_the_cord_is_called_by_its_name() -> None:
    streamer = CanopyPack(id="canopy", parent="body", kind="streamer", length_m=1.0, width_m=0.1, material="crepe")
    parts = tuple(streamer if p.id == "canopy" else p for p in model().parts)
    assert steps(Airframe(stages=(Stage(parts=parts),)), "rig")[0].title == "Tie the cord and the streamer"
    assert steps(model(), "rig")[0].title == "Tie the cord and the canopy"
    bare = steps(Airframe(stages=(Stage(parts=tuple(p for p in model().parts if p.id != "canopy")),)), "rig")[0]
    assert bare.title == "Tie the cord" and "canopy" not in " ".join(bare.lines) + bare.without
