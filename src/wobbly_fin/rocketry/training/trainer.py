"""Seven questions and their answers, each worked out: five labels, one delay, one bay.

Nothing is scored kindly: guessing among four gets one in four right, and the score says so.
"""

import random
from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.classes import ImpulseClass, impulse_class
from wobbly_fin.rocketry.motors.labels import MotorLabel, decode
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.motors.typical import typical_motor
from wobbly_fin.rocketry.recovery.quiz import quiz
from wobbly_fin.rocketry.templates.picture import Picture

QUESTIONS, CHOICES = 7, 4
_LETTERS = ("A", "B", "C", "D", "E", "F", "G")


@dataclass(frozen=True, slots=True, kw_only=True)
class Task:
    """One question. Either `options` are words, or `pictures` are drawings; `right` is the place of the right one."""

    topic: str
    ask: str
    options: tuple[str, ...]
    pictures: tuple[Picture, ...]
    right: int
    why: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Score:
    """How many were right, and what that is worth."""

    right: int
    of: int
    sentence: str


def tasks(seed: int) -> tuple[Task, ...]:
    """The same questions for the same seed, in an order that leads from the label to the bay."""
    draw = random.Random(seed)
    singles = _made_up(draw)
    asked = [make(draw.choice(singles), draw) for make in (_class, _thrust, _delay)]
    return (*asked, _strongest(singles, draw), _hidden(draw), _which_delay(singles, draw), _bay(seed))


def _made_up(draw: random.Random) -> list[Motor]:
    """Labels nobody sells, as good as any to read: three of each letter, burning as is usual for it."""
    found = []
    for letter in _LETTERS:
        top = impulse_class(letter).max_n_s
        for low, high in ((0.35, 0.6), (0.7, 1.2), (1.4, 2.4)):
            thrust = max(2, round(top / 1.6 * draw.uniform(low, high)))
            found.append(typical_motor(f"{letter}{thrust}", delays_s=(3.0, 5.0, 7.0) if top < 80 else (4.0, 7.0, 10.0)))
    return found


def mark(seed: int, answers: Sequence[int]) -> Score:
    """Count what is right; places out of range, and questions left out, are wrong."""
    right = sum(task.right == answer for task, answer in zip(tasks(seed), answers, strict=False))
    if right == QUESTIONS:
        said = "All of them: labels, delay and bay sit. Real motors still stray from theirs; read the maker’s sheet."
    elif right <= QUESTIONS / CHOICES + 1:
        said = f"{right} of {QUESTIONS}: about what guessing gets. Read the reasons, then try others."
    else:
        said = f"{right} of {QUESTIONS}: read the reasons beside the rest, then try others."
    return Score(right=right, of=QUESTIONS, sentence=said)


def _task(draw: random.Random, topic: str, ask: str, right: str, wrong: Sequence[str], why: str) -> Task:
    options = [right, *list(dict.fromkeys(w for w in wrong if w != right))[: CHOICES - 1]]
    draw.shuffle(options)
    return Task(topic=topic, ask=ask, options=tuple(options), pictures=(), right=options.index(right), why=why)


def _of_class(c: ImpulseClass) -> str:
    return f"{c.min_n_s:g} to {c.max_n_s:g} N·s"


def _said(motor: Motor, draw: random.Random) -> MotorLabel:
    return decode(f"{motor.decoded.base}-{draw.choice(motor.delays_s):g}")


def _class(motor: Motor, draw: random.Random) -> Task:
    label = _said(motor, draw)
    here = _LETTERS.index(label.impulse_class.name)
    near = sorted((i for i in range(len(_LETTERS)) if i != here), key=lambda i: (abs(i - here), i))
    return _task(
        draw, "label", f"What total impulse does the letter of {label.text} allow?", _of_class(label.impulse_class),
        [_of_class(impulse_class(_LETTERS[i])) for i in near],
        f"{label.impulse_class.name} is {_of_class(label.impulse_class)}, and every letter holds twice what the one before holds: "
        f"A ends at 2.5 N·s. (NFPA 1125, from memory.)",
    )  # fmt: skip


