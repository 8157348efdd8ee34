"""The rockets behind the kit lists, drawn part by part as their owner would who has them on the bench: lengths in mm, masses in g.

Written from the lists alone, before what is read of them was looked at; every figure invented, every fin of another cut.
"""

from itertools import count
from typing import Any

from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.parts import PART_TYPES, Part

# Number of the list; nose (material, length, mass); body (outside, bore, length), the aftmost last; fins (count, root, tip, span,
# sweep, thickness, material) and how far ahead of the tail; motor (outside, bore, length of its tube); canopy (kind, across or length
# by width, mass) and how far from the front of the last tube it lies; guides (kind, from the tail …); the rest (what, mass, from the
# nose's tip); glue and paint.
_DRAWN: dict[int, dict[str, Any]] = {
    0: {"nose": ("polystyrene", 95, 8.1), "body": [(25, 24.1, 300)], "fins": (4, 56, 38, 42, 30, 2, "balsa"), "motor": (19, 18.3, 70),
        "canopy": ("flat", 305, 6), "at": 60, "lug": [105], "rest": [("hook", 2.2, 330), ("cord", 1.6, 190)], "glue": 3, "paint": 4},
    1: {"nose": ("balsa", 80, 5.2), "body": [(24.8, 24, 305)], "fins": (3, 64, 38, 51, 38, 2.4, "balsa"), "motor": (19, 18.3, 70),
        "canopy": ("flat", 305, 5.5), "at": 55, "lug": [120], "rest": [("hook", 2, 320), ("cord", 1.2, 180)], "glue": 3, "paint": 5},
    2: {"nose": ("balsa", 110, 13), "body": [(34, 33, 450)], "fins": (3, 75, 50, 60, 45, 1.5, "birch-ply"), "motor": (25.2, 24.2, 95),
        "canopy": ("flat", 457, 14), "at": 90, "lug": [150], "rest": [("hook", 2.6, 470), ("cord", 4, 240)], "glue": 6, "paint": 9},
    3: {"nose": ("polystyrene", 130, 19), "body": [(34, 33, 450)], "fins": (3, 70, 45, 65, 40, 1.5, "birch-ply"), "motor": (25.2, 24.2, 70),
        "canopy": ("flat", 450, 15), "at": 90, "lug": [140], "rest": [("hook", 2.6, 510), ("cord", 5, 260)], "glue": 5, "paint": 8},
    4: {"nose": ("balsa", 45, 1.6), "body": [(18, 17.2, 200)], "fins": (3, 40, 25, 32, 20, 1, "card"), "motor": (14, 13.2, 48),
        "canopy": ("streamer", (500, 50), 1.6), "at": 40, "lug": [70], "rest": [("hook", 1.4, 205), ("cord", 0.6, 90)], "glue": 1.2, "paint": 1.5},
    5: {"nose": ("polystyrene", 150, 26), "body": [(41.6, 40.6, 305), (41.6, 40.6, 305)], "fins": (4, 90, 50, 70, 45, 3.2, "birch-ply"),
        "motor": (25.2, 24.2, 95), "canopy": ("flat", 610, 38), "at": 60, "buttons": [30, 260],
        "rest": [("retainer", 8, 755), ("cord", 16, 480), ("coupler", 9, 455)], "glue": 14, "paint": 18},
    6: {"nose": ("fibreglass", 265, 142), "body": [(66, 63.6, 900)], "fins": (3, 180, 80, 95, 100, 3.2, "fibreglass"), "motor": (41, 38.5, 250),
        "canopy": ("flat", 914, 70), "at": 150, "buttons": [40, 420],
        "rest": [("retainer", 38, 1160), ("cord", 32, 480), ("eye bolt", 15, 905)], "glue": 60, "paint": 45, "off": 15},
    7: {"nose": ("polystyrene", 160, 27), "body": [(42, 41, 600)], "fins": (4, 80, 45, 60, 40, 2, "birch-ply"), "motor": (30.4, 29.3, 120),
        "canopy": ("flat", 600, 26), "at": 130, "lug": [180], "rest": [("retainer", 5, 750), ("cord", 9, 360)], "glue": 10, "paint": 14},
    8: {"nose": ("balsa", 100, 10), "body": [(29, 28.1, 360)], "fins": (4, 60, 40, 45, 30, 2.4, "balsa"), "motor": (19, 18.3, 70),
        "canopy": ("flat", 356, 8), "at": 70, "lug": [120], "rest": [("hook", 2.1, 395), ("cord", 2.2, 200)], "glue": 4, "paint": 6},
    9: {"nose": ("balsa", 55, 1.8), "body": [(13.8, 13.2, 230)], "fins": (3, 38, 22, 30, 22, 1.6, "balsa"), "motor": None,
        "canopy": ("streamer", (508, 51), 1.7), "at": 30, "lug": [75], "rest": [("thrust ring", 0.5, 238), ("cord", 0.5, 100), ("clay", 1.5, 45)],
        "glue": 0.9, "paint": 1.4},
    10: {"nose": ("polystyrene", 180, 34), "body": [(50, 48.6, 250), (50, 48.6, 700)], "fins": (3, 120, 70, 60, 50, 3, "birch-ply"),
         "motor": (30.6, 29.3, 200), "canopy": ("flat", 700, 34), "at": 110, "buttons": [35, 380],
         "rest": [("retainer", 12, 1120), ("cord", 20, 600), ("coupler", 16, 430), ("bulkhead", 9, 445)], "glue": 22, "paint": 26, "off": 10},
    11: {"nose": ("printed-pla", 120, 38), "body": [(40, 38.4, 400)], "fins": (4, 70, 40, 55, 35, 3, "printed-pla"), "motor": (25.2, 24.2, 80),
         "canopy": ("flat", 305, 7), "at": 90, "lug": [130], "rest": [("clip", 3, 510), ("cord", 4, 270)], "glue": 6, "paint": 5},
    12: {"nose": ("balsa", 85, 7), "body": [(27, 26.1, 450)], "fins": (3, 65, 40, 50, 35, 3, "balsa"), "motor": (19, 18.3, 70),
         "canopy": ("flat", 300, 6), "at": 110, "lug": [140], "rest": [("cord", 2, 260)], "glue": 4, "paint": 6},
    13: {"nose": ("polystyrene", 125, 17), "body": [(34, 33, 300), (34, 33, 300)], "fins": (4, 70, 45, 55, 40, 3.2, "balsa"),
         "motor": (25.2, 24.2, 80), "canopy": ("flat", 457, 14), "at": -150, "lug": [150],
         "rest": [("hook", 2.6, 690), ("cord", 5, 250), ("coupler", 5, 425), ("baffle", 6, 410)], "glue": 8, "paint": 11},
    14: {"nose": ("balsa", 80, 8), "body": [(30, 29.1, 350)], "tail": (30, 22, 40), "fins": (4, 58, 36, 46, 30, 2.4, "balsa"), "motor": (19, 18.3, 75),
         "canopy": ("flat", 330, 7), "at": 70, "lug": [120], "rest": [("hook", 2, 440), ("cord", 2, 190)], "glue": 4, "paint": 6},
    15: {"nose": ("balsa", 70, 4), "body": [(24, 23.2, 300)], "fins": (3, 50, 30, 42, 28, 2.4, "balsa"), "motor": (14, 13.2, 48),
         "canopy": ("flat", 254, 4.5), "at": 60, "lug": [110], "rest": [("hook", 1.4, 345), ("cord", 1.2, 170)], "glue": 2.5, "paint": 4},
    16: {"nose": ("fibreglass", 400, 520), "body": [(98, 94, 1200)], "fins": (4, 300, 130, 115, 170, 4.76, "fibreglass"), "motor": (79, 75.6, 600),
         "canopy": ("flat", 1829, 480), "at": 200, "buttons": [50, 620],
         "rest": [("retainer", 120, 1595), ("cord", 260, 720), ("eye bolt", 46, 1000)], "glue": 240, "paint": 130, "off": 20},
    17: {"nose": ("card", 60, 1.2), "body": [(20, 19.2, 250)], "fins": (3, 45, 20, 35, 25, 1, "card"), "motor": (14, 13.2, 50),
         "canopy": ("streamer", (400, 40), 1), "at": 45, "lug": [85], "rest": [("cord", 0.3, 110)], "glue": 1.4, "paint": 1},
    18: {"nose": ("polystyrene", 220, 92), "body": [(54, 51.4, 800)], "fins": (3, 140, 70, 75, 75, 3, "birch-ply"), "motor": (41, 38.5, 300),
         "canopy": ("flat", 900, 72), "at": 140, "buttons": [35, 380],
         "rest": [("retainer", 34, 1015), ("cord", 30, 420), ("eye bolt", 15, 720)], "glue": 45, "paint": 32, "off": 12},
    19: {"nose": ("polystyrene", 95, 8), "body": [(25, 24.1, 350)], "fins": (6, 45, 30, 32, 20, 2, "balsa"), "motor": (19, 18.3, 70),
         "canopy": ("flat", 305, 6), "at": 80, "lug": [110], "rest": [("hook", 2, 375), ("cord", 1.6, 190), ("weight", 10, 75)], "glue": 4, "paint": 5},
    20: {"nose": ("polystyrene", 120, 16), "body": [(34, 33, 400)], "rings": (6, 60, 34, 33), "motor": (25.2, 24.2, 80),
         "canopy": ("flat", 400, 11), "at": 90, "lug": [140], "rest": [("hook", 2.6, 450), ("cord", 4, 240)], "glue": 6, "paint": 9},
    21: {"nose": ("polystyrene", 240, 118), "body": [(66, 64, 864)], "fins": (3, 150, 75, 90, 75, 3.2, "birch-ply"), "motor": (31, 29.3, 203),
         "canopy": ("flat", 610, 30), "at": 200, "lug": [330], "rest": [("retainer", 14, 1095), ("cord", 24, 480)], "glue": 30, "paint": 38, "off": 10},
    22: {"nose": ("balsa", 90, 9), "body": [(30, 29.1, 330)], "fins": (4, 60, 40, 45, 30, 2.4, "balsa"), "motor": (19, 18.3, 70),
         "canopy": ("flat", 350, 8), "at": 70, "lug": [115], "rest": [("hook", 2, 360), ("cord", 1, 180)], "glue": 4, "paint": 6},
    23: {"nose": ("polystyrene", 140, 22), "body": [(40, 38.8, 150), (40, 38.8, 400)], "fins": (3, 80, 50, 62, 40, 2.4, "birch-ply"),
         "motor": (25.2, 24.2, 90), "canopy": ("flat", 500, 17), "at": 80, "buttons": [25, 210],
         "rest": [("retainer", 9, 690), ("cord", 6, 400), ("coupler", 11, 290), ("altimeter", 14, 230)], "glue": 9, "paint": 10},
    24: {"nose": ("balsa", 60, 3.5), "body": [(22, 21.2, 260)], "fins": (3, 52, 32, 42, 28, 2, "balsa"), "motor": (19, 18.3, 70),
         "canopy": ("flat", 250, 4.5), "at": 40, "lug": [95], "rest": [("hook", 2, 250), ("cord", 1.2, 130)], "glue": 2.5, "paint": 3.5},
    25: {"nose": ("polystyrene", 120, 21), "body": [(41.4, 40.4, 200), (25.2, 24.4, 350)], "between": (41.4, 25.2, 60, 14),
         "fins": (3, 70, 40, 60, 45, 2.4, "balsa"), "motor": (19, 18.3, 70), "canopy": ("flat", 400, 9), "at": 60, "lug": [130],
         "rest": [("hook", 2, 660), ("cord", 3.5, 450)], "glue": 6, "paint": 9},
    26: {"nose": ("fibreglass", 408, 480), "body": [(102, 98.4, 700), (102, 98.4, 1100)], "fins": (3, 280, 110, 130, 150, 3.2, "fibreglass"),
         "motor": (57, 54.4, 450), "canopy": ("flat", 500, 45), "at": 160, "buttons": [50, 640],
         "rest": [("retainer", 60, 2205), ("cord", 150, 1350), ("eye bolt", 46, 1750), ("bay", 610, 1105), ("main", 390, 620), ("cord", 190, 760)],
         "glue": 170, "paint": 140, "off": 20},
}  # fmt: skip
_WALL = {"polystyrene": 1.5, "fibreglass": 2.2, "printed-pla": 1.6, "card": 0.6, "balsa": None}


