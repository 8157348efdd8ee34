"""Read-outs that go together pass; those that cannot be are questioned. Check values: one small flight of the trade (common practice, no source)."""

import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flightlog.typed import check_readouts, question_sentence

G, FT, MPH = 9.80665, 0.3048, 0.44704
SMALL = {
    "apogee_m": 127 * FT, "max_speed_m_s": 64 * MPH, "burn_time_s": 0.45, "peak_acceleration_m_s2": 17 * G, "mean_boost_acceleration_m_s2": 6.5 * G,
    "coast_time_s": 2.6, "apogee_to_ejection_s": 0.3, "ejection_altitude_m": 122 * FT, "descent_rate_m_s": 10 * MPH, "duration_s": 11.2,
}  # fmt: skip


def test_the_small_flight_goes_together() -> None:
    assert check_readouts(SMALL) == ()


@pytest.mark.parametrize(
    ("change", "code"),
    [
        ({"apogee_to_ejection_s": 3.3}, "fall"), ({"max_speed_m_s": 164 * MPH}, "speed"), ({"peak_acceleration_m_s2": 5 * G}, "peak_below_mean"),
        ({"ejection_altitude_m": 150 * FT}, "ejection_above_top"), ({"coast_time_s": 6.2}, "coast_too_long"), ({"apogee_m": 427 * FT, "ejection_altitude_m": 422 * FT}, "too_high"),
        ({"duration_s": 112.0}, "duration"),
    ],
)  # fmt: skip
def test_a_slip_is_questioned(change: dict[str, float], code: str) -> None:
    found = check_readouts(SMALL | change)
    assert code in [q.code for q in found]
    assert all(len(question_sentence(q)) > 20 for q in found)


def test_three_seconds_for_five_feet_says_what_it_would_take() -> None:
    question = next(q for q in check_readouts(SMALL | {"apogee_to_ejection_s": 3.3}) if q.code == "fall")
    assert "0.6 s" in question_sentence(question) and "3.3 s" in question_sentence(question)


def test_half_the_figures_are_checked_as_far_as_they_go() -> None:
    assert check_readouts({"apogee_m": 100.0}) == () == check_readouts({})
    assert [q.code for q in check_readouts({"apogee_m": 900.0, "max_speed_m_s": 20.0})] == ["too_high"]


@pytest.mark.parametrize("bad", [{"moon": 1.0}, {"apogee_m": -5.0}, {"burn_time_s": float("nan")}, {"descent_rate_m_s": 900.0}])
def test_absurd_figures_are_refused_by_name(bad: dict[str, float]) -> None:
    with pytest.raises(RocketryError, match=next(iter(bad))):
        check_readouts(bad)
