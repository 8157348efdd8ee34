"""What comes out: the core's values as JSON documents."""

import math
from dataclasses import asdict
from typing import Any

from wobbly_fin.rocketry.airframe import Balance
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


def stability_answer(found: Balance) -> dict[str, Any]:
    """CP part by part and whole; balance where every mass is known, with burnout where a motor is aboard."""
    placed, air = found.layout.placed, found.pressure
    known = found.empty.mass_kg > 0 and not found.empty.unknown
    aboard = known and bool(found.aboard)
    return {
        "cp_m": air.cp_m,
        "cn_alpha_per_rad": air.cn_alpha_per_rad,
        "parts": [
            {"name": placed[p.index].part.called, "part": p.index, "cp_m": p.cp_m, "cn_alpha_per_rad": p.cn_alpha_per_rad}
            for p in air.parts
        ],
        "cutout_cp_m": found.cutout_cp_m,
        "reference_diameter_m": air.reference_diameter_m,
        "flags": list(air.flags),
        "mass_kg": found.ignition.mass_kg if known else None,
        "cg_m": found.ignition.cg_m if known else None,
        "cg_burnout_m": found.burnout.cg_m if aboard else None,
        "margin_calibres": found.margin_calibres if known else None,
        "margin_burnout_calibres": found.margin_burnout_calibres if aboard else None,
        "transverse_inertia_kg_m2": found.ignition.transverse_kg_m2 if known else None,
        "axial_inertia_kg_m2": found.ignition.axial_kg_m2 if known else None,
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
