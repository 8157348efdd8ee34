"""Glues, fillers and paints: how long they can be worked, handled and trusted, and what the cold does to that.

Times at 20 °C are the trade's (common practice, no source); lowest temperatures, densities and whatever is not named there
are usual figures from memory. The sheet in the box beats every one of them.
"""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive

Sort = Literal["instant", "wood", "epoxy", "filler", "paint", "thread"]
Measure = Literal["weight", "volume"]
REFERENCE_C = 20.0
# Cold slows to half for each so many degrees; warmth speeds as much (common practice, no source).
HALVING_C = 10.0
WARMEST_C = 45.0
WARM_C = 28.0
# A batch this heavy keeps its own heat and sets early: the size is our own, the warning common practice, no source.
LARGE_BATCH_KG = 0.050
HOT_BATCH_SHARE = 0.5


@dataclass(frozen=True, slots=True, kw_only=True)
class Glue:
    """A glue, a filler or a paint.

    Parameters
    ----------
    work_s : float
        How long it can be worked at 20 °C, 0 for one that needs no hurry. [s]
    handle_s, full_s : float
        Until it may be handled, and until it has its strength, at 20 °C. [s]
    lowest_c : float
        Below this it does not cure. [°C]
    density_kg_m3 : float
        Mixed. [kg/m³]
    parts : (float, float) or None
        Of resin and hardener; None: out of one pot.
    measure : str
        Whether those parts are by weight or by volume.
    densities_kg_m3 : (float, float)
        Of the two, for parts by volume. [kg/m³]
    runny : bool
        It runs off a slope, so that a fillet has to lie level until it holds.
    caution : str
        What stands at every step it is used in.
    """

    key: str
    name: str
    sort: Sort
    work_s: float
    handle_s: float
    full_s: float
    lowest_c: float
    density_kg_m3: float = 1150.0
    parts: tuple[float, float] | None = None
    measure: Measure = "weight"
    densities_kg_m3: tuple[float, float] = (1150.0, 1000.0)
    runny: bool = False
    caution: str = ""

    def __post_init__(self) -> None:
        require_finite("work_min", self.work_s, 0.0, 14 * 24 * 3600)
        require_positive("handle_min", self.handle_s, 60 * 24 * 3600)
        require_positive("full_min", self.full_s, 60 * 24 * 3600)
        require_finite("lowest", self.lowest_c, -20.0, 40.0)
        require_positive("density", self.density_kg_m3, 25_000.0)
        if self.full_s < self.handle_s:
            raise RocketryError("full_min", "must not be shorter than the time until it may be handled")
        if self.work_s > self.handle_s:
            raise RocketryError("work_min", "must not be longer than the time until it may be handled")
        for part in self.parts or ():
            require_positive("parts", part, 1000.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Setting:
    """A glue on one day. `warnings` are codes: warm, large. [s]"""

    work_s: float
    handle_s: float
    full_s: float
    warnings: tuple[str, ...] = ()


class TooColdError(RocketryError):
    """Below a glue's own minimum it does not cure; `lowest_c` is where it would."""

    def __init__(self, glue: Glue, temperature_c: float) -> None:
        self.glue, self.temperature_c = glue, temperature_c
        super().__init__(
            "temperature", f"{temperature_c:g} °C is below the {glue.lowest_c:g} °C {glue.name} needs: it would not cure at all"
        )


def setting(glue: Glue, temperature_c: float, batch_kg: float = 0.0) -> Setting:
    """What a glue does at a temperature.

    Times double for each 10 °C below 20 °C and halve for each 10 °C above, never beyond what the glue can do.

    Raises
    ------
    TooColdError
        Below the glue's own minimum.
    OutOfRangeError
        Above 45 °C, where nobody's table says anything.
    """
    require_finite("temperature", temperature_c, -60.0, WARMEST_C)
    if temperature_c < glue.lowest_c:
        raise TooColdError(glue, temperature_c)
    slower = 2.0 ** ((REFERENCE_C - temperature_c) / HALVING_C)
    warnings = []
    work = glue.work_s * slower
    if glue.sort == "epoxy" and temperature_c >= WARM_C:
        warnings.append("warm")
    if glue.sort == "epoxy" and batch_kg >= LARGE_BATCH_KG:
        warnings.append("large")
        work *= HOT_BATCH_SHARE
    return Setting(work_s=work, handle_s=glue.handle_s * slower, full_s=glue.full_s * slower, warnings=tuple(warnings))


def mixed(glue: Glue, total_kg: float) -> tuple[float, float]:
    """What to weigh of resin and hardener for a total. [kg]

    Raises
    ------
    RocketryError
        For a glue out of one pot.
    """
    require_positive("total", total_kg, 10.0)
    if glue.parts is None:
        raise RocketryError("glue", f"{glue.name} comes out of one pot; nothing is mixed")
    weights = glue.parts
    if glue.measure == "volume":
        weights = (glue.parts[0] * glue.densities_kg_m3[0], glue.parts[1] * glue.densities_kg_m3[1])
    whole = sum(weights)
    return total_kg * weights[0] / whole, total_kg * weights[1] / whole


_MINUTE, _HOUR = 60.0, 3600.0
_EPOXY = "Gloves; wash skin at once with soap, not solvent. Open window. Sensitised people must not use it."
_INSTANT = "It bonds skin in seconds and its fumes sting: open window, eyes away, never onto a cotton glove."
_SOLVENT = "Outdoors or under moving air, no flame, mask against vapour as its tin says."

GLUES: dict[str, Glue] = {
    g.key: g
    for g in (
        Glue(
            key="thin-ca", name="thin CA", sort="instant", work_s=8.0, handle_s=_MINUTE, full_s=8 * _HOUR, lowest_c=5.0,
            density_kg_m3=1060.0, runny=True, caution=_INSTANT,
        ),
        Glue(
            key="wood", name="wood glue", sort="wood", work_s=5 * _MINUTE, handle_s=45 * _MINUTE, full_s=24 * _HOUR, lowest_c=8.0,
            density_kg_m3=1100.0,
        ),
        Glue(
            key="epoxy-5", name="5-minute epoxy", sort="epoxy", work_s=5 * _MINUTE, handle_s=30 * _MINUTE, full_s=12 * _HOUR,
            lowest_c=8.0, parts=(1.0, 1.0), caution=_EPOXY,
        ),
        Glue(
            key="epoxy-30", name="30-minute epoxy", sort="epoxy", work_s=30 * _MINUTE, handle_s=4 * _HOUR, full_s=24 * _HOUR,
            lowest_c=10.0, parts=(1.0, 1.0), runny=True, caution=_EPOXY,
        ),
        Glue(
            key="epoxy-thick", name="thick structural epoxy", sort="epoxy", work_s=60 * _MINUTE, handle_s=10 * _HOUR,
            full_s=24 * _HOUR, lowest_c=12.0, parts=(1.0, 1.0), caution=_EPOXY,
        ),
        Glue(
            key="epoxy-steel", name="steel-filled epoxy", sort="epoxy", work_s=30 * _MINUTE, handle_s=5 * _HOUR, full_s=20 * _HOUR,
            lowest_c=10.0, density_kg_m3=2200.0, parts=(1.0, 1.0), caution=_EPOXY,
        ),
        Glue(
            key="filler", name="wood filler", sort="filler", work_s=0.0, handle_s=8 * _HOUR, full_s=12 * _HOUR, lowest_c=8.0,
            density_kg_m3=1500.0,
        ),
        Glue(
            key="primer", name="primer", sort="paint", work_s=0.0, handle_s=_HOUR, full_s=24 * _HOUR, lowest_c=10.0, caution=_SOLVENT,
        ),
        Glue(
            key="paint", name="paint", sort="paint", work_s=0.0, handle_s=2 * _HOUR, full_s=24 * _HOUR, lowest_c=10.0,
            caution=_SOLVENT,
        ),
        Glue(
            key="thread-lock", name="thread-lock", sort="thread", work_s=10 * _MINUTE, handle_s=30 * _MINUTE, full_s=24 * _HOUR,
            lowest_c=5.0, density_kg_m3=1050.0,
        ),
    )
}  # fmt: skip


def find_glue(key: str, own: dict[str, Glue] | None = None) -> Glue:
    """A glue by its key, one's own first; raises RocketryError for one that is not in the library."""
    found = (own or {}).get(key) or GLUES.get(key)
    if found is None:
        raise RocketryError("glue", f"{key!r} is not in the library; one of {', '.join({**GLUES, **(own or {})})}")
    return found
