"""The shipped stock of parts. Suppliers, names and numbers are invented; sizes are of the kind that is sold."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import Any

from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.rocketry.errors import RocketryError

SUPPLIER = "Hartmoor Tube & Card"
PRINTER = "Pellitory Plastics"
TIMBER = "Wick Lane Timber"


@dataclass(frozen=True, slots=True, kw_only=True)
class StockItem:
    """Something on the shelf.

    Parameters
    ----------
    type : str
        The kind of part it becomes.
    figures : mapping
        That part's fields. [SI]
    nominal : mapping
        The figure it is sold by, per field, as text; the real one stands in `figures`.
    """

    key: str
    name: str
    supplier: str
    type: str
    figures: Mapping[str, Any] = field(default_factory=dict)
    nominal: Mapping[str, str] = field(default_factory=dict)

    @property
    def kind(self) -> str:
        """What such a part is called."""
        return PART_TYPES[self.type].WORD

    @property
    def width_m(self) -> float | None:
        """The size it is looked for by: outside diameter, or thickness of a sheet. [m]"""
        for name in ("outer_diameter_m", "base_diameter_m", "diameter_m", "thickness_m"):
            if self.figures.get(name):
                return float(self.figures[name])
        return None


def _mm(**sizes: float) -> dict[str, float]:
    return {f"{name}_m": round(value / 1000, 7) for name, value in sizes.items()}


# bore, outside [mm], standard length, material
_TUBES = [
    (13.2, 13.8, 450, "glassine-tube"), (14.6, 15.4, 450, "glassine-tube"), (18.2, 18.9, 450, "glassine-tube"), (20.0, 20.9, 450, "glassine-tube"),
    (24.3, 25.2, 450, "glassine-tube"), (26.0, 27.0, 450, "glassine-tube"), (30.4, 31.5, 600, "paper-tube"), (34.0, 35.1, 600, "paper-tube"),
    (40.1, 41.4, 600, "paper-tube"), (47.4, 49.0, 850, "paper-tube"), (55.4, 57.2, 850, "paper-tube"), (63.8, 66.0, 850, "paper-tube"),
    (76.2, 79.0, 850, "phenolic"), (98.8, 102.4, 1200, "phenolic"),
]  # fmt: skip
# bore, outside, length: motor tubes
_MOUNTS = [
    (13.2, 13.8, 60, "glassine-tube"), (18.2, 18.9, 80, "glassine-tube"), (24.2, 25.1, 110, "glassine-tube"), (29.2, 30.9, 150, "paper-tube"),
    (38.3, 40.9, 300, "phenolic"), (54.3, 57.2, 400, "phenolic"),
]  # fmt: skip
# tube outside, shape, length, shoulder, wall
_NOSES = [
    (15.4, "ellipsoid", 38, 12), (20.9, "ogive", 70, 18), (25.2, "ogive", 92, 22), (27.0, "parabola", 84, 24), (31.5, "ogive", 110, 28),
    (35.1, "ellipsoid", 72, 30), (41.4, "ogive", 165, 38), (49.0, "haack", 190, 44), (57.2, "ogive", 210, 52), (66.0, "ogive", 270, 60),
    (79.0, "haack", 330, 72), (102.4, "ogive", 410, 95),
]  # fmt: skip
_SHEETS = [
    ("balsa", "Balsa sheet", 1.5, "1/16 in", 1.6), ("balsa", "Balsa sheet", 2.3, "3/32 in", 2.4), ("balsa-hard", "Hard balsa sheet", 3.1, "1/8 in", 3.2),
    ("lime", "Lime sheet", 2.4, "3/32 in", 2.4), ("light-ply", "Light ply", 2.8, "3 mm", 3.0), ("birch-ply", "Birch ply", 1.5, "1/16 in", 1.6),
    ("birch-ply", "Birch ply", 2.95, "1/8 in", 3.2), ("birch-ply", "Birch ply", 4.1, "5/32 in", 4.0), ("birch-ply", "Birch ply", 6.2, "1/4 in", 6.4),
    ("fibreglass", "Glass sheet", 1.6, "1/16 in", 1.6), ("fibreglass", "Glass sheet", 2.4, "3/32 in", 2.4), ("card", "Card", 0.5, "0.5 mm", 0.5),
]  # fmt: skip
_CLOTH = [
    ("flat", 230, "film"), ("flat", 300, "film"), ("hexagonal", 380, "film"), ("hexagonal", 460, "ripstop"), ("flat", 610, "ripstop"), ("flat", 760, "ripstop"),
    ("cross", 700, "ripstop"), ("domed", 910, "ripstop"), ("domed", 1220, "ripstop"), ("domed", 1520, "ripstop"),
]  # fmt: skip


def _stock() -> Iterable[StockItem]:
    for bore, outside, length, stuff in _TUBES:
        yield StockItem(
            key=f"tube-{outside:g}", name=f"Tube {outside:g} × {length:g}", supplier=SUPPLIER, type="body_tube",
            figures=_mm(outer_diameter=outside, inner_diameter=bore, length=length) | {"material": stuff}, nominal={"outer_diameter_m": f"{round(outside)} mm"},
        )  # fmt: skip
        yield StockItem(
            key=f"coupler-{bore:g}", name=f"Coupler for tube {outside:g}", supplier=SUPPLIER, type="coupler",
            figures=_mm(outer_diameter=bore - 0.2, length=round(1.8 * bore), wall=max(0.5, (outside - bore) / 2)) | {"material": "paper-tube"},
        )  # fmt: skip
    for bore, outside, length, stuff in _MOUNTS:
        yield StockItem(
            key=f"mount-{round(bore)}", name=f"Motor tube {round(bore)}", supplier=SUPPLIER, type="motor_tube",
            figures=_mm(inner_diameter=bore, outer_diameter=outside, length=length) | {"material": stuff}, nominal={"inner_diameter_m": f"{round(bore)} mm"},
        )  # fmt: skip
    for outside, shape, length, shoulder in _NOSES:
        bore = next(b for b, o, *_ in _TUBES if o == outside)
        wall = None if outside < 24 else 1.2 if outside < 60 else 2.0
        yield StockItem(
            key=f"nose-{outside:g}", name=f"Nose {outside:g}, {shape}", supplier=PRINTER, type="nose_cone",
            figures=_mm(base_diameter=outside, length=length, shoulder_length=shoulder, shoulder_diameter=bore - 0.2)
            | {"shape": shape, "material": "balsa" if wall is None else "polystyrene", "wall_m": None if wall is None else wall / 1000},
        )  # fmt: skip
    for (mb, mo, *_), (bore, outside, *_) in (
        (m, t) for m in _MOUNTS for t in _TUBES if 1.0 < t[0] - m[1] < 45 and t[0] < 2.9 * m[1]
    ):
        stuff, thick = ("card", 1.5) if outside < 36 else ("birch-ply", 2.95) if outside < 70 else ("birch-ply", 6.2)
        yield StockItem(
            key=f"ring-{round(mb)}-{outside:g}", name=f"Ring {round(mb)} in {outside:g}", supplier=TIMBER, type="centring_ring",
            figures=_mm(outer_diameter=bore - 0.1, inner_diameter=mo + 0.1, thickness=thick) | {"material": stuff},
        )  # fmt: skip
    for stuff, name, real, sold, sold_mm in _SHEETS:
        yield StockItem(
            key=f"sheet-{stuff}-{real:g}", name=f"{name} {sold}", supplier=TIMBER, type="fin_set",
            figures=_mm(thickness=real) | {"material": stuff}, nominal={"thickness_m": sold} if abs(sold_mm - real) > 0.05 or "in" in sold else {},
        )  # fmt: skip
    for kind, across, stuff in _CLOTH:
        yield StockItem(
            key=f"canopy-{kind}-{across}", name=f"{kind.capitalize()} canopy {across}", supplier="Thrift & Daughters Sailmakers", type="canopy",
            figures=_mm(diameter=across) | {"kind": kind, "material": stuff, "lines_kg": round(across * 1.2e-5, 4)},
        )  # fmt: skip
    for rod, outside, inside in ((3.2, 4.4, 3.6), (4.8, 6.2, 5.3), (6.4, 8.0, 7.0)):
        yield StockItem(
            key=f"lug-{rod:g}", name=f"Lug for a {rod:g} mm rod", supplier=SUPPLIER, type="launch_lug",
            figures=_mm(outer_diameter=outside, inner_diameter=inside, length=40, rod_diameter=rod) | {"material": "paper-tube"},
        )  # fmt: skip
    for size, high in ((9.6, 9.0), (11.2, 12.5)):
        yield StockItem(
            key=f"button-{size:g}", name=f"Rail button {size:g}", supplier=PRINTER, type="rail_button",
            figures=_mm(diameter=size, height=high) | {"material": "acetal"},
        )  # fmt: skip
    for stuff, name, length in (
        ("elastic-3", "Elastic 3", 900),
        ("elastic-6", "Elastic 6", 2000),
        ("aramid-1", "Aramid line 1", 1500),
        ("aramid-3", "Aramid cord 3", 4000),
        ("nylon-web", "Webbing 14", 5000),
    ):
        yield StockItem(
            key=f"cord-{stuff}",
            name=f"{name}, {length / 1000:g} m",
            supplier="Thrift & Daughters Sailmakers",
            type="cord",
            figures=_mm(length=length) | {"material": stuff},
        )


STOCK: dict[str, StockItem] = {item.key: item for item in _stock()}


def find_item(key: str) -> StockItem:
    """An item of the shipped stock; raises RocketryError for none."""
    found = STOCK.get(key)
    if found is None:
        raise RocketryError("stock", f"{key!r} is not on the shelf")
    return found


def fits_wanted(items: Iterable[StockItem], type_name: str, width_m: float | None) -> list[StockItem]:
    """Items of a kind, the nearest in width first where a width is wanted."""
    found = [i for i in items if i.type == type_name]
    if width_m is None:
        return found
    return sorted(found, key=lambda i: abs((i.width_m or 1e3) - width_m))
