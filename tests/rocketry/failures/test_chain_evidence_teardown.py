"""Chains that cannot be, clues from log and configuration, lessons that fade, and what a teardown advises."""

import datetime
from dataclasses import replace

import pytest

from tests.rocketry.choosing.loading import loaded
from wobbly_fin.rocketry.altimetry.readout import Figure, Readout, no_readout
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.causes import CAUSES
from wobbly_fin.rocketry.failures.chain import Link, check_chain, last, proposed_chain, roots
from wobbly_fin.rocketry.failures.evidence import Recovery, from_configuration, from_log, from_outcome, from_weather
from wobbly_fin.rocketry.failures.explain import advice_sentence, chain_sentence, likelihood
from wobbly_fin.rocketry.failures.lessons import GONE_AFTER, Lesson, lesson_sentence, live_lessons
from wobbly_fin.rocketry.failures.review import rank
from wobbly_fin.rocketry.failures.teardown import Finding, advise, pulled
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import find_motor

ROCKET = QuickRocket(mass_kg=0.08, diameter_m=0.03, cd=0.6, canopy=Canopy(diameter_m=0.4))
MOTOR = find_motor("C9-5")[0]


def _readout(**values: float) -> Readout:
    return replace(no_readout(), **{name: Figure(value=v, sd=0.1, sureness="sure") for name, v in values.items()})


def test_a_chain_with_two_roots_is_put_in_order_and_told() -> None:
    links = (
        Link(key="c", says="The canopy stayed inside", from_keys=("a", "b")), Link(key="a", says="Tape alone held the motor"),
        Link(key="b", says="The nose was tight"), Link(key="d", says="It came in fast", from_keys=("c",)),
    )  # fmt: skip
    ordered = [x.key for x in check_chain(links)]
    assert ordered.index("c") > max(ordered.index("a"), ordered.index("b")) and ordered[-1] == "d"
    assert {x.key for x in roots(links)} == {"a", "b"} and [x.key for x in last(links)] == ["d"]
    assert "tape alone held the motor and the nose was tight" in chain_sentence(links)


@pytest.mark.parametrize(
    ("links", "says"),
    [
        ((Link(key="a", says="x", from_keys=("b",)), Link(key="b", says="y", from_keys=("a",))), "circle"),
        ((Link(key="a", says="x", from_keys=("z",)),), "no link"),
        ((Link(key="a", says="x"), Link(key="a", says="y")), "twice"),
        ((Link(key="a", says="  "),), "empty"),
        (tuple(Link(key=str(i), says="x") for i in range(30)), "plenty"),
    ],
)  # fmt: skip
def test_chains_that_cannot_be_are_refused(links: tuple[Link, ...], says: str) -> None:
    with pytest.raises(RocketryError, match=says):
        check_chain(links)


@pytest.mark.parametrize("key", CAUSES)
def test_the_proposed_chain_of_every_cause_is_a_chain(key: str) -> None:
    links = proposed_chain(key, ("seen",))
    assert len(roots(links)) == 1 == len(last(links)) and check_chain(links) and links[0].evidence == "seen"


def test_a_late_charge_in_the_log_and_a_long_delay_point_at_the_delay() -> None:
    forecast = fly(ROCKET, MOTOR, 9.0, Site())
    clues = from_log(_readout(apogee_m=forecast.apogee_altitude_m, apogee_to_ejection_s=3.4, descent_rate_m_s=4.0), forecast)
    assert clues["log_late"] and not clues["log_early"] and not clues["log_low"]
    clues |= from_configuration(loaded(ROCKET, MOTOR, 5.0), forecast, Recovery())
    assert clues["delay_long"] and clues["fast_opening"]
    assert rank(clues | from_outcome("after_apogee", "damaged"))[0].key == "delay_long"
    # The same log under a right delay accuses the motor.
    right = fly(ROCKET, MOTOR, 5.0, Site())
    other = from_log(_readout(apogee_to_ejection_s=3.4), right) | from_configuration(
        loaded(ROCKET, MOTOR, 5.0), right, Recovery()
    )
    assert rank(other | from_outcome("after_apogee", "damaged"))[0].key == "bad_delay"


def test_a_fall_with_nothing_open_and_what_the_bay_knows() -> None:
    forecast = fly(ROCKET, MOTOR, 5.0, Site())
    fell = replace(
        _readout(apogee_m=forecast.apogee_altitude_m),
        apogee_to_ejection_s=Figure(value=None, why="never_opened"),
    )
    clues = from_log(fell, forecast)
    assert clues["log_fell_free"] and clues["log_fast_down"] and clues["log_no_charge"]
    built = from_configuration(
        loaded(ROCKET, MOTOR, 5.0), forecast, Recovery(bay_filled=0.95, shielded=False, stiff=True, cord_margin=1.1)
    )
    assert built["bay_full"] and built["bare_path"] and built["stiff_cord"] and built["cord_weak"] and "thin_film" not in built


