"""A motor's assembly card: what an end-burner needs, in order; what is not told the sheet decides; what cannot be is refused."""

from itertools import product

import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.assembly_card import KINDS, AssemblyCard, card_steps, kind_words, read_card


def keys(card: AssemblyCard) -> list[str]:
    return [s.key for s in card_steps(card)]


def test_an_end_burner_is_greased_its_nozzle_tried_and_its_igniter_fed_before_it_is_closed() -> None:
    found = keys(AssemblyCard(grain="end_burner", closure="threaded", igniter="while_closing"))
    wanted = ["greased-end", "nozzle-tried", "grain", "igniter-in", "closure", "charge"]
    assert [k for k in found if k in wanted] == wanted
    steps = {s.key: s for s in card_steps(AssemblyCard(grain="end_burner", closure="threaded", igniter="while_closing"))}
    assert "must not light" in steps["greased-end"].text and "slotted end to the nozzle" in steps["grain"].text
    assert "loose nozzle" in steps["igniter-in"].text and "until the threads click" in steps["closure"].text
    assert [s.key for s in steps.values() if s.igniter] == ["igniter-in"]


def test_every_step_of_every_card_defers_to_the_sheet_and_says_what_good_looks_like() -> None:
    for kinds in product(*KINDS.values()):
        card = AssemblyCard(**dict(zip(KINDS, kinds, strict=True)))
        steps = card_steps(card)
        assert len({s.key for s in steps}) == len(steps)
        assert all("maker’s sheet" in s.hazard and s.good and s.wrong for s in steps)
        assert ("charge" in keys(card)) == (card.charge != "none") and ("seals" in keys(card)) == (card.seals != "none")
        assert any(s.igniter for s in steps) == card.igniter_is_in
        assert read_card(card.document()) == card
    assert all(kind_words(name, kind) for name, kinds in KINDS.items() for kind in kinds)


def test_the_sheet_s_own_lines_stand_instead_and_an_igniter_that_is_in_is_still_known() -> None:
    card = AssemblyCard(lines=("Grease both rings.", "Close it."), igniter="while_closing")
    assert [s.text for s in card_steps(card)][:2] == ["Grease both rings.", "Close it."] and card_steps(card)[-1].igniter
    assert read_card(card.document()) == card


@pytest.mark.parametrize(
    ("told", "field"),
    [
        ({"grain": "square"}, "grain"), ({"grain": 3}, "grain"), ({"grains": 0}, "grains"), ({"grains": True}, "grains"), ({"grains": "2"}, "grains"),
        ({"grain": "end_burner", "grains": 2}, "grains"), ({"lines": "one"}, "lines"), ({"lines": [" "]}, "lines"),
        ({"lines": ["x"] * 31}, "lines"), ({"lines": ["x" * 301]}, "lines"), ({"colour": "red"}, "colour"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_refused_at_its_field(told: dict[str, object], field: str) -> None:
    with pytest.raises(RocketryError) as refused:
        read_card(told)
    assert refused.value.name == field
