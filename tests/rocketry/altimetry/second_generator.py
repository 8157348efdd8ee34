"""A second source of logs with the truth beside them, for which nothing of the product is used: its own flights, its own faults.

Flights go straight up and lean with the wind, pushed by thrust curves made of straight lines; a sensor that lags, counts whole pascals,
wanders, sticks and drops samples. Some open twice, some never, some logs end in the air.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass, field

import numpy as np

G, DT = 9.80665, 0.002


@dataclass(frozen=True, kw_only=True)
class Told:
    """A log and what really was. Times from launch [s], heights above the pad [m]; what the log cannot hold is not among the figures."""

    name: str
    text: str
    figures: dict[str, float]
    opened: bool | None
    fate: str
    launch_s: float
    found: dict[str, float] = field(default_factory=dict)


def _curve(rng: np.random.Generator, burn: float, push: float) -> tuple[np.ndarray, np.ndarray]:
    """Specific thrust by time, mean `push` over `burn`: a spike and a plateau, a hump, or an even burn that fades. [s], [m/s²]"""
    kind = rng.choice(["spike", "hump", "fade"])
    if kind == "spike":
        t, y = np.array([0, 0.04, 0.12, 0.25, 0.92, 1.0]), np.array([0, 0.9, 2.0, 0.95, 0.85, 0.0])
    elif kind == "hump":
        t, y = np.array([0, 0.05, 0.35, 0.7, 1.0]), np.array([0, 0.9, 1.25, 1.0, 0.0])
    else:
        t, y = np.array([0, 0.03, 0.5, 0.9, 1.0]), np.array([0, 1.3, 1.05, 0.7, 0.0])
    mean = float(np.sum((y[1:] + y[:-1]) / 2 * np.diff(t)))
    return t * burn, y / mean * push


def _flown(rng: np.random.Generator, fate: str) -> tuple[np.ndarray, np.ndarray, np.ndarray, dict[str, float]]:
    """Time, height, speed through the air; and the moments."""
    burn = float(np.exp(rng.uniform(math.log(0.35), math.log(2.8))))
    push = float(rng.uniform(45, 160)) if burn < 1.5 else float(rng.uniform(35, 90))
    drag = float(np.exp(rng.uniform(math.log(6e-4), math.log(5e-3))))
    late = float(rng.uniform(-0.4, 1.6))
    slow, fast = float(rng.uniform(3.5, 7.5)), float(rng.uniform(14, 25))
    main_m = float(rng.uniform(60, 120))
    lean = float(rng.uniform(0.0, 0.2))
    t_curve, a_curve = _curve(rng, burn, push)
    t, h, v = 0.0, 0.0, 0.0
    moments: dict[str, float] = {"burnout": burn}
    rows = [(0.0, 0.0, 0.0)]
    opened, main = math.inf, math.inf
    while True:
        thrust = float(np.interp(t, t_curve, a_curve, right=0.0)) * math.cos(lean)
        k = drag * math.exp(-h / 9000)
        if t >= opened:
            rate = slow if fate != "dual" or t >= main else fast
            grown = min(1.0, (t - (main if t >= main else opened) + DT) / 0.25)
            thin = math.exp(-h / 9000)
            k = max(
                k,
                thin
                * (
                    G / rate**2 * grown**2 if fate != "dual" or t < main else G / fast**2 + (G / slow**2 - G / fast**2) * grown**2
                ),
            )
        a = thrust - G - k * v * abs(v)
        if h <= 0 and a < 0 and t < burn:
            a = 0.0
        # Drag of a canopy is stiff: its share of the step in closed form.
        v = (v + (thrust - G) * DT) / (1 + k * abs(v) * DT) if h > 0 or a > 0 else 0.0
        h += v * DT
        t += DT
        rows.append((t, h, v))
        if "apogee" not in moments and v <= 0 and t > burn:
            moments["apogee"], moments["height"] = t, h
        if "apogee" in moments and opened == math.inf and fate != "dart" and t >= moments["apogee"] + late:
            opened = moments["ejection"] = t
            moments["opened_at"] = h
        if fate != "dart" and late < 0 and opened == math.inf and t > burn and v > 0 and v + G * late <= 0:
            opened = moments["ejection"] = t
            moments["opened_at"] = h
        if fate == "dual" and t > opened and main == math.inf and h < main_m and v < 0:
            main = moments["main"] = t
        if h <= 0 and t > burn:
            moments["landing"], moments["impact"] = t, -v
            break
    moments["rate"] = slow if fate != "dual" or main < math.inf else fast
    moments["top_speed"] = max(r[2] for r in rows)
    out = np.array(rows)
    return out[:, 0], out[:, 1], out[:, 2], moments


def logs(count: int, seed: int = 77) -> Iterator[Told]:
    """As many logs, of heights alone in two of three."""
    rng = np.random.default_rng(seed)
    made = 0
    while made < count:
        fate = str(rng.choice(["one", "one", "one", "one", "dual", "dart", "cut"]))
        t, h, v, m = _flown(rng, "one" if fate == "cut" else fate)
        if (
            not 40 < m["height"] < 1500
            or (fate == "dual" and ("main" not in m or m["height"] < 200))
            or m["landing"] - m["apogee"] < 2
        ):
            continue
        yield _logged(rng, made, fate, t, h, v, m)
        made += 1


def _logged(
    rng: np.random.Generator, made: int, fate: str, t: np.ndarray, h: np.ndarray, v: np.ndarray, m: dict[str, float]
) -> Told:
    rate = float(rng.choice([10, 16, 25, 50]))
    wait, rest = float(rng.uniform(2, 20)), float(rng.uniform(2, 12))
    ends = m["landing"] + rest
    if fate == "cut":
        ends = m["ejection"] + rng.uniform(4.0, max(4.5, 0.7 * (m["landing"] - m["ejection"])))
    clock = np.arange(0, wait + ends, 1 / rate)
    at = clock - wait
    true_h = np.interp(at, t, h, left=0.0, right=0.0)
    speed = np.interp(at, t, v, left=0.0, right=0.0)
    lag = float(rng.uniform(0.0, 0.06))
    seen = true_h - lag * speed - rng.uniform(0, 0.006) * speed**2 / (2 * G)
    noise = float(rng.uniform(0.1, 0.4))
    wander = np.cumsum(rng.standard_normal(clock.size)) * 0.1 / math.sqrt(rate)
    slow = np.zeros(clock.size)
    for i in range(1, clock.size):
        slow[i] = (
            slow[i - 1] * math.exp(-1 / rate / 0.8) + 0.12 * math.sqrt(1 - math.exp(-2 / rate / 0.8)) * rng.standard_normal()
        )
    seen = seen + noise / math.sqrt(2) * rng.laplace(size=clock.size) + wander + slow
    if "ejection" in m and rng.random() < 0.5:
        since = at - m["ejection"]
        seen = seen + np.where(
            (since >= 0) & (since < 0.4), rng.choice([-1, 1]) * rng.uniform(2, 9) * np.exp(-np.maximum(since, 0) / 0.09), 0
        )
    pa = np.round(101325 * (1 - 2.25577e-5 * seen) ** 5.25588)
    shown = (1 - (pa / 101325) ** (1 / 5.25588)) / 2.25577e-5
    keep = rng.random(clock.size) > 0.01
    lines = ["seconds,metres"] + [f"{a:.2f},{b:.2f}" for a, b in zip(clock[keep], shown[keep], strict=True)]
    figures = {
        "apogee_m": m["height"], "apogee_time_s": m["apogee"], "max_speed_m_s": m["top_speed"], "burn_time_s": m["burnout"],
        "coast_time_s": m["apogee"] - m["burnout"],
    }  # fmt: skip
    if "ejection" in m:
        figures |= {
            "apogee_to_ejection_s": m["ejection"] - m["apogee"], "delay_s": m["ejection"] - m["burnout"],
            "ejection_altitude_m": m["opened_at"], "descent_rate_m_s": m["rate"],
        }  # fmt: skip
    if fate != "cut":
        figures["duration_s"] = m["landing"]
    return Told(
        name=f"{fate} {made} at {rate:g} Hz",
        text="\n".join(lines) + "\n",
        figures=figures,
        opened=fate != "dart",
        fate=fate,
        launch_s=wait,
    )
