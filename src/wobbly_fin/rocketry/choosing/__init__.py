"""Choosing a motor and a delay: limits, tests, verdicts, the rule of thumb beside them."""

from wobbly_fin.rocketry.choosing.pick import Candidate, judge, pick
from wobbly_fin.rocketry.choosing.rules import RULES, Rules
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.configuration import Configuration, Mount

__all__ = ["RULES", "Candidate", "Configuration", "Mount", "Rules", "Trial", "judge", "pick"]
