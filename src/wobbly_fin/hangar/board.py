"""The question a rocket is asked: which motor, which delay, here, today, and why not the others?"""

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from django.contrib.auth.models import User

from wobbly_fin.hangar.judged import judged, picked
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.question import Question, load_key, question_of
from wobbly_fin.rocketry.choosing.pick import Candidate, best_per_motor, order
from wobbly_fin.rocketry.choosing.situation import Stocked
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.stores.shelf import Shelved, shelf_for
from wobbly_fin.stores.stock import stock_of

LEADERS = 1  # at the top whose cloud of landings is flown for the board, besides the one shown; the others' when they are chosen
ROUNDS = 4  # of settling: what leads may land outside, and then the next does


@dataclass(frozen=True, slots=True, kw_only=True)
class Board:
    """The answer: every candidate, best first, the shelf it came from, and what of it lies in the box."""

    row: Rocket
    question: Question
    candidates: tuple[Candidate, ...]
    key_of: dict[str, str]
    shelf: list[Shelved]
    stock: dict[str, Stocked]

    def order(self, candidate: Candidate) -> tuple[object, ...]:
        """What passes, first from the box, then of one's own, then invented; what does not, in the same order."""
        far = 0 if self.in_box(candidate) else 2 if self.practice(candidate) else 1
        return candidate.settled == "no", far, *order(candidate, self.question.file.printed_motors)

    def in_box(self, candidate: Candidate) -> bool:
        """Whether all it burns lies in the box, with the delay it is to have."""
        return in_box(self.stock, candidate.configuration)

    def own(self, candidate: Candidate) -> bool:
        """Whether all it burns is the person's own."""
        return all(self.key_of[x.motor.key].startswith("own:") for x in candidate.configuration.loads)

    def practice(self, candidate: Candidate) -> bool:
        """Whether any motor of it is invented."""
        return any(self.key_of[x.motor.key].startswith("catalogue:") for x in candidate.configuration.loads)

    @property
    def lead(self) -> Candidate | None:
        """What the rocket is shown with on every page; None where nothing fits."""
        return leading_of(self.question, self.candidates)


def burns(configuration: Configuration) -> Counter[tuple[str, float | None]]:
    """How many it takes out of the box of each motor with the delay it is bought with. [s]"""
    wanted: Counter[tuple[str, float | None]] = Counter()
    for mount, x in (pair for stage in range(configuration.stages) for pair in configuration.in_stage(stage)):
        bought = None if x.delay_s is None else x.delay_s + x.motor.shortened_by_s(x.delay_s)
        wanted[x.motor.key, bought] += mount.count
    return wanted


def in_box(stock: Mapping[str, Stocked], configuration: Configuration) -> bool:
    """Whether all it burns lies in the box, with the delays it is to have."""
    return all(k in stock and stock[k].with_delay(d) >= n for (k, d), n in burns(configuration).items())


def board_of(user: User, row: Rocket, *, shares: bool = False, only: Sequence[Shelved] = ()) -> Board:
    """Fly and judge every motor on the shelf that fits, or `only` those; with `shares` the clouds of landings of those that lead."""
    asked = question_of(user, row)
    everything = list(only) or shelf_for(user, asked.base.mounts)
    printed = asked.file.printed_motors
    found = picked(asked.base, asked.situation, [s.motor for s in everything], asked.rules, printed)
    board = Board(
        row=row,
        question=asked,
        candidates=found,
        key_of={s.motor.key: s.key for s in everything},
        shelf=everything,
        stock=stock_of(user, everything),
    )
    board = replace(board, candidates=tuple(sorted(found, key=board.order)))
    return with_leaders(board) if shares else board


def with_leaders(board: Board, most: int = LEADERS) -> Board:
    """The same with those that lead judged alone, clouds of landings and all, and put in order again: one that lands outside leads no more.

    Parameters
    ----------
    most : int
        Motors from the top to settle so, besides the one the rocket is shown with.
    """
    found = list(board.candidates)
    for _ in range(ROUNDS):
        lead = leading_of(board.question, found)
        top = [c for c in best_per_motor(found)[:most] if c.settled != "no"]
        waiting = [c for c in (*([lead] if lead else []), *top) if not c.alone]
        if not waiting:
            break
        settled = {id(c): judged(c.configuration, c.case.situation, c.case.rules) for c in waiting}
        found = sorted((settled.get(id(c), c) for c in found), key=board.order)
    return replace(board, candidates=tuple(found))


def shown_load(user: User, row: Rocket) -> str:
    """The key of the motors a rocket is shown with; empty where nothing fits, or nothing can be loaded yet."""
    try:
        board = with_leaders(board_of(user, row), most=0)
    except RocketryError:
        return ""
    return load_key(board.lead, board.key_of) if board.lead is not None else ""


def leading_of(asked: Question, tried: Sequence[Candidate]) -> Candidate | None:
    """The candidate a rocket is shown with: the motor its owner named with its best delay, else the best of all; None where none fits."""
    wanted = [asked.file.motors.get(str(stage.id)) for stage in asked.file.stages]
    named = [c for c in tried if all(w in (None, m.name) for w, m in zip(wanted, (c.motor, *c.boosters), strict=False))]
    there = named or list(tried)
    if not there:
        return None
    # Of what does not go either way, one whose charge shows what is wrong with its way.
    lifted = [c for c in there if c.flight.lifted]
    flying = [c for c in lifted if c.motor.kind == "single" or c.settled != "no"] or lifted or there
    best = flying[0]
    if best.configuration.sequence.at_apogee and best.motor.delays_to_try_s:
        # Behind an altimeter the charge is the reserve: the first that fires after the top.
        top = best.flight.optimum_delay_s or 0.0
        alike = [c for c in flying if c.key == best.key and c.delay_s is not None]
        later = [c for c in alike if (c.delay_s or 0.0) >= top]
        best = min(later, key=lambda c: c.delay_s or 0.0) if later else max(alike, key=lambda c: c.delay_s or 0.0, default=best)
    return best
