"""Choosing a motor and a delay: limits, tests, verdicts, the rule of thumb beside them."""
