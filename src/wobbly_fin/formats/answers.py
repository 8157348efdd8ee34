"""What comes out: the core's values as JSON documents."""

import math
from dataclasses import asdict
from typing import Any

import numpy as np

from wobbly_fin.rocketry.airframe.balance import Balance
from wobbly_fin.rocketry.choosing.explain import trial_sentence
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.flight.explain import capped_sentence
from wobbly_fin.rocketry.flight.flight import Flight
from wobbly_fin.rocketry.flight.runs import LANDED_SHUT, LEFT_THE_AIR, NEVER_LIFTED
from wobbly_fin.rocketry.flight.scatter import Cloud, Question, quantiles
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice


def flight_answer(flight: Flight) -> dict[str, Any]:
    """A flight result as the contract has it."""
    return asdict(flight)


def scatter_answer(question: Question, cloud: Cloud, ground: Field | None, ejection_speed_max_m_s: float) -> dict[str, Any]:
    """A cloud as the contract has it; quantiles are null where nothing landed."""
    landed = cloud.landed
    inside = float(np.mean(ground.inside(landed))) if ground is not None and ground.outline and len(landed) else None
    return {
        "runs": question.flown,
        "seed": question.seed,
        "landing": [{"x_m": x, "y_m": y} for x, y in landed.tolist()],
        "apogee_m": quantiles(cloud.apogees_m),
        "landing_distance_m": quantiles(cloud.distances_m),
        "landing_speed_m_s": quantiles(cloud.landing_speeds_m_s),
        "opening_after_apogee_s": quantiles(cloud.opening_s),
        "opening_load_n": quantiles(cloud.loads_n),
        "inside_field_fraction": inside,
        "too_fast_fraction": cloud.too_fast_fraction(ejection_speed_max_m_s),
        "never_lifted": cloud.ended(NEVER_LIFTED),
        "landed_shut": cloud.ended(LANDED_SHUT),
        "left_the_air": cloud.ended(LEFT_THE_AIR),
        "note": capped_sentence(question),
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
        "state": test.state,
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
        "shorten_s": candidate.shorten_s,
        "boosters": [b.name for b in candidate.boosters],
        "verdict": candidate.settled,
        "open_for": list(candidate.open_for),
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
