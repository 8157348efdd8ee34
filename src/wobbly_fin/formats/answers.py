"""What comes out: the core's values as JSON documents."""

import math
from dataclasses import asdict
from typing import Any

from wobbly_fin.rocketry.choosing.explain import trial_sentence
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.choosing.trials import Trial
from wobbly_fin.rocketry.flight import Flight
from wobbly_fin.rocketry.motors.explain import doubt_sentence, label_sentences
from wobbly_fin.rocketry.motors.labels import MotorLabel
from wobbly_fin.rocketry.motors.plausibility import label_doubts
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice


def flight_answer(flight: Flight) -> dict[str, Any]:
    """A flight result as the contract has it."""
    return asdict(flight)


def label_answer(label: MotorLabel) -> dict[str, Any]:
    """A decoded label, with what it says in words and what in it does not add up."""
    return {
        "label": label.text,
        "impulse_class": label.impulse_class.name,
        "impulse_min_n_s": label.impulse_class.min_n_s,
        "impulse_max_n_s": label.impulse_class.max_n_s,
        "average_thrust_n": label.average_thrust_n,
        "delay_s": label.delay_s,
        "kind": label.kind,
        "total_impulse_n_s": label.total_impulse_n_s,
        "slim_case": label.slim_case,
        "adjustable_delay": label.adjustable_delay,
        "says": list(label_sentences(label)),
        "doubts": [doubt_sentence(d) for d in label_doubts(label)],
    }


def trial_answer(test: Trial, units: UnitChoice = METRIC) -> dict[str, Any]:
    """One test with its sentence."""
    return {
        "name": test.name,
        "passed": test.passed,
        "value": test.value,
        "limit": test.limit,
        "unit": test.unit,
        "margin": test.margin,
        "reason": trial_sentence(test, units),
    }


def candidate_answer(candidate: Candidate) -> dict[str, Any]:
    """One candidate with its tests and its whole flight."""
    return {
        "motor": candidate.label,
        "maker": candidate.motor.maker,
        "delay_s": candidate.delay_s,
        "verdict": candidate.verdict,
        "margin": candidate.margin,
        "tests": [trial_answer(t) for t in candidate.tests],
        **flight_answer(candidate.flight),
    }


def assert_finite(answer: Any, place: str = "answer") -> None:
    """Raise ValueError where a number in an answer is not finite: a bug of ours, never passed on."""
    if isinstance(answer, float) and not math.isfinite(answer):
        raise ValueError(f"{place} is not finite")
    if isinstance(answer, dict):
        for key, value in answer.items():
            assert_finite(value, f"{place}.{key}")
    elif isinstance(answer, list | tuple):
        for value in answer:
            assert_finite(value, place)
