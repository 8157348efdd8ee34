"""How a rocket is built, proven: the document `wobbly plan` reads, and its answer."""

from typing import Any

from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.assembly.explain import mend_sentence, problem_sentence
from wobbly_fin.rocketry.assembly.problems import Problem
from wobbly_fin.rocketry.assembly.stand import Hands
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.glues import find_glue
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.building.step import Step
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice
from wobbly_fin.rocketry.units.parse import parse


class SchoolsDocument(Document):
    """How somebody builds, as the form keeps it: choices, and texts as typed; what is left out is as usual."""

    inside: str | None = None
    jig: str = ""
    origin: str = ""
    fillers: bool = True
    coats: str | int | None = None
    structural: str = ""
    fillets: str = ""
    temperature: str | Number = ""
    spacing: str = ""
    lines: str = ""
    hand: str | Number = ""
    finger: str | Number = ""

    def to_schools(self, units: UnitChoice = METRIC) -> Schools:
        """The core's; raises RocketryError naming the box at fault."""
        coats = "" if self.coats is None else str(self.coats).strip()
        if coats and not (coats.isascii() and coats.isdigit() and len(coats) < 3):
            raise RocketryError("coats", f"{coats[:20]!r} is no number of coats; write 0 to 8, or leave it empty")
        usual = Hands()
        return Schools(
            inside=self.inside or None,  # type: ignore[arg-type]
            jig=self.jig or "all",  # type: ignore[arg-type]
            origin=self.origin or "scratch",  # type: ignore[arg-type]
            fillers=self.fillers,
            coats=int(coats) if coats else None,
            structural=self.structural,
            fillets=self.fillets,
            temperature_c=_typed(self.temperature, "temperature", "temperature", units, 20.0),
            spacing=self.spacing or "apart",  # type: ignore[arg-type]
            lines=self.lines or "neighbours",  # type: ignore[arg-type]
            hands=Hands(
                hand_m=_typed(self.hand, "hand", "short_length", units, usual.hand_m),
                finger_m=_typed(self.finger, "finger", "short_length", units, usual.finger_m),
            ),
        )

    def checked(self) -> Schools:
        """The same, with glues that the library has."""
        schools = self.to_schools()
        for name in ("structural", "fillets"):
            if getattr(schools, name):
                within(name, find_glue, getattr(schools, name), {})
        return schools


def _typed(told: str | float, name: str, quantity: str, units: UnitChoice, usual: float) -> float:
    """A figure as typed, or in SI and °C where it is a number."""
    if isinstance(told, float | int):
        return float(told)
    return parse(told, quantity, units, name=name).si if told.strip() else usual  # type: ignore[arg-type]


class PlanDocument(Document):
    """A rocket, and how its owner builds."""

    rocket: dict[str, Any]
    schools: SchoolsDocument = SchoolsDocument()

    def to_file(self) -> RocketFile:
        """The rocket file; raises RocketryError where it has no stages, or pydantic's error at another field."""
        if "stages" not in self.rocket:
            raise RocketryError("rocket.stages", "is missing: a plan is made of a rocket’s parts")
        return within("rocket", read_rocket_file, self.rocket)

    def answer(self) -> dict[str, Any]:
        """The plan."""
        file = self.to_file()
        schools = within("schools", self.schools.checked)
        recovery = within("rocket", file.to_recovery_plan)
        bench = within("rocket", Bench.of, within("rocket", file.to_airframe), schools, None, METRIC, recovery)
        plan = build_plan(bench)
        return {
            "steps": [step_answer(s, bench) for s in plan.steps],
            "buildable": plan.buildable,
            "problems": [problem_answer(p, bench.layout) for p in plan.problems],
            "remarks": plan.remarks,
        }


def step_answer(step: Step, bench: Bench) -> dict[str, Any]:
    """A step as the contract has it."""
    glue = bench.glue(step.gluing.key).caution if step.gluing is not None and step.gluing.key else ""
    cautions = [c for c in (step.caution, glue) if c]
    return {
        "id": step.key,
        "work": step.work,
        "title": step.title,
        "parts": [bench.layout.placed[n].part.id for n in step.parts],
        "hands_on_min": step.hands_on_s / 60,
        "cure_min": step.cure_s / 60,
        "after": [link.key for link in step.after],
        "because": {link.key: link.because for link in step.after if link.because},
        "before": {link.key: link.because for link in step.before},
        "lines": list(step.lines),
        "cautions": list(dict.fromkeys(cautions)),
        "inspect": step.inspect,
    }


def problem_answer(problem: Problem, layout: Layout, units: UnitChoice = METRIC) -> dict[str, Any]:
    """What no order can mend, and what would."""
    return {
        "code": problem.code,
        "parts": [layout.placed[n].part.id for n in problem.parts],
        "reason": problem_sentence(problem, layout, units),
        "change": mend_sentence(problem, layout, units),
    }
