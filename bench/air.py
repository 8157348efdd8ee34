"""Rigid flights, choosing in wind, clouds: against a lean scipy solution at equal measured error, and against themselves."""

import gc
import math
import time
from dataclasses import replace
from typing import Any

import numpy as np
from scipy.integrate import solve_ivp
from tests.sources.reference_rigid import pressures, side
from tests.sources.six_darts import CASES, motor_of, rigid, site_of

from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.choosing.aim import Aim, take_aim
from wobbly_fin.rocketry.choosing.pick import pick
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.flight.flight import fly, fly_vehicle
from wobbly_fin.rocketry.flight.scatter import Question, scatter
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue

G0, R_AIR, EARTH = 9.80665, 8.31432 / 0.0289644, 6_356_766.0
LADDER = (1e-2, 3e-3, 1e-3, 3e-4, 1e-4, 3e-5, 1e-5, 3e-6, 1e-6, 3e-7, 1e-7, 3e-8, 1e-8)


def best_of(call: Any, rounds: int = 5) -> float:
    call()
    times = []
    for _ in range(rounds):
        gc.collect()
        start = time.perf_counter()
        call()
        times.append(time.perf_counter() - start)
    return min(times)


class LeanRigid:
    """The same flight with plain floats in the right-hand side: as lean as Python allows, scalars unpacked, nothing allocated but the answer."""

    def __init__(self, name: str) -> None:
        dart, charge, day = CASES[name]
        self.dart, self.charge, self.day = dart, charge, day
        t = list(charge.times_s)
        f = list(charge.thrust_n)
        if t[0] > 0:
            t, f = [0.0, *t], [0.0, *f]
        self.t, self.f = t, f
        gone = [0.0]
        for i in range(len(t) - 1):
            gone.append(gone[-1] + (t[i + 1] - t[i]) * (f[i] + f[i + 1]) / 2)
        self.gone = gone
        self.site = site_of(day)
        self.area = math.pi / 4 * dart.diameter_m**2
        self.push = pressures(dart, 0.0)
        self.lift_area, self.lift_at = side(dart)
        self.wind = self.site.wind_to_m_s
        self.axis = self.site.rod_axis
        self.at = dart.length_m - charge.length_m / 2
        self.slug = (3 * (charge.diameter_m / 2) ** 2 + charge.length_m**2) / 12
        self.warmer = self.site.air.warmer_k

    def rho(self, z: float) -> float:
        h = EARTH * (z + self.day.elevation_m) / (EARTH + z + self.day.elevation_m)
        kelvin = 288.15 - 0.0065 * max(h, -1000.0)
        return 101325.0 * (kelvin / 288.15) ** (G0 / (0.0065 * R_AIR)) / (R_AIR * (kelvin + self.warmer))

    def burning(self, i: int) -> Any:
        """Right-hand side on one straight piece of the thrust curve; i = −1: coasting."""
        dart, charge, day = self.dart, self.charge, self.day
        t0, f0 = (self.t[i], self.f[i]) if i >= 0 else (0.0, 0.0)
        slope = (self.f[i + 1] - f0) / (self.t[i + 1] - t0) if i >= 0 else 0.0
        share = charge.propellant_kg / self.gone[-1]
        case = charge.total_kg - charge.propellant_kg
        wx0, wy0, sqrt = *self.wind, math.sqrt
        (n1, x1), (n2, x2) = self.push

        def rhs(t: float, s: Any) -> list[float]:
            _x, _y, z, vx, vy, vz, nx, ny, nz, px, py, pz = s.tolist()
            since = t - t0
            force = f0 + slope * since if i >= 0 else 0.0
            left = charge.propellant_kg - share * (self.gone[i] + since * (f0 + force) / 2) if i >= 0 else 0.0
            m = dart.mass_kg + case + left
            cg = (dart.mass_kg * dart.cg_m + (case + left) * self.at) / m
            inertia = (
                dart.inertia_kg_m2 + dart.mass_kg * (dart.cg_m - cg) ** 2 + (case + left) * (self.slug + (self.at - cg) ** 2)
            )
            factor = (z / day.wind_height_m) ** day.exponent if z > 0 else 0.0
            ux, uy = vx - factor * wx0, vy - factor * wy0
            u = sqrt(ux * ux + uy * uy + vz * vz)
            along = ux * nx + uy * ny + vz * nz
            half = 0.5 * self.rho(z)
            dyn = half * self.area * u
            net = force - dyn * dart.cd * along
            cx, cy, cz = ux - along * nx, uy - along * ny, vz - along * nz
            lift = half * 1.1 * self.lift_area * sqrt(cx * cx + cy * cy + cz * cz)
            across = dyn * (n1 + n2) + lift
            arm = dyn * (n1 * (x1 - cg) + n2 * (x2 - cg)) + lift * (self.lift_at - cg)
            damp = dyn * (n1 * (x1 - cg) ** 2 + n2 * (x2 - cg) ** 2)
            return [
                vx, vy, vz, (net * nx - across * cx) / m, (net * ny - across * cy) / m, (net * nz - across * cz) / m - G0,
                py * nz - pz * ny, pz * nx - px * nz, px * ny - py * nx,
                (arm * (ny * cz - nz * cy) - damp * px) / inertia, (arm * (nz * cx - nx * cz) - damp * py) / inertia,
                (arm * (nx * cy - ny * cx) - damp * pz) / inertia,
            ]  # fmt: skip

        return rhs

    def on_rod(self, rhs: Any) -> Any:
        ax, ay, az = self.axis

        def held(t: float, s: Any) -> list[float]:
            d = rhs(t, s)
            a = (d[3] * ax + d[4] * ay + (d[5] + G0) * az) - G0 * az
            return [*s[3:6].tolist(), a * ax, a * ay, a * az, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0]

        return held

    def hang(self) -> Any:
        hanging = self.dart.mass_kg + self.charge.total_kg - self.charge.propellant_kg
        wx0, wy0, day, cda = *self.wind, self.day, self.dart.canopy_cda_m2

        def rhs(t: float, s: Any) -> list[float]:
            _x, _y, z, vx, vy, vz = s.tolist()
            factor = (z / day.wind_height_m) ** day.exponent if z > 0 else 0.0
            ux, uy = vx - factor * wx0, vy - factor * wy0
            k = 0.5 * self.rho(z) * cda * math.sqrt(ux * ux + uy * uy + vz * vz) / hanging
            return [vx, vy, vz, -k * ux, -k * uy, -k * vz - G0]

        return rhs

    def fly(self, method: str, rtol: float, liftoff: float) -> tuple[float, float, float, float]:
        """(apogee, its time, landing east, north)."""
        options: dict[str, Any] = {"method": method, "rtol": rtol, "atol": rtol}
        ax, ay, az = self.axis
        left: Any = lambda t, s: s[0] * ax + s[1] * ay + s[2] * az - self.day.rod_m  # noqa: E731
        left.terminal, left.direction = True, 1
        peak: Any = lambda t, s: s[5]  # noqa: E731
        peak.direction = -1
        ground: Any = lambda t, s: s[2]  # noqa: E731
        ground.terminal, ground.direction = True, -1
        s: Any = np.array([0, 0, 0, 0, 0, 0, ax, ay, az, 0, 0, 0], dtype=float)
        t, rod, apogee = liftoff, True, None
        eject = self.t[-1] + self.charge.delay_s
        pieces = [(i, self.t[i + 1]) for i in range(len(self.t) - 1) if self.t[i + 1] > t] + [(-1, eject)]
        for i, stop in pieces:
            rhs = self.burning(i)
            while t < stop:
                part = solve_ivp(self.on_rod(rhs) if rod else rhs, (t, stop), s, events=[left] if rod else [peak], **options)
                t, s = float(part.t[-1]), part.y[:, -1]
                if rod and part.t_events[0].size:
                    rod = False
                elif not rod and apogee is None and part.t_events[0].size:
                    apogee = (float(part.y_events[0][0][2]), float(part.t_events[0][0]))
        if apogee is None:
            up = solve_ivp(self.burning(-1), (t, t + 100), s, events=[peak, ground], **options)
            apogee = (float(up.y_events[0][0][2]), float(up.t_events[0][0]))
        down = solve_ivp(self.hang(), (eject, eject + 5000), s[:6], events=[ground], **options)
        end = down.y_events[0][0]
        return (*apogee, float(end[0]), float(end[1]))


