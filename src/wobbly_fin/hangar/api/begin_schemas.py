"""Beginning a rocket: what is typed, and the messages that come back while whole rockets are found."""

import uuid
from typing import Any, Literal

from ninja import Schema

from wobbly_fin.hangar.api.schemas import DrawnOut


class BeginRocketIn(Schema):
    """What somebody has (`kit`, `tube`, `motor`, `goal`, `picture`), and texts by box: kit, printed_motors, diameter, length, mount, motor,
    fins, nose, low, high, within, payload_mass, payload_size, payload_stands, cost, hours.
    """

    way: Literal["kit", "tube", "motor", "goal", "picture"]
    typed: dict[str, str]


class BegunLineOut(Schema):
    """A line of a kit's list: the part it became, or what is asked about it; neither: nothing of the drawing."""

    text: str
    part: uuid.UUID | None
    asks: str


class BegunOut(Schema):
    """A whole rocket: its file, how it is drawn, what its board says, how sure it is and what to measure first."""

    document: dict[str, Any]
    drawn: list[DrawnOut]
    length_m: float
    diameter_m: float
    headline: str
    verdict: str
    said: dict[str, str]
    figures: dict[str, float]
    practice: bool
    limits: list[str]
    lines: list[BegunLineOut]
    missing: str
    sure: str
    first: list[str]


class BeginRocketOut(Schema):
    """One message: boxes as read, a rocket, how many were tried, or the end with the reason why there is none.

    `kinds` has, by rocket shown so far, what it is the best in; `fronts`, by two measures, the rockets that no other beats in both.
    """

    said: dict[str, str] = {}
    errors: dict[str, str] = {}
    missing: dict[str, str] = {}
    rocket: BegunOut | None = None
    kinds: list[list[str]] = []
    fronts: dict[str, list[int]] = {}
    tried: int = 0
    of: int = 0
    ended: bool = False
    why: str = ""


class WishIn(Schema):
    """`want`: higher, height, margin, landing, inside or motor; `text` as typed."""

    want: str
    text: str = ""


class ChangeEditOut(Schema):
    """An edit of the bench's."""

    op: str
    part: uuid.UUID | None = None
    field: str = ""
    value: Any = None
    type: str = ""


class WishWayOut(Schema):
    """A few changes that meet a wish; `finished`: a built rocket takes them."""

    steps: list[str]
    finished: bool
    verdict: str
    said: dict[str, str]
    edits: list[ChangeEditOut]


class WishOut(Schema):
    """How it flies now, and ways to what was wished for; none: why."""

    now: dict[str, str]
    sentence: str
    ways: list[WishWayOut]
