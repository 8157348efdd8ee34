import numpy as np
import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.figures import Knot
from wobbly_fin.rocketry.flight.vehicle import burn_of
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.motors.synthesis import curve_from_data_sheet


def test_a_trapezoid_by_hand() -> None:
    # rises 0–10 N in 0.1 s, holds to 0.9 s, falls to 0 at 1.0 s: 0.5 + 8 + 0.5 = 9 N·s
    curve = ThrustCurve.from_samples([[0, 0], [0.1, 10], [0.9, 10], [1.0, 0]])
    assert curve.total_impulse_n_s == pytest.approx(9.0)
    assert curve.peak_thrust_n == 10
    # 5 % of peak is 0.5 N, reached after 5 ms and left 5 ms before the end
    assert curve.burn_time_s == pytest.approx(0.99)
    assert curve.average_thrust_n == pytest.approx(9 / 0.99)
    assert curve.early_thrust_n == pytest.approx(5.0)
    assert curve.thrust_at_n(0.05) == pytest.approx(5) and curve.thrust_at_n(2) == 0
    assert curve.impulse_at_n_s(0.5) == pytest.approx(4.5)


def test_a_zero_is_put_in_front_only_where_the_first_time_is_above_zero() -> None:
    assert ThrustCurve.from_samples([[0.02, 2.0], [1, 0]]).times_s[0] == 0
    stands = ThrustCurve.from_samples([[0, 5.0], [1, 5.0]])
    assert stands.thrust_n == (5.0, 5.0) and stands.thrust_at_n(0) == 5.0


@pytest.mark.parametrize(
    "samples",
    [
        [],
        [[0, 0], [1, 0]],
        [[0.2, 5], [0.1, 5]],
        [[0.1, 5], [0.1, 6]],
        [[0, -1], [1, 2]],
        [[0, 1], [1, float("nan")]],
        [[-1, 1], [1, 2]],
        [[0, 5]],
    ],
)
def test_an_impossible_curve_is_refused(samples: list[list[float]]) -> None:
    with pytest.raises(RocketryError, match="thrust"):
        ThrustCurve.from_samples(samples)


def test_mass_leaves_in_proportion_to_impulse() -> None:
    curve = ThrustCurve.from_samples([[0, 4], [1, 4], [3, 0]])  # 4 + 4 N·s
    motor = Motor(label="C4-3", diameter_m=0.018, length_m=0.07, total_mass_kg=0.03, propellant_mass_kg=0.01, curve=curve)
    left = {row[Knot.TIME_S]: row[Knot.LEFT_KG] for row in burn_of([(motor, 0.0, 0.0)]).knots}
    assert left[0.0] == pytest.approx(0.01) and left[1.0] == pytest.approx(0.005)
    assert left[3.0] == pytest.approx(0.0) and motor.burnout_mass_kg == pytest.approx(0.02)


def test_propellant_cannot_outweigh_the_motor() -> None:
    curve = ThrustCurve.from_samples([[0, 4], [1, 4]])
    with pytest.raises(RocketryError, match="propellant_mass_kg"):
        Motor(label="B4-3", diameter_m=0.018, length_m=0.07, total_mass_kg=0.01, propellant_mass_kg=0.02, curve=curve)


@pytest.mark.parametrize("propellant", ["black powder", "composite"])
@pytest.mark.parametrize("impulse, burn, peak", [(2.4, 0.45, None), (9.0, 1.1, 14.0), (120.0, 2.0, 95.0)])
def test_a_curve_from_a_data_sheet_integrates_exactly(propellant: str, impulse: float, burn: float, peak: float | None) -> None:
    curve = curve_from_data_sheet(impulse_n_s=impulse, propellant=propellant, burn_time_s=burn, peak_thrust_n=peak)  # type: ignore[arg-type]
    assert curve.total_impulse_n_s == pytest.approx(impulse, rel=1e-12)
    assert curve.burnout_s == pytest.approx(burn)
    if peak:
        assert curve.peak_thrust_n == pytest.approx(peak)
    assert np.all(np.diff(curve.times_s) > 0)


def test_a_data_sheet_that_contradicts_itself_is_refused() -> None:
    with pytest.raises(RocketryError, match="peak_thrust_n"):
        curve_from_data_sheet(impulse_n_s=10, propellant="composite", burn_time_s=1, peak_thrust_n=5)
    with pytest.raises(RocketryError, match="average_thrust_n"):
        curve_from_data_sheet(impulse_n_s=10, propellant="composite", burn_time_s=1, average_thrust_n=20)
    with pytest.raises(RocketryError, match="burn_time_s"):
        curve_from_data_sheet(impulse_n_s=10, propellant="composite")
