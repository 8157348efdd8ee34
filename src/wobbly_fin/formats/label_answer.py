"""What a motor label says, as answered: apart from the other answers, for it needs nothing of what flies."""

from typing import Any

from wobbly_fin.rocketry.motors.explain import doubt_sentence, label_sentences
from wobbly_fin.rocketry.motors.labels import MotorLabel
from wobbly_fin.rocketry.motors.plausibility import label_doubts


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
