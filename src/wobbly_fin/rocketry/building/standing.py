"""The assembly as it stands when a step begins, cut open: what moves and its way in, where hands go, what is out of reach afterwards.

[mm], x to the right, y up; the tail lies to the right.
"""

from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.assembly.pieces import Piece, pieces_of
from wobbly_fin.rocketry.assembly.stand import Stand, Way
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.step import Plan, Step
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.templates.picture import Filled, Picture
from wobbly_fin.rocketry.templates.template import Path, Point, Words

_CELLS = 48
_INSIDE = ("fillet_inside", "fit_nut", "glue_in")
_STUFF = {"tube": "paper", "core": "paper", "disc": "ring", "block": "wood", "lump": "tape"}


@dataclass(frozen=True, slots=True)
class _Scene:
    """What is drawn. [m]

    Attributes
    ----------
    stays, moves : sequence of Piece
        What lies there, and what is put to it.
    shift_m : float
        How far aft of its place what moves is drawn; 0 for what is put on from outside.
    """

    stays: Sequence[Piece]
    moves: Sequence[Piece]
    shift_m: float
    ways: Sequence[tuple[float, Way]]
    shut: Sequence[tuple[float, float, float, float]]


def is_drawn(bench: Bench, step: Step) -> bool:
    """Whether a step does anything that shows in the section: what is done on the open bench, or on the skin, does not."""
    if step.reaches and step.work in _INSIDE:
        return True
    shown = {p.part for p in pieces_of(bench.layout)}
    return any(j.slides or j.part in shown for j in step.joins)


def standing_picture(bench: Bench, plan: Plan, step: Step, done: Collection[str] = ()) -> Picture | None:
    """The assembly when a step begins; None for one that neither fixes nor reaches anything inside.

    What is fixed then is what is done (`done`: keys of steps) and what the step waits for; of a step that is done itself, what came before it.
    """
    if not is_drawn(bench, step):
        return None
    place = {s.key: n for n, s in enumerate(plan.steps)}
    came = _earlier(plan, step)
    came |= {k for k in done if k in place and (step.key not in done or place[k] < place[step.key])}
    stand = Stand.of(bench.layout).after(j for s in plan.steps if s.key in came and s.key != step.key for j in s.joins)
    scene = _scene(bench, stand, step)
    if not scene.stays and not scene.moves:
        return None
    return _drawn(bench, step, scene)


def _earlier(plan: Plan, step: Step) -> set[str]:
    """Everything a step waits for, by whatever chain."""
    of, seen, stack = plan.of, set[str](), [step.key]
    while stack:
        here = of.get(stack.pop())
        new = [link.key for link in here.after if link.key not in seen] if here is not None else []
        seen.update(new)
        stack += new
    return seen


def _scene(bench: Bench, stand: Stand, step: Step) -> _Scene:
    moving: frozenset[int] = frozenset()
    shift = 0.0
    base = step.joins[0].to if step.joins else step.reaches[0].part
    for join in step.joins:
        moving |= stand.group(join.part)
    still = stand.group(base) - moving
    stays, moves = stand.pieces_in(still), stand.pieces_in(moving)
    if step.joins and step.joins[0].slides and moves and stays:
        join = step.joins[0]
        hits = stand.hits(join.part, join.to)
        gap = 0.15 * (max(p.aft_m for p in moves) - min(p.fore_m for p in moves))
        shifts = {
            "aft": max(p.aft_m for p in stays) - min(p.fore_m for p in moves) + gap,
            "fore": min(p.fore_m for p in stays) - max(p.aft_m for p in moves) - gap,
        }
        # From the nearer of the ends it gets in by.
        shift = min((shifts[end] for end in join.ends if hits[end] is None), key=abs, default=shifts[join.ends[0]])
    ways = []
    for reach in () if shift else step.reaches:
        open_ = [w for w in stand.ways(reach.part, reach.at_m) if w.far_m <= bench.schools.hands.reach_m(reach.tool, w.gap_m)]
        if open_:
            ways.append((reach.at_m, min(open_, key=lambda w: w.far_m)))
    return _Scene(stays, moves, shift, ways, tuple(_shut(bench, stand, step, still | moving)))


def _shut(bench: Bench, stand: Stand, step: Step, parts: frozenset[int]) -> Iterator[tuple[float, float, float, float]]:
    """Room that a stick reaches before a step and not after it: from, to, and between which distances from the axis. [m]"""
    if not step.joins:
        return
    after, hands = stand.after(step.joins), bench.schools.hands
    tubes = [p for p in stand.pieces_in(parts) if p.kind == "tube"]
    if not tubes:
        return
    low, high = min(p.fore_m for p in tubes), max(p.aft_m for p in tubes)
    for n in range(_CELLS):
        fore, aft = low + (high - low) * n / _CELLS, low + (high - low) * (n + 1) / _CELLS
        here = (fore + aft) / 2
        round_ = [p for p in tubes if p.fore_m < here < p.aft_m]
        if not round_:
            continue
        wall = min(round_, key=lambda p: p.inner_m)
        was = any(stand.reaches(p.part, here, "stick", hands) for p in round_)
        if was and not after.reaches(wall.part, here, "stick", hands):
            cores = [p.outer_m for p in stand.pieces_in(parts) if p.kind == "core" and p.fore_m < here < p.aft_m]
            yield fore, aft, max(cores, default=0.0), wall.inner_m


