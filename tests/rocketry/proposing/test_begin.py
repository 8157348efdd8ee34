"""Whole rockets from a tube or a picture in the head; what to measure first; changes by a wish."""

import math
from collections.abc import Sequence
from dataclasses import replace

import pytest

from wobbly_fin.formats.drawn_up import drawn_up
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.parts import CanopyPack, FinSet, LaunchLug, Part, RailButton
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.airframe.solve import smaller_margin
from wobbly_fin.rocketry.choosing.pick import Candidate, judge_delays
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.configuration.load import MountLoad
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.begin import Beginning, Have, beginnings
from wobbly_fin.rocketry.proposing.change import Turn, Want, ways
from wobbly_fin.rocketry.proposing.narrow import narrowing

ABOUT_THE_ROCKET = {
    "fits", "charge", "opens", "backup", "shield", "airframe", "stable_ignition", "tumbles", "landing_rate", "loads", "bay",
}  # fmt: skip
SITE = Site(rod_length_m=1.2, wind_speed_m_s=2.0)


def begun(**have: object) -> list[Beginning]:
    return list(beginnings(Have(**have), catalogue(), 1.2))  # type: ignore[arg-type]


def heaviest(found: Beginning) -> Motor:
    s = found.sketch
    fitting = [
        m
        for m in catalogue()
        if abs(m.diameter_m - s.mount.bore_m) < 0.0015 and m.length_m <= s.motor_length_m + 0.001 and m.delays_s
    ]
    return max(fitting, key=lambda m: m.total_mass_kg)


@pytest.mark.parametrize("width_mm", [20, 25.2, 34, 42, 56, 66, 79, 102])
def test_a_tube_of_any_width_becomes_a_rocket_that_passes_what_is_asked_of_every_rocket(width_mm: float) -> None:
    for found in begun(body_m=width_mm / 1000):
        airframe = found.sketch.airframe()
        motor = heaviest(found)
        assert 1.0 <= smaller_margin(balance(airframe, [motor])) < 2.6
        names = {t.name for t in flown(airframe, motor).against}
        # Its guides, joints, cord and canopy are in order, whatever this motor and this rod do to it.
        assert not names & ABOUT_THE_ROCKET, (width_mm, names)


@pytest.mark.parametrize(("width_m", "kind"), [(0.034, LaunchLug), (0.079, RailButton)])
def test_guides_sit_by_the_balance_and_clear_of_the_fins(width_m: float, kind: type[Part]) -> None:
    found = begun(body_m=width_m)[0]
    layout = balance(found.sketch.airframe(), [heaviest(found)]).layout
    fins, guides = layout.of(FinSet)[0], [p for p in layout.placed if isinstance(p.part, kind)]
    front = min(guides, key=lambda g: g.fore_m)
    assert front.aft_m < fins.fore_m
    balances = balance(found.sketch.airframe(), [heaviest(found)]).ignition.cg_m
    assert abs(front.fore_m - balances) < 0.2 * layout.length_m


def test_what_is_said_stands_and_the_rest_is_as_usual() -> None:
    found = begun(body_m=0.042, length_m=0.7, whole=True, fins=5, nose="cone")[0].sketch
    layout = balance(found.airframe(), [None]).layout
    assert layout.length_m == pytest.approx(0.7, abs=1e-4)
    assert layout.of(FinSet)[0].part.count == 5 and layout.outer[0].part.shape == "cone"  # type: ignore[attr-defined]


def test_a_canopy_is_sized_for_a_usual_landing() -> None:
    found = begun(body_m=0.034)[0]
    airframe, motor = found.sketch.airframe(), heaviest(found)
    across = next(p.diameter_m for p in airframe.parts if isinstance(p, CanopyPack))
    hanging = balance(airframe, [motor]).burnout.mass_kg
    assert across is not None
    # Worked out apart: v = sqrt(8 m g ÷ (π ρ Cd D²)), Cd 0.75 of a flat canopy.
    assert math.sqrt(8 * hanging * 9.80665 / (math.pi * 1.2 * 0.75 * across**2)) == pytest.approx(5.0, abs=0.1)


@pytest.mark.parametrize(
    ("have", "box"),
    [
        ({"body_m": 0.003}, "diameter"), ({"body_m": 0.025, "length_m": 9.0}, "length"), ({"body_m": 0.025, "mount_m": 0.029}, "mount"),
        ({"body_m": 0.034, "fins": 2}, "fins"), ({"body_m": 0.1, "length_m": 0.5, "whole": True}, "length"),
    ],
)  # fmt: skip
def test_what_nobody_builds_is_refused_at_its_box(have: dict[str, object], box: str) -> None:
    with pytest.raises(RocketryError) as refused:
        begun(**have)
    assert refused.value.name == box


def height_m(airframe: Airframe, motor: Motor) -> float:
    return fly(RigidRocket(airframe=airframe), motor, None, Site()).apogee_altitude_m or 0.0


