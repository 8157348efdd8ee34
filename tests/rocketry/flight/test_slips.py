import pytest

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.canopies.sizing import diameter_for
from wobbly_fin.rocketry.flight.slips import slips

SANE = {
    "mass_kg": 0.06,
    "diameter_m": 0.025,
    "length_m": 0.4,
    "mount_diameter_m": 0.018,
    "mount_length_m": 0.07,
    "canopy": Canopy(diameter_m=0.33),
    "rod_length_m": 0.9,
}


def test_a_sane_rocket_is_asked_nothing() -> None:
    assert slips(**SANE) == ()


@pytest.mark.parametrize(
    "change, field, suggestion",
    [
        ({"diameter_m": 0.0013}, "diameter", 0.0013 * 25.4),  # 1.3 typed as mm, meant in inches
        ({"diameter_m": 0.635}, "diameter", 0.635 / 25.4),
        ({"mount_diameter_m": 0.0205}, "mount_diameter", 0.018),
        ({"length_m": 0.4 / 25.4}, "length", 0.4),
        ({"mass_kg": 60.0, "canopy": None}, "mass", 0.06),
        ({"mass_kg": 0.00006, "canopy": None}, "mass", 0.06),
        ({"canopy": Canopy(diameter_m=0.033)}, "canopy_diameter", 0.29),
        ({"canopy": Canopy(diameter_m=1.2)}, "canopy_diameter", 0.29),
        ({"cd": 6.0 / 4}, None, None),
        ({"cd": 2.5}, "cd", 0.6),
        ({"rod_length_m": 0.09}, "rod_length", None),
        ({"mount_length_m": 0.7}, "mount_length", None),
    ],
)
def test_a_slip_of_the_pen_is_noticed_with_a_figure_that_would_do(
    change: dict[str, object], field: str | None, suggestion: float | None
) -> None:
    found = slips(**(SANE | change))  # type: ignore[arg-type]
    assert [s.field for s in found] == ([field] if field else [])
    if suggestion is not None:
        assert found[0].suggestion_si == pytest.approx(suggestion, rel=0.03)


def test_a_canopy_halved_or_doubled_by_a_slip_is_noticed() -> None:
    for rate in (3.5, 4.2, 5.0):
        right = diameter_for(0.06, rate, 1.225)
        assert not slips(**(SANE | {"canopy": Canopy(diameter_m=right)}))
        for wrong in (right / 2, right * 2):
            assert slips(**(SANE | {"canopy": Canopy(diameter_m=wrong)})), (rate, wrong)
