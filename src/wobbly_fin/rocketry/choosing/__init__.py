"""Choosing a motor and a delay: limits, tests, verdicts, the rule of thumb beside them."""

from wobbly_fin.rocketry.choosing.pick import Candidate, judge, pick
from wobbly_fin.rocketry.choosing.rules import RULES, Rules
from wobbly_fin.rocketry.choosing.trials import Mount, Trial

__all__ = ["RULES", "Candidate", "Mount", "Rules", "Trial", "judge", "pick"]
