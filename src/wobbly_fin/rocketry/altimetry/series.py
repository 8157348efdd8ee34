"""A log as series in SI: heights above where it began, the push along the rocket's axis, and what had to be put right on the way."""

import itertools
import math
import re
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.altimetry.columns import Column, Meaning, column_for, scaled
from wobbly_fin.rocketry.altimetry.table import LogTable
from wobbly_fin.rocketry.constants import SEA_LEVEL_PRESSURE_PA, SEA_LEVEL_TEMPERATURE_K, STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError

Floats = NDArray[np.float64]
Note = tuple[str, float]
# US Standard Atmosphere 1976, troposphere: lapse and R lapse / g, by which devices turn pressure into height.
_LAPSE_K_M, _EXPONENT = 0.0065, 0.190263
_LEAST_SAMPLES = 12
_HIGHEST_M, _LATEST_S = 2e5, 1e12
_AT_REST = 10  # samples from the beginning that are surely on the pad: nobody arms an altimeter half a second before the launch
_OF_THE_AIR = re.compile(r"\b(air|ambient|outside|luft)|(air|ambient|outside|luft)\b|air_?t", re.IGNORECASE)
_GAP_STEPS = 6.0  # a hole this many usual steps long is called a gap


@dataclass(frozen=True, slots=True, kw_only=True)
class Series:
    """One recording.

    Attributes
    ----------
    time_s : (n,) array
        Rising, on the file's clock. [s]
    height_m : (n,) array
        Above the file's own zero, finite. [m]
    felt_m_s2 : (n,) array or None
        What an accelerometer along the axis felt, everything but gravity; NaN where not written. [m/s²]
    noise_m, step_m : float
        Standard deviation of one height, and the smallest step between heights. [m]
    rate_hz : float
        Samples a second, the median.
    notes : tuple of (code, figure)
    """

    time_s: Floats
    height_m: Floats
    felt_m_s2: Floats | None
    noise_m: float
    step_m: float
    rate_hz: float
    clipped: bool
    notes: tuple[Note, ...]

    def between(self, first: int, last: int) -> "Series":
        """The samples from one index up to another, with the same noise."""
        cut = slice(first, last)
        felt = None if self.felt_m_s2 is None else self.felt_m_s2[cut]
        return Series(
            time_s=self.time_s[cut], height_m=self.height_m[cut], felt_m_s2=felt, noise_m=self.noise_m, step_m=self.step_m,
            rate_hz=self.rate_hz, clipped=self.clipped, notes=self.notes,
        )  # fmt: skip


def series_of(table: LogTable, columns: tuple[Column, ...], air_c: float | None = None) -> Series:
    """Put a table in order.

    Rows without a time or a height are dropped, a clock that runs backwards is turned round, one that starts again ends the
    recording, repeated times are averaged away; each is noted. `air_c` is the air's temperature at the pad, where somebody knows it.

    Raises
    ------
    RocketryError
        With ``file`` where fewer than a dozen samples are left.
    """
    notes: list[Note] = list(table.found)
    by_meaning = {c.meaning: found for c in columns if (found := column_for(columns, c.meaning)) is not None}
    time = scaled(by_meaning["time"], table.values[:, by_meaning["time"].number])
    height = _height(by_meaning, table, notes, air_c)
    felt = _felt(columns, table)
    # What no altimeter can have meant counts as not written.
    good = np.isfinite(time) & np.isfinite(height) & (np.abs(height) < _HIGHEST_M) & (np.abs(time) < _LATEST_S)
    if np.sum(~good):
        notes.append(("rows_without_height", float(np.sum(~good))))
    time, height = time[good], height[good]
    felt = felt[good] if felt is not None else None
    if len(time) < _LEAST_SAMPLES:
        raise RocketryError("file", f"has {len(time)} usable samples; a flight needs at least a dozen")
    steps = np.diff(time)
    if steps.size and np.mean(steps < 0) > 0.5:
        notes.append(("reversed", 0.0))
        time, height = time[::-1], height[::-1]
        felt = felt[::-1] if felt is not None else None
        steps = np.diff(time)
    back = np.flatnonzero(steps < 0)
    if back.size:
        time, height, felt = _one_recording(time, height, felt, back, notes)
    keep = np.concatenate(([True], np.diff(time) > 0))
    if np.sum(~keep):
        notes.append(("repeated_times", float(np.sum(~keep))))
    time, height = time[keep], height[keep]
    felt = felt[keep] if felt is not None else None
    if len(time) < _LEAST_SAMPLES:
        raise RocketryError("file", f"has {len(time)} usable samples; a flight needs at least a dozen")
    step = float(np.median(np.diff(time)))
    gaps = np.diff(time) > _GAP_STEPS * step
    if np.any(gaps):
        notes.append(("gaps", float(np.sum(gaps))))
    if 1 / step < 4:
        notes.append(("slow", 1 / step))
    clipped = felt is not None and _clipped(felt)
    if clipped and felt is not None:
        notes.append(("clipped", float(np.nanmax(np.abs(felt)))))
    noise, quantum = noise_of(height)
    return Series(
        time_s=time, height_m=height, felt_m_s2=felt, noise_m=noise, step_m=quantum, rate_hz=1 / step, clipped=clipped,
        notes=tuple(notes),
    )  # fmt: skip


