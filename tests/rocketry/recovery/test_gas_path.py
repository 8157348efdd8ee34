"""The way of the hot gas: what on it is named, and what is out of its reach."""

from dataclasses import replace

import pytest

from tests.rocketry.building.test_plan import airframe
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.layout import Bay, Layout, lay_out, recovery_packs
from wobbly_fin.rocketry.airframe.parts import Anchor, Bulkhead, CentringRing, Cord, FinCan, MotorTube, Part, Transition
from wobbly_fin.rocketry.airframe.solve import with_part
from wobbly_fin.rocketry.recovery.gas_path import GasStep, blocked, burns, gas_path

SHIELD_M = 0.03


def changed(name: str, wanted: type[Part], **figures: object) -> Airframe:
    found = airframe(name)
    at, part = next((i, p) for i, p in enumerate(found.parts) if isinstance(p, wanted))
    return with_part(found, at, replace(part, **figures))  # type: ignore[arg-type]


def bay_of(layout: Layout) -> Bay:
    host = recovery_packs(layout)[0].host
    assert host is not None
    return layout.bay_of(host)


def walk(found: Airframe, protection: str = "tissue", wadding: str = "") -> tuple[GasStep, ...]:
    layout = lay_out(found)
    return gas_path(layout, bay_of(layout), protection=protection, wadding=wadding, protection_m=SHIELD_M)


def codes(steps: tuple[GasStep, ...]) -> set[str]:
    return {s.code for s in steps if s.code}


def test_an_elastic_tied_in_ahead_of_the_wadding_is_out_of_the_gas() -> None:
    steps = walk(airframe("Inchworm"))
    assert codes(steps) == set() and [s.what for s in steps] == ["motor tube", "treated tissue", "cord", "canopy"]


def test_the_same_elastic_on_an_eye_below_the_wadding_is_named() -> None:
    found = changed("Inchworm", Anchor, kind="eye_bolt", offset_m=0.28)
    steps = walk(found)
    assert codes(steps) == {"cord_melts"}
    assert next(s.what for s in steps if s.code) == "cord (elastic, 3 mm)"
    # A flameproof line in its stead stands it.
    at, cord = next((i, p) for i, p in enumerate(found.parts) if isinstance(p, Cord))
    assert codes(walk(with_part(found, at, replace(cord, material="aramid-1")))) == set()


def test_without_protection_cord_and_canopy_are_both_exposed() -> None:
    assert codes(walk(airframe("Inchworm"), "none")) == {"no_protection", "melts", "cord_melts"}


@pytest.mark.parametrize("name", ["Laundry sheets, two", "kitchen roll", "untreated tissue", "Toilet paper"])
def test_untreated_paper_burns_whatever_it_is_called(name: str) -> None:
    assert burns(walk(airframe("Inchworm"), "tissue", name))


def test_what_nobody_knows_by_its_name_is_asked_about() -> None:
    assert "asked" in codes(walk(airframe("Inchworm"), "tissue", "the packet from the shop"))
    assert "asked" not in codes(walk(airframe("Inchworm"), "tissue", "treated tissue")) | codes(
        walk(airframe("Inchworm"), "cloth", "grey stuff")
    )


def test_a_plug_and_a_closed_fin_can_stop_the_gas() -> None:
    assert blocked(walk(changed("Inchworm", MotorTube, plugged=True)))
    assert blocked(walk(changed("Saltmarsh Heron", FinCan, gas_path=False)))
    assert not blocked(walk(airframe("Inchworm"))) and not blocked(walk(airframe("Saltmarsh Heron")))


def test_a_bulkhead_between_motor_and_canopy_stops_it() -> None:
    found = airframe("Copper Kettle")
    mount = next(p for p in found.parts if isinstance(p, MotorTube))
    lid = Bulkhead(id="lid", parent=mount.parent, edge="fore", offset_m=0.02, thickness_m=0.003, material="birch-ply")
    stage = found.stages[0]
    assert blocked(walk(replace(found, stages=(replace(stage, parts=(*stage.parts, lid)),))))


def test_a_loose_ring_leaks_and_a_plastic_neck_softens() -> None:
    assert "leaks" in codes(walk(changed("Inchworm", CentringRing, inner_diameter_m=0.0235)))
    assert "softens" in codes(walk(changed("Copper Kettle", Transition, material="printed-pla")))
    assert codes(walk(airframe("Copper Kettle"))) == set()  # its neck is card


def test_a_charge_of_an_altimeter_begins_at_the_foot_of_the_bay() -> None:
    layout = lay_out(airframe("Old Bellwether"))
    steps = gas_path(layout, bay_of(layout), protection="cloth", protection_m=0.025, by_motor=False)
    assert steps[0].what == "charge" and not blocked(steps)  # the lid behind it is no way the gas goes


def test_a_baffle_is_looked_into() -> None:
    assert codes(walk(airframe("Inchworm"), "baffle")) == {"chars"}
