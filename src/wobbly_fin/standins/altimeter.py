"""A simulated pocket altimeter with one button: menu, arming, launch detect, its own read-outs, and a log to be fetched.

Pure state: it is told what is pressed, and carried along a simulated flight by `altimeter_sensor.measure`. What it reads out it
reckons the simple way such devices do, from raw samples, so that our own reading of the same log can be held against it.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from wobbly_fin.rocketry.constants import FOOT_M, STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.standins.altimeter_sensor import Floats, Recording

Screen = Literal["off", "menu", "armed", "landed", "reading", "dumped"]
Layout = Literal["plain", "comma", "pressure", "feet"]
MENU: tuple[str, ...] = ("ARM", "READ", "DUMP", "UNIT", "OFF")
LAYOUTS: tuple[Layout, ...] = ("plain", "comma", "pressure", "feet")
_LAUNCH_M, _LAUNCH_M_S2, _KEPT_BEFORE_S, _STILL_S = 8.0, 25.0, 2.0, 3.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Pocket:
    """What it shows and holds.

    Attributes
    ----------
    at : int
        Line of the menu, or of the read-outs.
    feet : bool
    recording : Recording or None
        Of the last flight it detected, from two seconds before the launch.
    shown : str
        Its display: at most two short lines.
    """

    screen: Screen = "off"
    at: int = 0
    feet: bool = False
    recording: Recording | None = None
    shown: str = ""


def operate(device: Pocket, acts: Sequence[str]) -> Pocket:
    """Press (`press`: next) and hold (`hold`: choose) its button.

    Raises
    ------
    RocketryError
        For something it has no button for.
    """
    for act in acts:
        if act not in ("press", "hold"):
            raise RocketryError("act", f"{act!r} is nothing it understands; one of press, hold")
        device = _pressed(device) if act == "press" else _held(device)
    return device


def carry(device: Pocket, recording: Recording) -> Pocket:
    """Take it along on a flight. Only armed it notices; a flight too gentle for its launch detect is missed."""
    if device.screen != "armed":
        return device
    noticed = launch_detected_s(recording)
    if noticed is None:
        return device
    return replace(
        device, screen="landed", recording=_kept(recording, noticed), shown="DONE\n" + _height(device, _peak(recording))
    )


def launch_detected_s(recording: Recording) -> float | None:
    """When it notices a launch: clear of the pad, or pushed hard for three samples; None: never. [s]"""
    ground = float(np.median(recording.height_m[:5]))
    high = np.flatnonzero(recording.height_m > ground + _LAUNCH_M)
    at = [float(recording.time_s[high[0]])] if high.size else []
    if recording.acceleration_m_s2 is not None:
        hard = recording.acceleration_m_s2 > _LAUNCH_M_S2
        three = np.flatnonzero(hard[2:] & hard[1:-1] & hard[:-2])
        at += [float(recording.time_s[three[0] + 2])] if three.size else []
    return min(at, default=None)


def readouts(device: Pocket) -> tuple[tuple[str, str], ...]:
    """What it reads out of its flight, one after another: name and figure."""
    if device.recording is None:
        return ()
    r = device.recording
    t, h = r.time_s - r.ignition_s, r.height_m
    top = int(np.argmax(h))
    steps = max(1, round(0.25 / float(np.median(np.diff(t)))))
    climb = (h[steps:] - h[:-steps]) / (t[steps:] - t[:-steps])
    out = [
        ("PEAK", _height(device, _peak(r))),
        ("TOP SPEED", f"{float(climb.max()) / 0.44704:.0f} MPH" if device.feet else f"{float(climb.max()):.0f} M/S"),
    ]
    if r.acceleration_m_s2 is not None:
        push = r.acceleration_m_s2 - STANDARD_GRAVITY_M_S2
        burning = np.flatnonzero(push[:top] > 1.0)
        burn = float(t[burning[-1]] - t[burning[0]]) if burning.size else 0.0
        out += [("BURN", f"{burn:.2f} S"), ("PEAK G", f"{float(push.max()) / STANDARD_GRAVITY_M_S2:.1f}")]
    down = h[top:] - h[-1]
    landed = top + int(np.argmax(down < 2.0)) if np.any(down < 2.0) else len(h) - 1
    late = slice(top + (landed - top) // 3, landed)
    if landed - top > 9:
        rate = -float(np.polyfit(t[late], h[late], 1)[0])
        out.append(("DOWN AT", f"{rate / 0.44704:.0f} MPH" if device.feet else f"{rate:.1f} M/S"))
    out.append(("FLIGHT", f"{float(t[landed]):.1f} S"))
    return tuple(out)


def dump(device: Pocket, layout: Layout = "plain") -> str:
    """Its log as it hands it over.

    Raises
    ------
    RocketryError
        With nothing recorded, or for a layout it does not know.
    """
    if device.recording is None:
        raise RocketryError("recording", "is empty; arm it and fly it first")
    return written(device.recording, layout)


def written(r: Recording, layout: Layout = "plain") -> str:
    """A recording as text: plain metres, semicolons with decimal commas, raw pressure by milliseconds, or feet and g."""
    if layout not in LAYOUTS:
        raise RocketryError("layout", f"{layout!r} is none; one of {', '.join(LAYOUTS)}")
    push = r.acceleration_m_s2
    lines = ["# simulated pocket altimeter"]
    if layout == "plain":
        lines.append("time_s,height_m" + (",accel_m_s2" if push is not None else ""))
        columns: list[tuple[Floats, str]] = [(r.time_s, "{:.3f}"), (r.height_m, "{:.2f}")]
    elif layout == "comma":
        lines.append("Zeit [s];Höhe [m]" + (";Beschleunigung [m/s²]" if push is not None else ""))
        columns = [(r.time_s, "{:.3f}"), (r.height_m, "{:.2f}")]
    elif layout == "pressure":
        lines.append("ms,pressure,air_temp" + (",az" if push is not None else ""))
        columns = [
            (np.round(r.time_s * 1000), "{:.0f}"),
            (r.pressure_pa, "{:.1f}"),
            (np.full(len(r.time_s), r.temperature_c), "{:.1f}"),
        ]
    else:
        lines.append("Time,Altitude (ft)" + (",Axial (g)" if push is not None else ""))
        columns = [(r.time_s, "{:.3f}"), (r.height_m / FOOT_M, "{:.1f}")]
        push = push / STANDARD_GRAVITY_M_S2 if push is not None else None
    if push is not None:
        columns.append((push, "{:.2f}"))
    separator = ";" if layout == "comma" else ","
    rows = [
        separator.join(form.format(x) for x, (_, form) in zip(row, columns, strict=True))
        for row in zip(*(c for c, _ in columns), strict=True)
    ]
    lines += [row.replace(".", ",") for row in rows] if layout == "comma" else rows
    return "\n".join(lines) + "\n"


def _pressed(d: Pocket) -> Pocket:
    if d.screen == "menu":
        at = (d.at + 1) % len(MENU)
        return replace(d, at=at, shown=MENU[at])
    if d.screen in ("landed", "reading"):
        lines = readouts(d)
        at = 0 if d.screen == "landed" else (d.at + 1) % len(lines)
        return replace(d, screen="reading", at=at, shown="\n".join(lines[at]))
    return d


def _held(d: Pocket) -> Pocket:
    if d.screen != "menu":
        return replace(d, screen="menu", at=0, shown=MENU[0])
    chosen = MENU[d.at]
    if chosen == "ARM":
        return replace(d, screen="armed", recording=None, shown="READY")
    if chosen == "UNIT":
        return replace(d, feet=not d.feet, shown="METRES" if d.feet else "FEET")
    if chosen == "OFF":
        return replace(d, screen="off", shown="")
    if d.recording is None:
        return replace(d, shown="NO FLIGHT")
    return _pressed(replace(d, screen="landed")) if chosen == "READ" else replace(d, screen="dumped", shown="SENT")


def _kept(r: Recording, noticed_s: float) -> Recording:
    """From two seconds before it noticed until it has lain still for a while."""
    begins = noticed_s - _KEPT_BEFORE_S
    after = np.flatnonzero(
        (r.time_s > noticed_s) & (r.height_m < _LAUNCH_M / 2) & (r.time_s > r.time_s[int(np.argmax(r.height_m))])
    )
    ends = float(r.time_s[after[0]]) + _STILL_S if after.size else math.inf
    keep = (r.time_s >= begins) & (r.time_s <= ends)
    push = None if r.acceleration_m_s2 is None else r.acceleration_m_s2[keep]
    return replace(
        r, time_s=np.round(r.time_s[keep] - r.time_s[keep][0], 4), pressure_pa=r.pressure_pa[keep], height_m=r.height_m[keep],
        acceleration_m_s2=push, ignition_s=r.ignition_s - float(r.time_s[keep][0]),
    )  # fmt: skip


def _peak(r: Recording) -> float:
    return float(r.height_m.max() - np.median(r.height_m[:5]))


def _height(d: Pocket, height_m: float) -> str:
    return f"{height_m / FOOT_M:.0f} FT" if d.feet else f"{height_m:.0f} M"
