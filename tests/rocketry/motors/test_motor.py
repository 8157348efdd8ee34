import pytest

from wobbly_fin.rocketry.errors import NotPositiveError, OutOfRangeError, RocketryError, require_finite, require_positive
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.explain import doubt_sentence
from wobbly_fin.rocketry.motors.motor import Motor, label_of
from wobbly_fin.rocketry.motors.plausibility import motor_doubts
from wobbly_fin.rocketry.motors.table import read_table

CURVE = ThrustCurve.from_samples([[0, 8], [1.0, 8]])


def _motor(label: str = "C8-5", **changes: object) -> Motor:
    figures: dict[str, object] = {
        "diameter_m": 0.018,
        "length_m": 0.07,
        "total_mass_kg": 0.024,
        "propellant_mass_kg": 0.01,
        "curve": CURVE,
        "delays_s": (5, 3, 5),
    }
    return Motor(label=label, **(figures | changes))  # type: ignore[arg-type]


def test_a_motor_is_known_by_maker_label_and_revision() -> None:
    keys = {
        _motor().key,
        _motor(maker="Shed").key,
        _motor(maker="Shed", revision="2").key,
        _motor("C8-0").key,
        _motor("C8-P").key,
        _motor("C9-5").key,
    }
    assert len(keys) == 6
    assert _motor("C8-5").key == _motor("C8-3").key, "the delay is chosen at the counter, it is no other motor"


def test_delays_are_sorted_and_each_once_and_asked_for_by_label() -> None:
    motor = _motor()
    assert motor.delays_s == (3, 5) and motor.label_with(3) == "C8-3" and motor.label_with(4.5) == "C8-4.5"
    assert _motor("C8-0").label_with(None) == "C8-0" and _motor("C8-P").name == "C8-P"
    assert _motor("F44-8A", total_mass_kg=0.08).adjustable_delay


@pytest.mark.parametrize(
    "changes, field",
    [({"diameter_m": 0.0}, "diameter_mm"), ({"diameter_m": 3.0}, "diameter_mm"), ({"length_m": -1.0}, "length_mm"), ({"propellant_mass_kg": 0.0}, "propellant_mass_kg"),
     ({"propellant_mass_kg": 0.1}, "propellant_mass_kg"), ({"total_mass_kg": float("nan")}, "total_mass_kg"), ({"delays_s": (-1,)}, "delays_s"), ({"label": "zebra"}, "label")],
)  # fmt: skip
def test_a_motor_that_cannot_be_is_refused_by_name(changes: dict[str, object], field: str) -> None:
    with pytest.raises(RocketryError) as refused:
        _motor(**({"label": "C8-5"} | changes))  # type: ignore[arg-type]
    assert refused.value.name == field


def test_every_doubt_has_a_sentence_with_its_figures() -> None:
    doubtful = _motor("B5-0", propellant="composite", propellant_mass_kg=0.001, total_mass_kg=0.002)
    said = {d.code: doubt_sentence(d) for d in motor_doubts(doubtful)}
    assert set(said) == {"impulse_outside_class", "thrust_not_label", "specific_impulse_odd", "composite_booster"}
    assert (
        "8 N·s" in said["impulse_outside_class"] and "8 N" in said["thrust_not_label"] and "816 s" in said["specific_impulse_odd"]
    )


def test_limits_speak_plainly() -> None:
    for call, words in (
        (lambda: require_positive("mass", -2), "must be above zero"),
        (lambda: require_positive("mass", 9, 5), "at most 5"),
        (lambda: require_finite("mass", 9, 1, 5), "between 1 and 5"),
        (lambda: require_finite("mass", -9, 0), "must not be negative"),
        (lambda: require_finite("mass", float("inf")), "finite"),
    ):
        with pytest.raises(OutOfRangeError, match=words) as refused:
            call()
        assert refused.value.name == "mass" and str(refused.value).startswith("mass: ")
    assert issubclass(NotPositiveError, OutOfRangeError)


def test_a_table_is_read_whatever_separates_it() -> None:
    for text in ("t,f\n0,1\n1,2\n", "t;f\n0;1\n1;2\n", "t\tf\n0\t1\n1\t2\n", "0 1\n1  2\n", "\ufeff# note: x\nt,f\n\n0,1\n1,2"):
        assert read_table(text).rows == ((0, 1), (1, 2))
    assert read_table("0;0,5\n1;1,5").rows == ((0, 0.5), (1, 1.5))
    assert read_table("# maker: Shed & Co\n0,1").remarks == {"maker": "Shed & Co"}


def test_a_key_tells_the_label_whatever_the_maker_is_called() -> None:
    assert all(label_of(m.key) == m.name for m in catalogue())
    for key, label in (("A/B works/1/2A3T/2", "1/2A3T"), ("own/H100W-P/1", "H100W-P"), ("Kettle/C8-0/1", "C8-0")):
        assert label_of(key) == label
