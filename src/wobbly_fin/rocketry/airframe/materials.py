"""What rockets are made of: densities, how far they scatter, stiffness where fins are cut from it.

Densities and scatter are usual figures from memory of handbooks and data sheets unless marked; a scale beats them all.
"""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError

Form = Literal["solid", "cloth", "cord"]
Hatch = Literal["wood", "ply", "paper", "plastic", "printed", "laminate", "metal", "foam", "cloth", "cord", "glue"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Material:
    """A material.

    Parameters
    ----------
    density : float
        kg/m³ of a solid, kg/m² of a cloth, kg/m of a cord.
    scatter : float
        One standard deviation as a fraction: how far a piece off the shelf strays.
    shear_modulus_pa : float or None
        For fins. [Pa]
    softens_c : float or None
        Where it loses its shape: a caution near the motor. [°C]
    flameproof : bool
    """

    key: str
    name: str
    form: Form = "solid"
    hatch: Hatch
    density: float
    scatter: float
    shear_modulus_pa: float | None = None
    softens_c: float | None = None
    flameproof: bool = False


def _m(key: str, name: str, hatch: Hatch, density: float, scatter: float, **more: object) -> Material:
    return Material(key=key, name=name, hatch=hatch, density=density, scatter=scatter, **more)  # type: ignore[arg-type]


MATERIALS: dict[str, Material] = {
    m.key: m
    for m in (
        _m("balsa-light", "balsa, light", "wood", 110, 0.15, shear_modulus_pa=0.10e9),
        _m("balsa", "balsa, medium", "wood", 160, 0.2, shear_modulus_pa=0.16e9),
        _m("balsa-hard", "balsa, hard", "wood", 220, 0.15, shear_modulus_pa=0.24e9),
        _m("lime", "lime wood", "wood", 450, 0.1, shear_modulus_pa=0.6e9),
        _m("spruce", "spruce", "wood", 430, 0.12, shear_modulus_pa=0.6e9),
        _m("beech", "beech", "wood", 710, 0.08, shear_modulus_pa=1.0e9),
        _m("birch-ply", "birch plywood", "ply", 680, 0.06, shear_modulus_pa=0.65e9),
        _m("light-ply", "light plywood", "ply", 420, 0.1, shear_modulus_pa=0.3e9),
        _m("cork", "cork", "wood", 200, 0.2),
        _m("paper-tube", "spiral paper tube", "paper", 690, 0.08),
        _m("glassine-tube", "smooth paper tube", "paper", 790, 0.06),
        _m("card", "card", "paper", 700, 0.08, shear_modulus_pa=0.8e9),
        _m("foam-board", "foam board", "foam", 130, 0.15),
        _m("phenolic", "resin-bonded paper tube", "paper", 950, 0.06),
        _m("fibreglass", "glass laminate", "laminate", 1850, 0.05, shear_modulus_pa=4.5e9),
        _m("carbon", "carbon laminate", "laminate", 1550, 0.05, shear_modulus_pa=5.0e9),
        _m("polystyrene", "moulded polystyrene", "plastic", 1050, 0.03, shear_modulus_pa=1.2e9, softens_c=90),
        _m("polyethylene", "moulded polyethylene", "plastic", 940, 0.03, softens_c=100),
        _m("abs", "moulded ABS", "plastic", 1050, 0.03, shear_modulus_pa=0.85e9, softens_c=95),
        _m("polycarbonate", "polycarbonate", "plastic", 1200, 0.02, shear_modulus_pa=0.8e9, softens_c=140),
        _m("nylon", "nylon", "plastic", 1140, 0.02, softens_c=170),
        _m("acetal", "acetal", "plastic", 1410, 0.02, softens_c=150),
        _m("printed-pla", "printed PLA, walls solid", "printed", 1200, 0.12, shear_modulus_pa=0.9e9, softens_c=57),
        _m("printed-petg", "printed PETG, walls solid", "printed", 1240, 0.12, shear_modulus_pa=0.7e9, softens_c=75),
        _m("printed-abs", "printed ABS, walls solid", "printed", 1020, 0.12, shear_modulus_pa=0.7e9, softens_c=95),
        _m("foam", "polystyrene foam", "foam", 30, 0.25),
        _m("soft-foam", "soft foam", "foam", 35, 0.3),
        _m("epoxy", "epoxy, cured", "glue", 1150, 0.05),
        _m("clay", "modelling clay", "glue", 1800, 0.1),
        _m("aluminium", "aluminium", "metal", 2700, 0.01, shear_modulus_pa=26e9, flameproof=True),
        _m("brass", "brass", "metal", 8500, 0.01, shear_modulus_pa=37e9, flameproof=True),
        _m("steel", "steel", "metal", 7850, 0.01, shear_modulus_pa=79e9, flameproof=True),
        _m("lead", "lead", "metal", 11340, 0.01),
        _m("film", "thin polythene film", "cloth", 0.030, 0.15, form="cloth", softens_c=100),
        _m("metallised-film", "metallised film", "cloth", 0.018, 0.15, form="cloth", softens_c=150),
        _m("ripstop", "ripstop nylon", "cloth", 0.048, 0.1, form="cloth", softens_c=170),
        _m("crepe", "crêpe paper", "cloth", 0.036, 0.15, form="cloth"),
        _m("tissue", "tissue", "cloth", 0.018, 0.15, form="cloth"),
        _m("elastic-3", "elastic, 3 mm", "cord", 0.0022, 0.15, form="cord"),
        _m("elastic-6", "elastic, 6 mm flat", "cord", 0.0060, 0.15, form="cord"),
        _m("aramid-1", "aramid line, 1 mm", "cord", 0.0008, 0.1, form="cord", flameproof=True),
        _m("aramid-3", "aramid cord, 3 mm", "cord", 0.0055, 0.1, form="cord", flameproof=True),
        _m("nylon-web", "nylon webbing, 14 mm", "cord", 0.0160, 0.1, form="cord", softens_c=170),
        _m("cotton", "cotton cord, 3 mm", "cord", 0.0040, 0.15, form="cord"),
    )
}


def material(key: str) -> Material:
    """A material by its key; raises RocketryError for one not in the library."""
    found = MATERIALS.get(key)
    if found is None:
        raise RocketryError("material", f"{key!r} is not in the library; one of {', '.join(MATERIALS)}")
    return found
