"""The same vertical flight by scipy's solve_ivp with as lean a right-hand side as plain Python allows."""

import math
from bisect import bisect_right
from dataclasses import dataclass
from typing import Any

from scipy.integrate import solve_ivp

G0, R_AIR, EARTH = 9.80665, 8.31432 / 0.0289644, 6_356_766.0
EXPONENT = G0 / (0.0065 * R_AIR)


@dataclass
class Lean:
    """One flight's figures unpacked; troposphere only, no wind, vertical rod: what the eight rockets need here."""

    times: list[float]
    forces: list[float]
    delivered: list[float]
    mass: float
    propellant: float
    drag: float
    canopy_drag: float
    elevation: float
    warmer: float
    liftoff: float
    delay: float

    def rho(self, z: float) -> float:
        h = EARTH * (z + self.elevation) / (EARTH + z + self.elevation)
        t = 288.15 - 0.0065 * h
        return 101325.0 * (t / 288.15) ** EXPONENT / (R_AIR * (t + self.warmer))

    def boost(self, t: float, s: Any) -> tuple[float, float]:
        z, v = s
        times, forces = self.times, self.forces
        i = min(bisect_right(times, t) - 1, len(times) - 2)
        since = t - times[i]
        f = forces[i] + (forces[i + 1] - forces[i]) / (times[i + 1] - times[i]) * since
        gone = self.delivered[i] + since * (forces[i] + f) / 2
        m = self.mass - self.propellant * gone / self.delivered[-1]
        return v, (f - self.drag * self.rho(z) * v * abs(v)) / m - G0

    def coast(self, t: float, s: Any) -> tuple[float, float]:
        z, v = s
        return v, -self.drag * self.rho(z) * v * abs(v) / (self.mass - self.propellant) - G0

    def hang(self, t: float, s: Any) -> tuple[float, float]:
        z, v = s
        return v, -self.canopy_drag * self.rho(z) * v * abs(v) / (self.mass - self.propellant) - G0

    def fly(self, method: str, rtol: float, corners: bool) -> tuple[float, float, float]:
        """(apogee time, apogee, landing time); `corners` starts afresh at every corner of the thrust curve."""
        peak: Any = lambda t, s: s[1]  # noqa: E731
        peak.terminal, peak.direction = True, -1
        ground: Any = lambda t, s: s[0]  # noqa: E731
        ground.terminal, ground.direction = True, -1
        options = {"method": method, "rtol": rtol, "atol": rtol}
        burnout, eject = self.times[-1], self.times[-1] + self.delay
        s: Any = (0.0, 0.0)
        t = self.liftoff
        stops = [c for c in self.times if c > t] if corners else [burnout]
        for stop in stops:
            s = solve_ivp(self.boost, (t, stop), s, **options).y[:, -1]
            t = stop
        up = solve_ivp(self.coast, (t, t + 100), s, events=peak, **options)
        apogee_t, (apogee_z, _) = up.t_events[0][0], up.y_events[0][0]
        s = solve_ivp(self.coast, (t, eject), s, **options).y[:, -1]
        down = solve_ivp(self.hang, (eject, eject + 5000), s, events=ground, **options)
        return float(apogee_t), float(apogee_z), float(down.t_events[0][0])


def lean_of(rocket: Any, motor: Any, delay_s: float, site: Any, liftoff_s: float) -> Lean:
    """The lean form of a case."""
    t, f, d = motor.curve.knots
    return Lean(
        t.tolist(), f.tolist(), d.tolist(), rocket.mass_kg + motor.total_mass_kg, motor.propellant_mass_kg, 0.5 * rocket.drag_area_m2,
        0.5 * rocket.canopy.drag_area_m2, site.elevation_m, site.air.warmer_k, liftoff_s, delay_s,
    )  # fmt: skip


def worst_error(got: tuple[float, float, float], true: tuple[float, float, float]) -> float:
    """Largest relative error of apogee time, apogee and landing time."""
    return max(abs(g / r - 1) if r and math.isfinite(g) else math.inf for g, r in zip(got, true, strict=True))
