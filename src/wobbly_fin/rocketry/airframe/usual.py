"""Usual proportions by the width of the body: the one table by which new parts, rockets grown from a few figures and proposals are sized.

All of it is common practice, no source: a nose of three to four widths, a root of two, fins of one and a half, a canopy of twelve.
"""

import math
from dataclasses import dataclass
from typing import Any

from wobbly_fin.rocketry.airframe.materials import MATERIALS

SMALL_M, LARGE_M = 0.045, 0.075  # outside diameters from which a rocket is built of ply, and of phenolic and glass
# What fins are cut from, each about twice as stiff as the one before or more: stiffness goes with G t³. [m]
_SHEETS = (
    ("balsa", 0.0023), ("balsa-hard", 0.0031), ("birch-ply", 0.00295), ("birch-ply", 0.0041), ("birch-ply", 0.0062), ("fibreglass", 0.0048),
    ("fibreglass", 0.0064), ("fibreglass", 0.0095),
)  # fmt: skip
_RUNGS_M = (0.031, SMALL_M)  # widths from which fins begin one rung further up
_LONG_M = (0.08, 0.11)  # spans from which they do, too


def stiffness(material: str, thickness_m: float) -> float:
    """What the speed of flutter goes by for one planform: √(G t³); nought for what no modulus is known of. [√(N m)]"""
    known = MATERIALS.get(material)
    return math.sqrt((known.shear_modulus_pa or 0.0) * thickness_m**3) if known else 0.0


@dataclass(frozen=True, slots=True)
class Usual:
    """What is usual for a body so wide. Lengths in m, masses in kg."""

    across_m: float

    @property
    def small(self) -> bool:
        """Paper, balsa and card."""
        return self.across_m < SMALL_M

    @property
    def large(self) -> bool:
        """Phenolic and glass."""
        return self.across_m >= LARGE_M

    @property
    def nose_m(self) -> float:
        return (3.4 if self.small else 4.0) * self.across_m

    @property
    def shoulder_m(self) -> float:
        return 0.9 * self.across_m

    @property
    def wall_m(self) -> float:
        """Of a body tube."""
        return 0.0005 if self.small else 0.0018 if self.large else 0.0011

    @property
    def tube(self) -> str:
        """What body tubes are made of."""
        return "phenolic" if self.large else "paper-tube"

    @property
    def nose(self) -> dict[str, Any]:
        """What a nose is made of: solid while it is slim."""
        if self.across_m < 0.024:
            return {"material": "balsa", "wall_m": None}
        return {
            "material": "fibreglass" if self.large else "polystyrene",
            "wall_m": 0.0012 if self.small else 0.002,
        }

    @property
    def plate(self) -> dict[str, Any]:
        """Rings, lids and floors."""
        return {
            "material": "card" if self.small else "birch-ply",
            "thickness_m": 0.0015 if self.small else 0.0062 if self.large else 0.00295,
        }

    @property
    def coupler(self) -> dict[str, Any]:
        return {"length_m": 1.8 * self.across_m, "wall_m": 0.0007 if self.small else 0.0012, "material": self.tube}

    @property
    def span_m(self) -> float:
        return 1.5 * self.across_m

    @property
    def root_m(self) -> float:
        return 2.1 * self.across_m

    def fin(self, root_m: float | None = None) -> dict[str, float]:
        """A planform: tip and sweep half the root."""
        root = self.root_m if root_m is None else root_m
        return {"root_chord_m": root, "tip_chord_m": 0.5 * root, "sweep_m": 0.5 * root}

    def sheet(self, span_m: float | None = None, stiffer: int = 0) -> dict[str, Any]:
        """What fins are cut from; `stiffer`: so many rungs further up than usual."""
        span = self.span_m if span_m is None else span_m
        rung = sum(self.across_m >= w for w in _RUNGS_M)
        if not self.small:
            rung = 4 if self.large else rung + sum(span > s for s in _LONG_M)
        material, thick = _SHEETS[min(rung + stiffer, len(_SHEETS) - 1)]
        return {"material": material, "thickness_m": thick}

    def stiffest(self, span_m: float, stiffer: int) -> bool:
        """Whether there is no stiffer sheet than that."""
        return self.sheet(span_m, stiffer) == self.sheet(span_m, stiffer + 1)

    def stiffer(self, span_m: float, rungs: int, times: float) -> int:
        """The rungs further up than usual at which a fin flutters at so many times the speed, or else the stiffest sheet."""
        now = stiffness(**self.sheet(span_m, rungs))
        while not self.stiffest(span_m, rungs):
            rungs += 1
            if stiffness(**self.sheet(span_m, rungs)) >= times * now:
                break
        return rungs

    @property
    def canopy_m(self) -> float:
        return 12 * self.across_m

    def canopy(self, diameter_m: float) -> dict[str, Any]:
        """A flat one of that diameter: film while it is small."""
        film = diameter_m < 0.46
        return {
            "kind": "flat", "diameter_m": diameter_m, "material": "film" if film else "ripstop",
            "lines_kg": (0.0035 if film else 0.012) * diameter_m,
        }  # fmt: skip

    def cord(self, rocket_m: float) -> dict[str, Any]:
        """Some three lengths of the rocket."""
        stuff = "elastic-3" if self.across_m < 0.03 else "elastic-6" if self.small else "aramid-3"
        return {"length_m": (2.6 if self.small else 3.5) * rocket_m, "material": stuff}

    @property
    def anchor(self) -> dict[str, Any]:
        if self.small:
            return {"kind": "folded_patch", "mass_kg": 0.0004, "mass_source": "guessed"}
        return {
            "kind": "eye_bolt", "length_m": 0.024, "wire_m": 0.004, "mass_kg": 0.03 if self.large else 0.0142, "mass_source": "guessed",
        }  # fmt: skip

    def retainer(self, mount_m: float) -> dict[str, Any]:
        """For a motor tube that wide outside."""
        grams = 1.4 if self.small else 400 * mount_m
        return {"kind": "hook" if self.small else "threaded_ring", "mass_kg": grams / 1000, "mass_source": "guessed"}

    @property
    def lug(self) -> dict[str, Any]:
        """A 3.2 or 4.8 mm rod's."""
        rod, out, inner = (0.0032, 0.0044, 0.0036) if self.across_m < 0.031 else (0.0048, 0.0062, 0.0053)
        return {
            "length_m": 0.04,
            "outer_diameter_m": out,
            "inner_diameter_m": inner,
            "rod_diameter_m": rod,
            "material": "paper-tube",
        }

    @property
    def button(self) -> dict[str, Any]:
        return {"diameter_m": 0.0112, "height_m": 0.0125, "material": "acetal"}
