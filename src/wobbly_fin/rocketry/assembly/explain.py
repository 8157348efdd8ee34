"""The assembly in words."""

from collections.abc import Sequence

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.assembly.act import Act
from wobbly_fin.rocketry.assembly.order import Before
from wobbly_fin.rocketry.assembly.problems import Problem
from wobbly_fin.rocketry.assembly.stand import GIVE_M
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show


def _size(metres: float, units: UnitChoice) -> str:
    return show(metres, "short_length", units)


def names_of(layout: Layout, parts: Sequence[int]) -> list[str]:
    """What parts are called; of two with one name which is ahead of the other."""
    called = [layout.placed[n].part.called for n in parts]
    out = []
    for n, name in zip(parts, called, strict=True):
        same = [m for m, other in zip(parts, called, strict=True) if other == name and m != n]
        if not same:
            out.append(name)
        else:
            ahead = layout.placed[n].fore_m < min(layout.placed[m].fore_m for m in same)
            out.append(say("assembly-name-forward", name=name) if ahead else say("assembly-name-aft", name=name))
    return out


def problem_sentence(problem: Problem, layout: Layout, units: UnitChoice = METRIC) -> str:
    """What is wrong, with its figures."""
    names = names_of(layout, problem.parts)
    figures = {k.removesuffix("_m"): _size(v, units) for k, v in problem.values.items()}
    shut = problem.code == "sealed_in" and problem.values["bore_m"] < 1e-3
    if shut:
        return say("assembly-shut", part=names[0], other=names[1])
    return say(
        f"assembly-problem-{problem.code.replace('_', '-')}", part=names[0], other=names[1] if len(names) > 1 else "", **figures
    )


def mend_sentence(problem: Problem, layout: Layout, units: UnitChoice = METRIC) -> str:
    """The nearest change that mends it."""
    names = names_of(layout, problem.parts)
    figures = {k.removesuffix("_m"): _size(v, units) for k, v in problem.values.items()}
    return say(
        f"assembly-mend-{problem.code.replace('_', '-')}", part=names[0], other=names[1] if len(names) > 1 else "", **figures
    )


def because(link: Before, layout: Layout, then: Act, units: UnitChoice = METRIC) -> str:
    """Why a step must come before the one that would bring this about."""
    fault = link.fault
    part = layout.placed[fault.part].part.called
    if fault.hit is not None:
        return say("assembly-because-slide", part=part, by=layout.placed[fault.hit.standing].part.called)
    open_ = [w for w in fault.ways if w.gap_m > 2 * GIVE_M]
    if open_:
        way = min(open_, key=lambda w: w.far_m)
        by = layout.placed[way.narrowed_by if way.narrowed_by is not None else fault.part].part.called
        return say("assembly-because-far", far=_size(way.far_m, units), by=by)
    shut = [w.narrowed_by for w in fault.ways if w.narrowed_by is not None]
    mine = {j.part for j in then.joins}
    by = layout.placed[next((n for n in shut if n in mine), shut[-1])].part.called
    return say("assembly-because-reach", by=by)
