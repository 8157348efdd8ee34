"""What a simulated pocket altimeter measures of a simulated flight: pressure through a port that gusts and gas disturb, and a push.

It stands in for a real device; everything it writes is said to be simulated. The same seed measures the same.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.air.site_air import SiteAir
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2, ZERO_CELSIUS_K
from wobbly_fin.rocketry.flight.flight import Flight

Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True, kw_only=True)
class Sensor:
    """How a device measures: our own choice of figures, in the range of what small sensors are good for.

    Attributes
    ----------
    rate_hz : float
        Samples a second, 5 … 400.
    height_noise_m, height_step_m : float
        Random error of one reading, 1σ, and the steps it is rounded to.
    port_gust_m : float
        Slow error from gusts on the port hole, 1σ at the wind of the day, about a second long.
    speed_error_fraction : float
        Share of the stagnation pressure that gets into the bay.
    spike_m : float
        What the ejection charge's gas does to the height read, dying away in a few hundredths of a second; 0: a tight bulkhead.
    accelerometer : bool
    accel_noise_m_s2, accel_step_m_s2, accel_range_m_s2 : float
    jitter_fraction : float
        Random share of a step by which a sample is early or late.
    lost_fraction : float
        Samples that were never written.
    pad_wait_s, after_landing_s : float
        How long it wrote before the launch and after the landing.
    """

    rate_hz: float = 20.0
    height_noise_m: float = 0.25
    height_step_m: float = 0.1
    port_gust_m: float = 0.2
    speed_error_fraction: float = 0.005
    spike_m: float = 6.0
    accelerometer: bool = True
    accel_noise_m_s2: float = 0.7
    accel_step_m_s2: float = 0.12
    accel_range_m_s2: float = 235.0
    jitter_fraction: float = 0.03
    lost_fraction: float = 0.0
    pad_wait_s: float = 6.0
    after_landing_s: float = 6.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Recording:
    """What it wrote: time since it was armed [s], pressure [Pa], height above the pad as it reckons it [m], push along its axis [m/s²].

    `ignition_s` is the truth, for tests: when on its clock the motor was lit.
    """

    time_s: Floats
    pressure_pa: Floats
    height_m: Floats
    acceleration_m_s2: Floats | None
    ignition_s: float
    temperature_c: float


def measure(trace: Floats, flight: Flight, air: SiteAir, sensor: Sensor, seed: int, wind_m_s: float = 2.0) -> Recording:
    """Carry the device along a flight.

    Parameters
    ----------
    trace : (m, 13) array
        Time, position, velocity, axis, acceleration: `flight.fly_traced`.
    air : SiteAir
        The pad's pressure and warmth, from which the port's pressure follows.
    """
    rng = np.random.default_rng(seed)
    lands = flight.landing_time_s or float(trace[-1, 0])
    step = 1.0 / sensor.rate_hz
    clock = np.arange(0.0, sensor.pad_wait_s + lands + sensor.after_landing_s, step)
    clock = clock + step * sensor.jitter_fraction * rng.standard_normal(clock.size)
    clock = np.sort(np.maximum(clock, 0.0))
    if sensor.lost_fraction:
        clock = clock[rng.random(clock.size) >= sensor.lost_fraction]
    t = clock - sensor.pad_wait_s
    height, speed = _heights(trace, t), np.interp(t, trace[:, 0], np.linalg.norm(trace[:, 4:7], axis=1), left=0.0, right=0.0)
    off = sensor.height_noise_m * rng.standard_normal(t.size) + sensor.port_gust_m * wind_m_s / 2.0 * _slow(rng, t, 1.0)
    off -= sensor.speed_error_fraction * speed**2 / (2 * STANDARD_GRAVITY_M_S2)
    ejects = flight.ejection.time_s if flight.ejection else None
    if ejects is not None and sensor.spike_m:
        since = t - ejects
        off += np.where(since >= 0, -sensor.spike_m * np.exp(-np.maximum(since, 0.0) / 0.06), 0.0)
    # Hydrostatic in the day's own warmth: warm air thins more slowly than the standard's.
    warm = (15.0 - 0.0065 * air.elevation_m if air.temperature_c is None else air.temperature_c) + ZERO_CELSIUS_K
    pressure = air.pressure_pa() * (1.0 - 0.0065 * (height + off) / warm) ** 5.2559
    shown = np.round((height + off) / sensor.height_step_m) * sensor.height_step_m
    push = _push(rng, trace, flight, t, sensor) if sensor.accelerometer else None
    return Recording(
        time_s=np.round(clock, 4), pressure_pa=np.round(pressure, 1), height_m=shown, acceleration_m_s2=push,
        ignition_s=sensor.pad_wait_s, temperature_c=warm - ZERO_CELSIUS_K,
    )  # fmt: skip


def _heights(trace: Floats, t: Floats) -> Floats:
    """The cubic through both ends of a kernel's step and both velocities, as `flight.path` has it."""
    at, keep = trace[:, 0], np.concatenate(([True], np.diff(trace[:, 0]) > 1e-9))
    rows, at = trace[keep], at[keep]
    i = np.clip(np.searchsorted(at, t, side="right") - 1, 0, len(at) - 2)
    h = at[i + 1] - at[i]
    u = np.clip((t - at[i]) / h, 0.0, 1.0)
    p0, p1, v0, v1 = rows[i, 3], rows[i + 1, 3], rows[i, 6] * h, rows[i + 1, 6] * h
    return np.asarray(
        (2 * u**3 - 3 * u**2 + 1) * p0 + (u**3 - 2 * u**2 + u) * v0 + (3 * u**2 - 2 * u**3) * p1 + (u**3 - u**2) * v1
    )


