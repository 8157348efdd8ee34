"""Invents the shipped catalogue. Run once by hand; the data files it wrote are what ships.

    .venv/bin/python tools/invent_motors.py

Every maker, label and figure is made up. Shapes have the character of their grain: a cored black-powder tip spikes
and then burns from the end, a long composite end-burner is flat, a bare core-burner falls, a finned core rises.
"""

import json
import math
import random
from pathlib import Path

from wobbly_fin.rocketry.motors.curve import ThrustCurve

OUT = Path(__file__).parents[1] / "src/wobbly_fin/rocketry/motors/data"
G0 = 9.80665

SHAPES = {
    # time fraction, thrust relative; scaled afterwards
    "spike": [(0, 0), (0.03, 0.35), (0.07, 1.1), (0.11, 2.25), (0.135, 2.5), (0.16, 2.2), (0.2, 1.35), (0.25, 1.0), (0.34, 0.9), (0.6, 0.88), (0.8, 0.87), (0.93, 0.86), (0.97, 0.5), (1, 0)],
    "soft spike": [(0, 0), (0.05, 0.5), (0.12, 1.3), (0.18, 1.75), (0.23, 1.8), (0.3, 1.3), (0.38, 1.02), (0.55, 0.93), (0.8, 0.9), (0.94, 0.85), (1, 0)],
    "end-burner": [(0, 0), (0.01, 0.9), (0.025, 1.35), (0.05, 1.1), (0.12, 1.0), (0.4, 1.0), (0.7, 1.02), (0.92, 1.03), (0.97, 0.7), (1, 0)],
    "regressive": [(0, 0), (0.015, 1.1), (0.04, 1.5), (0.1, 1.46), (0.25, 1.34), (0.45, 1.14), (0.65, 0.92), (0.82, 0.68), (0.92, 0.42), (1, 0)],
    "progressive": [(0, 0), (0.02, 0.75), (0.06, 0.85), (0.2, 0.93), (0.4, 1.05), (0.6, 1.18), (0.78, 1.27), (0.88, 1.2), (0.94, 0.7), (1, 0)],
    "neutral": [(0, 0), (0.02, 0.95), (0.05, 1.12), (0.15, 1.08), (0.4, 1.12), (0.65, 1.08), (0.85, 1.0), (0.93, 0.6), (1, 0)],
    "two-step": [(0, 0), (0.015, 1.5), (0.05, 1.9), (0.16, 1.8), (0.28, 1.6), (0.34, 0.95), (0.5, 0.8), (0.8, 0.75), (0.93, 0.65), (1, 0)],
}  # fmt: skip

ISP_S = {"black powder": 81.0, "composite": 192.0}

