"""Each source of an opening gone wrong: flown, and what opens then; by hand where a hand can say what must come out."""

import math

import pytest

from tests.data.opening_cases import CASES
from tests.rocketry.recovery.test_opens import document
from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.rocketry.choosing.explain_openings import failing_sentence
from wobbly_fin.rocketry.choosing.pick import judge
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.configuration.failing import Failing, failings
from wobbly_fin.rocketry.configuration.let_down import let_down
from wobbly_fin.rocketry.flight.flight import Flight
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.motors.labels import delay_stray_s

CALM = Site()


def flown(configuration: Configuration) -> tuple[Flight, dict[tuple[str, str], Failing]]:
    case = judge(configuration, CALM, shares="none").case
    found = failings(case.pushed, CALM, case.flight)
    assert all(failing_sentence(f).endswith(".") for f in found)
    return case.flight, {(f.event, f.way): f for f in found}


def demo(name: str, motor: str, delay: float | None) -> Configuration:
    return demo_file(next(r for r in ROCKETS if r.name == name)).to_configuration().with_motors(find_motor(motor)[0], delay)


def drawn(name: str, motor: str, delay: float | None) -> Configuration:
    case = next(c for c in CASES if c.name == name)
    return (
        read_rocket_file(document(case) | {"known": {"mass_kg": 0.1}}).to_configuration().with_motors(find_motor(motor)[0], delay)
    )


def test_a_motor_s_charge_that_fails_lets_it_come_in_nose_first() -> None:
    flight, found = flown(demo("Copper Kettle", "C13", 5.0))
    assert set(found) == {("main", "early"), ("main", "late"), ("main", "fails")}
    gone = found["main", "fails"]
    assert gone.then == "nothing" and gone.opened_m_s is None and flight.apogee_altitude_m is not None
    # Falling free from the top it is no faster than without air, and much faster than under its canopy.
    assert flight.descent_rate_m_s is not None and gone.landing_m_s is not None
    assert 4 * flight.descent_rate_m_s < gone.landing_m_s < math.sqrt(2 * 9.80665 * flight.apogee_altitude_m)
    assert "comes in at" in failing_sentence(gone)


def test_early_and_late_are_a_delay_s_stray_from_the_label() -> None:
    flight, found = flown(demo("Copper Kettle", "C13", 5.0))
    assert flight.ejection is not None
    stray, late_by = delay_stray_s(5.0), flight.ejection.after_apogee_s
    # Some seconds past the top it falls near enough freely: v = g t, less a little air.
    late = found["main", "late"]
    assert late.opened_m_s == pytest.approx(9.80665 * (late_by + stray), rel=0.15)
    assert late.opened_m_s < 9.80665 * (late_by + stray) + 0.5 and late.landing_m_s == pytest.approx(
        flight.descent_rate_m_s, rel=0.01
    )
    assert found["main", "early"].opened_m_s == pytest.approx(9.80665 * abs(late_by - stray), rel=0.3)


def test_behind_an_altimeter_the_motor_s_charge_is_the_reserve() -> None:
    name = "an altimeter's charge at apogee, the motor's charge in reserve"
    flight, found = flown(
        read_rocket_file(document(next(c for c in CASES if c.name == name)) | {"known": {"mass_kg": 0.06}})
        .to_configuration()
        .with_motors(find_motor("C8")[0], 7.0)
    )
    reserve = found["main", "fails"]
    assert reserve.source == "altimeter_charge" and reserve.then == "reserve"
    late_s = 7.0 - (flight.optimum_delay_s or 0.0)
    assert late_s > 0 and reserve.opened_m_s == pytest.approx(9.80665 * late_s, rel=0.2)
    assert reserve.landing_m_s == pytest.approx(flight.descent_rate_m_s, rel=0.01)
    # Without it nothing is left.
    name = "an altimeter's charge with a plugged motor"
    case = read_rocket_file(document(next(c for c in CASES if c.name == name)) | {"known": {"mass_kg": 0.06}})
    _, found = flown(case.to_configuration().with_motors(find_motor("C8-0")[0], None))
    assert found["main", "fails"].then == "nothing"


def test_of_two_events_either_may_fail() -> None:
    flight, found = flown(demo("Old Bellwether", "I336", 10.0))
    assert flight.main is not None and flight.ejection is not None
    assert {k for k, _ in found} == {"first", "main"}
    only = found["main", "fails"]
    early, late = found["main", "early"], found["main", "late"]
    # Let out with the first event it opens about as slowly as that; later, at the speed it falls with until then.
    assert early.opened_m_s == pytest.approx(flight.ejection.speed_m_s, abs=0.5)
    assert late.opened_m_s == pytest.approx(flight.main.speed_m_s, rel=0.02)
    assert only.then in ("reserve", "first_only")
    if only.then == "first_only":
        assert only.landing_m_s == pytest.approx(flight.main.speed_m_s, rel=0.1)
    first = found["first", "fails"]
    assert first.then in ("reserve", "main_low")
    assert first.opened_m_s is not None and first.opened_m_s > flight.ejection.speed_m_s


def test_a_main_without_a_reserve_leaves_it_under_the_drogue() -> None:
    flight, found = flown(drawn("drogue behind the bay, main ahead of it", "C8", 7.0))
    assert flight.main is not None
    only = found["main", "fails"]
    assert only.then == "first_only" and only.landing_m_s == pytest.approx(flight.main.speed_m_s, rel=0.1)
    assert found["first", "fails"].then in ("main_low", "reserve")


def test_what_needs_no_charge_cannot_fail() -> None:
    name = "a glider under a plugged motor"
    case = read_rocket_file(document(next(c for c in CASES if c.name == name)) | {"known": {"mass_kg": 0.045}})
    assert flown(case.to_configuration().with_motors(find_motor("C8-0")[0], None))[1] == {}


@pytest.mark.parametrize(
    ("name", "motor", "delay", "said"),
    [
        ("an altimeter's charge at apogee, the motor's charge in reserve", "C8", 7.0, ["Altimeter silent, C8-7 opens it"]),
        ("a second altimeter's charge in reserve", "C8-0", None, ["Altimeter silent, the second opens it"]),
        ("an altimeter's charge with a plugged motor", "C8-0", None, []),
    ],
)
def test_the_links_are_asked_about_the_reserve_there_is_and_no_other(
    name: str, motor: str, delay: float | None, said: list[str]
) -> None:
    case = read_rocket_file(document(next(c for c in CASES if c.name == name)) | {"known": {"mass_kg": 0.06}})
    judged = judge(case.to_configuration().with_motors(find_motor(motor)[0], delay), CALM, shares="none").case
    cases = let_down(judged.pushed, CALM, judged.flight).cases
    assert [c.name for c in cases if c.name.startswith("Altimeter silent")] == said
    fails = next(f for f in failings(judged.pushed, CALM, judged.flight) if f.way == "fails")
    assert [c.speed_m_s for c in cases if c.name.startswith("Altimeter silent")] == [fails.opened_m_s] * len(said)
