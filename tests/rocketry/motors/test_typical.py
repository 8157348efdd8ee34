"""A motor from its label: held against motors drawn by chance whose full data are known, and against the invented catalogue."""

import math
import os
import random
import statistics
from collections import defaultdict
from collections.abc import Callable
from itertools import pairwise
from typing import Any

import pytest

from tests.rocketry.motors.world_of_motors import BLACK, Sold, draw
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.guessed import height_band
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.motors.typical import any_of_class, classes_for, typical_motor
from wobbly_fin.rocketry.motors.unsure import Unsure

MOTORS = 300
CASE = ("diameter_m", "propellant", "case")
# What is typed in turn, as it can be read off a pack and its sheet.
FACTS: dict[str, Callable[[Motor], dict[str, Any]]] = {
    "label alone": lambda m: {},
    "label, case": lambda m: {k: getattr(m, k) for k in CASE},
    "length": lambda m: {"length_m": m.length_m},
    "impulse": lambda m: {"impulse_n_s": m.curve.total_impulse_n_s},
    "mass": lambda m: {"total_mass_kg": m.total_mass_kg},
    "burn time": lambda m: {"burn_time_s": m.curve.burnout_s},
    "propellant": lambda m: {"propellant_mass_kg": m.propellant_mass_kg},
}


def band_of(rocket: QuickRocket, motor: Motor) -> tuple[float, float, float]:
    def height(m: Motor) -> float | None:
        return fly(rocket, m, None, Site()).apogee_altitude_m

    assert motor.unsure is not None
    ends = [(figure, height(motor.with_figure(figure, factor))) for figure, factor in motor.unsure.ends()]
    found = height_band([(None, height(motor)), *ends])
    assert found is not None
    return found


def spread(sold: list[Sold], told: Callable[[Motor], dict[str, Any]]) -> tuple[float, float, dict[str, float]]:
    """Share of full data inside the band, median width over the middle, and the share by class and by case."""
    inside, width, by = [], [], defaultdict(list)
    for s in sold:
        low, middle, high = band_of(s.rocket, typical_motor(s.motor.label, **told(s.motor)))
        full = fly(s.rocket, s.motor, None, Site()).apogee_altitude_m or 0.0
        inside.append(low <= full <= high)
        width.append((high - low) / middle)
        for group in (s.motor.decoded.impulse_class.name, f"{s.motor.diameter_m * 1000:g} mm", " ".join(s.kind)):
            by[group].append(inside[-1])
    return statistics.mean(inside), statistics.median(width), {g: statistics.mean(v) for g, v in by.items() if len(v) >= 8}


def test_nine_in_ten_lie_inside_and_every_fact_narrows() -> None:
    rng = random.Random(20261130)
    sold = [draw(rng) for _ in range(MOTORS if os.environ.get("WOBBLY_THOROUGH") else 120)]
    told: dict[str, Any] = {}
    widths = []
    for number, name in enumerate(FACTS):
        facts = list(FACTS.values())[: number + 1]

        def known(motor: Motor, facts: list[Callable[[Motor], dict[str, Any]]] = facts) -> dict[str, Any]:
            return {k: v for fact in facts for k, v in fact(motor).items()}

        share, width, by = spread(sold, known)
        print(f"+ {name}: {share:.1%} inside, median width {width:.2f}, least {min(by.values()):.0%}")
        widths.append(width)
        told[name] = (share, by)
    for name, (share, by) in told.items():
        least = {"label alone": 0.8, "label, case": 0.8}.get(name, 0.5)
        assert 0.85 <= share <= 0.985 and min(by.values()) >= least, (name, share, by)
    assert widths[0] <= 0.6
    assert all(later <= earlier + 0.005 for earlier, later in pairwise(widths))
    assert widths[3] < 0.5 * widths[1], "the impulse tells most"


