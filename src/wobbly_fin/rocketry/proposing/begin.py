"""A whole rocket from what somebody has: a kit's list, a tube, a picture in the head. What they do not say is as usual."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

from wobbly_fin.rocketry.airframe.profiles import NoseShape
from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.kit_lines import KitPart
from wobbly_fin.rocketry.proposing.kit_rocket import LENGTHS_M, MOUNTS_M, USUAL_BODY, LineRead, kit_sketch
from wobbly_fin.rocketry.proposing.settle import settled
from wobbly_fin.rocketry.proposing.sketch import Sketch, Tube, body_tubes, mount_tube

MARGIN_CALIBRES, DESCENT_M_S = 1.5, 5.0  # what it is sized for: the middle of what is usual
_OF_TUBE = 3  # how many widths are offered round a motor


@dataclass(frozen=True, slots=True, kw_only=True)
class Have:
    """What somebody has, or sees before them; None: not said.

    Parameters
    ----------
    kit : tuple of KitPart
        A box's list, read.
    body_m, length_m, mount_m : float or None
        Outside diameter of the body; length of the body tube, or with `whole` of the rocket; diameter of the motors. [m]

    Raises
    ------
    OutOfRangeError
        For sizes nobody builds.
    """

    kit: tuple[KitPart, ...] = ()
    body_m: float | None = None
    length_m: float | None = None
    whole: bool = False
    mount_m: float | None = None
    fins: int | None = None
    nose: NoseShape | None = None

    def __post_init__(self) -> None:
        for name, value, low, high in (
            ("diameter", self.body_m, 0.008, 0.4),
            ("length", self.length_m, 0.05, 6.0),
            ("mount", self.mount_m, 0.006, 0.16),
        ):
            if value is not None:
                require_finite(name, value, low, high)
        if self.body_m is not None and self.mount_m is not None and self.mount_m > self.body_m - 0.0015:
            raise RocketryError("mount", "is wider than the body: a motor of this diameter does not go in")
        if self.fins is not None and not 3 <= self.fins <= 8:
            raise RocketryError("fins", "must be 3 to 8")


@dataclass(frozen=True, slots=True, kw_only=True)
class Beginning:
    """A rocket sized but not flown; `lines`: what became of a kit's; `missing`: names of parts nobody told of."""

    sketch: Sketch
    lines: tuple[LineRead, ...] = ()
    missing: tuple[str, ...] = ()


def beginnings(have: Have, motors: Sequence[Motor], density_kg_m3: float) -> Iterator[Beginning]:
    """Whole rockets, the usual one first, sized with the strongest motor of the shelf that fits them."""
    if have.kit:
        sketch, lines, missing = kit_sketch(have.kit, "kit", have.mount_m)
        # A kit's fins are what they are, mostly larger than they need be.
        yield Beginning(sketch=_sized(sketch, motors, density_kg_m3, sketch.usual.span_m), lines=lines, missing=missing)
        return
    for sketch in _sketches(have):
        yield Beginning(sketch=_sized(sketch, motors, density_kg_m3))


def _sketches(have: Have) -> Iterator[Sketch]:
    own: dict[str, dict[str, Any] | None] = {}
    if have.nose is not None:
        own["nose"] = {"shape": have.nose}
    if have.length_m is not None and not have.whole:
        own["body"] = {"length_m": have.length_m}
    for n, (mount, body) in enumerate(_pairs(have)):
        longest = LENGTHS_M[min(MOUNTS_M, key=lambda m: abs(m - mount.bore_m))]
        fins = have.fins or (3 if n < _OF_TUBE else 4)
        sketch = Sketch(
            name=f"beginning {n}", body=body, mount=mount, motor_length_m=longest, stretch=3.0, fins=fins, span_m=body.usual.span_m,
            canopy_m=body.usual.canopy_m, own=own,
        )  # fmt: skip
        if have.whole and have.length_m is not None:
            left = have.length_m - sketch.nose_m
            if left < 3 * body.outside_m:
                raise RocketryError("length", "leaves no body behind a nose of usual length: longer, or slimmer")
            sketch = replace(sketch, own={**own, "body": {"length_m": left}})
        if (have.length_m is None or sketch.mount_m < 0.8 * sketch.body_m) and sketch.mount_m < sketch.body_m:
            yield sketch


def _pairs(have: Have) -> Iterator[tuple[Tube, Tube]]:
    """(motor tube, body tube), the usual first: of a body its usual mounts, of a mount the tubes it goes into."""
    if have.mount_m is not None:
        mount = mount_tube(have.mount_m)
        bodies = body_tubes(mount, have.body_m, None)
        if not bodies:
            raise RocketryError("mount", "leaves no room for rings in a body that wide")
        yield from ((mount, body) for body in bodies[:_OF_TUBE])
        return
    across = have.body_m or 0.0255
    usual = [m for m in reversed(MOUNTS_M[1:]) if m <= USUAL_BODY * across]
    for mount_m in usual[:2] or MOUNTS_M[:1]:
        mount = mount_tube(mount_m)
        yield from ((mount, body) for body in body_tubes(mount, across, None)[:1])


def _sized(sketch: Sketch, motors: Sequence[Motor], density_kg_m3: float, least_span_m: float = 0.0) -> Sketch:
    fitting = [
        m for m in motors if abs(m.diameter_m - sketch.mount.bore_m) < 0.0015 and m.length_m <= sketch.motor_length_m + 0.001
    ]
    heaviest = max(fitting, key=lambda m: m.total_mass_kg, default=None)
    return settled(sketch, heaviest, MARGIN_CALIBRES, DESCENT_M_S, density_kg_m3, least_span_m=least_span_m)
