"""One step of a build, with this rocket's own numbers, and why it stands where it stands."""

from dataclasses import dataclass, field
from typing import Literal, get_args

from wobbly_fin.rocketry.assembly.act import Act, Reach
from wobbly_fin.rocketry.assembly.problems import Problem
from wobbly_fin.rocketry.assembly.stand import Join

# What is done at a step, published in docs/formats/build-plan.json. `glue_in`: fixed where it cannot come out again; `fix_joint`: screws
# or rivets that stay in in flight; `drill_pins`: for shear pins; `fit_joint`: a fit that comes apart.
Work = Literal[
    "gather", "print", "clean", "cut", "roll", "mark", "dry_fit", "fill", "sand", "scuff", "fit_eye", "tie_cord", "fit_retainer", "build_dams",
    "insert_mount", "glue_in", "glue_on", "pull_ring", "fillet_inside", "fillet_outside", "pull_tape", "fit_nut", "fit_joint", "fix_joint",
    "drill_pins", "drill_vents", "make_sled", "close_bay", "prepare_nose", "set_ballast", "weigh", "paint", "fit_button", "inspect", "mend", "own",
]  # fmt: skip
WORKS: tuple[Work, ...] = get_args(Work)
Until = Literal["handled", "full", "touched"]
Picture = Literal[
    "wrap",
    "fin",
    "sheet",
    "cuts",
    "rings",
    "stick",
    "inside",
    "pockets",
    "outside",
    "disc",
    "nose",
    "shroud",
    "vents",
    "lug",
    "whole",
    "tubes",
]


@dataclass(frozen=True, slots=True, kw_only=True)
class Link:
    """What comes first, and why.

    Parameters
    ----------
    until : str
        Whether that has to hold (handled), has to have its strength (full), or only the hands must be off it (touched).
    within_s : float or None
        With `touched`: before the glue sets. [s]
    """

    key: str
    because: str = ""
    until: Until = "handled"
    within_s: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Gluing:
    """Glue at a step: what, how much with waste, in how many batches, how long until when, on this day.

    Attributes
    ----------
    refused : str
        Why it would not cure today; times are then those at its lowest temperature.
    mass_kg, stays_kg : float
        What to mix, and what of it stays in the joint. [kg]
    pair_kg : (float, float) or None
        Resin and hardener of one batch.
    work_s, handle_s, full_s : float
        [s]
    """

    key: str
    name: str
    mass_kg: float
    batches: int
    pair_kg: tuple[float, float] | None
    work_s: float
    handle_s: float
    full_s: float
    warnings: tuple[str, ...] = ()
    refused: str = ""
    stays_kg: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class WeighIn:
    """What goes on the scale after a step, and what it should show. [kg]

    Attributes
    ----------
    parts : tuple of int
        Numbers of the airframe's parts on the scale; all of them for the whole rocket.
    glue_kg : float
        Glue among it, by geometry.
    """

    what: str
    parts: tuple[int, ...]
    expected_kg: float
    sigma_kg: float
    glue_kg: float = 0.0
    whole: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    """A step.

    Parameters
    ----------
    key : str
        Stays the same while the part it belongs to does.
    work : str
        What is done.
    assembly : str
        What is in hand, and held while it cures.
    hands_on_s : float
        [s]
    parts : tuple of int
        Numbers of the parts it touches, of a joint those on both sides.
    joins, reaches : tuple of Join, of Reach
        What it fixes, and where hands or a stick must get to for it.
    before : tuple of Link
        Found by the assembly: steps it has to come before, and what would be in its way else.
    wait_s : float
        What takes its time without glue: a printer at work. [s]
    without : str
        What breaks where it is dropped; "" for one that is a matter of taste.
    needed : bool
        Without it there is no rocket; it cannot be dropped.
    picture : (kind, part) or None
    template : str
        Key of the template it is done with.
    """

    key: str
    work: Work
    title: str
    assembly: str
    hands_on_s: float
    parts: tuple[int, ...] = ()
    joins: tuple[Join, ...] = ()
    reaches: tuple[Reach, ...] = ()
    lines: tuple[str, ...] = ()
    tools: tuple[str, ...] = ()
    materials: tuple[str, ...] = ()
    after: tuple[Link, ...] = ()
    gluing: Gluing | None = None
    wait_s: float = 0.0
    caution: str = ""
    inspect: str = ""
    weigh_in: WeighIn | None = None
    without: str = ""
    needed: bool = False
    picture: tuple[Picture, int] | None = None
    template: str = ""
    own: bool = False
    before: tuple[Link, ...] = ()

    @property
    def act(self) -> Act:
        """As the assembly sees it."""
        return Act(key=self.key, joins=self.joins, reaches=self.reaches)

    @property
    def cure_s(self) -> float:
        """Until what it was done to may be touched. [s]"""
        return max(self.wait_s, self.gluing.handle_s if self.gluing else 0.0)

    @property
    def full_s(self) -> float:
        """Until it has its strength. [s]"""
        return max(self.wait_s, self.gluing.full_s if self.gluing else 0.0)


@dataclass(slots=True)
class Plan:
    """Steps in an order that can be worked through, and what is to be said of the whole.

    Attributes
    ----------
    remarks : list of str
        What the schools came to for this rocket, and what its owner's changes break.
    problems : list of Problem
        What no order of steps can mend.
    """

    steps: list[Step] = field(default_factory=list)
    remarks: list[str] = field(default_factory=list)
    problems: list[Problem] = field(default_factory=list)

    @property
    def buildable(self) -> bool:
        """Whether every step can be done in this order and nothing is left that cannot."""
        return not self.problems

    @property
    def of(self) -> dict[str, Step]:
        """Steps by key."""
        return {s.key: s for s in self.steps}
