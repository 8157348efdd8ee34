import contextlib
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show, show_range, show_size, told_apart
from wobbly_fin.rocketry.units.parse import parse, read_number
from wobbly_fin.rocketry.units.quantities import QUANTITIES, SYMBOLS

INCH, FOOT, OUNCE = 0.0254, 0.3048, 0.028349523125  # exact by definition (1959 yard and pound agreement)


@pytest.mark.parametrize(
    "text, quantity, si",
    [
        ("2 3/8 in", "short_length", 2.375 * INCH),
        ('1/8"', "short_length", INCH / 8),
        ("2-1/2 in", "short_length", 2.5 * INCH),
        ("1½ in", "short_length", 1.5 * INCH),
        ("54mm", "short_length", 0.054),
        ("0.093in", "short_length", 0.093 * INCH),
        ("5'6\"", "length", 5.5 * FOOT),
        ("12 ft 6 in", "length", 12.5 * FOOT),
        ("2.5 oz", "mass", 2.5 * OUNCE),
        ("3 lb 4 oz", "mass", 52 * OUNCE),
        ("1,5 kg", "mass", 1.5),
        ("41 mph", "speed", 41 * 1609.344 / 3600),
        ("1,200 ft", "height", 1200 * FOOT),
        ("-5 C", "temperature", -5.0),
        ("41 F", "temperature", 5.0),
        ("17 g", "acceleration", 17 * 9.80665),
        ("9.1 Ns", "impulse", 9.1),
        ("29.92 inHg", "pressure", 1013.2),
    ],
)  # fmt: skip
def test_what_people_type_is_understood(text: str, quantity: str, si: float) -> None:
    typed = parse(text, quantity)
    assert typed.si == pytest.approx(si, rel=1e-4 if quantity == "pressure" else 1e-9)
    assert typed.text == text and not typed.assumed


def test_a_bare_number_takes_the_owners_unit() -> None:
    assert parse("85", "mass").si == pytest.approx(0.085)
    assert parse("3", "mass", UnitChoice(system="imperial")).si == pytest.approx(3 * OUNCE)
    assert parse("85", "mass").assumed
    mixed = UnitChoice(system="imperial", exceptions={"mass": "gram"})
    assert parse("85", "mass", mixed).si == pytest.approx(0.085)
    assert parse("3", "height", mixed).si == pytest.approx(parse("3 ft", "height").si)


@pytest.mark.parametrize(
    "text, says",
    [("", "empty"), ("hello", "not a mass"), ("nan", "not a mass"), ("1e999", "finite"), ("5 5", "unit"), ("5 m", "does not measure"),
     ("5 blorps", "no unit known"), ("1/0 kg", "zero"), ("5 (", "no unit"), ("5 m**9", "mass"), ("9" * 60, "too long"), ("__import__", "not a mass"), ("3 +", "not a mass")],
)  # fmt: skip
def test_nonsense_gets_a_sentence_naming_the_field(text: str, says: str) -> None:
    with pytest.raises(RocketryError, match=says) as refused:
        parse(text, "mass", name="mass_box")
    assert refused.value.name == "mass_box"


@given(st.text(max_size=45), st.sampled_from(sorted(QUANTITIES)))
def test_any_text_is_read_or_refused_and_nothing_else(text: str, quantity: str) -> None:
    with contextlib.suppress(RocketryError):
        assert parse(text, quantity).si == pytest.approx(parse(text, quantity).si)


@given(st.floats(0.001, 5000), st.sampled_from(sorted(set(QUANTITIES) - {"area"})), st.sampled_from(["metric", "imperial"]))
def test_a_value_said_and_read_back_keeps_its_honest_digits(value: float, quantity: str, system: str) -> None:
    units = UnitChoice(system=system)  # type: ignore[arg-type]
    assert parse(show(value, quantity, units), quantity).si == pytest.approx(
        value, rel=0.051, abs=0.6 if quantity == "temperature" else 0.06
    )


def test_honest_digits_and_the_owners_unit() -> None:
    assert show(142.3817, "height") == "142 m"
    assert show(9.37, "speed") == "9.4 m/s"
    assert show(0.0196, "mass") == "19.6 g"
    assert show(3.05, "mass") == "3.05 kg"
    assert show(142.3817, "height", UnitChoice(system="imperial")) == "467 ft"
    assert show(10, "speed", UnitChoice(system="metric", exceptions={"speed": "mile/hour"})) == "22.4 mph"
    assert show_size(0.018, 0.07) == "18 × 70 mm"
    assert show_range(86.4, 96.2, "height") == "86–96 m"
    assert show_range(86.4, 86.2, "height") == "86 m"


def test_a_value_just_short_of_its_limit_does_not_read_like_it() -> None:
    said, limit = told_apart(12.96, 13.0, lambda x, more: show(x, "speed", METRIC, more))
    assert (said, limit) == ("12.96 m/s", "13 m/s")


def test_every_unit_offered_has_a_symbol() -> None:
    for quantity in QUANTITIES.values():
        assert quantity.metric in SYMBOLS and quantity.imperial in SYMBOLS


@pytest.mark.parametrize(
    ("text", "number"),
    [("1.5", 1.5), (" 2,25 ", 2.25), ("−3", -3.0), ("1,500", 1500.0), ("½", 0.5), ("-1 1/4", -1.25), ("2e1", 20.0)],
)
def test_a_number_that_measures_nothing(text: str, number: float) -> None:
    assert read_number(text, "margin") == number


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "is empty; type a number of calibres"), ("  ", "is empty"), ("two", "'two' is no number of calibres"), ("nan", "is no number"),
        ("inf", "is no number"), ("1 mm", "is no number"), ("9" * 400, "is no number"), ("1_000", "is no number"),
    ],
)  # fmt: skip
def test_what_is_no_number_is_said_at_its_box(text: str, says: str) -> None:
    with pytest.raises(RocketryError) as refused:
        read_number(text, "margin", "number of calibres")
    assert refused.value.name == "margin" and says in refused.value.message and len(refused.value.message) < 90


@given(st.text(max_size=40))
def test_any_text_is_a_finite_number_or_refused(text: str) -> None:
    try:
        assert math.isfinite(read_number(text, "margin"))
    except RocketryError as refused:
        assert refused.name == "margin"
