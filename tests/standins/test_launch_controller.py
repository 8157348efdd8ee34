"""The controller to rehearse with: it flies by the book, each fault is found where it hides, and what is wrong is told."""

import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.standins.launch_controller import FAULTS, MENDS, MISFIRE_WAIT_S, Move, Panel, hidden_fault, rehearse

SEEDS = {fault: next(s for s in range(500) if hidden_fault(s) == fault) for fault in FAULTS}


def play(fault: str, *acts: tuple[str, float]) -> Panel:
    return rehearse(SEEDS[fault], [Move(act=a, at_s=t) for a, t in acts])  # type: ignore[index]


BY_THE_BOOK = (("key_in", 1.0), ("look", 2.0), ("arm", 3.0), ("count", 4.0), ("fire", 9.0))


def test_by_the_book_it_flies() -> None:
    found = play("none", *BY_THE_BOOK)
    assert found.flew and found.wrongs == () and found.said == "flies"


def test_a_broken_bridge_is_dark_and_shorted_leads_glow() -> None:
    assert play("broken_bridge", ("key_in", 1.0)).lamp == "dark" and play("broken_bridge", *BY_THE_BOOK).said == "not_armed"
    assert play("shorted_leads", ("key_in", 1.0)).lamp == "glows" and play("shorted_leads", *BY_THE_BOOK).said == "misfire"
    assert play("flat_battery", ("key_in", 1.0)).lamp == "dim"


@pytest.mark.parametrize(("act", "fault"), sorted(MENDS.items()))
def test_each_fault_is_found_where_it_hides_and_then_it_flies(act: str, fault: str) -> None:
    start = [("key_in", 1.0), ("arm", 2.0), ("count", 3.0), ("fire", 8.5), ("key_out", 9.0)]
    found = play(
        fault, *start, ("walk", 9.0 + MISFIRE_WAIT_S), (act, 80.0), ("back", 90.0), *((a, t + 100.0) for a, t in BY_THE_BOOK)
    )
    assert found.found and found.flew
    assert [w for w in found.wrongs if w != "armed_without_continuity"] == []
    wrong = next(a for a in MENDS if a != act)
    assert not play(fault, *start, ("walk", 80.0), (wrong, 81.0)).found


@pytest.mark.parametrize(
    ("acts", "wrong"),
    [
        ((("key_in", 1.0), ("walk", 2.0)), "walked_with_key_in"), ((("walk", 1.0), ("key_in", 2.0)), "key_with_someone_at_pad"),
        ((("key_in", 1.0), ("arm", 2.0), ("count", 3.0), ("fire", 8.5), ("key_out", 9.0), ("walk", 30.0)), "walked_too_soon"),
        ((("key_in", 1.0), ("arm", 2.0), ("count", 3.0), ("fire", 4.0)), "fired_before_count"), ((("key_in", 1.0), ("arm", 2.0), ("fire", 4.0)), "fired_before_count"),
    ],
)  # fmt: skip
def test_what_should_not_have_been_done_is_told(acts: tuple[tuple[str, float], ...], wrong: str) -> None:
    assert wrong in play("shorted_leads", *acts).wrongs


def test_a_hold_stops_the_count_and_the_same_moves_come_to_the_same() -> None:
    held = play("none", ("key_in", 1.0), ("arm", 2.0), ("count", 3.0), ("hold", 5.0), ("fire", 8.5))
    assert "fired_before_count" in held.wrongs and held == play(
        "none", ("key_in", 1.0), ("arm", 2.0), ("count", 3.0), ("hold", 5.0), ("fire", 8.5)
    )
    assert play("none", ("key_in", 1.0), ("arm", 2.0), ("key_out", 3.0)).armed is False


def test_moves_nobody_can_make_are_refused() -> None:
    for moves in (
        [Move(act="kick", at_s=1.0)],
        [Move(act="look", at_s=5.0), Move(act="look", at_s=1.0)],
        [Move(act="look", at_s=-1.0)],
    ):
        with pytest.raises(RocketryError):
            rehearse(1, moves)