def noise_of(height_m: Floats) -> tuple[float, float]:
    """Noise of one height and the step heights come in, both at least a centimetre. [m]

    Second differences leave out where the rocket goes; their median leaves out the few moments where it does so suddenly.
    """
    gaps = np.diff(np.unique(np.round(height_m[:20_000], 4)))
    quantum = float(np.quantile(gaps, 0.1)) if gaps.size else 0.01
    second = np.abs(np.diff(height_m, 2))
    spread = 1.4826 * float(np.median(second)) / math.sqrt(6.0) if second.size else 0.0
    if spread == 0.0 and second.size:
        # Coarse steps: most second differences are none at all.
        spread = float(np.sqrt(np.mean(np.minimum(second, 3 * quantum) ** 2) / 6.0))
    return max(math.hypot(spread, quantum / math.sqrt(12.0)), 0.01), max(quantum, 0.01)


def _height(by_meaning: dict[Meaning, Column], table: LogTable, notes: list[Note], air_c: float | None) -> Floats:
    if "height" in by_meaning:
        column = by_meaning["height"]
        return scaled(column, table.values[:, column.number])
    column = by_meaning["pressure"]
    pressure = scaled(column, table.values[:, column.number])
    pressure = np.where((pressure > 1_000) & (pressure < 120_000), pressure, np.nan)
    finite = pressure[np.isfinite(pressure)]
    if not finite.size:
        raise RocketryError("columns", f"the pressures of column {column.number + 1} cannot be; check their unit")
    ground = float(np.median(finite[:_AT_REST]))
    warm, measured = SEA_LEVEL_TEMPERATURE_K * (ground / SEA_LEVEL_PRESSURE_PA) ** _EXPONENT, False
    if air_c is not None:
        warm, measured = air_c + 273.15, True
    elif "temperature" in by_meaning and _OF_THE_AIR.search(by_meaning["temperature"].name):
        # A device lies in the sun and warms itself: only what says that it is the air's tells how fast that thins.
        column = by_meaning["temperature"]
        first = scaled(column, table.values[:, column.number])
        first = first[np.isfinite(first)][:_AT_REST]
        if first.size and -40.0 < float(np.median(first)) < 55.0:
            warm, measured = float(np.median(first)) + 273.15, True
    notes.append(("from_pressure_and_temperature" if measured else "from_pressure", warm - 273.15))
    return np.asarray(warm / _LAPSE_K_M * (1.0 - (pressure / ground) ** _EXPONENT))


def _felt(columns: tuple[Column, ...], table: LogTable) -> Floats | None:
    """The axis along the rocket: the one that feels one gravity on the pad and the most afterwards; upwards made positive."""
    axes = [scaled(c, table.values[:, c.number]) for c in columns if c.meaning == "acceleration"]
    axes = [a for a in axes if np.sum(np.isfinite(a)) > 0.5 * len(a)]
    if not axes:
        return None
    rests = [float(np.nanmedian(a[:_AT_REST])) for a in axes]
    one = STANDARD_GRAVITY_M_S2
    standing = [i for i, rest in enumerate(rests) if abs(abs(rest) - one) < 0.3 * one]
    if standing:
        at = max(standing, key=lambda i: float(np.nanmax(np.abs(axes[i]))))
        return np.asarray(axes[at] * math.copysign(1.0, rests[at]) + (one - abs(rests[at])))
    # Zero at rest: gravity has been taken off already.
    at = max(range(len(axes)), key=lambda i: float(np.nanmax(np.abs(axes[i]))))
    a = axes[at] - rests[at]
    high, low = float(np.nanquantile(a, 0.999)), float(np.nanquantile(a, 0.001))
    return np.asarray(a * (1.0 if high >= -low else -1.0) + one)


def _clipped(felt: Floats) -> bool:
    """The largest value stands three samples in a row, far above what is felt at rest."""
    top = np.nanmax(np.abs(felt))
    if top < 3 * STANDARD_GRAVITY_M_S2:
        return False
    at = np.abs(felt) >= 0.999 * top
    return bool(np.any(at[2:] & at[1:-1] & at[:-2]))


def _one_recording(
    time: Floats, height: Floats, felt: Floats | None, back: NDArray[np.int64], notes: list[Note]
) -> tuple[Floats, Floats, Floats | None]:
    """Where the clock starts again: the recording that reaches highest. Single stray times are dropped instead."""
    if len(back) > 0.02 * len(time) + 3:
        order = np.argsort(time, kind="stable")
        notes.append(("out_of_order", float(len(back))))
        return time[order], height[order], felt[order] if felt is not None else None
    edges = [0, *(int(b) + 1 for b in back), len(time)]
    parts = [slice(a, b) for a, b in itertools.pairwise(edges) if b - a >= _LEAST_SAMPLES]
    if not parts:
        raise RocketryError("file", "has a clock that jumps back again and again; no stretch of it is long enough to read")
    best = max(parts, key=lambda part: float(np.ptp(height[part])))
    notes.append(("recordings", float(len(parts))))
    return time[best], height[best], felt[best] if felt is not None else None
