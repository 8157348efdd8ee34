"""A rocket that is there, changed by a wish: which few changes make it fly higher, land softer, stay inside, take that motor.

Steps are the ones a builder would try, our own choice; each try is flown and judged as the whole rocket would be. A change a finished rocket
takes comes before one that means cutting, and one change before two.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from functools import singledispatch
from itertools import combinations, pairwise
from typing import Literal

from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.parts import BodyTube, CanopyPack, FinSet, Part
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.errors import RocketryError, require_finite

WishKind = Literal["higher", "height", "margin", "landing", "inside", "motor"]
TurnKind = Literal["motor", "canopy", "hole", "ballast", "span", "root", "edges", "thickness", "length"]
_MOST, _PAIRED, _NEAR = 4, 7, 0.03
_TO_M = 0.001  # as closely as one cuts
_CANOPIES, _HOLES, _BALLAST = (0.7, 0.85, 1.2, 1.45), (0.2, 0.3), (0.04, 0.1, 0.2, 0.35)
_SPANS, _ROOTS, _LENGTHS = (0.75, 0.87, 1.15, 1.3), (0.85, 1.2), (1.2, 1.4)
_SHEETS_M = (0.0015, 0.0023, 0.0031, 0.0041, 0.0062)
_EDGES = ("square", "rounded", "airfoil")
# What a rocket that is built and painted takes.
FINISHED: frozenset[TurnKind] = frozenset({"motor", "canopy", "hole", "ballast"})
# How much work each is, least first: our own order.
_WORK: tuple[TurnKind, ...] = ("motor", "hole", "canopy", "ballast", "edges", "span", "root", "thickness", "length")


@dataclass(frozen=True, slots=True, kw_only=True)
class Turn:
    """One change: of a part's figure [m], of ballast added in the nose [kg], or of the motor, by its key."""

    kind: TurnKind
    part: int | None = None
    field: str = ""
    value: float | str = 0.0
    motor: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Want:
    """What is wanted; `value`: metres more or in all, calibres, m/s; nothing for the field or a motor.

    Raises
    ------
    OutOfRangeError
    """

    kind: WishKind
    value: float = 0.0
    motor: str = ""

    def __post_init__(self) -> None:
        low, high = {
            "higher": (-5000.0, 5000.0),
            "height": (5.0, 30_000.0),
            "margin": (0.3, 8.0),
            "landing": (0.5, 30.0),
            "inside": (0.0, 0.0),
            "motor": (0.0, 0.0),
        }[self.kind]
        require_finite("value", self.value, low, high)


@dataclass(frozen=True, slots=True, kw_only=True)
class Way:
    """A few changes, and what it flies like then."""

    turns: tuple[Turn, ...]
    after: Candidate

    @property
    def finished(self) -> bool:
        """Whether a built rocket takes them all."""
        return all(t.kind in FINISHED for t in self.turns)

    @property
    def cost(self) -> tuple[bool, int, int, bool]:
        """What is put first: least when smallest."""
        return not self.finished, len(self.turns), sum(_WORK.index(t.kind) for t in self.turns), self.after.settled != "good"


@dataclass(frozen=True, slots=True, kw_only=True)
class Ways:
    """What was found; `met`: it does already. `nearest`: of what does not do, the change that comes nearest."""

    found: tuple[Way, ...]
    met: bool = False
    nearest: Way | None = None


Fly = Callable[[Sequence[Turn]], Candidate | None]
Settle = Callable[[Candidate], Candidate]