# label, diameter_mm, length_mm, impulse_n_s, shape, delays, case kind, case share (total ÷ propellant)
MAKERS = {
    "Kettle & Crane": ("black powder", [
        ("1/4A1", 13, 45, 0.58, "soft spike", (2, 4), "single-use", 5.6),
        ("1/2A4T", 13, 45, 1.18, "spike", (2, 4), "single-use", 3.5),
        ("1/2A2", 18, 70, 1.20, "soft spike", (3, 5), "single-use", 9.4),
        ("A4T", 13, 45, 2.3, "spike", (3, 5), "single-use", 2.6),
        ("A4T-0", 13, 45, 2.3, "spike", (), "single-use", 2.2),
        ("A7", 18, 70, 2.35, "spike", (2, 4, 6), "single-use", 5.3),
        ("B3", 18, 70, 4.8, "soft spike", (3, 5, 7), "single-use", 3.1),
        ("B9", 18, 70, 4.7, "spike", (2, 4, 6), "single-use", 3.1),
        ("B9-0", 18, 70, 4.7, "spike", (), "single-use", 2.7),
        ("C8", 18, 70, 9.3, "spike", (3, 5, 7), "single-use", 2.05),
        ("C8-0", 18, 70, 9.3, "spike", (), "single-use", 1.85),
        ("C13", 24, 70, 9.6, "spike", (3, 5, 7), "single-use", 2.8),
        ("D14", 24, 70, 18.2, "spike", (3, 5, 7), "single-use", 1.85),
        ("D14-0", 24, 70, 18.2, "spike", (), "single-use", 1.72),
        ("E13", 24, 95, 29.0, "soft spike", (4, 6, 8), "single-use", 1.63),
        ("E13-0", 24, 95, 29.0, "soft spike", (), "single-use", 1.55),
        ("E13-P", 24, 95, 29.0, "soft spike", (), "single-use", 1.58),
    ]),
    "Moorhen Motor Works": ("black powder", [
        ("1/2A5T", 13, 45, 1.14, "spike", (3,), "single-use", 3.8),
        ("A2T", 13, 45, 2.2, "soft spike", (4, 6), "single-use", 2.7),
        ("A9", 18, 70, 2.25, "spike", (3, 5), "single-use", 5.5),
        ("B2", 18, 70, 4.5, "end-burner", (4, 6), "single-use", 3.2),
        ("B11", 24, 70, 4.9, "spike", (2, 4), "single-use", 4.7),
        ("C4", 18, 70, 9.1, "soft spike", (3, 5, 7, 9), "single-use", 2.1),
        ("C9", 24, 70, 9.2, "soft spike", (3, 5), "single-use", 2.9),
        ("D17", 24, 70, 17.4, "spike", (3, 5), "single-use", 1.9),
        ("D6", 24, 70, 16.9, "end-burner", (5, 7), "single-use", 1.9),
        ("E8", 24, 95, 27.2, "end-burner", (5, 7), "single-use", 1.68),
        ("E19", 24, 95, 28.3, "spike", (4, 6), "single-use", 1.66),
    ]),
    "Larkspur Propulsion": ("composite", [
        ("C14", 18, 51, 9.0, "regressive", (4, 6), "single-use", 2.9),
        ("D6T", 18, 70, 17.6, "end-burner", (5, 7, 9), "single-use", 2.3),
        ("D18", 18, 70, 18.9, "regressive", (4, 6, 8), "single-use", 2.2),
        ("E14", 24, 70, 37.5, "progressive", (4, 6, 8), "single-use", 2.2),
        ("E27", 24, 70, 38.6, "regressive", (4, 6, 8), "single-use", 2.2),
        ("F18", 24, 95, 58.0, "progressive", (5, 7, 9), "single-use", 1.95),
        ("F43", 24, 95, 55.0, "regressive", (4, 6, 8), "single-use", 2.0),
        ("F21", 29, 98, 74.0, "neutral", (4, 6, 8), "single-use", 2.0),
        ("F66", 29, 98, 71.0, "regressive", (4, 6, 8, 10), "single-use", 2.1),
        ("F66-P", 29, 98, 71.0, "regressive", (), "single-use", 2.0),
        ("G28", 29, 124, 112.0, "progressive", (6, 8, 10), "single-use", 1.95),
        ("G48", 29, 124, 116.0, "neutral", (4, 6, 8, 10), "single-use", 1.95),
        ("G98", 29, 124, 107.0, "two-step", (4, 6, 8, 10), "single-use", 2.0),
        ("G98-P", 29, 124, 107.0, "two-step", (), "single-use", 1.9),
        ("H106", 29, 180, 178.0, "regressive", (6, 8, 10), "single-use", 1.85),
    ]),
    "Tansy Reloads": ("composite", [
        ("D19", 18, 70, 18.0, "regressive", (4, 7), "reload", 2.7),
        ("E17", 24, 70, 31.5, "neutral", (4, 7), "reload", 3.0),
        ("E33", 24, 70, 36.0, "regressive", (4, 7), "reload", 2.8),
        ("F19", 24, 95, 52.0, "progressive", (5, 7), "reload", 2.6),
        ("F34", 29, 98, 66.0, "regressive", (4, 6, 8), "reload", 2.9),
        ("F46", 29, 98, 78.0, "neutral", (9,), "reload", 2.7),
        ("G36", 29, 124, 118.0, "progressive", (11,), "reload", 2.5),
        ("G66", 29, 124, 124.0, "regressive", (4, 7, 10), "reload", 2.45),
        ("G81", 38, 150, 152.0, "neutral", (5, 7, 9, 11), "reload", 3.1),
        ("H76", 29, 192, 208.0, "progressive", (6, 8, 10, 12), "reload", 2.3),
        ("H119", 38, 190, 226.0, "regressive", (13,), "reload", 2.6),
        ("H57", 38, 190, 236.0, "end-burner", (5, 8, 10), "reload", 2.5),
        ("H254", 38, 232, 312.0, "neutral", (6, 8, 10, 12), "reload", 2.35),
        ("I156", 38, 245, 412.0, "regressive", (14,), "reload", 2.2),
        ("I277", 38, 300, 538.0, "progressive", (6, 8, 10, 12, 14), "reload", 2.15),
        ("I277-P", 38, 300, 538.0, "progressive", (), "reload", 2.1),
        ("I114", 54, 230, 590.0, "neutral", (8, 10, 12, 14), "reload", 2.6),
    ]),
    "Ashgrove Grain Co.": ("composite", [
        ("G43", 29, 124, 129.0, "two-step", (4, 6, 8, 10), "reload", 2.4),
        ("H147", 38, 190, 262.0, "two-step", (5, 7, 9, 11), "reload", 2.45),
        ("I229", 38, 300, 506.0, "neutral", (6, 8, 10, 12, 14), "reload", 2.2),
        ("I336", 54, 240, 620.0, "regressive", (6, 8, 10, 12), "reload", 2.5),
        ("J124", 54, 300, 1010.0, "end-burner", (8, 10, 12, 14), "reload", 2.3),
        ("J307", 54, 326, 1140.0, "regressive", (6, 8, 10, 12, 14), "reload", 2.25),
        ("J487", 54, 326, 1220.0, "progressive", (6, 8, 10, 12, 14), "reload", 2.2),
        ("J487-P", 54, 326, 1220.0, "progressive", (), "reload", 2.15),
        ("K274", 54, 430, 1720.0, "neutral", (8, 10, 12, 14, 16), "reload", 2.05),
        ("K617", 54, 492, 2130.0, "regressive", (8, 10, 12, 14, 16), "reload", 2.0),
    ]),
}  # fmt: skip