def _drawn(bench: Bench, step: Step, scene: _Scene) -> Picture:
    low, high = _window(scene)
    paths, filled = list[Path](), list[Filled]()
    for piece in scene.stays:
        _piece(piece, 0.0, low, high, _STUFF[piece.kind], paths, filled)
    for fore, aft, inner, outer in scene.shut:
        for sign in (1, -1) if inner > 0 else (1,):
            bottom = inner if inner > 0 else -outer
            if aft > low and fore < high:
                filled.append(Filled(stuff="shut", points=_box(max(fore, low), sign * bottom, min(aft, high), sign * outer)))
    for piece in scene.moves:
        if piece.inner_m > 0 and piece.kind in ("tube", "core"):
            hollow = Piece(piece.part, piece.kind, piece.fore_m, piece.aft_m, 0.0, piece.inner_m)
            _piece(hollow, scene.shift_m, low, high, "ghost", [], filled)
        _piece(piece, scene.shift_m, low, high, "moving", paths, filled)
    across = max([p.outer_m for p in (*scene.stays, *scene.moves)], default=0.01) * 1000
    size = max((high - low) * 1000 * 0.03, 2.0)
    words, y = list[Words](), -across - size * 1.8
    if scene.shift_m:
        middle = sum(p.fore_m + p.aft_m for p in scene.moves) / (2 * len(scene.moves)) * 1000
        paths += _arrow((middle + scene.shift_m * 1000, y), (middle, y), size)
        words.append(Words(at=(middle + scene.shift_m * 500, y - size * 1.2), text=say("standing-slides"), size=size))
    for at, way in scene.ways:
        if way.far_m > 0:
            end = at - way.far_m if way.end == "fore" else at + way.far_m
            start = end + (-1 if way.end == "fore" else 1) * size * 2e-3
            paths += _arrow((start * 1000, y), (at * 1000, y), size)
            words.append(
                Words(at=((start + at) * 500, y - size * 1.2), text=say("standing-reach", far=bench.size(way.far_m)), size=size)
            )
    if scene.shut:
        words.append(
            Words(
                at=((low + high) * 500, across + size * 1.2),
                text=say("standing-shut"),
                size=size,
            )
        )
    words.append(Words(at=(high * 1000 + size, across + size * 1.2), text=say("standing-tail"), size=size))
    return Picture(says=_says(bench, step, scene), paths=tuple(paths), filled=tuple(filled), words=tuple(words))


def _window(scene: _Scene) -> tuple[float, float]:
    """What of the axis is shown: where something happens, and a little round it. [m]"""
    every = [*scene.stays, *scene.moves]
    happens = [x for p in scene.moves for x in (p.fore_m, p.aft_m, p.fore_m + scene.shift_m, p.aft_m + scene.shift_m)]
    happens += [x for at, w in scene.ways for x in (at, at - w.far_m if w.end == "fore" else at + w.far_m)]
    happens += [x for fore, aft, _, _ in scene.shut for x in (fore, aft)]
    if not happens:
        happens = [x for p in every for x in (p.fore_m, p.aft_m)]
    room = 1.5 * max(p.outer_m for p in every)
    return min(happens) - room, max(happens) + room


def _piece(piece: Piece, shift: float, low: float, high: float, stuff: str, paths: list[Path], filled: list[Filled]) -> None:
    fore, aft = max(piece.fore_m + shift, low), min(piece.aft_m + shift, high)
    if aft <= fore:
        return
    for sign in (1, -1) if piece.inner_m > 0 else (1,):
        bottom = piece.inner_m if piece.inner_m > 0 else -piece.outer_m
        points = _box(fore, sign * bottom, aft, sign * piece.outer_m)
        filled.append(Filled(stuff=stuff, points=points))
        paths.append(Path(points=points, closed=True))


def _box(fore: float, low: float, aft: float, high: float) -> tuple[Point, ...]:
    left, right, bottom, top = fore * 1000, aft * 1000, low * 1000, high * 1000
    return ((left, bottom), (right, bottom), (right, top), (left, top))


def _arrow(start: Point, end: Point, size: float) -> list[Path]:
    back = size * 0.8 * (1 if start[0] > end[0] else -1)
    return [
        Path(points=(start, end), layer="mark"),
        Path(points=((end[0] + back, end[1] + size * 0.45), end, (end[0] + back, end[1] - size * 0.45)), layer="mark"),
    ]


def _says(bench: Bench, step: Step, scene: _Scene) -> str:
    layout = bench.layout
    lines = []
    if scene.moves:
        moved = layout.placed[step.joins[0].part].part.called
        into = layout.placed[step.joins[0].to].part.called
        lines.append(say(f"standing-moves-{'in' if scene.shift_m else 'on'}", part=moved, into=into))
    for _, way in scene.ways:
        if way.far_m > 0:
            lines.append(say("standing-says-reach", far=bench.size(way.far_m), end=way.end))
    if scene.shut:
        lines.append(say("standing-says-shut"))
    return " ".join(dict.fromkeys(lines)) or say("standing-says-open")
