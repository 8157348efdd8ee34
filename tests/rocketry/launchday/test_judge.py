"""Go or no-go: every reason bites, the nearest change is named and really makes it go, and more wind never helps."""

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.choosing.codes import CAREFUL, PUBLISHED, RangeCode
from wobbly_fin.rocketry.choosing.nearest import CANOPIES, _canopies
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Flyer, Situation
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.launchday.judge import Ruling, rule, with_change
from wobbly_fin.rocketry.launchday.weather import Forecast, HourlyWeather
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.variants import under

FILES = {r.name: demo_file(r) for r in ROCKETS}
SQUARE = Field(outline=((-250, -250), (250, -250), (250, 250), (-250, 250)))


def line(name: str, label: str, delay: float | None, *boosters: Motor) -> Configuration:
    return FILES[name].to_configuration().with_motors(find_motor(label)[0], delay, boosters)


def where(
    wind: float = 1.0,
    *,
    field: Field | None = SQUARE,
    ceiling: float | None = 400.0,
    flyer: Flyer | None = None,
    code: RangeCode = PUBLISHED,
    **site: float,
) -> Situation:
    return Situation(
        site=Site(wind_speed_m_s=wind, ceiling_m=ceiling, rod_length_m=1.0, **site),
        ground=field,
        flyer=flyer,
        built=True,
        code=code,
    )  # type: ignore[arg-type]


def judge_line(configuration: Configuration, situation: Situation, rules: Rules, **more: Any) -> Ruling:
    return with_change(rule(configuration, situation, rules, shares="all"), **more)


def codes(found: object) -> set[str]:
    return {t.name for t in found.against}  # type: ignore[attr-defined]


INCHWORM = line("Inchworm", "A7", 4.0)


def test_a_light_rocket_on_a_calm_meadow_goes_and_is_told_its_distance() -> None:
    found = judge_line(INCHWORM, where(), Rules())
    assert found.verdict == "go" and found.against == () and found.change is None
    assert found.stand_off_m == pytest.approx(15 * 0.3048) and {d.code for d in found.duties} == {"stand_off"}


def test_each_rule_of_the_range_bites() -> None:
    small = Field(outline=((-10, -10), (10, -10), (10, 10), (-10, 10)))
    assert "site_size" in codes(rule(INCHWORM, where(field=small), Rules()))
    assert "wind" in codes(rule(INCHWORM, where(8.0, code=CAREFUL), Rules())) and "wind" not in codes(
        rule(INCHWORM, where(8.0), Rules())
    )
    assert "tilt" in codes(rule(INCHWORM, where(rod_tilt_deg=25.0, code=CAREFUL), Rules()))
    assert "local_limit" in codes(rule(INCHWORM, where(code=PUBLISHED.with_overrides({"impulse_max_n_s": 1.0})), Rules()))
    assert "ceiling" in codes(rule(INCHWORM, where(ceiling=40.0), Rules()))
    big = line("Old Bellwether", "J307", 12.0)
    young = rule(big, where(flyer=Flyer(level=3, age=15), ceiling=None), Rules())
    assert young.high_power and {"age", "site_size"} <= codes(young) and young.stand_off_m == pytest.approx(100 * 0.3048)
    assert {"notify", "cleared"} <= {d.code for d in young.duties}


def test_a_site_without_an_outline_leaves_it_open_and_says_so() -> None:
    found = rule(INCHWORM, where(field=None), Rules())
    assert found.verdict == "open" and "outline" in {d.code for d in found.duties} and found.candidate.open_for == ("outline",)


def test_the_wrong_delay_is_mended_by_another() -> None:
    found = judge_line(INCHWORM.with_delay(2.0), where(), Rules())
    assert found.verdict == "go_with" and found.change is not None and found.change.key == "delay"
    assert rule(INCHWORM.with_delay(found.change.steps[0].value), where(), Rules()).verdict == "go"


def test_a_smaller_canopy_keeps_its_hole_in_proportion() -> None:
    holed = Canopy(diameter_m=0.6, spill_hole_m=0.12)
    small = holed.scaled(0.5)
    assert (small.diameter_m, small.spill_hole_m) == (0.3, 0.06) and small.drag_area_m2 == pytest.approx(holed.drag_area_m2 / 4)
    wide = INCHWORM.changed(under(INCHWORM.rocket, holed))
    tried = [t.configuration.rocket.canopy for t in _canopies(wide, where(), Rules())]
    assert len(tried) == len(CANOPIES) and all(c.spill_hole_m == pytest.approx(0.2 * c.diameter_m) for c in tried)


def test_drifting_out_is_mended_by_a_tilted_rod_or_a_smaller_canopy() -> None:
    narrow = Field(outline=((-120, -120), (50, -120), (50, 120), (-120, 120)))
    found = judge_line(INCHWORM, where(2.5, field=narrow), Rules())
    assert {"drift", "inside_field"} >= codes(found) and found.verdict == "go_with" and found.change is not None
    assert found.change.key in ("tilt", "canopy", "spill_hole")


def test_too_much_wind_waits_for_another_hour() -> None:
    def hour(at: float, wind: float) -> HourlyWeather:
        return HourlyWeather(hour=at, wind_m_s=wind, from_deg=270, gust_m_s=wind, temperature_c=15)

    day = Forecast(day="2026-06-20", source="told", hours=(hour(9, 1.0), hour(13, 12.0), hour(18, 2.0)))
    found = judge_line(INCHWORM, where(12.0), Rules(), forecast=day, hour=13.0)
    assert found.verdict == "go_with" and found.change is not None and found.change.key == "hour"
    assert found.change.steps[0].value == 9.0  # four hours away, 18 is five


def test_too_strong_a_motor_gives_way_to_one_in_the_box() -> None:
    strong = line("Inchworm", "C8", 7.0)
    box = [find_motor(label)[0] for label in ("A7", "B9")]
    found = judge_line(strong, where(ceiling=120.0), Rules(), others=box)
    assert found.verdict == "go_with" and found.change is not None and found.change.key == "motor"
    assert found.change.steps[0].label.startswith("A7") and judge_line(strong, where(ceiling=120.0), Rules()).verdict == "no_go"


@settings(max_examples=25, deadline=None)
@given(st.floats(0.0, 14.0), st.floats(0.0, 6.0), st.sampled_from(["A7", "B9", "C8"]))
def test_more_wind_never_turns_a_failed_wind_or_rod_speed_into_a_pass(wind: float, more: float, label: str) -> None:
    motor = find_motor(label)[0]
    flown = line("Inchworm", label, motor.delays_s[0])
    calm, windy = (codes(rule(flown, where(w, code=CAREFUL), Rules())) for w in (wind, wind + more))
    for name in ("wind", "rod_speed"):
        assert name not in calm or name in windy
