"""Sentences about an airframe: what its checks found, where its margin lies."""

from collections.abc import Sequence

from wobbly_fin.rocketry.airframe.aspects import without
from wobbly_fin.rocketry.airframe.balance import Balance, School
from wobbly_fin.rocketry.airframe.checks import steadied, to_be_placed
from wobbly_fin.rocketry.airframe.drag import Drag
from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.part_checks import Finding
from wobbly_fin.rocketry.airframe.parts import Part
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.words import capital


def finding_sentence(finding: Finding, layout: Layout, units: UnitChoice = METRIC) -> str:
    """A finding in words."""
    said: dict[str, str] = {}
    for name, value in finding.values.items():
        if name == "missing":
            said[name] = _missing(str(value).split())
        elif isinstance(value, str):
            said[name] = value
        elif name.endswith("_m_s"):
            said[name] = show(value, "speed", units)
        elif name.endswith("_m"):
            said[name] = show(value, "short_length", units)
        elif name.endswith("_c"):
            said[name] = f"{value:.0f}"
        else:
            said[name] = f"{value:.2g}" if name != "margin" else f"{value:.1f}"
    for name, index in (("part", finding.index), ("other", finding.other)):
        if index is not None:
            said[name] = layout.placed[index].part.called
    return capital(say(f"finding-{finding.code}", **said))


def _missing(names: Sequence[str]) -> str:
    return ", ".join(say(f"missing-{name}") for name in names)


def drag_sentence(
    coasting: float, thrusting: float, own: float | None, speed_m_s: float, units: UnitChoice = METRIC, *, taught: float = 1.0
) -> str:
    """What one drag coefficient comes to, and whose is flown; `taught` is the factor flights taught."""
    said = [say("drag-cruise", coasting=f"{coasting:.2f}", thrusting=f"{thrusting:.2f}", speed=show(speed_m_s, "speed", units))]
    if own is not None:
        said.append(say("drag-own", own=f"{own:g}"))
    percent = round(abs(taught - 1.0) * 100)
    if percent:
        cd = (coasting if own is None else own) * taught
        said.append(say("drag-taught", cd=f"{cd:.2f}", percent=percent, more=int(taught > 1.0)))
    return " ".join(said)


def outside_sentences(drag: Drag) -> list[str]:
    """What of its shape drag and balance were not made for, and from which speed on."""
    return [
        capital(say(f"drag-outside-{code.replace('_', '-')}", mach=f"{mach:g}")) for code, mach in sorted(drag.outside.items())
    ]


def alone_sentence(alone: Balance) -> str:
    """What is left of the margin once the lower stages have dropped."""
    margin = alone.margin_calibres
    return "" if margin is None else f" Once the booster has dropped: {margin:.1f}."


def balance_sentence(found: Balance, school: School, units: UnitChoice = METRIC) -> str:
    """Will it fly straight, in one sentence."""
    margin, burnt = found.margin_calibres, found.margin_burnout_calibres
    if margin is None or burnt is None:
        return "Nothing has a mass yet, so it balances nowhere. Give parts a material, or weigh them."
    verdict = found.verdict(school)
    if verdict == "unstable" and not steadied(found):
        return say("balance-unfinished", missing=_missing(to_be_placed(found)))
    with_motor = f" with {' and '.join(a.motor.name for a in found.aboard)} aboard" if found.aboard else " without a motor"
    head = {
        "unstable": "It will not fly straight", "thin": f"Thin for the {school.name}", "good": "It will fly straight",
        "stiff": "It will fly straight, and lean into wind", "unknown": "Not known yet",
    }[verdict]  # fmt: skip
    after = f", {burnt:.1f} at burnout" if found.aboard else ""
    spread = f" ± {found.sigma_calibres:.1f}" if found.sigma_calibres >= 0.05 else ""
    balance_at, push = show(found.ignition.cg_m, "short_length", units), show(found.pressure.cp_m, "short_length", units)
    return f"{head}: {margin:.1f}{spread} calibres{with_motor}{after}. It balances {balance_at} from the tip, the air pushes at {push}."


def without_sentences(kind: type[Part]) -> list[str]:
    """What is not computed of a kind of part, and why not."""
    said = []
    for why, names in without(kind).items():
        what = capital(", ".join(say(f"aspect-name-{n}") for n in names))
        said.append(say("aspect-without", what=what, why=say(f"aspect-none-{why}")))
    return said
