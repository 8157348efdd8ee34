"""Schools of preparing a rocket: what is packed first, where the igniter goes in, when charges are armed."""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.messages import say

PackedFirst = Literal["recovery_first", "motor_first"]
IgniterAt = Literal["pad", "table"]
Arming = Literal["before_igniter", "after_igniter"]
# Each choice's ways; what speaks for each is `order-CHOICE-WAY` in the catalogue.
CHOICES: dict[str, tuple[str, ...]] = {
    "school": ("recovery_first", "motor_first"),
    "igniter_at": ("pad", "table"),
    "arming": ("before_igniter", "after_igniter"),
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Order:
    """In which order a day's rockets are prepared. The defaults are the cautious ones."""

    school: PackedFirst = "recovery_first"
    igniter_at: IgniterAt = "pad"
    arming: Arming = "before_igniter"

    def __post_init__(self) -> None:
        for name, ways in CHOICES.items():
            if getattr(self, name) not in ways:
                raise RocketryError(name, f"{getattr(self, name)!r} is no order of preparing; one of {', '.join(ways)}")


DEFAULT = Order()


def read_order(school: str, igniter_at: str, arming: str) -> Order:
    """An order from words somebody chose; raises RocketryError at the choice at fault."""
    return Order(school=school, igniter_at=igniter_at, arming=arming)  # type: ignore[arg-type]


def way_words(choice: str, way: str) -> str:
    """A way of doing it with what speaks for it."""
    return say(f"order-{choice.replace('_', '-')}-{way.replace('_', '-')}")
