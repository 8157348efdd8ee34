"""Schedules against exhaustive search, and what no schedule may break."""

import itertools
import random

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from wobbly_fin.rocketry.building.schedule import Schedule, latest_start, merged, schedule
from wobbly_fin.rocketry.building.task import Held, Problem, Task, Wait, Window, find_loop, tasks_in_order
from wobbly_fin.rocketry.errors import RocketryError

MINUTE, HOUR, DAY = 60, 3600, 86400
START = 1_800_000_000 // DAY * DAY


def evenings(days: int, opens: int = 18, closes: int = 21) -> tuple[Window, ...]:
    return tuple(Window(from_s=START + d * DAY + opens * HOUR, to_s=START + d * DAY + closes * HOUR) for d in range(days))


def task(name: str, hands: int, cure: int = 0, after: tuple[str, ...] = (), part: str = "") -> Task:
    return Task(id=name, hands_on_s=hands * MINUTE, cure_s=cure * MINUTE, after=tuple(Wait(id=a) for a in after), part=part)


def problem(*tasks: Task, windows: tuple[Window, ...] | None = None, **more: object) -> Problem:
    return Problem(start_s=START, windows=evenings(20) if windows is None else windows, tasks=tasks, **more)  # type: ignore[arg-type]


def exhaustive(asked: Problem) -> int | None:
    """The earliest finish over every order of hands, each task as early as that order lets it.

    With hands on every task, an order of hands fixes the order on each part, and beginning earlier never hurts what follows.
    """
    windows, best = merged(asked.windows, asked.start_s), None
    for order in itertools.permutations(asked.tasks):
        hands, held, cured, whole = asked.start_s, {h.part: h.until_s for h in asked.held}, dict[str, int](), 0
        for t in order:
            if any(w.id not in cured for w in t.after):
                break
            opens = max([hands, held.get(t.part, 0) if t.part else 0, *(cured[w.id] + w.lag_s for w in t.after)])
            start = next((max(w.from_s, opens) for w in windows if max(w.from_s, opens) + t.hands_on_s <= w.to_s), None)
            if start is None:
                break
            hands = start + t.hands_on_s
            cured[t.id] = hands + t.cure_s
            if t.part:
                held[t.part] = cured[t.id]
            whole = max(whole, hands + max(t.cure_s, t.settles_s))
        else:
            best = whole if best is None else min(best, whole)
    return best


def random_problem(seed: int) -> Problem:
    r = random.Random(seed)
    tasks = []
    for i in range(r.randint(3, 6)):
        after = tuple(f"t{j}" for j in range(i) if r.random() < 0.25)
        part = r.choice(["mount", "body", "fins", ""])
        tasks.append(task(f"t{i}", r.choice([10, 25, 40, 70]), r.choice([0, 0, 30, 240, 600]), after, part))
    windows = tuple(
        Window(from_s=START + d * DAY + o * MINUTE, to_s=START + d * DAY + (o + r.choice([45, 75, 120, 180])) * MINUTE)
        for d in range(5)
        for o in (r.choice([500, 1080, 1150]),)
    )
    return problem(*tasks, windows=windows)


@pytest.mark.parametrize("seed", range(20))
def test_a_small_plan_is_as_early_as_exhaustive_search_finds(seed: int) -> None:
    asked = random_problem(seed)
    found = schedule(asked)
    assert found.proven
    assert found.finish_s == exhaustive(asked)


@pytest.mark.parametrize("seed", range(4))
def test_asked_again_the_plan_is_the_same(seed: int) -> None:
    """Many plans are ready at the same moment; which step comes next must not change from one look at the bench to another."""
    r = random.Random(seed)
    tasks = [
        task(
            f"t{i}",
            r.choice([10, 25, 40, 70]),
            r.choice([0, 30, 240, 600]),
            tuple(f"t{j}" for j in range(max(0, i - 8), i) if r.random() < 0.15),
            r.choice(["mount", "body", "fins", ""]),
        )
        for i in range(25)
    ]
    found = set()
    for _ in range(4):
        schedule.cache_clear()
        found.add(
            schedule(problem(*tasks, windows=evenings(30)), 20.0).slots
        )  # time enough for a proof, however slow the machine
    assert len(found) == 1


def check(asked: Problem, found: Schedule) -> None:
    """Hands never in two places, order kept, cures kept, parts held, everything inside a window."""
    of, windows = found.of, merged(asked.windows, asked.start_s)
    assert set(of) == {t.id for t in asked.tasks}
    for t in asked.tasks:
        slot = of[t.id]
        assert slot.hands_off_s - slot.start_s == t.hands_on_s
        assert slot.cured_s - slot.hands_off_s == t.cure_s
        assert any(w.from_s <= slot.start_s and slot.hands_off_s <= w.to_s for w in windows)
        for wait in t.after:
            before = of[wait.id]
            assert slot.start_s >= (before.hands_off_s if wait.touch else before.cured_s) + wait.lag_s
            if wait.within_s is not None:
                assert slot.start_s <= before.hands_off_s + wait.within_s
    for a, b in itertools.combinations(asked.tasks, 2):
        first, second = sorted((of[a.id], of[b.id]), key=lambda s: (s.start_s, s.hands_off_s))
        assert first.hands_off_s <= second.start_s
        if a.part and a.part == b.part and not any(w.within_s is not None for w in (*a.after, *b.after)):
            assert first.cured_s <= second.start_s
    for held in asked.held:
        assert all(of[t.id].start_s >= held.until_s for t in asked.tasks if t.part == held.part)
    for name, moment in asked.earliest:
        assert of[name].start_s >= moment