def hand_drawn(number: int) -> Airframe:
    """The rocket behind a list, by its number."""
    told, parts, ids = _DRAWN[number], list[Part](), count()

    def add(kind: str, /, **figures: Any) -> str:
        key = f"{kind} {next(ids)}"
        parts.append(PART_TYPES[kind](id=key, **{k: round(v, 6) if isinstance(v, float) else v for k, v in figures.items()}))
        return key

    def weighed(grams: float) -> dict[str, Any]:
        return {"mass_kg": grams / 1000, "mass_source": "measured"}

    stuff, long, grams = told["nose"]
    wide = told["body"][0][0] / 1000
    wall = _WALL[stuff]
    shape = {"shape": "cone"} if stuff == "card" else {}
    add("nose_cone", material=stuff, length_m=long / 1000, base_diameter_m=wide, shoulder_length_m=0.8 * wide,
        wall_m=wall / 1000 if wall else None, **shape, **weighed(grams))  # fmt: skip
    last = ""
    for n, (outside, bore, length) in enumerate(told["body"]):
        if n and "between" in told:
            fore, aft, across, mass = told["between"]
            add("transition", material="balsa", length_m=across / 1000, fore_diameter_m=fore / 1000, aft_diameter_m=aft / 1000,
                **weighed(mass))  # fmt: skip
        heavy = (
            "fibreglass"
            if stuff == "fibreglass" and number == 16
            else "phenolic"
            if outside > 50 and number != 21
            else "paper-tube"
        )
        last = add(
            "body_tube", material=heavy, length_m=length / 1000, outer_diameter_m=outside / 1000, inner_diameter_m=bore / 1000
        )
    outside, bore, length = told["body"][-1]
    if "tail" in told:
        fore, aft, long = told["tail"]
        add(
            "transition",
            material="balsa",
            length_m=long / 1000,
            fore_diameter_m=fore / 1000,
            aft_diameter_m=aft / 1000,
            wall_m=0.0015,
        )
    if told["motor"] is not None:
        tube, hole, mount = told["motor"]
        inside = add("motor_tube", parent=last, material="paper-tube", length_m=mount / 1000, outer_diameter_m=tube / 1000,
                     inner_diameter_m=hole / 1000, overhang_m=0.006, max_motor_length_m=mount / 1000)  # fmt: skip
        if tube < bore - 1:
            ring = {"material": "card" if bore < 42 else "birch-ply", "thickness_m": 0.002 if bore < 42 else 0.006 if bore > 80 else 0.003,
                    "outer_diameter_m": (bore - 0.1) / 1000, "inner_diameter_m": (tube + 0.1) / 1000}  # fmt: skip
            add("centring_ring", parent=inside, edge="fore", offset_m=0.008, **ring)
            add("centring_ring", parent=inside, edge="aft", offset_m=0.01, **ring)
    else:
        add("retainer", parent=last, edge="aft", offset_m=0.0, kind="tape", **weighed(0.1))
    ahead = told.get("off", 0) / 1000
    if "fins" in told:
        n, root, tip, span, sweep, thick, wood = told["fins"]
        add("fin_set", parent=last, edge="aft", offset_m=ahead, count=n, root_chord_m=root / 1000, tip_chord_m=tip / 1000, span_m=span / 1000,
            sweep_m=sweep / 1000, thickness_m=thick / 1000, material=wood, edges="rounded", through_wall=bore > 45)  # fmt: skip
    else:
        n, long, out, hole = told["rings"]
        add("tube_fins", parent=last, edge="aft", offset_m=0.0, count=n, length_m=long / 1000, outer_diameter_m=out / 1000,
            inner_diameter_m=hole / 1000, material="paper-tube")  # fmt: skip
    for back in told.get("lug", ()):
        add("launch_lug", parent=last, edge="aft", offset_m=back / 1000, length_m=0.04, outer_diameter_m=0.0052, inner_diameter_m=0.0044,
            rod_diameter_m=0.004, angle_deg=60.0, material="paper-tube")  # fmt: skip
    for back in told.get("buttons", ()):
        add(
            "rail_button",
            parent=last,
            edge="aft",
            offset_m=back / 1000,
            diameter_m=0.011,
            height_m=0.0125,
            angle_deg=60.0,
            material="acetal",
        )
    kind, size, grams = told["canopy"]
    sizes = {"length_m": size[0] / 1000, "width_m": size[1] / 1000} if kind == "streamer" else {"diameter_m": size / 1000}
    add(
        "canopy", parent=last, edge="fore", offset_m=told["at"] / 1000, kind=kind, packed_length_m=0.05, **sizes, **weighed(grams)
    )
    for what, mass, at in told["rest"]:
        add("mass_lump", name=what, kind="hardware", position_m=at / 1000, **weighed(mass))
    add("allowance", parent=last, kind="glue", **weighed(told["glue"]))
    add("allowance", parent=last, kind="paint", **weighed(told["paint"]))
    return Airframe(stages=(Stage(id="stage", parts=tuple(parts)),))


ALL = tuple(_DRAWN)
