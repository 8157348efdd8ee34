"""Holds: what is done past them, what opens them again, what nobody overrides, and what a countdown wants besides."""

from dataclasses import replace

import pytest

from tests.rocketry.launchday.test_checklists import HIGH, PLAIN
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.checklists.compose import checklist
from wobbly_fin.rocketry.launchday.checklists.item import HANGS, Item
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout
from wobbly_fin.rocketry.launchday.holds import (
    WIND_HOLDS_S,
    Override,
    Word,
    countdown_bars,
    facts_on,
    hangs_words,
    open_before,
    phase_of,
    read_on,
    stands_of,
)

BASIS = {h: f"{h}-1" for h in HANGS}
ME = Override(by="Odile", why="seen by two")


def ticks(loadout: Loadout, basis: dict[str, str] = BASIS) -> dict[str, Word]:
    return {i.key: Word(text=i.text, on=facts_on(i, basis)) for i in checklist(loadout)}


def before_launch(items: tuple[Item, ...]) -> set[str]:
    return {i.key for i in items[: [i.act for i in items].index("launch")] if i.hold}


@pytest.mark.parametrize("loadout", [PLAIN, HIGH])
def test_every_open_hold_bars_every_act_after_it_and_nothing_else(loadout: Loadout) -> None:
    items = checklist(loadout)
    nothing = stands_of(items, {}, BASIS)
    for n, item in enumerate(items):
        barred = {s.item.key for s in open_before(nothing, item.key)}
        assert barred == ({i.key for i in items[:n] if i.hold} if item.act else set())
    # Ticking one hold takes just that one off.
    for key in before_launch(items):
        stands = stands_of(items, {key: ticks(loadout)[key]}, BASIS)
        assert {s.item.key for s in open_before(stands, "five")} == before_launch(items) - {key}
    with pytest.raises(RocketryError, match="no line of this list"):
        open_before(nothing, "nonsense")


@pytest.mark.parametrize("hang", HANGS)
def test_whatever_changes_opens_what_hangs_on_it_and_says_why(hang: str) -> None:
    items = checklist(HIGH)
    stands = stands_of(items, ticks(HIGH), BASIS | {hang: "other"})
    reopened = {s.item.key for s in stands if s.reopened}
    assert reopened == {i.key for i in items if hang in i.on} != set()
    assert all(not s.ticked and "changed since" in s.reopened for s in stands if s.item.key in reopened)
    assert all(s.ticked for s in stands if s.item.key not in reopened)


def test_a_hold_says_what_opens_it_again() -> None:
    said = {i.key: hangs_words(i) for i in checklist(PLAIN)}
    assert said["hold-wind"] == "It opens again if this changes: the weather or the field or its rules." and said["fins"] == ""


def test_another_motor_opens_what_held_the_last_one() -> None:
    was = ticks(PLAIN)
    now = checklist(replace(PLAIN, motors=(replace(PLAIN.motors[0], label="B9-6"),), delay="B9-6"))
    stands = {s.item.key: s for s in stands_of(now, was, BASIS | {"motor": "other"})}
    assert all(stands[k].reopened for k in ("hold-delay", "motor", "retention", "weigh", "igniter", "clips", "wadding"))
    assert stands["canopy"].ticked and stands["fins"].ticked
    # Ticks of an earlier version carry nothing: their words alone decide.
    old = {k: Word(text=w.text, on={}) for k, w in was.items()}
    stands = {s.item.key: s for s in stands_of(now, old, BASIS)}
    assert stands["motor"].reopened and stands["retention"].ticked


def test_an_override_closes_what_may_be_overridden_until_something_changes() -> None:
    items = checklist(HIGH)
    for item in (i for i in items if i.hold and i.stage != "after"):
        word = {item.key: Word(text=item.text, on=facts_on(item, BASIS), override=ME)}
        stand = next(s for s in stands_of(items, word, BASIS) if s.item.key == item.key)
        assert stand.closed != item.never and not stand.ticked
        changed = next(s for s in stands_of(items, word, BASIS | {item.on[0]: "other"}) if s.item.key == item.key)
        assert not changed.closed and changed.reopened


def test_what_is_not_known_cannot_be_ticked_away_only_answered_or_taken_on() -> None:
    loadout = replace(PLAIN, unknowns=(("outline", "The field has no outline."),))
    items = checklist(loadout)
    assert not next(s for s in stands_of(items, ticks(loadout), BASIS) if s.item.key == "unknown-outline").closed
    taken = ticks(loadout) | {"unknown-outline": Word(text=next(i.text for i in items if i.asks), on={}, override=ME)}
    assert countdown_bars(stands_of(items, taken, BASIS), "open", 10.0) == ()
    # Answered, the line is gone; ticked without an answer it still stands in the way.
    assert countdown_bars(stands_of(checklist(PLAIN), ticks(PLAIN), BASIS), "go", 10.0) == ()
    assert [b.key for b in countdown_bars(stands_of(items, ticks(loadout), BASIS), "open", 10.0)] == ["unknown-outline"]


@pytest.mark.parametrize(
    "by_whom", [{"by": "", "why": "x"}, {"by": "x", "why": " "}, {"by": "x" * 61, "why": "x"}, {"by": "x", "why": "y" * 301}]
)
def test_an_override_wants_a_name_and_a_reason(by_whom: dict[str, str]) -> None:
    with pytest.raises(RocketryError):
        Override(**by_whom)


def test_a_countdown_wants_verdict_wind_and_holds() -> None:
    done = stands_of(checklist(PLAIN), ticks(PLAIN), BASIS)
    assert countdown_bars(done, "go", WIND_HOLDS_S) == ()
    for verdict in ("no_go", None, "open", "go_with"):
        bars = countdown_bars(done, verdict, 0.0)  # type: ignore[arg-type]
        assert len(bars) == 1 and bars[0].never
    leaning = replace(PLAIN, change="Lean the rod 5° into the wind.")
    assert next(b.key for b in countdown_bars(stands_of(checklist(leaning), {}, BASIS), "go_with", 0.0)) == "hold-wind"
    assert countdown_bars(stands_of(checklist(leaning), ticks(leaning), BASIS), "go_with", 0.0) == ()
    for age in (None, WIND_HOLDS_S + 1, -3600.0):
        assert [b.code for b in countdown_bars(done, "go", age)] == ["wind"]
    nothing = countdown_bars(stands_of(checklist(HIGH), {}, BASIS), "no_go", None)
    assert {b.key for b in nothing if b.code == "hold"} == before_launch(checklist(HIGH))
    assert {b.key for b in nothing if b.never and b.key} == {"distance", "key-out", "clear-line", "arm", "back"}


def test_where_a_flight_stands_follows_its_ticks() -> None:
    items = checklist(HIGH)
    every = ticks(HIGH)
    seen = []
    words: dict[str, Word] = {}
    for item in items:
        words[item.key] = every[item.key]
        seen.append(phase_of(stands_of(items, words, BASIS)))
    assert list(dict.fromkeys(seen)) == ["prep", "ready", "at_pad", "armed"]
    assert seen[[i.key for i in items].index("arm")] == "armed" and seen[[i.key for i in items].index("key-out")] == "at_pad"
    assert phase_of(stands_of(items, {}, BASIS), flown=True) == "flown"


def test_what_a_tick_carries_is_read_back_and_nothing_else() -> None:
    assert read_on({"on": {"motor": "a", "moon": "b", "site": 3}}) == {"motor": "a"}
    assert read_on({"on": "motor"}) == read_on(None) == {}
