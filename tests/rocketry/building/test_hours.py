"""Free hours as typed, on clocks that change."""

import datetime

import pytest

from wobbly_fin.rocketry.building.hours import FreeHours, moment_s, read_hours, say_hours, zone_of
from wobbly_fin.rocketry.errors import RocketryError

VIENNA = "Europe/Vienna"


@pytest.mark.parametrize(
    ("text", "spans"),
    [
        ("19:00-21:30", ((1140, 1290),)), ("9-12, 2pm-5pm", ((540, 720), (840, 1020))), ("9.30 to 11", ((570, 660),)),
        ("20:00–24:00", ((1200, 1440),)), ("12am-1am", ((0, 60),)), ("12pm-1pm", ((720, 780),)), ("", ()), ("none", ()), ("-", ()),
        ("14-16 and 9-10", ((540, 600), (840, 960))),
    ],
)  # fmt: skip
def test_hours_are_read_as_people_write_them(text: str, spans: tuple[tuple[int, int], ...]) -> None:
    assert read_hours(text) == spans
    assert read_hours(say_hours(spans)) == spans


@pytest.mark.parametrize(
    "text", ["later", "21-19", "9-25", "9:75-10", "13pm-14pm", "9-11, 10-12", "9", "1-2,3-4,5-6,7-8,9-10,11-12,13-14"]
)
def test_what_is_no_span_of_hours_is_refused(text: str) -> None:
    with pytest.raises(RocketryError) as caught:
        read_hours(text, "tuesday")
    assert caught.value.name == "tuesday"


def hours(sunday: str, **exceptions: str) -> FreeHours:
    week = tuple(read_hours(t) for t in ("", "", "", "", "", "", sunday))
    return FreeHours(
        weekly=week, exceptions={datetime.date.fromisoformat(d): read_hours(t) for d, t in exceptions.items()}, zone=VIENNA
    )


def spans_on(day: datetime.date, text: str) -> list[float]:
    """How long the windows of a Sunday are. [h]"""
    start = datetime.datetime.combine(day, datetime.time(), tzinfo=zone_of(VIENNA))
    return [(w.to_s - w.from_s) / 3600 for w in hours(text).windows(start, 1)]


# The last Sundays of March and October 2027: clocks go from 2 to 3, and from 3 to 2.
@pytest.mark.parametrize(
    ("day", "text", "long"),
    [
        (datetime.date(2027, 3, 28), "1:00-4:00", [2.0]), (datetime.date(2027, 10, 31), "1:00-4:00", [4.0]),
        (datetime.date(2027, 3, 28), "2:00-3:00", []), (datetime.date(2027, 3, 28), "2:15-3:30", [0.5]),
        (datetime.date(2027, 3, 28), "10:00-12:00", [2.0]), (datetime.date(2027, 4, 4), "1:00-4:00", [3.0]),
    ],
)  # fmt: skip
def test_an_hour_the_clocks_skip_or_repeat_is_counted_as_long_as_it_is(day: datetime.date, text: str, long: list[float]) -> None:
    assert spans_on(day, text) == pytest.approx(long)


def test_the_same_evening_is_another_moment_after_the_clocks_change() -> None:
    zone = zone_of(VIENNA)
    before, after = moment_s(datetime.date(2027, 3, 27), 19 * 60, zone), moment_s(datetime.date(2027, 3, 28), 19 * 60, zone)
    assert after - before == 23 * 3600


def test_a_day_that_differs_beats_its_weekday() -> None:
    start = datetime.datetime(2027, 5, 3, tzinfo=datetime.UTC)
    usual = hours("10-12")
    assert len(usual.windows(start, 14)) == 2
    assert len(hours("10-12", **{"2027-05-09": ""}).windows(start, 14)) == 1
    assert len(hours("10-12", **{"2027-05-05": "19-20"}).windows(start, 14)) == 3


@pytest.mark.parametrize("name", ["Nowhere/Middle", "", "../etc/passwd", "x" * 500])
def test_a_zone_nobody_knows_is_refused(name: str) -> None:
    with pytest.raises(RocketryError):
        zone_of(name)
