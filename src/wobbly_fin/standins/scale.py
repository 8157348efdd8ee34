"""A simulated bench scale: it knows a true mass and shows it as a kitchen scale would, to a tenth of a gram, a little off.

The truth of a part is drawn once from its name: the same part weighs the same every time, and hands that build it differently
from the design are part of the draw.
"""

import random
from dataclasses import dataclass

RESOLUTION_KG = 0.0001
NOISE_KG = 0.00008
MOST_KG = 5.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Reading:
    """What the display shows. `over` where the pan is overloaded and it shows no figure. [kg]"""

    mass_kg: float | None
    over: bool = False

    @property
    def shown(self) -> str:
        """As on the display: grams to a tenth."""
        return "– – –" if self.mass_kg is None else f"{self.mass_kg * 1000:.1f} g"


def weigh(what: str, expected_kg: float, sigma_kg: float, press: int = 0) -> Reading:
    """Put something on the scale.

    Parameters
    ----------
    what : str
        Names the thing: its true mass is drawn from it, about what is expected, as uncertain as that is.
    press : int
        Which reading of it this is: the last digit may differ.
    """
    true = expected_kg + 1.2 * sigma_kg * random.Random(what).gauss(0.6, 1.0)
    shown = max(true, 0.2 * expected_kg) + random.Random(f"{what}/{press}").gauss(0.0, NOISE_KG)
    if shown > MOST_KG:
        return Reading(mass_kg=None, over=True)
    return Reading(mass_kg=max(RESOLUTION_KG, round(shown / RESOLUTION_KG) * RESOLUTION_KG))
