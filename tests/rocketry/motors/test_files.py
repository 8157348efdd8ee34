"""Motor files: our own CSV and the file of a static test."""

import contextlib
import random
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.catalogue import catalogue, find_motor
from wobbly_fin.rocketry.motors.curve_csv import read_motor_csv, write_motor_csv
from wobbly_fin.rocketry.motors.static_test import read_static_test

HEADER = "# label: C7-5\n# diameter_mm: 18\n# length_mm: 70\n# total_mass_g: 24\n# propellant_mass_g: 11\n# delays_s: 3, 5\n"


def test_every_catalogue_motor_survives_the_round_trip() -> None:
    for motor in catalogue():
        back = read_motor_csv(write_motor_csv(motor))
        assert (back.curve, back.delays_s, back.kind, back.maker) == (motor.curve, motor.delays_s, motor.kind, motor.maker)
        assert (back.adjustable, back.revision, back.delays_to_try_s) == (motor.adjustable, motor.revision, motor.delays_to_try_s)
        assert back.total_mass_kg == pytest.approx(motor.total_mass_kg) and back.diameter_m == pytest.approx(motor.diameter_m)


def test_an_adjustable_motor_of_another_revision_stays_one() -> None:
    motor = replace(find_motor("C8")[0], adjustable=True, revision="2")
    back = read_motor_csv(write_motor_csv(motor))
    assert back.key == motor.key and back.delays_to_try_s == motor.delays_to_try_s != find_motor("C8")[0].delays_to_try_s


def test_a_german_spreadsheet_is_read_too() -> None:
    motor = read_motor_csv(HEADER + "Zeit;Schub\n0,0;0\n0,1;12,5\n1,0;0,0\n")
    assert motor.curve.peak_thrust_n == 12.5 and motor.delays_s == (3, 5)


@pytest.mark.parametrize(
    "body, field, says",
    [
        ("0,0\n0.1,abc\n", "line 8", "not a number"),
        ("0,0\n0.2,5\n0.1,5\n", "line 9", "goes back"),
        ("0,0\n0.2,5\n0.2,6\n", "line 9", "repeats"),
        ("0,0\n0.2,\n", "line 8", "gap"),
        ("0,0\n0.2\n", "line 8", "needs time and thrust"),
        ("0,0\n0.2,-5\n1,3\n", "line 8", "negative"),
        ("0,0\n0.2,inf\n", "line 8", "not a number"),
        ("", "file", "no rows"),
    ],
)
def test_a_bad_row_is_named_by_its_line(body: str, field: str, says: str) -> None:
    with pytest.raises(RocketryError, match=says) as refused:
        read_motor_csv(HEADER + body)
    assert refused.value.name == field


def test_a_missing_header_says_what_to_add() -> None:
    with pytest.raises(RocketryError, match="propellant_mass_g: …") as refused:
        read_motor_csv(HEADER.replace("# propellant_mass_g: 11\n", "") + "0,0\n1,4\n")
    assert refused.value.name == "propellant_mass_g"
    assert read_motor_csv(
        HEADER.replace("# propellant_mass_g: 11\n", "") + "0,0\n1,4\n", propellant_mass_g="11"
    ).propellant_mass_kg == pytest.approx(0.011)


def test_too_much_and_binary_are_refused() -> None:
    with pytest.raises(RocketryError, match="MB"):
        read_motor_csv(HEADER + "0,0\n" * 1_000_000)
    with pytest.raises(RocketryError, match="text file"):
        read_motor_csv("PK\x03\x04\x00")


@given(st.text(max_size=200))
def test_any_text_is_a_motor_or_refused(text: str) -> None:
    with contextlib.suppress(RocketryError):
        read_motor_csv(text)


def _stand(delay_s: float | None, *, unit: float = 1.0, ends_s: float = 9.0, offset: float = 0.8) -> str:
    """A load-cell file: 1 s quiet, a 1.2 s burn of 9 N·s, and a kick after the delay."""
    dice = random.Random(5)
    lines = ["time_s,load_g" if unit != 1.0 else "time_s,load_n"]
    for i in range(int(ends_s * 200)):
        t = i / 200
        burn = t - 1.0
        load = 0.0
        if 0 <= burn < 0.1:
            load = burn / 0.1 * 10
        elif 0.1 <= burn < 1.1:
            load = 8.0 if burn > 0.15 else 10.0
        if delay_s is not None and 0 <= burn - 1.1 - delay_s < 0.02:
            load = -3.0
        lines.append(f"{t:.3f},{(load + offset + dice.gauss(0, 0.02)) * unit:.4f}")
    return "\n".join(lines)


def test_a_static_test_gives_curve_offset_delay_and_charge() -> None:
    test = read_static_test(_stand(4.0))
    assert test.offset_n == pytest.approx(0.8, abs=0.02)
    assert test.curve.total_impulse_n_s == pytest.approx(0.5 + 0.5 + 0.95 * 8, rel=0.03)
    assert test.curve.burn_time_s == pytest.approx(1.1, abs=0.03)
    assert test.charge_seen and test.delay_s == pytest.approx(4.0, abs=0.03)
    assert test.ignition_s == pytest.approx(1.0, abs=0.02)


def test_the_unit_comes_from_the_column_name() -> None:
    grams = read_static_test(_stand(4.0, unit=1000 / 9.80665))
    assert grams.curve.total_impulse_n_s == pytest.approx(read_static_test(_stand(4.0)).curve.total_impulse_n_s, rel=0.01)


def test_no_charge_is_told_from_not_watched_long_enough() -> None:
    assert read_static_test(_stand(None)).charge_seen is False
    cut = read_static_test(_stand(None, ends_s=3.5))
    assert cut.charge_seen is None and cut.delay_s is None


def test_a_file_without_a_burn_is_refused() -> None:
    with pytest.raises(RocketryError, match="file"):
        read_static_test("time_s,load_n\n" + "\n".join(f"{i / 100},{0.001 * (i % 3)}" for i in range(300)))
    with pytest.raises(RocketryError, match="dozen"):
        read_static_test("0,1\n1,2\n")
