import math

import pytest

from wobbly_fin.rocketry.canopies.canopy import Canopy, descent_rate_m_s
from wobbly_fin.rocketry.canopies.sizing import diameter_for
from wobbly_fin.rocketry.errors import RocketryError


def test_descent_by_hand() -> None:
    # 0.1 kg under 0.5 m² at Cd 0.75 and 1.225 kg/m³: √(2·0.1·9.80665 / (1.225·0.75·0.5)) = 2.0663 m/s
    canopy = Canopy(diameter_m=math.sqrt(4 * 0.5 / math.pi), cd=0.75)
    assert descent_rate_m_s(0.1, canopy, 1.225) == pytest.approx(2.0663, abs=5e-5)


def test_a_spill_hole_takes_its_area_off() -> None:
    assert Canopy(diameter_m=0.5, spill_hole_m=0.3).area_m2 == pytest.approx(math.pi / 4 * 0.16)


@pytest.mark.parametrize("mass_kg, rate", [(0.02, 3.5), (0.3, 5.0), (3.0, 6.1)])
def test_size_for_a_rate_is_the_inverse(mass_kg: float, rate: float) -> None:
    assert descent_rate_m_s(mass_kg, Canopy(diameter_m=diameter_for(mass_kg, rate, 1.2)), 1.2) == pytest.approx(rate)


def test_bad_figures_are_refused() -> None:
    for call in (
        lambda: descent_rate_m_s(0, Canopy(diameter_m=1), 1.2),
        lambda: descent_rate_m_s(1, Canopy(diameter_m=1), -1),
        lambda: Canopy(kind="umbrella", diameter_m=1),
    ):  # type: ignore[arg-type]
        with pytest.raises(RocketryError):
            call()
