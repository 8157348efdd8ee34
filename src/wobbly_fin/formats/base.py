"""What every document shares: strict, finite, and errors that say where."""

from collections.abc import Callable
from typing import Annotated, Any, TypeVar

from pydantic import BaseModel, ConfigDict, Field

from wobbly_fin.rocketry.errors import RocketryError

Answer = TypeVar("Answer")
Number = Annotated[float, Field(strict=True, allow_inf_nan=False)]
Sample = Annotated[list[Number], Field(min_length=2, max_length=2)]


def within(place: str, make: Callable[..., Answer], *args: object) -> Answer:
    """Call `make`, putting `place` in front of the field a core error names."""
    try:
        return make(*args)
    except RocketryError as error:
        raise RocketryError(f"{place}.{error.name}", error.message) from error


def tupled(figures: dict[str, Any]) -> dict[str, Any]:
    """Figures as JSON keeps them, lists as the core's tuples."""
    return {k: tuple(v) if isinstance(v, list) else v for k, v in figures.items()}


class Document(BaseModel):
    """Base of every document: nothing unknown, nothing that is not a finite number."""

    # Built when first read: a command reads one or two of some sixty kinds.
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, defer_build=True)
