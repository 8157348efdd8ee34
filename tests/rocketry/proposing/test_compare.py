"""Rockets held against one another, and what they take to make."""

from dataclasses import replace

import pytest

from wobbly_fin.rocketry.airframe.aspects import undeclared
from wobbly_fin.rocketry.airframe.parts import PART_TYPES, BodyTube, Cord, FinSet, Part, StaticPort
from wobbly_fin.rocketry.airframe.usual import Usual, stiffness
from wobbly_fin.rocketry.building.materials import SheetAtHand, Stores, TubeAtHand
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.proposing.at_hand import AtHand
from wobbly_fin.rocketry.proposing.begin import Have, beginnings
from wobbly_fin.rocketry.proposing.compare import MEASURES, best_in, front, fronts
from wobbly_fin.rocketry.proposing.effort import hours_of, price_of_all
from wobbly_fin.rocketry.proposing.price import motor_price, price_of
from wobbly_fin.rocketry.proposing.sketch import Sketch, mount_tube


def rocket(**figures: float) -> dict[str, float]:
    return dict.fromkeys(MEASURES, 10.0) | figures


def test_the_front_leaves_out_what_another_beats_in_both() -> None:
    four = [rocket(mass=1, price=9), rocket(mass=5, price=5), rocket(mass=6, price=6), rocket(mass=9, price=1)]
    assert front(four, "mass", "price") == [0, 1, 3]
    assert front(four, "price", "mass") == [3, 1, 0]
    assert fronts(four)["mass price"] == [0, 1, 3] and len(fronts(four)) == 10
    # Two alike are both on it.
    assert front([four[0], four[0]], "mass", "price") == [0, 1]


def test_only_a_difference_that_is_noticed_makes_one_the_best() -> None:
    assert best_in([rocket(), rocket(mass=9.8)]) == [[], []]
    assert best_in([rocket(price=5), rocket(mass=9)]) == [["cheapest"], ["lightest"]]
    assert best_in([rocket()]) == [[]]


def drawn() -> Sketch:
    return next(iter(beginnings(Have(body_m=0.0414), catalogue(), 1.2))).sketch


def test_a_price_grows_with_the_part_and_with_what_it_is_of() -> None:
    tube = BodyTube(length_m=0.5, outer_diameter_m=0.05, inner_diameter_m=0.048, material="paper-tube")
    # By hand: (4 + 250 × 0.05) × 0.5 = 8.25.
    assert price_of(tube) == pytest.approx(8.25)
    assert price_of(replace(tube, length_m=1.0)) == pytest.approx(16.5)
    assert price_of(replace(tube, material="fibreglass")) == pytest.approx(3.5 * 8.25)
    assert price_of(Cord(length_m=3.0, material="nylon-web")) == pytest.approx(6.0) and price_of(StaticPort()) == 0.0
    fins = FinSet(count=3, root_chord_m=0.08, tip_chord_m=0.04, span_m=0.05, thickness_m=0.003, material="balsa")
    assert price_of(replace(fins, count=6)) == pytest.approx(2 * price_of(fins))
    small, large = (next(m for m in catalogue() if m.name == n) for n in ("A7", "H119"))
    assert 1 < motor_price(small) < 10 < motor_price(large) < 100
    assert not [(kind, aspect) for kind, aspect in undeclared(PART_TYPES.values()) if aspect == "price"]


def test_what_is_at_hand_is_not_paid_for_and_a_plan_tells_the_hours() -> None:
    sketch = drawn()
    whole = price_of_all(sketch, (), None)
    assert price_of_all(sketch, {sketch.id_of("nose")}, None) < whole
    assert price_of_all(sketch, (), catalogue()[0]) == pytest.approx(whole + motor_price(catalogue()[0]))
    hours, buildable = hours_of(sketch)
    assert buildable and 2 < hours < 30


def part(sketch: Sketch, alias: str) -> Part:
    return next(p for p in sketch.airframe().parts if p.id == sketch.id_of(alias))


