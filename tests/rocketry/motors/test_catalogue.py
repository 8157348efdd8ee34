import math

import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.catalogue import catalogue, find_motor
from wobbly_fin.rocketry.motors.explain import doubt_sentence
from wobbly_fin.rocketry.motors.labels import decode
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.motors.plausibility import motor_doubts

# Labels heard in the trade as really sold: none of them is ours.
REALLY_SOLD = {"1/2A3", "A3", "A8", "B4", "B6", "C5", "C6", "C11", "D2.3", "D9", "D12", "E9", "E12", "E30", "F15", "H128", "H135"}
# Black-powder cases by diameter: lengths in mm (common practice, no source)
BLACK_POWDER_CASES = {13: {45}, 18: {70}, 24: {70, 95}}
CASES_MM = {13, 18, 24, 29, 38, 54, 75, 98}


@pytest.mark.parametrize("motor", catalogue(), ids=lambda m: m.name)
def test_a_catalogue_motor_holds_together(motor: Motor) -> None:
    # impulse in its class, label's thrust within rounding, specific impulse and propellant volume plausible
    assert [doubt_sentence(d) for d in motor_doubts(motor)] == []
    assert motor.name.partition("-")[0].rstrip("T") not in REALLY_SOLD
    diameter, length = round(motor.diameter_m * 1000), round(motor.length_m * 1000)
    assert diameter in CASES_MM
    if motor.propellant == "black powder":
        assert length in BLACK_POWDER_CASES[diameter] and motor.case == "single-use"
    whole = motor.total_mass_kg / (math.pi / 4 * motor.diameter_m**2 * motor.length_m)
    assert 300 < whole < 2600, "a motor is neither a feather nor lead"
    assert bool(motor.delays_s) == (motor.kind == "single")


def test_the_shelf_is_broad() -> None:
    found = catalogue()
    assert 95 <= len(found) <= 120
    assert {m.decoded.impulse_class.name for m in found} == {
        "1/4A",
        "1/2A",
        "A",
        "B",
        "C",
        "D",
        "E",
        "F",
        "G",
        "H",
        "I",
        "J",
        "K",
        "L",
        "M",
        "N",
        "O",
    }
    assert {m.kind for m in found} == {"single", "booster", "plugged"}
    assert {m.case for m in found} == {"single-use", "reload"}
    assert len({m.key for m in found}) == len({m.name for m in found}) == len(found)


def test_high_power_has_what_people_fly_there() -> None:
    """Slow and fast ones, some that throw sparks, delays that are drilled to length, no charge from L up; propellants that differ."""
    high = [m for m in catalogue() if m.class_rank >= find_motor("H76")[0].class_rank and m.diameter_m > 0.03]
    assert {round(m.diameter_m * 1000) for m in high} >= {38, 54, 75, 98}
    assert sum(m.sparks for m in high) >= 5 and max(m.curve.burn_time_s for m in high) > 12
    ours = [m for m in high if m.maker == "Marram Shore Motors" and m.kind == "single"]
    assert ours and all(m.adjustable_delay and len(m.delays_to_try_s) > 5 for m in ours)
    assert all(m.kind == "plugged" for m in high if m.decoded.impulse_class.name in "LMNO")
    specific = [m.curve.total_impulse_n_s / m.propellant_mass_kg / 9.80665 for m in high]
    assert min(specific) < 180 and max(specific) > 212


def test_a_label_finds_its_motor_and_says_what_there_is_instead() -> None:
    motor, delay_s = find_motor("C8-5")
    assert motor.name == "C8" and delay_s == 5
    assert find_motor("C8-0")[0].kind == "booster"
    with pytest.raises(RocketryError, match=r"of class C there are C13, C14"):
        find_motor("C99-5")


def test_composite_packs_more_into_the_same_case() -> None:
    powder = max(m.curve.total_impulse_n_s for m in catalogue() if m.propellant == "black powder" and m.diameter_m == 0.018)
    composite = max(m.curve.total_impulse_n_s for m in catalogue() if m.propellant == "composite" and m.diameter_m == 0.018)
    assert composite > 1.5 * powder


def test_a_doubtful_motor_is_doubted() -> None:
    good = find_motor("C8")[0]
    wrong = Motor(
        label="B8-5", diameter_m=good.diameter_m, length_m=good.length_m, total_mass_kg=0.2, propellant_mass_kg=0.1,
        curve=good.curve, propellant="black powder",
    )  # fmt: skip
    assert {d.code for d in motor_doubts(wrong)} == {
        "impulse_outside_class",
        "specific_impulse_odd",
        "propellant_does_not_fit_case",
    }
    assert decode("B8-5").impulse_class.name == "B"
