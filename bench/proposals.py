"""Proposals by goal, 13 to 98 mm: how long until the first design and until the best, and what that is in judgements of one rocket."""

import statistics
import time

from tests.cli.test_propose import GOALS

from wobbly_fin.formats.propose_file import ProposeDocument
from wobbly_fin.rocketry.choosing.pick import judge
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.proposing.search import different, seek
from wobbly_fin.rocketry.proposing.sizing import Design, Nearest


def main() -> None:
    """Print the table."""
    first_s, best_s, unanswered, whole_s = [], [], 0, 0.0
    ProposeDocument.model_validate(GOALS[0]).answer()
    for goal in GOALS:
        asked = ProposeDocument.model_validate(goal)
        situation, start = asked.to_situation(), time.perf_counter()
        found: list[Design] = []
        for design in seek(asked.want.to_wish(), catalogue(), situation, asked.configured, Rules(), Nearest()):
            if design is None:
                continue
            if not found:
                first_s.append(time.perf_counter() - start)
            found.append(design)
            if any(d.candidate.settled == "good" for d in different(found, 1)):
                break
        unanswered += not found
        best_s.append(time.perf_counter() - start)
        if found and not whole_s:
            configuration, again = found[0].candidate.configuration, time.perf_counter()
            judge(configuration, situation, Rules())
            whole_s = time.perf_counter() - again
    print(
        f"proposals for {len(GOALS)} goals ({unanswered} unanswered): first design {statistics.median(first_s):.2f} s "
        f"(slowest {max(first_s):.1f}), best {statistics.median(best_s):.2f} s (slowest {max(best_s):.1f}); "
        f"that is {statistics.median(first_s) / whole_s:.0f} and {statistics.median(best_s) / whole_s:.0f} judgements of one rocket"
    )


if __name__ == "__main__":
    main()