def error_of(found: tuple[float, ...], truth: tuple[float, ...]) -> float:
    """Largest of: apogee and its time, relative; landing point as a share of the drift."""
    far = max(math.hypot(truth[2], truth[3]), 1.0)
    return max(
        abs(found[0] / truth[0] - 1), abs(found[1] / truth[1] - 1), math.hypot(found[2] - truth[2], found[3] - truth[3]) / far
    )


def flights() -> None:
    print(
        "\nOne rigid flight in wind, six rockets: ours against lean scipy at equal measured error (apogee, its time, landing place)"
    )
    ratios: dict[str, list[float]] = {"RK45": [], "DOP853": []}
    for name, (dart, charge, day) in CASES.items():
        if day.layers:
            continue  # the lean solution knows no layers
        rocket = rigid(dart, mach_correction=False)
        motor, site, lean = motor_of(charge), site_of(day), LeanRigid(name)
        # Loaded beforehand, as the lean solution has all its sums beforehand.
        vehicle = rocket.loaded(motor)
        vehicle_s = best_of(lambda v=vehicle, d=charge.delay_s, s=site: [fly_vehicle(v, [d], s) for _ in range(50)]) / 50
        f = fly(rocket, motor, charge.delay_s, site)
        ours = (f.apogee_altitude_m or 0, f.apogee_time_s or 0, f.landing_x_m or 0, f.landing_y_m or 0)
        truth = lean.fly("DOP853", 1e-11, f.liftoff_time_s or 0)
        error = error_of(ours, truth)
        line = f"{name:36}{vehicle_s * 1e6:7.0f} µs{error:9.1e}"
        for method, found in ratios.items():
            for rtol in LADDER:
                try:
                    theirs = lean.fly(method, rtol, f.liftoff_time_s or 0)
                except (TypeError, ValueError, IndexError):
                    continue  # so loose that it left the air
                if error_of(theirs, truth) <= error:
                    took = best_of(lambda le=lean, me=method, r=rtol, lo=f.liftoff_time_s: le.fly(me, r, lo), 3)
                    found.append(took / vehicle_s)
                    line += f"  {method} {took * 1e3:7.1f} ms ×{took / vehicle_s:4.0f}"
                    break
        print(line)
    print("median ratio: " + ", ".join(f"{k} {float(np.median(v)):.0f}" for k, v in ratios.items()) + "   (wanted: 100)")


