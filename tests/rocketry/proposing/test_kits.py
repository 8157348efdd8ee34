"""Kit lists of many voices: each becomes a whole rocket, every line placed, known to be none, or asked about."""

from pathlib import Path

import pytest

from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import BodyTube, CanopyPack, FinSet, MotorTube, NoseCone
from wobbly_fin.rocketry.airframe.solve import smaller_margin
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.proposing.begin import Beginning, Have, beginnings
from wobbly_fin.rocketry.proposing.explain import asked_sentence
from wobbly_fin.rocketry.proposing.kit_lines import NO_PART, read_parts
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice

TEXT = (Path(__file__).parents[2] / "data" / "kit_lists.txt").read_text(encoding="utf-8").partition("\n")[2]
LISTS = [each.strip() for each in TEXT.split("---\n")]


def built(text: str, units: UnitChoice = METRIC) -> Beginning:
    return next(iter(beginnings(Have(kit=read_parts(text, units)), catalogue(), 1.2)))


def test_there_are_as_many_voices_as_were_asked_for() -> None:
    assert len(LISTS) >= 25 and len(set(LISTS)) == len(LISTS)


@pytest.mark.parametrize("text", LISTS, ids=lambda t: t[:28].replace("\n", " "))
def test_a_list_becomes_a_rocket_that_flies_straight_and_can_be_built(text: str) -> None:
    found = built(text)
    airframe = found.sketch.airframe()
    layout = lay_out(airframe)
    assert layout.of(NoseCone) and layout.of(BodyTube) and layout.of(CanopyPack) and layout.of(MotorTube)
    told = [p for p in airframe.parts if isinstance(p, FinSet) and p.span_m]
    motor = max(
        (m for m in catalogue() if abs(m.diameter_m - found.sketch.mount.bore_m) < 0.0015 and m.length_m <= found.sketch.motor_length_m + 0.001),
        key=lambda m: m.total_mass_kg, default=None,
    )  # fmt: skip
    if told and "span_m" not in (found.sketch.own.get("fins") or {}):
        assert smaller_margin(balance(airframe, [motor])) >= 1.0
    plan = build_plan(Bench.of(airframe, Schools()))
    # No hand reaches the front of a mount through a metre of tube: that is the kit's, and the plan says so.
    assert plan.buildable or found.sketch.body_m > 1.0, [p.code for p in plan.problems]
    for line in found.lines:
        placed = line.alias is not None and found.sketch.id_of(line.alias) in {p.id for p in airframe.parts}
        assert placed or asked_sentence(line) or read_parts(f"tube 20 mm\n{line.text}")[-1].kind == NO_PART, line


@pytest.mark.parametrize(
    ("line", "kind", "count", "sizes_mm", "material"),
    [
        ("body tube 25 × 300", "body_tube", 1, (25, 300), None),
        ("4 balsa fins", "fin_set", 4, (), "balsa"),
        ("18 mm mount w/ hook", "motor_tube", 1, (18,), None),
        ("12 in chute", "canopy", 1, (304.8,), None),
        ("(2) centering rings 24/41", "centring_ring", 2, (24, 41), None),
        ("Fins - 3/32 basswood (x4)", "fin_set", 4, (2.38,), "lime"),
        ("ring x2", "centring_ring", 2, (), None),
        ("24 mm motor tube x 70", "motor_tube", 1, (24, 70), None),
        ("one tube, 13.8 mm by 230 mm", "body_tube", 1, (13.8, 230), None),
        ('launch lug 1/8" x 1 1/2"', "launch_lug", 1, (3.175, 38.1), None),
        ("60 cm nylon parachute", "canopy", 1, (600,), "ripstop"),
        ("shock cord mount", "anchor", 1, (), None),
        ("decal sheet", NO_PART, 1, (), None),
        ("wibble", "", 1, (), None),
    ],
)
def test_a_line_is_read(line: str, kind: str, count: int, sizes_mm: tuple[float, ...], material: str | None) -> None:
    part = read_parts(f"{line}\nnose")[0]
    assert (part.kind, part.count, part.material) == (kind, count, material)
    assert [x * 1000 for x in part.sizes_m] == pytest.approx(list(sizes_mm), abs=0.01)


def test_a_mass_told_is_a_mass_weighed() -> None:
    nose = next(p for p in built("nose cone 12 g\ntube 25 x 300").sketch.airframe().parts if isinstance(p, NoseCone))
    assert nose.mass_kg == pytest.approx(0.012) and nose.mass_source == "measured"


def test_bare_figures_are_in_their_owners_units() -> None:
    assert built("tube 1 x 12\nnose", UnitChoice(system="imperial")).sketch.body.outside_m == pytest.approx(0.0254)


def test_figures_told_stand_in_their_parts() -> None:
    found = built("tube 34 x 450\nnose 90 mm\n3 fins ply 1.5 mm 80 x 50\n24 mm mount x 75\nchute 45 cm\ncord 1 m")
    figures = {p.TYPE: p for p in found.sketch.airframe().parts}
    fins, canopy = figures["fin_set"], figures["canopy"]
    assert isinstance(fins, FinSet) and isinstance(canopy, CanopyPack)
    assert (fins.count, fins.root_chord_m, fins.span_m, fins.thickness_m, fins.material) == (3, 0.08, 0.05, 0.0015, "birch-ply")
    assert (
        canopy.diameter_m == 0.45 and figures["body_tube"].axial_length_m == 0.45 and figures["nose_cone"].axial_length_m == 0.09
    )
    assert "retainer" in found.missing and "canopy" not in found.missing


def test_a_transition_joins_two_widths_and_an_electronics_bay_two_tubes() -> None:
    wide = built("upper payload tube 41.4 x 200 mm\nnose\ntransition 60 long\nbody tube 25.2 x 350\n3 fins")
    outer = lay_out(wide.sketch.airframe()).outer
    assert [o.part.TYPE for o in outer] == ["nose_cone", "body_tube", "transition", "body_tube"]
    assert [o.part.front_m for o in outer[1:]] == [0.0414, 0.0414, 0.0252] and outer[0].part.base_diameter_m == 0.0414
    wired = built(
        "upper tube 102 x 700\ne-bay 200\nnose\nbody tube 102 x 1100\n54 mm mount\ndrogue 50 cm\nmain chute 2 m\n2 altimeters"
    )
    assert not [line for line in wired.lines if line.asks]
    canopies = {p.called: p.diameter_m for p in wired.sketch.airframe().parts if isinstance(p, CanopyPack)}
    assert {p.kind for p in wired.sketch.airframe().parts if isinstance(p, CanopyPack) and p.called == "main"} == {"flat"}
    assert canopies == {"main": 2.0, "drogue": 0.5} and wired.sketch.plan.sequence.first == "drogue"
    assert built("tube 30 x 300\nnose\ntail cone").sketch.astern[0]["as"] == "tail"


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "empty"),
        ("   \n", "empty"),
        ("hello\nworld", "names no part"),
        ("\n".join(["3 fins"] * 100), "names 100"),
        ("x" * 7000, "7000 characters"),
    ],
)
def test_a_list_that_is_none_says_so(text: str, says: str) -> None:
    with pytest.raises(RocketryError, match=says) as refused:
        built(text)
    assert refused.value.name == "kit"
