"""Simulated logs with the truth beside them: many rockets, motors, sites, sensors, one seed."""

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.flight import Flight, fly, fly_traced
from wobbly_fin.rocketry.flight.path import sample_path
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.standins.altimeter_sensor import Recording, Sensor, measure


@dataclass(frozen=True, kw_only=True)
class Case:
    name: str
    flight: Flight
    recording: Recording
    sensor: Sensor
    apogee_m: float
    apogee_s: float

    @property
    def truth_s(self) -> dict[str, float]:
        """Moments on the file's clock."""
        f, zero = self.flight, self.recording.ignition_s
        moments = {
            "launch": f.liftoff_time_s, "burnout": f.burnout_time_s, "apogee": self.apogee_s, "ejection": f.ejection.time_s, "landing": f.landing_time_s,
        }  # fmt: skip
        return {name: zero + time_s for name, time_s in moments.items()}


def cases(count: int, seed: int = 5) -> Iterator[Case]:
    """Rockets from a few tens of grams to several kilograms, delays mostly right, some early, some late."""
    rng = np.random.default_rng(seed)
    motors = [
        m
        for m in catalogue()
        if (m.kind == "single" and m.delays_s and m.decoded.impulse_class.name <= "H") or m.name.startswith("1/")
    ]
    motors = [m for m in motors if m.delays_s]
    made = 0
    while made < count:
        motor = motors[rng.integers(len(motors))]
        mass = max(motor.total_mass_kg * rng.uniform(1.2, 4), 0.02)
        canopy = Canopy(kind="flat", diameter_m=float(np.sqrt(mass) * rng.uniform(1.1, 1.9)), cd=0.75)
        rocket = QuickRocket(
            mass_kg=mass, diameter_m=motor.diameter_m + rng.uniform(0.004, 0.034), cd=rng.uniform(0.4, 0.9), canopy=canopy
        )
        wind = rng.uniform(0, 6)
        site = Site(elevation_m=rng.uniform(0, 1500), temperature_c=rng.uniform(-2, 30), wind_speed_m_s=wind)
        delay = float(motor.delays_s[rng.integers(len(motor.delays_s))])
        calm = fly(rocket, motor, None, site)
        if rng.random() < 0.75 and calm.optimum_delay_s is not None:
            delay = min(motor.delays_s, key=lambda d: abs(d - calm.optimum_delay_s))
        delay = max(delay + rng.normal(0, 0.35), 0.0)
        flight, trace = fly_traced(rocket, motor, delay, site)
        if (
            not flight.lifted
            or (flight.apogee_altitude_m or 0) < 20
            or flight.ejection is None
            or (flight.max_acceleration_m_s2 or 0) < 10
        ):
            continue
        sensor = Sensor(
            rate_hz=float(rng.choice([10, 20, 20, 50, 100, 200])), height_noise_m=rng.uniform(0.05, 0.5), height_step_m=float(rng.choice([0.01, 0.1, 0.3048])),
            speed_error_fraction=rng.uniform(0, 0.01), port_gust_m=rng.uniform(0, 0.4), spike_m=float(rng.choice([0, 3, 8, 15])),
            accelerometer=bool(rng.random() < 0.5), jitter_fraction=rng.uniform(0, 0.1), lost_fraction=float(rng.choice([0, 0, 0.02])), pad_wait_s=rng.uniform(1, 40),
        )  # fmt: skip
        path = sample_path(trace, 400)
        early = flight.ejection.after_apogee_s < 0
        yield Case(
            name=f"{motor.name} {made}", flight=flight, recording=measure(trace, flight, site.air, sensor, made, wind), sensor=sensor,
            apogee_m=float(path.altitude_m.max()), apogee_s=float(path.time_s[int(np.argmax(path.altitude_m))]) if early else flight.apogee_time_s,
        )  # fmt: skip
        made += 1