def test_the_invented_catalogue_lies_inside_as_well() -> None:
    """Written by others than the guesses: the label with its case, in a rocket three times the motor's mass."""
    inside = []
    for motor in (m for m in catalogue() if m.kind == "single"):
        rocket = QuickRocket(mass_kg=3 * motor.total_mass_kg, diameter_m=1.8 * motor.diameter_m, cd=0.6)
        if not fly(rocket, motor, None, Site()).lifted:
            continue
        low, _, high = band_of(rocket, typical_motor(motor.label, **FACTS["label, case"](motor)))
        inside.append(low <= (fly(rocket, motor, None, Site()).apogee_altitude_m or 0.0) <= high)
    assert statistics.mean(inside) >= 0.85, f"{sum(inside)} of {len(inside)}"


def test_a_figure_moved_is_that_figure_alone() -> None:
    motor = typical_motor("D13-5", diameter_m=0.024)
    curve = motor.curve
    longer = motor.with_figure("impulse", 1.2)
    assert longer.curve.total_impulse_n_s == pytest.approx(1.2 * curve.total_impulse_n_s)
    assert longer.curve.peak_thrust_n == pytest.approx(curve.peak_thrust_n)
    assert longer.propellant_mass_kg == pytest.approx(1.2 * motor.propellant_mass_kg)
    assert longer.burnout_mass_kg == pytest.approx(motor.burnout_mass_kg)
    harder = motor.with_figure("thrust", 1.1)
    assert harder.curve.total_impulse_n_s == pytest.approx(curve.total_impulse_n_s)
    assert harder.curve.burnout_s == pytest.approx(curve.burnout_s / 1.1)
    early = motor.with_figure("shape", 1.5)
    assert early.curve.total_impulse_n_s == pytest.approx(curve.total_impulse_n_s)
    assert early.curve.impulse_at_n_s(0.5) > curve.impulse_at_n_s(0.5)
    case = motor.with_figure("case", 1.3)
    assert (
        case.burnout_mass_kg == pytest.approx(1.3 * motor.burnout_mass_kg) and case.propellant_mass_kg == motor.propellant_mass_kg
    )
    weighed = typical_motor("D13-5", diameter_m=0.024, total_mass_kg=0.043)
    assert weighed.with_figure("propellant", 1.1).total_mass_kg == pytest.approx(0.043)


def test_what_is_told_is_taken() -> None:
    """A pack that says D13-5, 24 × 70 mm, 17.1 N·s, 43 g with 21 g of propellant, 1.4 s."""
    motor = typical_motor(
        "D13-5", diameter_m=0.024, length_m=0.070, impulse_n_s=17.1, total_mass_kg=0.043, propellant_mass_kg=0.021, burn_time_s=1.4,
        propellant="black powder",
    )  # fmt: skip
    assert (motor.curve.total_impulse_n_s, motor.curve.burnout_s) == (pytest.approx(17.1), pytest.approx(1.4))
    assert (motor.total_mass_kg, motor.propellant_mass_kg, motor.delays_s) == (0.043, 0.021, (5.0,))
    assert motor.unsure is not None and not motor.unsure.guessed and {f for f, _ in motor.unsure.ends()} == {"shape"}


@pytest.mark.parametrize(
    ("label", "diameter_mm", "propellant"),
    [("1/2A2-3T", 13, "black powder"), ("A5-3", 18, "black powder"), ("C7-7", 18, "black powder"), ("D13-0", 24, "black powder"),
     ("E17-6", 24, "composite"), ("F41-6", 29, "composite"), ("H133-10A", 38, "composite"), ("K510-P", 54, "composite")],
)  # fmt: skip
def test_what_is_usual_of_a_label(label: str, diameter_mm: float, propellant: str) -> None:
    motor = typical_motor(label)
    assert (round(motor.diameter_m * 1000), motor.propellant) == (diameter_mm, propellant)
    assert motor.decoded.impulse_class.holds(motor.curve.total_impulse_n_s)
    assert (motor.kind == "single") == bool(motor.delays_s)
    assert motor.unsure is not None and {"diameter", "impulse", "total_mass"} <= set(motor.unsure.guessed)


def test_a_label_without_its_delay_is_a_guess_and_says_so() -> None:
    motor = typical_motor("E17")
    assert motor.unsure is not None and "delays" in motor.unsure.guessed and len(motor.delays_s) == 3
    assert "delays" not in (typical_motor("E17-4").unsure or Unsure()).guessed