def test_weather_and_the_three_taps() -> None:
    assert from_weather(Site(wind_speed_m_s=7, temperature_c=1)) == {"windy": True, "cold": True}
    assert from_weather(Site(wind_speed_m_s=1)) == {"windy": False}
    assert from_outcome("no_launch", "none") == {"lit": False}
    assert from_outcome("never", "lost") == {"lit": True, "canopy_open": False, "seen_down": False}


def test_a_lesson_is_said_until_enough_flights_went_well() -> None:
    day = datetime.date(2026, 5, 12)
    fresh = Lesson(on=day, cause="retention", good_since=GONE_AFTER - 1)
    gone = replace(fresh, good_since=GONE_AFTER)
    older = replace(fresh, on=datetime.date(2026, 4, 1), good_since=0)
    assert live_lessons([gone]) == () and live_lessons([older, fresh]) == (fresh,)
    assert (
        lesson_sentence(fresh)
        == "12 May 2026: the motor was blown out instead of the canopy. Last time the motor came out: retainer closed, pull hard."
    )
    assert lesson_sentence(replace(fresh, own="New hook: check it clicks")).endswith("New hook: check it clicks")


def test_a_teardown_advises_what_its_findings_show() -> None:
    advice = advise([
        Finding(joint="fin_root", name="fin 1", covered=0.45, went="glue", force_n=30), Finding(joint="fin_root", name="fin 2", covered=0.9, went="wood", force_n=95),
        Finding(joint="ring", name="aft ring", covered=0.95, went="wood"),
    ])  # fmt: skip
    codes = [(a.joint, a.code) for a in advice]
    assert (
        codes[0] == ("fin_root", "glue_reaches")
        and ("fin_root", "even_them_out") in codes
        and codes[-1] == ("ring", "strong_enough")
    )
    assert "45%" in advice_sentence(advice[0]) and "fin 1" in advice_sentence(advice[0])
    assert advise([]) == ()


def test_a_finding_says_something_and_nothing_absurd() -> None:
    for bad in ({"covered": 1.2}, {"went": "away"}, {"force_n": -3.0}, {}):
        with pytest.raises(RocketryError):
            Finding(joint="ring", name="x", **bad)


def test_likelihood_in_words() -> None:
    assert [likelihood(p) for p in (0.9, 0.4, 0.2, 0.05, 0.001)] == ["very likely", "likely", "possible", "unlikely", "hardly"]


def test_a_lesson_s_day_is_said_as_people_say_it() -> None:
    assert lesson_sentence(Lesson(on=datetime.date(2027, 3, 5), cause="zipper")).startswith("5 March 2027: a thin stiff cord")
    assert (
        lesson_sentence(Lesson(on=datetime.date(2027, 3, 5), cause="gone since", own="Look twice")) == "5 March 2027. Look twice"
    )


def test_metal_that_gave_way_wants_grip_or_a_closed_eye() -> None:
    found = advise(
        [Finding(joint="rivets", name="rivet 2", went="pulled", force_n=40.0), Finding(joint="eye", name="fore eye", went="bent")]
    )
    assert [(a.joint, a.code) for a in found] == [("rivets", "pulled_out"), ("eye", "bent_open")]
    first, second = (advice_sentence(a) for a in found)
    assert "rivet 2" in first and "deeper" in first and "closed one" in second
    assert advise([Finding(joint="motor_tube", name="motor tube", went="held")])[0].code == "strong_enough"


def test_what_was_pulled_is_known_of_the_next_rocket() -> None:
    found = pulled(
        [
            Finding(joint="anchor", name="patch", went="paper", force_n=41.0), Finding(joint="anchor", name="other patch", went="held", force_n=60.0),
            Finding(joint="eye", name="nose", went="held", force_n=200.0), Finding(joint="ring", name="aft", went="wood", force_n=90.0),
            Finding(joint="anchor", name="not pulled", went="glue"),
        ],
        "folded_patch", "balsa",
    )  # fmt: skip
    assert [(p.link, p.of, p.force_n, p.gave) for p in found] == [
        ("anchor", "folded_patch", 41.0, True), ("anchor", "folded_patch", 60.0, False), ("eye", "balsa", 200.0, False),
    ]  # fmt: skip