@st.composite
def problems(draw: st.DrawFn) -> Problem:
    count = draw(st.integers(1, 9))
    tasks = []
    for i in range(count):
        after = draw(st.sets(st.integers(0, i - 1), max_size=2)) if i else set()
        tasks.append(
            task(
                f"t{i}",
                draw(st.integers(1, 90)),
                draw(st.sampled_from([0, 7, 45, 240, 480])),
                tuple(f"t{j}" for j in sorted(after)),
                draw(st.sampled_from(["mount", "body", ""])),
            )
        )
    held = (Held(part="body", until_s=START + draw(st.integers(0, 3000)) * MINUTE),)
    earliest = (("t0", START + draw(st.integers(0, 3000)) * MINUTE),)
    return problem(*tasks, windows=evenings(40), held=held, earliest=earliest)


@settings(max_examples=25, deadline=None)
@given(problems())
def test_no_plan_breaks_hands_order_cure_or_part(asked: Problem) -> None:
    found = schedule(asked, 0.6)
    assert found.finish_s is not None
    check(asked, found)
    assert found.bound_s is not None and found.bound_s <= found.finish_s


def test_what_must_follow_before_a_glue_sets_follows_in_time() -> None:
    pull = Task(
        id="pull", hands_on_s=5 * MINUTE, cure_s=0, part="body", after=(Wait(id="fillet", touch=True, within_s=20 * MINUTE),)
    )
    asked = problem(task("fillet", 40, 480, part="body"), pull, task("other", 100), windows=evenings(4, 18, 20))
    found = schedule(asked)
    check(asked, found)
    assert found.of["pull"].start_s < found.of["fillet"].cured_s  # it touches what cures


def test_a_lag_waits_for_full_strength_and_the_finish_for_what_settles() -> None:
    glue = Task(id="glue", hands_on_s=600, cure_s=45 * MINUTE, settles_s=DAY)
    pull = Task(id="pull", hands_on_s=600, cure_s=0, after=(Wait(id="glue", lag_s=DAY - 45 * MINUTE),))
    found = schedule(problem(glue, pull))
    assert found.of["pull"].start_s == START + DAY + 18 * HOUR + 600
    alone = schedule(problem(glue))
    assert alone.finish_s == START + 18 * HOUR + 600 + DAY


def test_no_plan_is_an_answer() -> None:
    assert schedule(problem(task("long", 240), windows=evenings(3))).finish_s is None
    assert schedule(problem(task("a", 10), windows=())).finish_s is None
    many = [task(f"t{i}", 100) for i in range(6)]
    found = schedule(problem(*many, windows=evenings(4)))
    assert found.finish_s is None and found.proven


def test_nothing_to_do_is_ready_now() -> None:
    assert schedule(problem()).finish_s == START


def test_the_latest_start_still_meets_the_deadline_and_no_later_one_does() -> None:
    asked = problem(task("ring", 20, 240, part="mount"), task("join", 15, 480, ("ring",), "body"), windows=evenings(8))
    deadline = START + 7 * DAY
    latest = latest_start(asked, deadline)
    # The join must be off by 16:00 on the last day, so it is the evening before; the ring's four hours want the one before that.
    assert latest == START + 4 * DAY + 20 * HOUR + 40 * MINUTE
    late = problem(*asked.tasks, windows=tuple(w for w in asked.windows if w.from_s > latest))
    assert schedule(late).finish_s is None or schedule(late).finish_s > deadline  # type: ignore[operator]
    assert latest_start(asked, START + 19 * HOUR) is None


def test_windows_that_touch_are_one() -> None:
    one = (Window(from_s=START, to_s=START + HOUR), Window(from_s=START + HOUR, to_s=START + 2 * HOUR))
    assert schedule(problem(task("long", 110), windows=one)).finish_s == START + 110 * MINUTE


@pytest.mark.parametrize(
    ("tasks", "name"),
    [
        ((task("a", 10, 0, ("b",)), task("b", 10, 0, ("c",)), task("c", 10, 0, ("a",))), "steps.0.after"),
        ((task("a", 10, 0, ("a",)),), "steps.0.after"),
        ((task("a", 10, 0, ("ghost",)),), "steps.0.after"),
        ((task("a", 10), task("a", 10)), "steps"),
        ((task("a", -1),), "steps.0.hands_on_min"),
        ((task("a", 1, -1),), "steps.0.cure_min"),
    ],
)
def test_what_cannot_be_a_plan_is_refused_by_name(tasks: tuple[Task, ...], name: str) -> None:
    with pytest.raises(RocketryError) as caught:
        problem(*tasks)
    assert caught.value.name == name


def test_a_loop_is_told_step_by_step() -> None:
    assert find_loop({"a": ("b",), "b": ("c",), "c": ("b",)}) == ("b", "c")
    assert find_loop({"a": ("b",), "b": ()}) == ()


def test_tasks_come_in_an_order_that_can_be_worked() -> None:
    assert [t.id for t in tasks_in_order([task("b", 1, 0, ("a",)), task("a", 1)])] == ["a", "b"]
