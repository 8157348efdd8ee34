"""A retired rocket cut open on purpose: what glue covered, where and at what force each joint went, and what that advises."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.recovery.chain import Pulled

JointKind = Literal["fin_root", "fin_fillet", "ring", "coupler", "anchor", "lug", "motor_tube", "baffle", "rivets", "eye"]
Went = Literal["glue", "paper", "wood", "held", "pulled", "bent"]
JOINTS: dict[JointKind, str] = {
    "fin_root": "fin root", "fin_fillet": "fin fillet", "ring": "centring ring", "coupler": "coupler", "anchor": "cord anchor", "lug": "launch lug",
    "motor_tube": "motor tube", "baffle": "baffle", "rivets": "rivet or screw", "eye": "eye",
}  # fmt: skip
WENT: dict[Went, str] = {
    "glue": "in the glue line", "paper": "in the paper’s skin", "wood": "in the wood", "held": "not at all",
    "pulled": "pulled out of what held it", "bent": "bent or opened",
}  # fmt: skip
_METAL: tuple[tuple[Went, Literal["pulled_out", "bent_open"]], ...] = (("pulled", "pulled_out"), ("bent", "bent_open"))
_POOR, _GOOD, _UNEVEN = 0.6, 0.85, 0.6


@dataclass(frozen=True, slots=True, kw_only=True)
class Finding:
    """One joint looked at.

    Parameters
    ----------
    joint : str
    name : str
        Which one, such as "fin 2".
    covered : float or None
        Share of the joint the glue reached, 0 … 1. [-]
    went : str or None
        Where it broke.
    force_n : float or None
        At what force, by a spring scale. [N]

    Raises
    ------
    RocketryError
    """

    joint: JointKind
    name: str
    covered: float | None = None
    went: Went | None = None
    force_n: float | None = None

    def __post_init__(self) -> None:
        if self.joint not in JOINTS:
            raise RocketryError("joint", f"{self.joint!r} is no joint; one of {', '.join(JOINTS)}")
        if self.went is not None and self.went not in WENT:
            raise RocketryError("went", f"{self.went!r} is nowhere; one of {', '.join(WENT)}")
        if self.covered is not None:
            require_finite("covered", self.covered, 0.0, 1.0)
        if self.force_n is not None:
            require_finite("force_n", self.force_n, 0.0, 5000.0)
        if self.covered is None and self.went is None and self.force_n is None:
            raise RocketryError("covered", "is empty, and so is everything else; say what was seen of this joint")


@dataclass(frozen=True, slots=True, kw_only=True)
class Advice:
    """What the findings advise for the next build: about which joint, what to do, and the finding behind it. Codes and figures."""

    joint: JointKind
    code: Literal["scuff_and_rub", "glue_reaches", "even_them_out", "strong_enough", "skin_off", "pulled_out", "bent_open"]
    value: float
    because: tuple[str, ...]


def pulled(findings: Sequence[Finding], anchor: str, nose: str) -> tuple[Pulled, ...]:
    """What anchors and eyes bore when they were pulled: for the next rocket with such an anchor, or an eye in such a nose."""
    of: dict[str, tuple[Literal["anchor", "eye"], str]] = {"anchor": ("anchor", anchor), "eye": ("eye", nose)}
    return tuple(
        Pulled(link=of[f.joint][0], of=of[f.joint][1], force_n=f.force_n, gave=f.went != "held")
        for f in findings
        if f.joint in of and f.force_n is not None and f.went is not None
    )


def advise(findings: Sequence[Finding]) -> tuple[Advice, ...]:
    """Per kind of joint what its findings say together, the most urgent first.

    A joint that goes in the glue line was never wetted or never keyed; one that goes in the paper’s skin was stronger than the paper;
    one that goes in the wood cannot be glued better. Metal that pulls out wants more grip; an eye that opens, a closed one.
    """
    out: list[Advice] = []
    for joint in JOINTS:
        these = [f for f in findings if f.joint == joint]
        if not these:
            continue
        covered = [f.covered for f in these if f.covered is not None]
        bare = tuple(f.name for f in these if f.covered is not None and f.covered < _POOR)
        in_glue = tuple(f.name for f in these if f.went == "glue")
        forces = [f.force_n for f in these if f.force_n is not None]
        if bare:
            out.append(Advice(joint=joint, code="glue_reaches", value=min(covered), because=bare))
        if in_glue:
            out.append(Advice(joint=joint, code="scuff_and_rub", value=len(in_glue) / len(these), because=in_glue))
        if any(f.went == "paper" for f in these):
            torn = tuple(f.name for f in these if f.went == "paper")
            out.append(Advice(joint=joint, code="skin_off", value=len(torn) / len(these), because=torn))
        for went, code in _METAL:
            if names := tuple(f.name for f in these if f.went == went):
                out.append(Advice(joint=joint, code=code, value=min(forces, default=0.0), because=names))
        if len(forces) > 1 and min(forces) < _UNEVEN * max(forces):
            weakest = min((f for f in these if f.force_n is not None), key=lambda f: f.force_n or 0.0)
            out.append(Advice(joint=joint, code="even_them_out", value=min(forces) / max(forces), because=(weakest.name,)))
        if (
            all(f.went in ("wood", "held") for f in these if f.went)
            and (not covered or min(covered) >= _GOOD)
            and any(f.went for f in these)
        ):
            out.append(Advice(joint=joint, code="strong_enough", value=1.0, because=tuple(f.name for f in these)))
    urgent = {
        "glue_reaches": 0,
        "scuff_and_rub": 1,
        "pulled_out": 2,
        "bent_open": 3,
        "even_them_out": 4,
        "skin_off": 5,
        "strong_enough": 6,
    }
    return tuple(sorted(out, key=lambda a: urgent[a.code]))
