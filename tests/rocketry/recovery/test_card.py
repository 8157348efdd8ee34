"""The packing card: steps by kind and school, drawings to the bay's own scale, and the learner's question."""

import itertools

import pytest

from tests.rocketry.recovery.test_whole import TWO, airframe, asked, changed
from wobbly_fin.rocketry.airframe.parts import CanopyPack, Cord
from wobbly_fin.rocketry.canopies.packing import PROTECTIONS
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.sequence import Sequence as Order
from wobbly_fin.rocketry.recovery.card import CardStep, packing_cards
from wobbly_fin.rocketry.recovery.folds import FOLDS
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan
from wobbly_fin.rocketry.recovery.quiz import quiz
from wobbly_fin.rocketry.templates.picture import Picture


def keys(steps: tuple[CardStep, ...]) -> list[str]:
    return [s.key for s in steps]


def corners(picture: Picture) -> set[tuple[float, float]]:
    return {q for p in picture.paths for q in p.points} | {q for f in picture.filled for q in f.points}


@pytest.mark.parametrize(("fold", "protection"), list(itertools.product(FOLDS, PROTECTIONS)))
def test_every_school_has_a_card_that_goes_from_the_table_to_the_nose(fold: str, protection: str) -> None:
    (card,) = packing_cards(asked(airframe("Copper Kettle"), RecoveryPlan(protection=protection)), fold=fold)
    steps = card.steps
    assert steps[0].key == "look" and steps[-1].key == "nose" and len(set(keys(steps))) == len(steps)
    order = [k for k in keys(steps) if k in ("blow", f"protection-{protection}", "canopy") or k.startswith("cord-")]
    assert order == ["blow", f"protection-{protection}", "cord-" + order[2][5:], "canopy"]
    assert ("cloth" in keys(steps)) == (protection == "cloth")
    for step in steps:
        assert step.text and step.check and step.picture.says and corners(step.picture)
        assert all(-5 <= x <= 125 and -5 <= y <= 80 for x, y in corners(step.picture)), step.key


def test_schools_of_folding_differ_where_they_should() -> None:
    found = asked(airframe("Copper Kettle"))
    cards = {fold: keys(packing_cards(found, fold=fold)[0].steps) for fold in FOLDS}
    assert len({tuple(k) for k in cards.values()}) == len(FOLDS)
    assert (
        "lines" in cards["accordion"]
        and "roll" in cards["rolled"]
        and "wrap" in cards["wrapped"]
        and "half" not in cards["bundle"]
    )


def test_streamers_blades_and_tumblers_have_cards_of_their_own() -> None:
    streamer = keys(packing_cards(asked(airframe("Thimble")), fold="rolled")[0].steps)
    assert "half" not in streamer and "roll" in streamer and "hang" not in streamer
    said = " ".join(s.title + s.text for s in packing_cards(asked(airframe("Thimble")), fold="rolled")[0].steps)
    assert "The streamer on top" in said and "canopy" not in said
    blades = asked(changed(airframe("Inchworm"), CanopyPack, kind="helicopter", diameter_m=0.35, material=None, mass_kg=0.006))
    assert keys(packing_cards(blades, fold="rolled")[0].steps) == ["blades"]
    falling = asked(airframe("Inchworm"), RecoveryPlan(sequence=Order(first="tumble_only")))
    assert keys(packing_cards(falling, fold="rolled")[0].steps) == ["tumble"]


def test_depths_and_drawings_move_with_the_bay() -> None:
    def step(length_m: float, key: str) -> CardStep:
        (card,) = packing_cards(asked(changed(airframe("Copper Kettle"), Cord, length_m=length_m)), fold="accordion")
        return next(s for s in card.steps if s.key.startswith(key))

    short, long = step(1.8, "canopy"), step(4.0, "canopy")
    assert short.text != long.text and corners(short.picture) != corners(long.picture)


def test_the_wadding_s_count_is_on_the_card() -> None:
    (card,) = packing_cards(asked(airframe("Night Ferry")), fold="accordion")
    assert "7 sheets" in next(s.text for s in card.steps if s.key == "protection-tissue")


def test_two_bays_have_two_cards_and_pins_in_place_of_a_light_pull() -> None:
    plan = RecoveryPlan(sequence=TWO, protection="cloth")
    main, drogue = packing_cards(asked(airframe("Old Bellwether"), plan), fold="wrapped")
    assert "main" in main.title and "drogue" in drogue.title
    assert main.steps[-1].key == "pins" and "3 pins" in main.steps[-1].title and "armed on the pad" in main.steps[-1].caution
    assert drogue.steps[-1].key == "pins" and "2 pins" in drogue.steps[-1].title and "blow" not in keys(main.steps)


def test_a_release_is_put_round_a_canopy_let_out_low() -> None:
    (card,) = packing_cards(
        asked(airframe("Post Rider"), RecoveryPlan(sequence=Order(first="tumble", main_height_m=60.0))), fold="wrapped"
    )
    assert "60 m" in next(s.text for s in card.steps if s.key == "release")


def test_a_wide_tube_is_not_blown_through() -> None:
    wide, narrow = (packing_cards(asked(airframe(n)), fold="rolled")[0].steps for n in ("Old Bellwether", "Copper Kettle"))
    assert "blow" not in keys(wide) and "blow" in keys(narrow)


def test_an_unknown_school_is_refused() -> None:
    with pytest.raises(RocketryError, match="school of folding"):
        packing_cards(asked(airframe("Inchworm")), fold="origami")


def test_the_question_has_one_wrong_drawing_that_no_other_gives_away() -> None:
    seen = set()
    for seed in range(120):
        asked_once, again = quiz(seed), quiz(seed)
        assert asked_once == again and len(asked_once.pictures) == 4 and 0 <= asked_once.wrong < 4
        others = [p for i, p in enumerate(asked_once.pictures) if i != asked_once.wrong]
        assert asked_once.pictures[asked_once.wrong] not in others and len({p.says for p in asked_once.pictures}) == 4
        seen.add((asked_once.key, asked_once.wrong))
    assert len({k for k, _ in seen}) == 6 and {w for _, w in seen} == {0, 1, 2, 3}