def test_burn_time_and_label_tell_the_impulse_within_the_class() -> None:
    motor = typical_motor("C7-5", burn_time_s=1.4)
    low, high = motor.unsure.impulse if motor.unsure else (1.0, 1.0)
    assert motor.curve.total_impulse_n_s == pytest.approx(9.8)
    assert 9.8 * high == pytest.approx(10.0), "the class ends there"
    assert 0.88 < low < 0.93
    with pytest.raises(RocketryError, match="a C has 5 to 10"):
        typical_motor("C7-5", burn_time_s=4.0)


def test_a_class_in_general_stands_for_no_motor() -> None:
    motor = any_of_class("B", 0.018, 0.075)
    assert motor is not None and motor.unsure is not None and motor.unsure.any_of_class
    assert (motor.name, motor.label_with(4.0)) == ("B", "B with 4 s")
    assert any_of_class("B", 0.018, 0.060) is None, "no case is that short"
    assert any_of_class("G", 0.018, 0.3) is None, "nobody sells one"
    small, wide = any_of_class("A", 0.013, 0.1), any_of_class("A", 0.018, 0.1)
    assert small is not None and wide is not None and small.key != wide.key, "one class in two cases"
    booster = any_of_class("B", 0.018, 0.075, "-0")
    assert booster is not None and (booster.kind, booster.name, booster.delays_s) == ("booster", "B-0", ())
    assert any_of_class("G", 0.029, 0.2, "-0") is None, "composite boosters do not light the next stage"
    assert classes_for(0.0182) == classes_for(0.018) and classes_for(0.021) == ()


def test_the_band_adds_up_causes_that_know_nothing_of_one_another() -> None:
    """By hand: factors e^0.3 and e^0.4 upwards come to e^0.5; e^-0.6 alone downwards; and e^±0.005 of what no figure tells."""
    band = height_band(
        [(None, 100.0), ("impulse", 100 * math.exp(0.3)), ("impulse", 100 * math.exp(-0.6)), ("case", 100 * math.exp(0.4))]
    )
    assert band == pytest.approx((100 * math.exp(-math.hypot(0.6, 0.005)), 100.0, 100 * math.exp(math.hypot(0.5, 0.005))))
    assert height_band([(None, 100.0), ("shape", 99.9)])[2] == pytest.approx(100 * math.exp(0.005))  # type: ignore[index]
    assert height_band([(None, 100.0)]) == (100.0, 100.0, 100.0)
    assert height_band([(None, None)]) is None


def test_black_powder_is_narrower_than_composite() -> None:
    narrow = typical_motor("D13-5", diameter_m=0.024, propellant=BLACK[0], case="single-use").unsure
    wide = typical_motor("D13-5", diameter_m=0.024, propellant="composite", case="single-use").unsure
    assert narrow is not None and wide is not None and narrow.impulse[0] > wide.impulse[0]


def test_a_band_must_hold_what_is_said() -> None:
    with pytest.raises(RocketryError, match="impulse"):
        Unsure(impulse=(1.1, 1.2))


def test_flights_narrow_impulse_and_thrust_and_nothing_else() -> None:
    """By hand: a band of e^±0.2 is 0.2 ÷ 1.645 = 0.1216 wide (1σ); known to half of both together, each band's logarithm halves."""
    unsure = Unsure(impulse=(math.exp(-0.2), math.exp(0.2)), thrust=(math.exp(-0.1), math.exp(0.1)), case=(0.8, 1.3))
    assert unsure.sigma("impulse") == pytest.approx(0.2 / 1.645, rel=1e-6) and unsure.sigma("propellant") == 0.0
    both = math.hypot(0.2, 0.1) / 1.645
    half = unsure.narrowed(both / 2)
    assert half.impulse == pytest.approx((math.exp(-0.1), math.exp(0.1))) and half.thrust == pytest.approx(
        (math.exp(-0.05), math.exp(0.05))
    )
    assert half.case == unsure.case and unsure.narrowed(2 * both) == unsure, "flights never widen it"
    assert Unsure().narrowed(0.1) == Unsure()
