"""How often the next height lies in its band of nine in ten, and how wide that is, in worlds that scatter otherwise than was assumed."""

import math
import time
from dataclasses import dataclass, replace

import numpy as np

from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.learning.band import height_band
from wobbly_fin.rocketry.learning.rocket_fit import (
    HEIGHT_SCATTER_SD,
    THRUST_SCATTER_SD,
    THRUST_SD,
    Measured,
    learn_rocket,
    pushed,
)
from wobbly_fin.rocketry.motors.catalogue import find_motor

SITE = Site()
DRAG_SD = 0.15
FROM, TO = 2, 7  # flights known before the one that is forecast


@dataclass(frozen=True, kw_only=True)
class World:
    """Rockets of one kind: what their drag is times what was reckoned, and how thrust and heights scatter from flight to flight."""

    name: str
    drag: float = 1.0
    thrust_scatter: float = THRUST_SCATTER_SD
    unexplained: float = HEIGHT_SCATTER_SD


WORLDS = (
    World(name="as assumed"), World(name="drag a fifth more", drag=1.2), World(name="thrust scatters 5 %", thrust_scatter=0.05),
    World(name="6 % unexplained", unexplained=0.06),
)  # fmt: skip


def coverage(world: World, rockets: int, seed: int = 41) -> tuple[float, float, int]:
    """Share of next heights inside their band from the third flight on, the band's median width over its height, and of how many."""
    rng = np.random.default_rng(seed)
    inside, widths = [], []
    for _ in range(rockets):
        motor = find_motor("C9")[0]
        plain = QuickRocket(mass_kg=float(rng.uniform(0.045, 0.12)), diameter_m=float(rng.uniform(0.02, 0.034)), cd=0.6)
        real = replace(plain, cd=0.6 * world.drag * math.exp(DRAG_SD * rng.standard_normal()))
        batch = math.exp(THRUST_SD * rng.standard_normal())
        known: list[Measured] = []
        for n in range(TO + 1):
            push = batch * math.exp(world.thrust_scatter * rng.standard_normal())
            height = fly(real, pushed(motor, push), None, SITE).apogee_altitude_m or 0.0
            height = height * math.exp(world.unexplained * rng.standard_normal()) + rng.normal(0, 1.0)
            if n >= FROM:
                band = height_band(plain, motor, SITE, learn_rocket(known))
                if band is not None:
                    inside.append(band.low_m <= height <= band.high_m)
                    widths.append((band.high_m - band.low_m) / band.expected_m)
            known.append(Measured(key=str(n), rocket=plain, motor=motor, site=SITE, apogee_m=height, apogee_sd_m=1.0))
    return float(np.mean(inside)), float(np.median(widths)), len(inside)


def main() -> None:
    """Four worlds, printed."""
    print("\n## Bands of nine in ten, from the third flight on\n")
    for world in WORLDS:
        start = time.perf_counter()
        share, width, count = coverage(world, 120)
        print(
            f"- {world.name}: {share:.1%} of {count} inside (wanted 87–95 %), median width {width:.2f} of the height; {time.perf_counter() - start:.0f} s"
        )


if __name__ == "__main__":
    main()