def _push(rng: np.random.Generator, trace: Floats, flight: Flight, t: Floats, sensor: Sensor) -> Floats:
    """What an accelerometer along the axis feels: everything but gravity. At rest on the pad that is one gravity."""
    g = STANDARD_GRAVITY_M_S2
    heading = np.where(np.any(trace[:, 7:10] != 0.0, axis=1)[:, None], trace[:, 7:10], trace[:, 4:7])
    heading = heading / np.maximum(np.linalg.norm(heading, axis=1, keepdims=True), 1e-9)
    felt = np.sum((trace[:, 10:13] + np.array([0.0, 0.0, g])) * heading, axis=1)
    lifts = flight.liftoff_time_s or 0.0
    feels = np.interp(t, trace[:, 0], felt)
    feels = np.where(t < lifts, g, feels)
    opened = flight.ejection.time_s if flight.ejection else math.inf
    lands = flight.landing_time_s or float(trace[-1, 0])
    # Hanging from its canopy it swings about, one way up or another; on the ground it lies.
    hanging = g * (0.4 + 0.5 * _slow(rng, t, 0.4)) + 1.5 * rng.standard_normal(t.size)
    feels = np.where((t >= opened) & (t < lands), hanging, feels)
    feels = np.where(t >= lands, g * rng.uniform(-0.3, 0.3), feels)
    kick = t - opened
    feels = feels + np.where((kick >= 0) & (kick < 0.05), rng.uniform(60, 160) * np.exp(-np.maximum(kick, 0) / 0.02), 0.0)
    bump = t - lands
    feels = feels + np.where((bump >= 0) & (bump < 0.06), 60.0, 0.0)
    feels = feels + sensor.accel_noise_m_s2 * rng.standard_normal(t.size)
    feels = np.clip(feels, -sensor.accel_range_m_s2, sensor.accel_range_m_s2)
    return np.asarray(np.round(feels / sensor.accel_step_m_s2) * sensor.accel_step_m_s2)


def _slow(rng: np.random.Generator, t: Floats, length_s: float) -> Floats:
    """Noise of standard deviation 1 that forgets itself in `length_s`: an exponential autocorrelation, stepped exactly."""
    steps = np.diff(t, prepend=t[0] - length_s)
    keep = np.exp(-np.maximum(steps, 0.0) / length_s)
    white = rng.standard_normal(t.size)
    out = np.empty(t.size)
    x = white[0]
    for n in range(t.size):
        x = keep[n] * x + math.sqrt(1 - keep[n] ** 2) * white[n]
        out[n] = x
    return out