def test_what_to_measure_first_is_what_moves_the_answer_most() -> None:
    found = begun(body_m=0.034, length_m=0.4)[0]
    airframe, motor = found.sketch.airframe(), heaviest(found)

    def worth(known: Sequence[str]) -> dict[str, float]:
        sure = narrowing(airframe, [motor], lambda part, figure: f"{part.TYPE} {figure}" in known, lambda a: height_m(a, motor))
        return {f"{list(airframe.parts)[w.index].TYPE} {w.figure}": w.share for w in sure.first}

    before = worth([])
    assert sum(before.values()) <= 1.0 + 1e-9 and "allowance mass_kg" not in before
    shares = list(before.values())
    assert shares == sorted(shares, reverse=True)
    # A fin's span, by itself: a tenth more of it, and nothing else.
    parts = list(airframe.parts)
    place = next(i for i, p in enumerate(parts) if isinstance(p, FinSet))
    assert before["fin_set span_m"] > before.get("cord length_m", 0.0)
    after = worth(["fin_set span_m"])
    assert "fin_set span_m" not in after and parts[place].TYPE == "fin_set"


def test_knowing_a_figure_narrows_the_band() -> None:
    found = begun(body_m=0.034, length_m=0.4)[0]
    airframe, motor = found.sketch.airframe(), heaviest(found)
    told = {"nothing": lambda part, figure: False, "all": lambda part, figure: True}
    wide, narrow = (narrowing(airframe, [motor], known, lambda a: height_m(a, motor)) for known in told.values())
    assert narrow.height_m < wide.height_m and narrow.margin_calibres < wide.margin_calibres
    # What is left are the masses, which no ruler tells.
    assert {w.figure for w in narrow.first} == {"mass_kg"}


def flown(airframe: Airframe, motor: Motor) -> Candidate:
    base = drawn_up(airframe, "wish").to_configuration()
    loaded = base.loading([MountLoad(mount=base.mounts[0].key, motor=motor, delay_s=motor.delays_s[0])])
    tried = judge_delays(loaded, motor.delays_to_try_s, Situation(site=SITE, built=True), Rules())
    return min(tried, key=lambda c: (len(c.against), -c.margin))


def flying() -> tuple[Airframe, Motor, Candidate]:
    """A rocket, the first motor it flies well on, and that flight."""
    found = begun(body_m=0.034, length_m=0.4)[0]
    airframe = found.sketch.airframe()
    fitting = [m for m in catalogue() if abs(m.diameter_m - found.sketch.mount.bore_m) < 0.0015]
    motor, now = next((m, c) for m in fitting if (c := flown(airframe, m)).settled == "good")
    return airframe, motor, now


def changed(airframe: Airframe, turn: Turn) -> Airframe:
    if turn.part is None:
        raise RocketryError("ballast", "is not tried here")
    stage = airframe.stages[0]
    parts = list(stage.parts)
    parts[turn.part] = replace(parts[turn.part], **{turn.field: turn.value})
    return replace(airframe, stages=(replace(stage, parts=tuple(parts)),))


@pytest.mark.parametrize(("kind", "value"), [("landing", 3.6), ("margin", 2.2), ("higher", -8.0)])
def test_a_wish_is_met_by_what_is_said(kind: str, value: float) -> None:
    airframe, motor, now = flying()

    def fly_with(turns: Sequence[Turn]) -> Candidate | None:
        try:
            made = airframe
            for turn in turns:
                made = changed(made, turn)
            return flown(made, motor)
        except RocketryError:
            return None

    want = Want(kind=kind, value=value)  # type: ignore[arg-type]
    answer = ways(want, airframe, now, [], fly_with, lambda c: c)
    assert answer.found and not answer.met
    for way in answer.found:
        assert 1 <= len(way.turns) <= 2 and not way.after.against
        again = fly_with(way.turns)
        assert again is not None
        match kind:
            case "landing":
                assert (again.flight.descent_rate_m_s or 99) <= value
            case "margin":
                assert again.case.margins is not None and (again.case.margins.on_pad or 0) >= value
            case _:
                assert (again.flight.apogee_altitude_m or 0) <= (now.flight.apogee_altitude_m or 0) + value + 1e-9
    finished = [w.finished for w in answer.found]
    assert finished == sorted(finished, reverse=True), "what a finished rocket takes comes first"


def test_a_wish_met_already_says_so_and_one_out_of_reach_tells_the_nearest() -> None:
    airframe, motor, now = flying()

    def fly_with(turns: Sequence[Turn]) -> Candidate | None:
        try:
            return flown(changed(airframe, turns[0]), motor) if turns else now
        except RocketryError:
            return None

    assert ways(Want(kind="landing", value=20.0), airframe, now, [], fly_with, lambda c: c).met
    beyond = ways(Want(kind="height", value=9000.0), airframe, now, [], fly_with, lambda c: c)
    assert not beyond.found and beyond.nearest is not None and beyond.nearest.turns


@pytest.mark.parametrize(("kind", "value"), [("higher", 1e9), ("height", -5.0), ("margin", math.nan), ("landing", 0.0)])
def test_an_absurd_wish_is_refused(kind: str, value: float) -> None:
    with pytest.raises(RocketryError):
        Want(kind=kind, value=value)  # type: ignore[arg-type]
