"""Things aboard that do something: weighed and drawn where they are, a sled for what fires charges and for nothing else, air for what feels it."""

import math
from dataclasses import replace

import pytest

from tests.rocketry.airframe.test_rings import NOSE, TUBE
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.braking import PartDrag
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mass import weigh
from wobbly_fin.rocketry.airframe.outline import outlines
from wobbly_fin.rocketry.airframe.parts import Bulkhead, Device, FinSet, MassLump, Part
from wobbly_fin.rocketry.airframe.standard_drag import cruise_cd, cruise_drag
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery.vents import vents_of

FINS = FinSet(
    count=3, root_chord_m=0.05, tip_chord_m=0.03, span_m=0.04, sweep_m=0.02, thickness_m=0.002, position_m=0.33, material="balsa"
)
BODY = replace(TUBE, id="body", material="paper-tube")
BAY = (
    Bulkhead(parent="body", edge="fore", offset_m=0.03, thickness_m=0.003),
    Bulkhead(parent="body", edge="fore", offset_m=0.1, thickness_m=0.003),
)


def device(kind: str, **more: object) -> Device:
    told = {"parent": "body", "edge": "fore", "offset_m": 0.04, "length_m": 0.04, "diameter_m": 0.016, "mass_kg": 0.008}
    return Device(kind=kind, **(told | more))  # type: ignore[arg-type]


def frame(*parts: Part) -> Airframe:
    return Airframe(stages=(Stage(parts=(NOSE, BODY, FINS, *parts)),))


def test_inside_it_lies_out_of_the_air_outside_it_brakes():
    inside, outside = lay_out(frame(device("camera"))), lay_out(frame(device("camera", outside=True, angle_deg=90.0)))
    assert weigh(inside)[3].mass_kg == 0.008 and weigh(inside)[3].cg_m == pytest.approx(0.09 + 0.04 + 0.02)
    # Half of a disc of 16 mm on the body's of 30: 0.5 · (16/30)².
    bare = cruise_cd(lay_out(frame()))
    assert cruise_cd(inside) == pytest.approx(bare)
    # What stands still before it presses with 1 + M²/4 at 60 m/s.
    assert cruise_cd(outside) - bare == pytest.approx(0.5 * (16 / 30) ** 2 * (1 + (60 / 340.294) ** 2 / 4), rel=1e-4)
    assert isinstance(cruise_drag(outside).parts[-1], PartDrag)
    drawn = outlines(outside)[-1]
    assert drawn.across == (pytest.approx(0.015 + 0.008),) and drawn.angles_deg == (90.0,)
    assert outlines(inside)[-1].across == () and max(y for _, y in outlines(inside)[-1].profile) == pytest.approx(0.008)


@pytest.mark.parametrize(("kind", "sled"), [("altimeter", 1), ("logger", 0), ("release", 0), ("tracker", 0), ("camera", 0)])
def test_only_what_fires_charges_gets_a_sled(kind, sled):
    plan = build_plan(Bench.of(frame(*BAY, device(kind))))
    assert sum(s.key.startswith("sled") for s in plan.steps) == sled


@pytest.mark.parametrize(("kind", "missing"), [("altimeter", 1), ("logger", 1), ("release", 0), ("tracker", 0), ("camera", 0)])
def test_only_what_feels_the_air_wants_holes(kind, missing):
    found = vents_of(lay_out(frame(*BAY, device(kind))), altimeter=True)
    assert sum(v.code == "missing" for v in found) == missing


def test_older_drawings_told_the_same_by_their_lumps():
    layout = lay_out(
        frame(
            *BAY,
            MassLump(kind="electronics", mass_kg=0.02, position_m=0.14),
            MassLump(kind="release", mass_kg=0.02, position_m=0.2),
        )
    )
    assert [p.index for p in layout.working("altimeter")] == [5] and [p.index for p in layout.working("release")] == [6]
    assert not layout.working("logger", "tracker", "camera")


def test_what_cannot_be_is_refused_at_its_field():
    with pytest.raises(RocketryError, match="nothing but its mass"):
        Device(kind="camera")
    with pytest.raises(RocketryError, match="letters long") as refused:
        device("camera", switched_on="x" * 81)
    assert refused.value.name == "switched_on"
    with pytest.raises(RocketryError, match="none of"):
        device("ballast")


def test_names_are_its_owner_s_or_what_it_is():
    assert [device(k).called for k in ("altimeter", "logger", "release")] == ["altimeter", "recorder", "parachute release"]
    assert device("logger", name="Little Ear").called == "Little Ear" and math.isclose(device("logger").axial_length_m, 0.04)
