"""The trainer: every question has one right answer, worked out anew here, and the score flatters nobody."""

import re

import pytest

from wobbly_fin.rocketry.motors.classes import class_of_impulse
from wobbly_fin.rocketry.motors.labels import decode
from wobbly_fin.rocketry.training.trainer import QUESTIONS, mark, tasks

SEEDS = range(40)


@pytest.mark.parametrize("seed", SEEDS)
def test_questions_are_the_same_for_a_seed_and_each_has_one_right_answer(seed: int) -> None:
    found = tasks(seed)
    assert found[:6] == tasks(seed)[:6] and len(found) == QUESTIONS
    assert [t.topic for t in found] == ["label"] * 5 + ["delay", "packing"]
    for task in found:
        assert 3 <= len(set(task.options)) == len(task.options) <= 4 and 0 <= task.right < len(task.options) and task.why


@pytest.mark.parametrize("seed", SEEDS)
def test_the_answers_hold_when_worked_out_another_way(seed: int) -> None:
    impulse, thrust, delay, strongest, _, which, _ = tasks(seed)
    label = decode(re.search(r"letter of (\S+) allow", impulse.ask)[1])  # type: ignore[index]
    low, high = (float(x) for x in re.findall(r"[\d.]+", impulse.options[impulse.right]))
    assert class_of_impulse((low + high) / 2).name == label.impulse_class.name
    label = decode(re.search(r"does (\S+) push", thrust.ask)[1])  # type: ignore[index]
    assert thrust.options[thrust.right] == f"{label.average_thrust_n:g} N"
    label = decode(re.search(r"does (\S+) fire", delay.ask)[1])  # type: ignore[index]
    assert delay.options[delay.right] == f"{label.delay_s:g} s after burnout"
    tops = [decode(o).impulse_class.max_n_s for o in strongest.options]
    assert tops[strongest.right] == max(tops)
    best = float(re.search(r"coasts ([\d.]+) s", which.ask)[1])  # type: ignore[index]
    misses = [abs(float(o.split()[0]) - best) for o in which.options]
    assert misses[which.right] == min(misses)


def test_the_right_place_is_no_favourite() -> None:
    places = [t.right for seed in range(120) for t in tasks(seed)[:5]]
    assert all(0.15 < places.count(n) / len(places) < 0.35 for n in range(4))


def test_scores_are_honest() -> None:
    right = [t.right for t in tasks(5)]
    assert mark(5, right).right == QUESTIONS and "All of them" in mark(5, right).sentence
    wrong = [(r + 1) % 3 for r in right]
    assert (
        mark(5, wrong).right == sum(a == b for a, b in zip(right, wrong, strict=True)) and "guessing" in mark(5, wrong).sentence
    )
    assert mark(5, []).right == 0 and mark(5, right[:3]).right == 3 and mark(5, [99] * 9).right == 0