# Sold with one long delay, to be shortened with the maker's tool.
ADJUSTABLE = {"F46", "G36", "H119", "I156"}


def curve(label_thrust: float, impulse: float, shape: str, dice: random.Random) -> list[list[float]]:
    points = SHAPES[shape]
    wobbled = [(x, y * (1 + dice.uniform(-0.03, 0.03)) if y else 0.0) for x, y in points]
    seconds = impulse / label_thrust
    # Burn time is the 5 % convention, so stretch until impulse ÷ burn time is the label's number.
    for _ in range(60):
        area = sum((wobbled[i + 1][0] - wobbled[i][0]) * (wobbled[i + 1][1] + wobbled[i][1]) / 2 for i in range(len(points) - 1))
        rows = [[round(x * seconds, 4), round(y * impulse / (area * seconds), 3)] for x, y in wobbled]
        now = ThrustCurve.from_samples(rows)
        seconds *= now.average_thrust_n / label_thrust
    return rows


def main() -> None:
    OUT.mkdir(parents=True, exist_ok=True)
    dice = random.Random(7031)
    for maker, (propellant, lines) in MAKERS.items():
        motors = []
        for label, diameter, length, impulse, shape, delays, case, share in lines:
            digits = label.split("-")[0].rstrip("T")
            thrust = float(digits[4:] if digits.startswith("1/") else digits[1:])
            rows = curve(thrust, impulse, shape, dice)
            real = ThrustCurve.from_samples(rows).total_impulse_n_s
            propellant_kg = real / (ISP_S[propellant] * dice.uniform(0.95, 1.05) * G0)
            digits_kg = 5 if propellant_kg < 0.02 else 4
            motors.append({
                "label": label, "revision": "1", "diameter_mm": diameter, "length_mm": length,
                "total_mass_kg": round(propellant_kg * share, digits_kg), "propellant_mass_kg": round(propellant_kg, digits_kg),
                "propellant": propellant, "case": case, "delays_s": list(delays),
                **({"adjustable": True} if label in ADJUSTABLE else {}), "thrust": rows,
            })  # fmt: skip
        name = "_".join("".join(c for c in maker.lower() if c.isalpha() or c == " ").split())
        text = json.dumps({"maker": maker, "motors": motors}, indent=1, ensure_ascii=False)
        # one sample a line is unreadable: keep each curve on one
        import re

        text = re.sub(r"\[\s+(-?[\d.]+),\s+(-?[\d.]+)\s+\]", r"[\1, \2]", text)
        text = re.sub(r"\],\s+\[", "], [", text)
        (OUT / f"{name}.json").write_text(text + "\n", encoding="utf-8")
        print(maker, len(motors), math.fsum(m["propellant_mass_kg"] for m in motors))


if __name__ == "__main__":
    main()
