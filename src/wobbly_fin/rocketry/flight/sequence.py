"""In what order things open: at once by the charge; tumble or drogue first and the main lower down; or nothing, it tumbles."""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.canopies.canopy import Canopy, hung_drag_area_m2
from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive
from wobbly_fin.rocketry.flight.vehicle import Opening

First = Literal["main", "tumble", "drogue", "tumble_only"]
FIRSTS: tuple[First, ...] = ("main", "tumble", "drogue", "tumble_only")


@dataclass(frozen=True, slots=True, kw_only=True)
class Sequence:
    """What opens when.

    Parameters
    ----------
    first : str
        main: the canopy at once. tumble: nothing but the parted rocket, until the main. drogue: a small canopy until then.
        tumble_only: all the way down.
    drogue : Canopy or None
        Needed for `drogue`.
    main_height_m : float or None
        The main opens falling through this height above the pad. [m]
    main_after_s : float or None
        Or so long after the first event. [s]
    at_apogee : bool
        An altimeter fires the first event at apogee, whatever the motor's delay.
    filling_s : float
        Time the main takes to fill. [s]
    burns : bool
        What shields it from the charge is untreated and catches fire: it must not fly so.

    Raises
    ------
    RocketryError
    """

    first: First = "main"
    drogue: Canopy | None = None
    main_height_m: float | None = None
    main_after_s: float | None = None
    at_apogee: bool = False
    filling_s: float = 0.0
    burns: bool = False
    asked: bool = False

    def __post_init__(self) -> None:
        if self.first not in FIRSTS:
            raise RocketryError("first", f"{self.first!r} is none; one of {', '.join(FIRSTS)}")
        if self.first == "drogue" and self.drogue is None:
            raise RocketryError("drogue", "is missing; which canopy is it?")
        if self.two_events and self.main_height_m is None and self.main_after_s is None:
            raise RocketryError("main_height_m", "is missing; at what height, or how long after, does the main open?")
        if self.main_height_m is not None:
            require_positive("main_height_m", self.main_height_m, 10_000.0)
        if self.main_after_s is not None:
            require_finite("main_after_s", self.main_after_s, 0.0, 600.0)
        require_finite("filling_s", self.filling_s, 0.0, 30.0)

    @property
    def two_events(self) -> bool:
        """Whether the main opens later than the first event."""
        return self.first in ("tumble", "drogue")

    def openings(self, main: Canopy | None, tumble_drag_area_m2: float, *, hung: bool = True) -> tuple[Opening, ...]:
        """As the flight takes them; none where there is nothing to open. `hung`: what hangs from a streamer drags too."""
        if self.first == "tumble_only":
            return (Opening(drag_area_m2=tumble_drag_area_m2),)
        if main is None:
            return ()
        area = hung_drag_area_m2(main, tumble_drag_area_m2) if hung else main.drag_area_m2
        last = Opening(drag_area_m2=area, filling_s=self.filling_s)
        if self.first == "main":
            return (last,)
        area = self.drogue.drag_area_m2 if self.drogue is not None and self.first == "drogue" else tumble_drag_area_m2
        before = Opening(drag_area_m2=area, until_height_m=self.main_height_m, until_after_s=self.main_after_s)
        return (before, last)


AT_ONCE = Sequence()
