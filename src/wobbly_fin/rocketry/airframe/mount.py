"""What motors a rocket takes: its mounts, and the one place that says whether a motor fits one."""

from dataclasses import dataclass

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.errors import RocketryError, require_positive
from wobbly_fin.rocketry.motors.motor import Motor

LENGTH_SLACK_M = 1e-4  # lengths are sold in whole millimetres and held as floats in metres
DIAMETER_SLACK_M = 0.5e-3


@dataclass(frozen=True, slots=True, kw_only=True)
class Mount:
    """A motor mount: inside diameter and the longest motor it takes. [m]

    Attributes
    ----------
    key : str
        Of the motor tube, fin can or quick mount; "mount" where nobody drew one.
    index : int or None
        Its part's number in the layout.
    stage : int
        0 the uppermost.
    count : int
        Tubes in it; every one takes the same motor.
    spread_m, first_deg : float
        Each off the axis by [m]; where round it the first lies, from the top [°].
    plugged : bool
        Closed ahead of the motor for good.
    """

    diameter_m: float
    max_length_m: float
    key: str = "mount"
    index: int | None = None
    stage: int = 0
    count: int = 1
    spread_m: float = 0.0
    first_deg: float = 0.0
    plugged: bool = False
    name: str = "motor mount"

    def __post_init__(self) -> None:
        require_positive("diameter_mm", self.diameter_m * 1000, 200.0)
        require_positive("max_length_mm", self.max_length_m * 1000, 3000.0)

    def like(self, other: "Mount") -> bool:
        """Whether both take the same motors."""
        return abs(self.diameter_m - other.diameter_m) < 1e-6 and abs(self.max_length_m - other.max_length_m) < 1e-6


def misfit_m(motor: Motor, mount: Mount) -> tuple[float, float]:
    """How much a motor is off in diameter either way, and how much too long (negative: room to spare). [m], [m]"""
    return abs(motor.diameter_m - mount.diameter_m), motor.length_m - mount.max_length_m


def fits(motor: Motor, mount: Mount, slack_m: float = DIAMETER_SLACK_M) -> bool:
    """Whether a motor goes into a mount: same diameter within the slack, and no longer than it takes. [m]"""
    across, along = misfit_m(motor, mount)
    return across <= slack_m + 1e-9 and along <= LENGTH_SLACK_M


def mounts_of(layout: Layout) -> tuple[Mount, ...]:
    """Every mount of an airframe, the uppermost stage's first, in the order of the parts."""
    found = []
    for placed in layout.placed:
        part, bay = placed.part, placed.part.motor_bay
        if bay is not None:
            off = part.off_axis_m(layout.radius_at((placed.fore_m + placed.aft_m) / 2))
            found.append(
                Mount(
                    diameter_m=bay.diameter_m, max_length_m=bay.longest_m, count=bay.count, spread_m=off,
                    first_deg=bay.first_deg, plugged=bay.plugged,
                    key=part.id or f"part {placed.index}", index=placed.index, stage=placed.stage, name=part.called,
                )
            )  # fmt: skip
    return tuple(sorted(found, key=lambda m: m.stage))


def mount_of(layout: Layout, stage: int) -> Mount:
    """A stage's first mount; raises RocketryError where it has none."""
    for mount in mounts_of(layout):
        if mount.stage == stage:
            return mount
    raise RocketryError("parts", "has no motor tube yet: add one, and every motor that fits can be judged")
