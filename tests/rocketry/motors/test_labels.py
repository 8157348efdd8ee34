import pytest
from hypothesis import given
from hypothesis import strategies as st

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.explain import doubt_sentence, label_sentences
from wobbly_fin.rocketry.motors.labels import decode
from wobbly_fin.rocketry.motors.plausibility import burn_time_range_s, label_doubts


@pytest.mark.parametrize(
    "text, letter, thrust, delay, kind",
    [
        ("B5-4", "B", 5, 4, "single"),
        ("1/2A4T-2", "1/2A", 4, 2, "single"),
        ("½a4t-2", "1/2A", 4, 2, "single"),
        ("1/8A0.5-1", "1/8A", 0.5, 1, "single"),
        ("C9-0", "C", 9, None, "booster"),
        ("G98-P", "G", 98, None, "plugged"),
        ("62F44-8A", "F", 44, 8, "single"),
        ("D2.3-5", "D", 2.3, 5, "single"),
        (" f17 - 8 ", "F", 17, 8, "single"),
        ("K274", "K", 274, None, "single"),
    ],
)
def test_a_label_is_decoded(text: str, letter: str, thrust: float, delay: float | None, kind: str) -> None:
    label = decode(text)
    assert (label.impulse_class.name, label.average_thrust_n, label.delay_s, label.kind) == (letter, thrust, delay, kind)


def test_suffixes_are_told_apart() -> None:
    assert decode("1/2A4T-2").slim_case and not decode("1/2A4-2").slim_case
    assert decode("F17-8A").adjustable_delay and not decode("F17-8").adjustable_delay
    assert decode("62F44-8").total_impulse_n_s == 62
    assert decode("F44WT-8").case_code == "W"


@pytest.mark.parametrize(
    "text", ["", "  ", "5B-4", "hello", "B5-4; ls", "P5-4", "B-4", "B0-4", "B5-", "B5-4-4", "B5-900", "1/3A2-2", "B5-4" * 10, "Ⅻ"]
)
def test_what_is_no_label_is_refused_by_name(text: str) -> None:
    with pytest.raises(RocketryError) as refused:
        decode(text)
    assert refused.value.name == "label"


@given(st.text(max_size=30))
def test_any_text_is_a_label_or_refused(text: str) -> None:
    try:
        assert decode(text).average_thrust_n > 0
    except RocketryError as refused:
        assert refused.name == "label"


def test_letter_number_and_time_are_held_against_one_another() -> None:
    # The trade's own example: 20 N·s at a labelled 9 N burns 2.1–2.4 s (common practice, no source).
    low, high = burn_time_range_s(decode("D9-5"), 20.0)
    assert (round(low, 1), round(high, 1)) == (2.1, 2.4)
    assert not label_doubts(decode("D9-5"), burn_time_s=2.2, impulse_n_s=20.0)
    (doubt,) = label_doubts(decode("D9-5"), burn_time_s=1.0, impulse_n_s=20.0)
    assert doubt.code == "thrust_not_label" and "20 N" in doubt_sentence(doubt)
    (doubt,) = label_doubts(decode("D9-5"), burn_time_s=5.0)
    assert doubt.code == "impulse_outside_class"
    (doubt,) = label_doubts(decode("200F44-8"))
    assert doubt.code == "leading_impulse_outside_class" and "40 to 80" in doubt_sentence(doubt)


def test_the_words_follow_the_kind() -> None:
    assert any("must never" in s for s in label_sentences(decode("C9-0")))
    assert any("No ejection charge" in s for s in label_sentences(decode("G98-P")))
    assert any("never lengthened" in s for s in label_sentences(decode("F17-8A")))
    assert any("fires 4 s after burnout" in s for s in label_sentences(decode("B5-4")))
