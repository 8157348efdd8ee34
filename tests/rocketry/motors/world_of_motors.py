"""Motors as they are sold, drawn by chance within bounds: what guesses from a label are held against.

The bounds are ours, from common practice, no source; they were written before the guesses and are not to be fitted to them. A motor's own
maker is free within them: how full of its class it is, how hard it pushes, how heavy its case is.
"""

import math
import random
from dataclasses import dataclass

from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.motors.classes import impulse_class
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import Motor

G = 9.80665
# (propellant, case): classes; how full of the class at least; burn time; specific impulse; case mass over D^1.5 L [g/cm^2.5]; sizes (D, L) [mm]
BLACK, SINGLE, RELOAD = ("black powder", "single-use"), ("composite", "single-use"), ("composite", "reload")
CLASSES = {
    BLACK: ("1/2A", "A", "B", "C", "D", "E"),
    SINGLE: ("C", "D", "E", "F", "G", "H"),
    RELOAD: ("D", "E", "F", "G", "H", "I", "J", "K"),
}
FULL_FROM = {BLACK: 0.75, SINGLE: 0.55, RELOAD: 0.55}
BURN_S = {BLACK: (0.25, 3.2), SINGLE: (0.7, 4.5), RELOAD: (0.7, 5.0)}
ISP_S = {BLACK: (70.0, 95.0), SINGLE: (165.0, 225.0), RELOAD: (165.0, 225.0)}
CASE = {BLACK: (0.52, 0.82), SINGLE: (0.60, 1.05), RELOAD: (0.95, 1.95)}
SIZES = {
    BLACK: ((13, 45), (18, 70), (24, 70), (24, 95)),
    SINGLE: ((18, 52), (18, 70), (24, 70), (24, 95), (29, 98), (29, 124), (29, 180)),
    RELOAD: ((18, 70), (24, 70), (24, 95), (29, 98), (29, 124), (29, 192), (38, 150), (38, 190), (38, 245), (38, 300), (54, 240), (54, 326), (54, 430), (54, 492)),
}  # fmt: skip
FILL = (
    0.06,
    0.62,
)  # of the case's outside volume that is propellant, at 1,700 kg/m³: less is sold in the smallest letters of a size
LABEL_OFF = 0.08  # by how much a label's thrust may be off before it is rounded


@dataclass(frozen=True, kw_only=True)
class Sold:
    """A motor with its full data, and a rocket somebody would fly it in."""

    motor: Motor
    rocket: QuickRocket
    kind: tuple[str, str]


def draw(rng: random.Random) -> Sold:
    """One motor with a rocket round it."""
    while True:
        kind = rng.choice((BLACK, SINGLE, RELOAD))
        letter = impulse_class(rng.choice(CLASSES[kind]))
        low = FULL_FROM[kind]
        # Makers fill a class: the share is likelier the fuller.
        impulse = letter.max_n_s * (low + (1 - low) * math.sqrt(rng.random()))
        burn = math.exp(rng.uniform(*(math.log(b) for b in BURN_S[kind])))
        propellant = impulse / (G * rng.uniform(*ISP_S[kind]))
        fitting = [s for s in SIZES[kind] if FILL[0] < propellant / 1700 / (math.pi / 4 * s[0] ** 2 * s[1] * 1e-9) < FILL[1]]
        if not fitting:
            continue
        d, length = rng.choice(fitting)
        case = rng.uniform(*CASE[kind]) * (d / 10) ** 1.5 * (length / 10) / 1000
        average = impulse / burn
        printed = max(1, round(average * rng.uniform(1 - LABEL_OFF, 1 + LABEL_OFF)))
        motor = Motor(
            label=f"{letter.name}{printed}-4", diameter_m=d / 1000, length_m=length / 1000, total_mass_kg=case + propellant,
            propellant_mass_kg=propellant, curve=_curve(rng, impulse, burn), delays_s=(4.0,), propellant=kind[0], case=kind[1],  # type: ignore[arg-type]
        )  # fmt: skip
        rocket = QuickRocket(
            mass_kg=motor.total_mass_kg * rng.uniform(0.9, 3.5),
            diameter_m=d / 1000 * rng.uniform(1.3, 2.6),
            cd=rng.uniform(0.4, 0.8),
        )
        if average > 5 * G * (rocket.mass_kg + motor.total_mass_kg):
            return Sold(motor=motor, rocket=rocket, kind=kind)


def _curve(rng: random.Random, impulse_n_s: float, burn_s: float) -> ThrustCurve:
    """Any plausible shape with that area and burn time: corners by chance."""
    peak, at, level = rng.uniform(1.1, 2.2), rng.uniform(0.02, 0.3), rng.uniform(0.6, 1.2)
    times = [0.0, at, min(0.9, at + rng.uniform(0.05, 0.3)), 0.95, 1.0]
    thrust = [0.0, peak, level, level * rng.uniform(0.5, 1.1), 0.0]
    area = sum((t1 - t0) * (a + b) / 2 for t0, t1, a, b in zip(times, times[1:], thrust, thrust[1:], strict=False))
    size = impulse_n_s / burn_s / area
    return ThrustCurve.from_samples([(t * burn_s, f * size) for t, f in zip(times, thrust, strict=True)])