def _thrust(motor: Motor, draw: random.Random) -> Task:
    label = _said(motor, draw)
    thrust, delay, top = label.average_thrust_n, label.delay_s or 0.0, label.impulse_class.max_n_s
    return _task(
        draw, "label", f"How hard does {label.text} push, on average?", f"{thrust:g} N",
        [f"{delay:g} N", f"{top:g} N", f"{thrust * 9.81:.0f} N", f"{thrust + 10:g} N"],
        f"The figure behind the letter is the average thrust in newtons: {thrust:g} N. "
        "Five times the weight at liftoff, or more, is common practice.",
    )  # fmt: skip


def _delay(motor: Motor, draw: random.Random) -> Task:
    label = _said(motor, draw)
    d = f"{label.delay_s or 0:g} s"
    return _task(
        draw, "label", f"When does {label.text} fire its ejection charge?", f"{d} after burnout",
        [f"{d} after ignition", f"{d} after apogee", f"{d} after liftoff"],
        f"The figure behind the dash counts from burnout, not from ignition: the propellant burns first, then the delay for about {d}.",
    )  # fmt: skip


def _strongest(singles: Sequence[Motor], draw: random.Random) -> Task:
    chosen: dict[str, Motor] = {}
    for motor in draw.sample(list(singles), len(singles)):
        chosen.setdefault(motor.decoded.impulse_class.name, motor)
    four = sorted(draw.sample(sorted(chosen, key=_LETTERS.index), CHOICES), key=_LETTERS.index)
    labels = [chosen[name].decoded.base for name in four]
    return _task(
        draw, "label", "Which of these four carries the most total impulse?", labels[-1], labels[:-1],
        f"The letter tells the impulse, the figure only how hard it is spent: {labels[-1]} has the latest letter of the four.",
    )  # fmt: skip


def _hidden(draw: random.Random) -> Task:
    label = f"{draw.choice('ABCD')}{draw.randint(3, 14)}-0"
    return _task(
        draw, "label", f"What is {label}?", "a booster: no delay, it lights the stage above",
        ["a motor that fires its charge at liftoff", "a motor without any propellant left", "a motor whose delay the flyer sets"],
        "A zero behind the dash is no delay at all: at burnout it lights the stage above. Alone in a rocket it brings nothing down.",
    )  # fmt: skip


def _which_delay(singles: Sequence[Motor], draw: random.Random) -> Task:
    """A rocket for which the delays on sale differ enough to be told apart."""
    for _ in range(60):
        motor = draw.choice([m for m in singles if len(m.delays_s) >= 3])
        rocket = QuickRocket(
            mass_kg=motor.curve.average_thrust_n / STANDARD_GRAVITY_M_S2 / draw.uniform(7.0, 16.0), diameter_m=max(1.3 * motor.diameter_m, 0.02),
            cd=round(draw.uniform(0.5, 0.8), 2), canopy=Canopy(kind="flat", diameter_m=0.4),
        )  # fmt: skip
        flight = fly(rocket, motor, None, Site())
        best = flight.optimum_delay_s
        if not flight.lifted or best is None:
            continue
        delays = sorted(motor.delays_s, key=lambda d: abs(d - best))
        if abs(delays[0] - best) < 0.6 and abs(delays[1] - best) > 1.0:
            break
    else:  # pragma: no cover - none of sixty draws has ever been without
        raise AssertionError("no rocket tells the delays of a motor apart")
    about = f"{1000 * rocket.mass_kg:.0f} g without its motor, {1000 * rocket.diameter_m:.0f} mm across, Cd {rocket.cd:g}"
    return _task(
        draw, "delay", f"A rocket of {about} coasts {best:.1f} s from burnout to the top on a {motor.decoded.base}. Which delay?",
        f"{delays[0]:g} s", [f"{d:g} s" for d in delays[1:]],
        f"Flown, not guessed: the top comes {best:.1f} s after burnout, so {delays[0]:g} s opens {abs(delays[0] - best):.1f} s "
        f"{'after' if delays[0] >= best else 'before'} it, slowest and highest. Real delays stray by a second or more.",
    )  # fmt: skip


def _bay(seed: int) -> Task:
    asked = quiz(seed)
    return Task(
        topic="packing", ask="Which of these four is packed wrong?", options=tuple(f"drawing {i + 1}" for i in range(len(asked.pictures))),
        pictures=asked.pictures, right=asked.wrong, why=asked.why,
    )  # fmt: skip
