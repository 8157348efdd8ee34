"""A paper log with any headings: what is read, and what is asked about instead of guessed."""

import datetime

import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flightlog.paper import PaperFlight, read_paper

TODAY = datetime.date(2026, 11, 30)


def read(text: str, mark: str = "|") -> tuple[PaperFlight, ...]:
    return read_paper([[c.strip() for c in line.split(mark)] for line in text.strip().splitlines()], TODAY)[1]


def test_a_table_with_foreign_headings() -> None:
    columns, found = read_paper(
        [row.split("\t") for row in (
            "When\tBird\tEngine\tWind\tAltitude (ft)\tHow did it go\tNotes", "4/13/2026\tPip\tB5-4\tcalm\tabout 430\tgood\t",
            "5/2/2026\tPop\tA5-3\t5 mph\t\tlost\tover the wood", "6/1/2026\tTub\tE17-6\t\t1200?\tlanded in a tree\t",
        )], TODAY,
    )  # fmt: skip
    assert columns == {
        "date": "When", "rocket": "Bird", "motor": "Engine", "height": "Altitude (ft)", "result": "How did it go", "remarks": "Notes",
    }  # fmt: skip
    one, two, three = found
    assert one.flown_on == datetime.date(2026, 4, 13), "the month first: no month is the thirteenth"
    assert two.flown_on == datetime.date(2026, 5, 2), "and so in every line"
    assert (one.rocket, one.motor, one.delay_s, one.height) == ("Pip", "B5-4", 4.0, "~430 ft")
    assert (one.opening, one.landing, one.remarks) == ("at_apogee", "safe", "Wind: calm")
    assert (
        (two.landing, two.height, two.problems) == ("lost", "", ()) and "over the wood" in two.remarks and "lost" in two.remarks
    )
    assert (three.landing, three.height) == ("out_of_reach", "~1200 ft")


def test_a_table_without_headings_is_read_by_what_it_holds() -> None:
    one, two = read("01.05.2026 | Pip | B5-4 | 130 m | ok\n3.5.26 | Pop | C7-5 | ~210 | late")
    assert (one.flown_on, two.flown_on) == (datetime.date(2026, 5, 1), datetime.date(2026, 5, 3))
    assert (one.height, two.height) == ("130 m", "~210 m") and (two.opening, two.landing) == ("after_apogee", "safe")


def test_a_title_above_the_headings_is_no_flight() -> None:
    (found,) = read("My flights of 2026||\nWhen|Rocket|Engine\n2026-05-01|Pip|B5-4")
    assert (found.rocket, found.motor) == ("Pip", "B5-4")


@pytest.mark.parametrize(
    ("words", "opening", "landing"),
    [("OK", "at_apogee", "safe"), ("✓", "at_apogee", "safe"), ("zipper", "at_apogee", "damaged"), ("misfire", "no_launch", "none"),
     ("lawn dart", "never", "damaged"), ("did not open", "never", "damaged"), ("gone", "not_seen", "lost"), ("in the pond", "at_apogee", "out_of_reach"),
     ("opened late, fine", "after_apogee", "safe"), ("bounced hard", "at_apogee", "hard"), ("good, but it was lost", "not_seen", "lost")],
)  # fmt: skip
def test_results_in_peoples_words(words: str, opening: str, landing: str) -> None:
    (found,) = read(f"date|rocket|motor|result\n2026-05-01|Pip|B5-4|{words}")
    assert (found.opening, found.landing, found.problems) == (opening, landing, ())


@pytest.mark.parametrize(
    ("line", "problem"),
    [("soon|Pip|B5-4|100 m|ok", "date"), ("2031-05-01|Pip|B5-4|100 m|ok", "date"), ("2026-05-01||B5-4|100 m|ok", "rocket"),
     ("2026-05-01|Pip|a big one|100 m|ok", "motor"), ("2026-05-01|Pip|D13|100 m|ok", "delay"), ("2026-05-01|Pip|B5-4|high|ok", "height"),
     ("2026-05-01|Pip|B5-4|100 m|hm", "result")],
)  # fmt: skip
def test_what_cannot_be_told_is_asked(line: str, problem: str) -> None:
    good = "2026-04-01|Pip|B5-4|90 m|ok\n" * 3
    found = read(f"date|rocket|motor|height|result\n{good}{line}")
    assert [f.problems for f in found] == [()] * 3 + [(problem,)]


def test_boosters_and_plugged_motors_need_no_delay() -> None:
    assert [f.problems for f in read("2026-05-01|Pip|C7-0|ok\n2026-05-02|Pip|G33-P|ok")] == [(), ()]


@pytest.mark.parametrize("text", ["", "hello | there\nyou | two", "2026-05-01 | Pip\n2026-05-02 | Pop"])
def test_what_is_no_log_is_said(text: str) -> None:
    with pytest.raises(RocketryError):
        read(text)