def ways(want: Want, airframe: Airframe, now: Candidate, motors: Sequence[str], fly: Fly, settle: Settle) -> Ways:
    """Sets of changes that meet a wish and pass all that can be judged, the least work first.

    Parameters
    ----------
    now : Candidate
        As it flies today; on the motor that is wished for, where one is.
    motors : sequence of str
        Keys of motors it may fly on instead.
    fly : callable
        The rocket with changes, flown with the best delay and judged without its cloud; None where it cannot be.
    settle : callable
        Judges one alone, its cloud of landings with it.
    """
    aim = _aim(want, now)
    if _miss(want, aim, now) <= 0 and (settled := _fit(now, settle)) is not None:
        return Ways(found=(Way(turns=(), after=settled),), met=True)
    single: list[tuple[float, Turn, Candidate]] = []
    for turn in _turns(airframe, now, motors):
        after = fly([turn])
        if after is not None:
            single.append((_miss(want, aim, after), turn, after))
    for turn in _between(want, aim, airframe, now, single):
        after = fly([turn])
        if after is not None:
            single.append((_miss(want, aim, after), turn, after))
    found = [Way(turns=(t,), after=settled) for miss, t, c in single if miss <= 0 and (settled := _fit(c, settle)) is not None]
    if len(found) < _MOST:
        near = _nearest(single)
        for a, b in combinations(near, 2):
            if a.kind == b.kind:
                continue
            after = fly([a, b])
            if after is not None and _miss(want, aim, after) <= 0 and (settled := _fit(after, settle)) is not None:
                found.append(Way(turns=(a, b), after=settled))
                if len(found) >= 2 * _MOST:
                    break
    if found:
        return Ways(found=tuple(_different(sorted(found, key=lambda w: w.cost)))[:_MOST])
    best = min(single, key=lambda each: max(each[0], 0.0) + 0.05 * len(each[2].against), default=None)
    if best is None:
        return Ways(found=())
    # What passes by itself may still land outside.
    return Ways(found=(), nearest=Way(turns=(best[1],), after=best[2] if best[2].against else settle(best[2])))


def _aim(want: Want, now: Candidate) -> float:
    return (now.flight.apogee_altitude_m or 0.0) + want.value if want.kind == "higher" else want.value


def _miss(want: Want, aim: float, after: Candidate) -> float:
    """How far off it is, as a share of what is wanted; nought or less: met."""
    flight, margins = after.flight, after.case.margins
    height = flight.apogee_altitude_m or 0.0
    match want.kind:
        case "higher" if want.value < 0:
            return height / max(aim, 1.0) - 1
        case "higher":
            return 1 - height / max(aim, 1.0)
        case "height":
            return abs(height / aim - 1) - _NEAR
        case "margin":
            found = margins.on_pad if margins is not None else None
            return 1.0 if found is None else 1 - found / aim
        case "landing":
            return 1.0 if flight.descent_rate_m_s is None else flight.descent_rate_m_s / aim - 1
        case _:
            # Whether it lands inside, or takes the motor, its tests say.
            return 0.0 if not after.against else 0.1 * len(after.against)


def _measured(want: Want, found: Candidate) -> float | None:
    """The figure a wish is about; None for wishes that are none."""
    if want.kind in ("higher", "height"):
        return found.flight.apogee_altitude_m
    if want.kind == "margin":
        return found.case.margins.on_pad if found.case.margins is not None else None
    return found.flight.descent_rate_m_s if want.kind == "landing" else None


def _between(
    want: Want, aim: float, airframe: Airframe, now: Candidate, single: Sequence[tuple[float, Turn, Candidate]]
) -> Iterator[Turn]:
    """Where two steps of one figure lie on either side of what is wanted, the one between them that should just meet it."""
    steps: dict[tuple[TurnKind, int | None, str], list[tuple[float, float]]] = {}
    for _, turn, after in single:
        told = _measured(want, after)
        if told is not None and isinstance(turn.value, float) and turn.kind != "motor":
            steps.setdefault((turn.kind, turn.part, turn.field), []).append((turn.value, told))
    base = _measured(want, now)
    for (kind, part, field), tried in steps.items():
        was = 0.0 if part is None else getattr(list(airframe.parts)[part], field) or 0.0
        points = sorted([*tried, *([(was, base)] if base is not None else [])])
        for (a, at_a), (b, at_b) in pairwise(points):
            if (at_a - aim) * (at_b - aim) < 0:
                # A little beyond, on the side that meets it.
                over = (
                    {"landing": -0.01, "margin": 0.01}.get(want.kind, 0.01 if want.value >= 0 else -0.01)
                    if want.kind != "height"
                    else 0.0
                )
                share = (aim * (1 + over) - at_a) / (at_b - at_a)
                value = a + min(max(share, 0.0), 1.0) * (b - a)
                yield Turn(
                    kind=kind,
                    part=part,
                    field=field,
                    value=round(value, 4) if kind == "ballast" else round(value / _TO_M) * _TO_M,
                )


