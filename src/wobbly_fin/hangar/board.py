"""The question a rocket is asked: which motor, which delay, here, today, and why not the others?"""

from dataclasses import dataclass, replace

from django.contrib.auth.models import User

from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.question import Question, question_of
from wobbly_fin.rocketry.choosing import Candidate, pick
from wobbly_fin.rocketry.choosing.pick import best_per_motor, order, with_shares
from wobbly_fin.rocketry.choosing.situation import Stocked
from wobbly_fin.stores.shelf import Shelved, shelf
from wobbly_fin.stores.stock import stock_of

LEADERS = 2  # whose cloud of landings is flown for the board; the others' when they are chosen


@dataclass(frozen=True, slots=True, kw_only=True)
class Board:
    """The answer: every candidate, best first, the shelf it came from, and what of it lies in the box."""

    question: Question
    candidates: tuple[Candidate, ...]
    key_of: dict[str, str]
    shelf: list[Shelved]
    stock: dict[str, Stocked]


def board_of(user: User, row: Rocket, *, shares: bool = False) -> Board:
    """Fly and judge every motor on the shelf that fits; with `shares` the clouds of landings of those that lead."""
    asked = question_of(user, row)
    everything = shelf(user)
    printed = asked.file.printed_motors
    found = pick(asked.base, asked.situation, [s.motor for s in everything], asked.rules, printed=printed)
    board = Board(
        question=asked,
        candidates=found,
        key_of={s.motor.key: s.key for s in everything},
        shelf=everything,
        stock=stock_of(user, everything),
    )
    return with_leaders(board) if shares else board


def with_leaders(board: Board) -> Board:
    """The same with the clouds of the leaders flown, and put in order again: one that lands outside leads no more."""
    found = list(board.candidates)
    for _ in range(2 * LEADERS):
        leading = [c for c in best_per_motor(found)[:LEADERS] if c.pending and c.settled != "no"]
        if not leading:
            break
        flown = {id(c): with_shares(c) for c in leading}
        found = sorted((flown.get(id(c), c) for c in found), key=lambda c: order(c, board.question.file.printed_motors))
    return replace(board, candidates=tuple(found))
