"""The registry of tests: complete at every door, and each test only ever worse for what makes flying harder."""

import itertools
import os
import random
import re
from dataclasses import replace
from pathlib import Path
from typing import get_args

import pytest

import wobbly_fin
from tests.rocketry.choosing.loading import based, loaded
from wobbly_fin.demo.airframes import _DESIGNS, airframe_file
from wobbly_fin.hangar.api.readiness import PLACES
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.choosing.explain import trial_sentence
from wobbly_fin.rocketry.choosing.nearest import nearest_change
from wobbly_fin.rocketry.choosing.pick import Candidate, alone, judge, pick
from wobbly_fin.rocketry.choosing.registry import BY_NAME, TESTS
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Flyer, Situation
from wobbly_fin.rocketry.choosing.trial import Need, TrialName
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.motors.catalogue import catalogue, find_motor
from wobbly_fin.rocketry.motors.typical import typical_motor

ROUNDS = 60 if os.environ.get("WOBBLY_THOROUGH") == "1" else 6
MOUNT = Mount(diameter_m=0.018, max_length_m=0.07)
PIP = QuickRocket(mass_kg=0.078, diameter_m=0.0335, cd=0.7, canopy=Canopy(diameter_m=0.4, cd=0.75))


def square(half_m: float) -> Field:
    return Field(outline=((-half_m, -half_m), (half_m, -half_m), (half_m, half_m), (-half_m, half_m)))


def told(site: Site, ground: Field | None = None) -> Situation:
    """Everything that decides told."""
    return Situation(site=site, ground=ground or square(300.0), flyer=Flyer(level=2, age=44), built=True)


def base(name: str) -> Configuration:
    return airframe_file(name, {}).to_configuration()


def drawn(dice: random.Random) -> tuple[Configuration, str]:
    """A design with a motor that fits it."""
    name = dice.choice([n for n in _DESIGNS if n not in ("Candle and Snuffer",)])
    shelf = [c for c in pick(base(name), Site(wind_speed_m_s=1.0), catalogue()) if c.delay_s is not None]
    return dice.choice(shelf).configuration, name


def states(found: Candidate) -> dict[str, str]:
    return {t.name: t.state for t in found.tests}


def test_every_name_is_declared_once_and_every_change_is_known() -> None:
    assert [t.name for t in TESTS] == sorted({t.name for t in TESTS}, key=[t.name for t in TESTS].index)
    assert set(BY_NAME) == set(get_args(TrialName))
    assert all(t.quantity and t.source for t in TESTS)


@pytest.mark.parametrize("seed", range(ROUNDS))
def test_more_mass_never_mends_lift_rod_speed_or_landing(seed: int) -> None:
    dice = random.Random(seed)
    c, _ = drawn(dice)
    rigid = c.rigid
    assert rigid is not None
    where = told(Site(wind_speed_m_s=1.0))
    before = judge(c, where, shares="none")
    heavier = c.changed(rigid.with_changed(shift_kg=rigid.shift_kg + dice.uniform(0.05, 1.0) * rigid.mass_kg))
    after = states(judge(heavier, where, shares="none"))
    for name in ("lifts", "rod_speed", "landing_rate"):
        if states(before).get(name) == "failed":
            assert after[name] == "failed", name


@pytest.mark.parametrize("seed", range(ROUNDS))
def test_more_wind_never_mends_wind_or_rod_speed(seed: int) -> None:
    dice = random.Random(100 + seed)
    c, _ = drawn(dice)
    slow = dice.uniform(0.0, 8.0)
    before = states(judge(c, told(Site(wind_speed_m_s=slow)), shares="none"))
    after = states(judge(c, told(Site(wind_speed_m_s=slow + dice.uniform(0.5, 6.0))), shares="none"))
    for name in ("wind", "rod_speed"):
        if before[name] == "failed":
            assert after[name] == "failed", name


@pytest.mark.parametrize("seed", range(ROUNDS))
def test_a_field_inside_a_field_never_holds_more_landings(seed: int) -> None:
    dice = random.Random(200 + seed)
    c, _ = drawn(dice)
    site, wide = Site(wind_speed_m_s=dice.uniform(1.0, 5.0)), dice.uniform(40.0, 260.0)
    outer, inner = (judge(c, told(site, square(h))) for h in (wide, wide * dice.uniform(0.4, 0.95)))
    if outer.case.inside is not None and inner.case.inside is not None:
        assert inner.case.inside[0] <= outer.case.inside[0]
    if states(outer)["inside_field"] == "failed":
        assert states(inner)["inside_field"] == "failed"


def test_what_is_not_told_leaves_it_open_and_never_hides_a_failure() -> None:
    c = loaded(PIP, *find("C8-5"))
    known = judge(c, told(Site(wind_speed_m_s=1.0)))
    assert known.verdict in ("good", "marginal") and not known.open_for
    for need, site in itertools.product(("wind", "built", "outline"), (Site(wind_speed_m_s=1.0),)):
        where = told(site)
        where = {
            "wind": replace(where, untold=frozenset({"wind"})), "built": replace(where, built=None), "outline": replace(where, ground=None),
        }[need]  # fmt: skip
        found = judge(c, where)
        assert found.verdict == "open" and found.open_for == (need,) and found.settled == known.settled, need
        heavy = judge(loaded(replace(PIP, mass_kg=0.9), *find("C8-5")), where)
        assert heavy.verdict == "no"


