"""What a repair says of one rocket: by what is still bare, and by what hands still reach when it is finished."""

from dataclasses import replace

from tests.rocketry.building.test_plan import airframe
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.parts import BodyTube, NoseCone, RailButton
from wobbly_fin.rocketry.airframe.solve import with_part
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.repairs import bare_stretches, repair_plan
from wobbly_fin.rocketry.building.step import Step
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan


def steps(rocket: Airframe, damage: str, recovery: RecoveryPlan | None = None) -> dict[str, Step]:
    return {s.key: s for s in repair_plan(Bench.of(rocket, recovery=recovery), damage).steps}


def moved_button(forward_m: float) -> Airframe:
    """Night Ferry with its front button further forward than drawn, 298.4 mm behind the tube's edge."""
    rocket = airframe("Night Ferry")
    number, part = next((n, p) for n, p in enumerate(rocket.stages[0].parts) if isinstance(p, RailButton) and "front" in p.called)
    assert part.offset_m is not None
    return with_part(rocket, number, replace(part, offset_m=part.offset_m + forward_m))


def test_a_cut_tube_is_cut_back_no_further_than_half_a_coupler_holds() -> None:
    """The button is 298.4 mm behind the edge; half a coupler of two bores of 63.8 mm leaves 235 mm."""
    found = steps(airframe("Night Ferry"), "zipper")
    said = " ".join(found["cut-back"].lines)
    assert "front edge" in said and "235 mm at most" in said and "front button" in said
    assert "128 mm long" in " ".join(found["splice"].lines)
    assert "200 mm at most" in " ".join(steps(moved_button(0.035), "zipper")["cut-back"].lines)


def test_too_little_bare_wall_wants_a_new_tube() -> None:
    found = steps(moved_button(0.230), "zipper")
    assert "new-tube" in found and "cut-back" not in found and "68.4 mm" in " ".join(found["new-tube"].lines)


def test_a_crushed_tube_is_mended_where_nothing_holds_it_round() -> None:
    bench = Bench.of(airframe("Inchworm"))
    (tube,) = bench.layout.of(BodyTube)
    stretches = bare_stretches(bench, tube)
    # Edge to lug; lug to motor tube; what is behind is taken by mount and fins.
    assert [(round(b.fore_m, 4), round(b.aft_m, 4)) for b in stretches] == [(0.0, 0.174), (0.214, 0.272)]
    assert stretches[0].ahead is None and stretches[0].behind is not None and stretches[0].behind.part.called == "launch lug"
    said = " ".join(steps(airframe("Inchworm"), "tube_crushed")["cut-back"].lines)
    assert "122 mm at most" in said  # 174 less half a coupler of 26 mm at each seam


def test_a_tube_crushed_where_no_stretch_is_long_enough_is_made_anew() -> None:
    """Inchworm cut to 100 mm: motor tube and lug leave no two bores of 26 mm bare."""
    rocket = airframe("Inchworm")
    number, tube = next((n, p) for n, p in enumerate(rocket.stages[0].parts) if isinstance(p, BodyTube))
    found = steps(with_part(rocket, number, replace(tube, length_m=0.1)), "tube_crushed")
    assert "left anywhere" in " ".join(found["new-tube"].lines)


def test_a_cracked_nose_is_lined_where_fingers_get() -> None:
    """From base and shoulder a finger gets 70 mm: not a third of Night Ferry's nose, but of one a third as long."""
    rocket = airframe("Night Ferry")
    part = rocket.stages[0].parts[0]
    assert isinstance(part, NoseCone)
    assert "outside" in steps(rocket, "nose_cracked")["nose"].title
    short = with_part(rocket, 0, replace(part, length_m=0.09, shoulder_length_m=0.03))
    assert "inside" in steps(short, "nose_cracked")["nose"].title
    assert "solid" in " ".join(steps(airframe("Inchworm"), "nose_cracked")["nose"].lines)


def test_a_fin_with_a_tab_wants_its_slot_cleared_and_says_what_is_shut_in() -> None:
    said = " ".join(steps(airframe("Night Ferry"), "fin_off")["clean"].lines)
    assert "slot" in said and "Rings shut the room" in said
    assert "slot" not in " ".join(steps(airframe("Inchworm"), "fin_off")["clean"].lines)
