"""Reading a motor label: class letter, average thrust, dash, delay, and what else may be written there."""

import re
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.constants import DELAY_SCATTER_FRACTION, DELAY_SCATTER_LEAST_S
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.classes import ImpulseClass, impulse_class

Kind = Literal["single", "booster", "plugged"]

_LABEL = re.compile(
    r"""^(?:(?P<total>\d+(?:\.\d+)?)(?=[B-O]|1/[248]A|A))?   # leading total impulse, N·s
        (?P<letter>1/[248]A|[A-O])
        (?P<thrust>\d+(?:\.\d+)?)
        (?P<case>[A-Z]{0,2})
        (?:-(?P<delay>\d+(?:\.\d+)?|P)(?P<suffix>[AT]{0,2}))?$""",
    re.VERBOSE,
)
_LONGEST_DELAY_S = 60.0
MOST_PRINTED = 40


@dataclass(frozen=True, slots=True, kw_only=True)
class MotorLabel:
    """What a label says.

    Parameters
    ----------
    text : str
        The label, tidied.
    impulse_class : ImpulseClass
    average_thrust_n : float
        The printed figure. [N]
    thrust_rounding_n : float
        Half of its last printed digit. [N]
    delay_s : float or None
        None for a booster, a plugged motor, or a label without a delay. [s]
    kind : {'single', 'booster', 'plugged'}
    total_impulse_n_s : float or None
        The leading figure of bigger motors, when printed. [N·s]
    slim_case, adjustable_delay : bool
        Trailing ``T`` and trailing ``A``.
    case_code : str
        Any other letters after the thrust: the maker's own code, kept, not interpreted.
    """

    text: str
    impulse_class: ImpulseClass
    average_thrust_n: float
    thrust_rounding_n: float
    delay_s: float | None
    kind: Kind
    total_impulse_n_s: float | None
    slim_case: bool
    adjustable_delay: bool
    case_code: str

    @property
    def base(self) -> str:
        """The label without its delay: what one buys before choosing one."""
        return self.text.partition("-")[0]


def decode(text: str) -> MotorLabel:
    """Read a motor label.

    Parameters
    ----------
    text : str
        For instance ``B5-4``, ``1/2A4T-2``, ``F17-8A``, ``G33-P``, ``62F41-6``; case and spaces do not matter.

    Returns
    -------
    MotorLabel

    Raises
    ------
    RocketryError
        With name ``label`` where the text is no motor label, saying what one looks like.

    References
    ----------
    .. [1] NFPA 1125, quoted from memory: class letter, average thrust in newtons, delay in seconds.
    """
    tidy = re.sub(r"\s+", "", str(text)).upper().replace("½", "1/2").replace("¼", "1/4").replace("⅛", "1/8")
    if not tidy:
        raise RocketryError("label", "is empty; type a label such as B5-4: class letter, average thrust, dash, delay")
    match = _LABEL.match(tidy) if len(tidy) <= 24 else None
    if match is None:
        shown = str(text).strip()[:24]
        raise RocketryError(
            "label", f"{shown!r} is no motor label; one reads like B5-4: class letter, average thrust, dash, delay"
        )
    thrust_text = match["thrust"]
    thrust_n = float(thrust_text)
    if thrust_n <= 0:
        raise RocketryError("label", f"{tidy!r} claims no thrust; the number after the letter must be above zero")
    decimals = len(thrust_text.partition(".")[2])
    delay_text, suffix, case = match["delay"], match["suffix"] or "", match["case"] or ""
    kind: Kind = "single"
    delay_s: float | None = None
    if delay_text == "P":
        kind = "plugged"
    elif delay_text is not None and float(delay_text) == 0:
        kind = "booster"
    elif delay_text is not None:
        delay_s = float(delay_text)
        if delay_s > _LONGEST_DELAY_S:
            raise RocketryError(
                "label", f"{tidy!r} claims a delay of {delay_s:g} s; the longest believed is {_LONGEST_DELAY_S:g} s"
            )
    return MotorLabel(
        text=tidy,
        impulse_class=impulse_class(match["letter"]),
        average_thrust_n=thrust_n,
        thrust_rounding_n=0.5 * 10.0**-decimals,
        delay_s=delay_s,
        kind=kind,
        total_impulse_n_s=float(match["total"]) if match["total"] else None,
        slim_case="T" in suffix or case.endswith("T"),
        adjustable_delay="A" in suffix,
        case_code=case.removesuffix("T"),
    )


def delay_stray_s(delay_s: float) -> float:
    """How far a labelled delay may stray either way: a fifth of it, at least 1.5 s (NFPA 1125, from memory). [s]"""
    return max(DELAY_SCATTER_LEAST_S, DELAY_SCATTER_FRACTION * delay_s)


def printed_labels(text: str) -> list[str]:
    """Labels as printed on a kit's box, with commas or semicolons between them; not yet decoded, `MOST_PRINTED` at most."""
    return [t.strip().upper() for t in text.replace(";", ",").split(",") if t.strip()][:MOST_PRINTED]