def test_parts_at_hand_are_found_by_what_fits() -> None:
    sketch = drawn()
    canopy = part(sketch, "canopy")
    near, far = replace(canopy, diameter_m=sketch.canopy_m * 1.05), replace(canopy, diameter_m=sketch.canopy_m * 1.3)  # type: ignore[call-arg]
    assert AtHand.of([far]).hung(sketch) == sketch
    hung = AtHand.of([far, near]).hung(sketch)
    assert part(hung, "canopy").diameter_m == pytest.approx(near.diameter_m, abs=1e-5)  # type: ignore[attr-defined]
    assert "canopy" in AtHand.of([near]).spared(hung) and "canopy" not in AtHand.of([]).spared(sketch)
    nose = replace(part(sketch, "nose"), mass_kg=0.033)
    assert part(AtHand.of([nose]).used(sketch), "nose").mass_kg == 0.033
    assert AtHand.of([replace(nose, base_diameter_m=0.05)]).used(sketch) == sketch  # type: ignore[call-arg]
    short, long = (replace(part(sketch, "body"), length_m=x) for x in (0.2, 0.9))  # type: ignore[call-arg]
    (tube,) = AtHand.of([short, long]).body_tubes(0.03)
    assert tube.own_m == 0.9 and not AtHand.of([long]).body_tubes(0.05)
    mount = part(sketch, "mount")
    assert AtHand.of([mount]).mount_tube(mount.inner_diameter_m) is not None  # type: ignore[attr-defined]
    assert AtHand.of([mount]).mount_tube(0.05) is None and mount_tube(0.024).own_m == 0.0


def sheet(material: str, mm: float, length: float = 0.9, width: float = 0.1) -> SheetAtHand:
    return SheetAtHand(key=f"{material} {mm}", name="", material=material, thickness_m=mm / 1000, length_m=length, width_m=width)


def test_fins_are_cut_from_a_sheet_in_stores_that_is_stiff_and_large_enough() -> None:
    sketch = drawn()  # usually hard balsa of 3.1 mm or near it
    told = sketch.usual.sheet(sketch.span_m)
    thin, thick, small = sheet("balsa", 1.0), sheet("birch-ply", 3.0), sheet(told["material"], 1000 * told["thickness_m"], 0.05)
    assert AtHand.of([], stores=Stores(sheets=(thin, small))).cut(sketch) == sketch
    hand = AtHand.of([], stores=Stores(sheets=(thin, small, thick, sheet("birch-ply", 12.0))))
    cut = hand.cut(sketch)
    assert cut.own["fins"] == {"material": "birch-ply", "thickness_m": 0.003} and "fins" in hand.spared(cut)
    # What no longer does is put back, and another is bought.
    assert "fins" not in hand.cut(replace(cut, stiffer=4)).own or hand.cut(replace(cut, stiffer=4)).own != cut.own


def test_a_tube_in_stores_is_taken_for_the_one_that_is_sold_so_wide() -> None:
    sketch = drawn()
    raw = TubeAtHand(key="t", name="", outer_diameter_m=sketch.body.outside_m + 0.0002, length_m=0.77)
    (tube,) = AtHand.of([], stores=Stores(tubes=(raw,))).body_tubes(0.03)
    assert tube.bore_m == sketch.body.bore_m and tube.own_m == 0.77
    assert not AtHand.of([], stores=Stores(tubes=(replace(raw, outer_diameter_m=0.0437),))).body_tubes(0.03)


def test_a_fin_that_flutters_is_cut_from_the_sheet_that_does_not() -> None:
    usual = Usual(0.08)
    rungs = usual.stiffer(0.1, 0, 1.5)
    assert (
        stiffness(**usual.sheet(0.1, rungs))
        >= 1.5 * stiffness(**usual.sheet(0.1, 0))
        > stiffness(**usual.sheet(0.1, rungs - 1)) / 1.5
    )
    assert usual.stiffer(0.1, 0, 1.01) == 1 and usual.stiffest(0.1, usual.stiffer(0.1, 0, 1e3))
    # Twice as thick: √8 times; by hand for 3 mm ply of 0.62 GPa or whatever its modulus is.
    assert (
        stiffness("birch-ply", 0.006) == pytest.approx(8**0.5 * stiffness("birch-ply", 0.003)) and stiffness("felt", 0.01) == 0.0
    )
