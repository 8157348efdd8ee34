"""May this rocket fly, as it would be loaded, here, today: the one strip that every station, the hangar, the day and the phone carry."""

from dataclasses import dataclass

from django.contrib.auth.models import User

from wobbly_fin.hangar.board import board_of, with_leaders
from wobbly_fin.hangar.judged import nearest
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.question import Question, judge_one, load_of, question_of
from wobbly_fin.rocketry.choosing.nearest import Change
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.stores.shelf import shelf
from wobbly_fin.stores.stock import stock_of


@dataclass(frozen=True, slots=True, kw_only=True)
class Readiness:
    """A rocket's verdict with what would change it; no candidate where nothing fits."""

    question: Question
    candidate: Candidate | None
    change: Change | None


def readiness_of(user: User, row: Rocket, motor: str = "", delay_s: float | None = None, *, change: bool = True) -> Readiness:
    """Judge one load, or where none is named the one the rocket is shown with everywhere: its owner's motor, else the best there is.

    Parameters
    ----------
    change : bool
        Look for the nearest change of what does not go.

    Raises
    ------
    RocketryError
        For a rocket that cannot be loaded at all yet.
    """
    if motor:
        asked = question_of(user, row)
        found: Candidate | None = judge_one(asked, load_of(user, motor), delay_s)
    else:
        board = with_leaders(board_of(user, row), most=0)
        asked, found = board.question, board.lead
    if found is None:
        return Readiness(question=asked, candidate=None, change=None)
    everything = shelf(user)
    stock = stock_of(user, everything)
    box = [s.motor for s in everything if s.motor.key in stock and stock[s.motor.key].count > 0]
    return Readiness(question=asked, candidate=found, change=nearest(found, box) if found.against and change else None)