def _fit(after: Candidate, settle: Settle) -> Candidate | None:
    if after.against:
        return None
    settled = settle(after)
    return None if settled.settled == "no" else settled


def _nearest(single: Sequence[tuple[float, Turn, Candidate]]) -> list[Turn]:
    """The change of each part's figure that comes nearest, whether it passes or not."""
    best: dict[tuple[str, int | None], tuple[float, Turn]] = {}
    for miss, turn, after in single:
        worth = max(miss, 0.0) + 0.05 * len(after.against)
        key = (turn.kind, turn.part)
        if key not in best or worth < best[key][0]:
            best[key] = (worth, turn)
    return [t for _, t in sorted(best.values(), key=lambda pair: pair[0])][:_PAIRED]


def _different(found: Sequence[Way]) -> Iterator[Way]:
    """No two of the same kinds, and none that only adds to one before it."""
    seen: list[frozenset[str]] = []
    for way in found:
        kinds = frozenset(f"{t.kind} {t.part}" for t in way.turns)
        if not any(s <= kinds for s in seen):
            seen.append(kinds)
            yield way


def _turns(airframe: Airframe, now: Candidate, motors: Sequence[str]) -> Iterator[Turn]:
    """Every single change worth trying."""
    for key in motors:
        yield Turn(kind="motor", motor=key)
    for index, part in enumerate(airframe.parts):
        yield from (replace(t, part=index) for t in _tries(part))
    mass = now.configuration.mass_kg
    for share in _BALLAST:
        yield Turn(kind="ballast", value=round(mass * share, 3 if mass > 0.1 else 4))


@singledispatch
def _tries(part: Part) -> Iterator[Turn]:
    """What of a part is tried otherwise; of most kinds nothing."""
    return iter(())


@_tries.register
def _canopies(part: CanopyPack) -> Iterator[Turn]:
    if not part.diameter_m:
        return
    for share in _CANOPIES:
        yield Turn(kind="canopy", field="diameter_m", value=round(part.diameter_m * share, 2))
    for share in _HOLES:
        if part.kind == "flat" and part.diameter_m * share > part.spill_hole_m:
            yield Turn(kind="hole", field="spill_hole_m", value=round(part.diameter_m * share, 2))


@_tries.register
def _tubes(part: BodyTube) -> Iterator[Turn]:
    for share in _LENGTHS:
        yield Turn(kind="length", field="length_m", value=round(part.length_m * share, 3))


@_tries.register
def _fins(fins: FinSet) -> Iterator[Turn]:
    if fins.planform == "free" or fins.count < 3:
        return
    if fins.span_m:
        for share in _SPANS:
            yield Turn(kind="span", field="span_m", value=round(fins.span_m * share, 3))
    if fins.root_chord_m:
        for share in _ROOTS:
            yield Turn(kind="root", field="root_chord_m", value=round(fins.root_chord_m * share, 3))
    if fins.edges in _EDGES:
        for edges in _EDGES[_EDGES.index(fins.edges) + 1 :]:
            yield Turn(kind="edges", field="edges", value=edges)
    for sheet in _SHEETS_M:
        if 1.15 * fins.thickness_m < sheet < 2.2 * fins.thickness_m:
            yield Turn(kind="thickness", field="thickness_m", value=sheet)


def read_kind(kind: str) -> WishKind:
    """A kind of wish by its name; raises RocketryError for none."""
    known: dict[str, WishKind] = {k: k for k in ("higher", "height", "margin", "landing", "inside", "motor")}
    if kind not in known:
        raise RocketryError("want", f"{kind[:20]!r} is no wish; one of {', '.join(known)}")
    return known[kind]
