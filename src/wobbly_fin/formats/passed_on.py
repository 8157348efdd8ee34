"""Files one person passes on to another: parts, and a range's code. Each says what it is, so that one is never taken for another."""

from typing import Annotated, Any, Literal, TypeVar

from pydantic import Field

from wobbly_fin.formats.base import Document
from wobbly_fin.formats.rocket_file import AnyPart
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.checklists.own import MOST_OWN
from wobbly_fin.rocketry.messages import say

LARGEST_FILE, MOST_PARTS = 20_000_000, 1_000
Passed = TypeVar("Passed", bound=Document)


class PartsFile(Document):
    """Parts measured once: sizes, material and mass, no place in a rocket."""

    format: Literal["wobbly-fin-parts"] = "wobbly-fin-parts"
    version: Literal[1] = 1
    parts: Annotated[list[AnyPart], Field(max_length=MOST_PARTS)]  # type: ignore[valid-type]


class CodeFile(Document):
    """A range's rules: whose they are, the shipped code they begin from, and what of it they change."""

    format: Literal["wobbly-fin-code"] = "wobbly-fin-code"
    version: Literal[1] = 1
    name: Annotated[str, Field(max_length=80)] = ""
    begins_from: Annotated[str, Field(max_length=20)] = "published"
    rules: Annotated[dict[str, Any], Field(max_length=40)] = {}


class OwnLineDocument(Document):
    """A line of a checklist: where it stands, what it says, whether it wants a second look."""

    stage: Annotated[str, Field(max_length=20)]
    text: Annotated[str, Field(max_length=400)]
    hold: bool = False


class ChecklistFile(Document):
    """Lines a person or a club wants in every checklist."""

    format: Literal["wobbly-fin-checklist"] = "wobbly-fin-checklist"
    version: Literal[1] = 1
    lines: Annotated[list[OwnLineDocument], Field(max_length=MOST_OWN)]


def read_passed_on(data: bytes, kind: type[Passed], what: str) -> Passed:
    """A file passed on, of `what` in words; raises RocketryError or ValidationError naming what is wrong with it."""
    if len(data) > LARGEST_FILE:
        raise RocketryError(
            "file", say("passed-large", size=f"{len(data) / 1e6:.0f}", most=f"{LARGEST_FILE / 1e6:.0f}", what=what)
        )
    if not data.lstrip().startswith(b"{"):
        raise RocketryError("file", say("passed-other", what=what))
    return kind.model_validate_json(data)
