"""Saying numbers with the digits they deserve."""

import pytest

from wobbly_fin.rocketry.units.display import show, show_with_sigma
from wobbly_fin.rocketry.units.parse import parse


@pytest.mark.parametrize(
    ("kilograms", "sigma", "said"),
    [
        (0.022, 0.000661, "22.0 ± 0.7 g"),
        (0.175, 0.0077, "175 ± 8 g"),
        (3.05, 0.0152, "3.05 ± 0.02 kg"),
        (1.00835, 0.0062, "1.008 ± 0.006 kg"),
        (0.0004, 0.00012, "0.4 ± 0.1 g"),
        (0.0, 0.0, "0 g"),
    ],
)
def test_a_value_has_no_more_decimals_than_its_uncertainty(kilograms, sigma, said):
    assert show_with_sigma(kilograms, sigma, "mass") == said


def test_what_lies_before_keeps_its_sign() -> None:
    assert show_with_sigma(-0.4213, 0.05, "duration") == "−0.42 ± 0.05 s"
    assert parse(show(-0.42, "duration"), "duration", name="late").si == -0.4


@pytest.mark.parametrize(
    ("si", "quantity", "said"),
    [(-0.04, "duration", "0.0 s"), (-0.3, "height", "−0.3 m"), (-0.0, "speed", "0.0 m/s"), (-0.049, "temperature", "0.0 °C")],
)
def test_nothing_has_no_sign(si: float, quantity: str, said: str) -> None:
    assert show(si, quantity) == said
