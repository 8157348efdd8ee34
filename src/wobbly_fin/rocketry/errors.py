"""Errors of the core: always a ValueError, always naming the field at fault and what it wants."""

import math
from collections.abc import Callable, Sequence
from types import TracebackType
from typing import Any, ParamSpec, TypeVar, cast

_P = ParamSpec("_P")
_T = TypeVar("_T")


class RocketryError(ValueError):
    """Base of every error the core raises on purpose.

    Attributes
    ----------
    name : str
        The field at fault, as the caller knows it, e.g. ``rocket.mass_kg``.
    """

    def __init__(self, name: str, message: str) -> None:
        self.name = name
        self.message = message
        super().__init__(f"{name}: {message}")


class OutOfRangeError(RocketryError):
    """A number that is not finite, or outside the range in which the rule holds."""

    def __init__(self, name: str, value: float, low: float | None = None, high: float | None = None) -> None:
        self.value, self.low, self.high = value, low, high
        super().__init__(name, f"{_said(value)} is out of range; {_wanted(low, high)}")


class SeveralFieldsError(RocketryError):
    """Several fields at fault at once; where only one is looked at it is the first of them.

    Attributes
    ----------
    errors : tuple of RocketryError
    """

    def __init__(self, errors: Sequence[RocketryError]) -> None:
        self.errors = tuple(errors)
        super().__init__(errors[0].name, errors[0].message)


class Together:
    """Reads several fields of a form, so that all that are at fault are told at once and not one after another.

    Called with a function and what that takes, it answers what the function does. Where that raises RocketryError its answer
    means nothing, and the block ends in that error, or in all of them.

    Raises
    ------
    RocketryError
        At the end of the block: the only one there was, or SeveralFieldsError.
    """

    def __init__(self) -> None:
        self._found: list[RocketryError] = []

    def __enter__(self) -> "Together":
        return self

    def __call__(self, read: Callable[_P, _T], *args: _P.args, **named: _P.kwargs) -> _T:
        try:
            return read(*args, **named)
        except RocketryError as error:
            self._found.extend(error.errors if isinstance(error, SeveralFieldsError) else (error,))
            return cast(Any, None)

    def refuse(self, name: str, message: str) -> None:
        """One more field at fault."""
        self._found.append(RocketryError(name, message))

    def __exit__(self, kind: type[BaseException] | None, error: BaseException | None, _trace: TracebackType | None) -> None:
        if isinstance(error, RocketryError):
            self._found.append(error)
        elif error is not None and not (self._found and isinstance(error, Exception)):
            return
        # With a field at fault what follows from it may have gone wrong in any way.
        if len(self._found) == 1:
            raise self._found[0] from None
        if self._found:
            raise SeveralFieldsError(self._found) from None


def _said(value: float) -> str:
    return f"{value:g}" if isinstance(value, (int, float)) else repr(value)


def _wanted(low: float | None, high: float | None) -> str:
    if low is not None and high is not None:
        return f"it must lie between {low:g} and {high:g}"
    if low is not None:
        return f"it must be at least {low:g}" if low != 0 else "it must not be negative"
    if high is not None:
        return f"it must be at most {high:g}"
    return "it must be a finite number"


class NotPositiveError(OutOfRangeError):
    """A number that must be above zero and is not."""

    def __init__(self, name: str, value: float) -> None:
        RocketryError.__init__(self, name, f"{_said(value)} will not do; it must be above zero")
        self.value, self.low, self.high = value, 0.0, None


def require_finite(name: str, value: float, low: float | None = None, high: float | None = None) -> None:
    """Raise OutOfRangeError unless `value` is finite and within [low, high]."""
    # Whole numbers have no end; one too long for a float is as good as infinite.
    if isinstance(value, int) and abs(value) > 1e300:
        raise OutOfRangeError(name, math.inf if value > 0 else -math.inf, low, high)
    if not math.isfinite(value) or (low is not None and value < low) or (high is not None and value > high):
        raise OutOfRangeError(name, value, low, high)


def require_positive(name: str, value: float, high: float | None = None) -> None:
    """Raise unless `value` is finite and above zero (and not above `high`)."""
    if math.isfinite(value) and value <= 0:
        raise NotPositiveError(name, value)
    require_finite(name, value, None, high)
