"""Every test's sentence, passing and failing, and in either system of units: figure, limit, and what to do."""

import pytest

from wobbly_fin.rocketry.choosing.explain import after_apogee, trial_sentence
from wobbly_fin.rocketry.choosing.trial import Trial, TrialName
from wobbly_fin.rocketry.units.display import UnitChoice

IMPERIAL = UnitChoice(system="imperial")


@pytest.mark.parametrize(
    "name, value, limit, unit, passed, metric, imperial",
    [
        ("fits", 70.0, 95.0, "mm", True, "70 mm long in a mount that takes 95 mm", "2.76 in"),
        ("fits", 120.0, 95.0, "mm", False, "takes only 95 mm", "3.74 in"),
        ("fits", 24.0, 18.2, "mm", False, "wider than the mount", "0.945 in"),
        ("opens", "motor_charge", None, "", True, "the motor’s charge opens it", "charge"),
        ("opens", "none", None, "", False, "no ejection charge goes off", "charge"),
        ("inside_field", 0.97, 0.95, "share", True, "97 of 100 simulated landings", "97 of 100"),
        ("inside_field", 0.9512, 0.95, "share", True, "95.1 of 100", "95 of 100 are needed"),
        ("inside_field", 0.74, 0.95, "share", False, "only 74 of 100", "tilted rod"),
        ("mach", 1.3, 0.8, "Mach", None, "1.30 times the speed of sound", "0.80"),
        ("flutter", 130.0, 110.0, "m/s", False, "may flutter from 110 m/s", "246 mph"),
        ("wind", 0.0, 9.0, "m/s", None, "no wind told", "20.1 mph"),
        ("stand_off", 9.144, None, "m", True, "stand 9.1 m away", "30 ft"),
        ("lifts", 7.4, 5.0, "", True, "7.4× liftoff weight, needs 5", "7.4×"),
        ("lifts", 2.1, 5.0, "", False, "too weak", "too weak"),
        ("rod_speed", 17.0, 13.0, "m/s", True, "leaves the rod at 17 m/s, needs 13 m/s", "38 mph"),
        ("rod_speed", 9.0, 13.0, "m/s", False, "a longer rod", "20.1 mph"),
        ("rod_speed", None, 13.0, "m/s", False, "never leaves the rod", "29.1 mph"),
        ("wind", 2.0, 9.0, "m/s", True, "no flying above 9.0 m/s", "20.1 mph"),
        ("wind", 12.0, 9.0, "m/s", False, "wait", "26.8 mph"),
        ("ceiling", 142.0, 250.0, "m", True, "peaks at 142 m, ceiling 250 m", "466 ft"),
        ("ceiling", 342.0, 250.0, "m", False, "above the ceiling of 250 m", "1122 ft"),
        ("ceiling", 342.0, None, "m", True, "no ceiling is set", "1122 ft"),
        ("ceiling", None, 250.0, "m", False, "no peak to judge", "32 km"),
        ("delay_window", 0.42, 1.5, "s", True, "opens 0.4 s after apogee", "0.4 s"),
        ("delay_window", 2.4, 1.5, "s", False, "needs a shorter delay", "2.4 s"),
        ("delay_window", 1.53, 1.5, "s", False, "opens 1.53 s after apogee, later than 1.5 s", "1.53 s"),
        ("delay_window", -1.4, -0.5, "s", False, "needs a longer delay", "1.4 s before"),
        ("delay_window", None, 1.5, "s", False, "nothing opens before it lands", "lands"),
        ("ejection_speed", 11.0, 18.0, "m/s", True, "is kind to it", "24.6 mph"),
        ("ejection_speed", 31.0, 18.0, "m/s", False, "may shred", "69.3 mph"),
        ("ejection_speed", None, 18.0, "m/s", False, "no parachute opens", "40.3 mph"),
        ("landing_rate", 4.2, 6.1, "m/s", True, "lands at 4.2 m/s, limit 6.1 m/s", "9.4 mph"),
        ("landing_rate", 9.4, 6.1, "m/s", False, "a larger parachute", "21 mph"),
        ("landing_rate", None, 6.1, "m/s", False, "does not fly", "13.6 mph"),
    ],
)  # fmt: skip
def test_sentence(
    name: TrialName,
    value: float | str | None,
    limit: float | str | None,
    unit: str,
    passed: bool | None,
    metric: str,
    imperial: str,
) -> None:
    test = Trial(name=name, passed=passed, value=value, limit=limit, unit=unit, margin=None, why=_why(name, value, limit, passed))
    said = trial_sentence(test)
    assert metric.lower() in said.lower() and not said[0].islower()
    assert imperial.lower() in trial_sentence(test, IMPERIAL).lower()


def _why(name: TrialName, value: float | str | None, limit: float | str | None, passed: bool | None) -> str:
    if name == "opens":
        return "opens" if passed else "no-charge"
    if name == "fits":
        return "wide" if value == 24.0 else ""
    if value is None:
        return "none"
    if name == "delay_window" and not passed:
        return "early" if value < 0 else "late"  # type: ignore[operator]
    return "free" if name == "ceiling" and limit is None else ""


def test_apogee_is_said_in_tenths_and_at_it_is_at_it() -> None:
    assert [after_apogee(s) for s in (0.0, 0.04, 1.26, -0.31)] == [
        "at apogee",
        "at apogee",
        "1.3 s after apogee",
        "0.3 s before apogee",
    ]