def find(label: str):  # type: ignore[no-untyped-def]
    return find_motor(label)


def test_gentlest_first_and_the_leader_alone_differs_in_nothing_it_had() -> None:
    found = pick(base("Inchworm"), told(Site(wind_speed_m_s=1.0)), catalogue())
    going = [c for c in found if c.settled == found[0].settled]
    impulses = [c.motor.curve.total_impulse_n_s for c in going]
    assert impulses == sorted(impulses) and found[0].settled != "no"
    settled = alone(found[0])
    assert settled.alone and alone(settled) is settled and settled.case.inside is not None
    assert settled.flight.apogee_altitude_m == pytest.approx(found[0].flight.apogee_altitude_m, rel=1e-6)
    assert {k: v for k, v in states(settled).items() if k != "inside_field"} == {
        k: v for k, v in states(found[0]).items() if k != "inside_field"
    }


@pytest.mark.parametrize("name", ["Inchworm", "Old Bellwether", "Candle and Snuffer"])
def test_what_is_asked_once_for_all_delays_is_the_same_asked_of_each(name: str) -> None:
    where = told(Site(wind_speed_m_s=4.0))
    found = pick(base(name), where, catalogue())
    assert len({c.delay_s for c in found}) > 2
    for one in found[::3]:
        once = [t for t in one.tests if BY_NAME[t.name].once]
        mine = {t.name: t for t in judge(one.configuration, where, shares="none", thorough=False).tests}
        assert {t.name for t in once} == {n for n in mine if BY_NAME[n].once}
        for t in once:
            other = mine[t.name]
            assert (other.state, other.why, other.limit) == (t.state, t.why, t.limit)
            assert other.value == (pytest.approx(t.value, rel=1e-6) if isinstance(t.value, float) else t.value)


def test_parts_never_weighed_leave_it_open_where_their_band_crosses_a_limit() -> None:
    c = next(x for x in pick(base("Inchworm"), told(Site(wind_speed_m_s=1.0)), catalogue()) if x.settled != "no").configuration
    rigid = c.rigid
    assert rigid is not None
    where, rate = told(Site(wind_speed_m_s=1.0)), judge(c, told(Site(wind_speed_m_s=1.0))).flight.descent_rate_m_s
    assert rate is not None
    sure = judge(c, where, Rules.with_overrides({"descent_rate_max_m_s": rate * 1.5}))
    edge = judge(c, where, Rules.with_overrides({"descent_rate_max_m_s": rate * 1.001}))
    assert states(sure)["weight"] == "passed" and states(edge)["landing_rate"] == "passed"
    assert states(edge)["weight"] == "unknown" and "weight" in edge.open_for and edge.verdict == "open"


def test_a_motor_known_by_its_label_is_judged_alike_where_the_dear_tests_were_asked_before() -> None:
    """A phone's grid asks again in another wind with the dear outcomes known: what is open on the desk is no "no" there."""
    opened = 0
    for label in ("A8-3", "B6-2", "B6-4", "C6-3", "C6-5"):
        found = pick(based(PIP, MOUNT), told(Site(wind_speed_m_s=1.0)), [typical_motor(label)])
        for c in found:
            dear = tuple(t for t in c.tests if BY_NAME[t.name].dear)
            again = judge(c.configuration, c.case.situation, c.case.rules, known=dear)
            assert states(again) == states(c) and again.settled == c.settled, label
            softened = [t for t in c.tests if t.state == "unknown" and "motor" in t.needs and t.name != "motor"]
            opened += bool(softened)
            assert all("guessed from the label" in trial_sentence(t) for t in softened)
    assert opened, "none of them fails at one end only: this shows nothing"


def test_the_nearest_change_is_one_that_goes_and_none_its_owner_cannot_make() -> None:
    late = judge(loaded(PIP, find("C8-5")[0], 9.0), told(Site(wind_speed_m_s=1.0)))
    assert late.verdict == "no"
    change = nearest_change(late)
    assert change is not None and change.key == "delay" and change.after.settled != "no"
    heavy = judge(loaded(replace(PIP, mass_kg=0.35), *find("C8-5")), told(Site(wind_speed_m_s=1.0)))
    assert all("motor" not in x.key for x in [nearest_change(heavy)] if x is not None)
    box = [find("D13-5")[0]] if any(m.name == "D13" for m in catalogue()) else [m for m in catalogue() if m.name.startswith("D")]
    with_box = nearest_change(heavy, box)
    assert with_box is None or with_box.after.settled != "no"


def test_no_door_has_tests_of_its_own_and_every_test_has_its_place_and_words() -> None:
    source = Path(wobbly_fin.__file__).parent
    makes = re.compile(r"\b(?:Trial|plain|unknown)\(\s*\n?\s*(?:name=)?\"")
    outside = [p for p in source.rglob("*.py") if "choosing" not in p.parts and makes.search(p.read_text(encoding="utf-8"))]
    assert not outside
    assert set(PLACES) == set(BY_NAME)
    judged = {t.name for t in judge(loaded(PIP, *find("C8-5")), told(Site(wind_speed_m_s=1.0))).tests}
    assert judged <= set(BY_NAME)
    for need in get_args(Need):
        assert say(f"readiness-need-{need.replace('_', '-')}")