def choosing() -> None:
    rockets = {r.name: demo_file(r) for r in ROCKETS}
    ground = Field(outline=((-300, -300), (300, -300), (300, 300), (-300, 300)))
    site = Site(wind_speed_m_s=4, wind_from_deg=240, rod_length_m=1.2, ceiling_m=500)
    mounts = [Mount(diameter_m=d / 1000, max_length_m=1.0) for d in (13, 18, 24, 29, 38, 54)]
    ferry = rockets["Night Ferry"].to_rocket()

    def all_of_it() -> int:
        fresh = rockets["Night Ferry"].to_rocket()
        return sum(
            len(
                pick(
                    Configuration(
                        rocket=fresh, mounts=(replace(fresh.mounts[0], diameter_m=m.diameter_m, max_length_m=m.max_length_m),)
                    ),
                    Situation(site=site, ground=ground),
                    catalogue(),
                    Rules(),
                )
            )
            for m in mounts
        )

    print(
        f"\nThe whole catalogue × all delays in wind, rigid, held against a field: {all_of_it()} candidates in {best_of(all_of_it) * 1e3:.0f} ms (wanted: 300)"
    )
    base = Configuration(rocket=ferry, mounts=(replace(ferry.mounts[0], diameter_m=0.029, max_length_m=0.124),))
    took = best_of(lambda: take_aim(base, Situation(site=site), catalogue(), Aim(height_m=250, time_s=60, ballast_max_kg=0.2)), 3)
    print(f"Aiming at a height and a time with ballast, one mount: {took * 1e3:.0f} ms")


def clouds() -> None:
    dart, charge, day = CASES["stout, into the wind"]
    vehicle = rigid(dart).loaded(motor_of(charge))
    print("\nClouds (both cores):", end=" ")
    for gustiness in ("calm", "gusty"):
        site = replace(site_of(day), gustiness=gustiness)
        took = {}
        for runs in (500, 1000, 2000, 4000):
            asked = Question(vehicle=vehicle, delay_s=4.0, site=site, runs=runs)
            took[runs] = best_of(lambda a=asked: scatter(a), 3)
        growth = ", ".join(f"{r}: {t * 1e3:.0f} ms" for r, t in took.items())
        print(
            f"\n  {gustiness:6} {growth}; 4000 ÷ 1000 runs ×{took[4000] / took[1000]:.2f} (1000 wanted in 500 ms, growth linear: ×4)",
            end="",
        )
    print()


def main() -> None:
    flights()
    choosing()
    clouds()
