"""`make bench`: speed as ratios in one run, side by side, with the error beside it. Asserts nothing."""

import ctypes
import os
import platform
import resource
import shutil
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from typing import Any

import numpy as np
from tests.sources.eight_rockets import CASES

from bench import air, bands, board, building, page, read_logs, shapes
from bench.lean_scipy import Lean, lean_of, worst_error
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.choosing.pick import pick
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.flight.flight import TOLERANCE, fly, fly_vehicle
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue

HERE = Path(__file__).parent
LADDER = (1e-2, 3e-3, 1e-3, 3e-4, 1e-4, 3e-5, 1e-5, 3e-6, 1e-6, 3e-7, 1e-7, 3e-8, 1e-8)


def seconds(call: Callable[[], object], least_s: float = 0.25, rounds: int = 3) -> float:
    """Best mean time of a call over some rounds of at least `least_s` together."""
    call()
    start = time.perf_counter()
    call()
    once = max(time.perf_counter() - start, 1e-7)
    repeats = max(1, int(least_s / rounds / once))
    best = float("inf")
    for _ in range(rounds):
        start = time.perf_counter()
        for _ in range(repeats):
            call()
        best = min(best, (time.perf_counter() - start) / repeats)
    return best


def calm(site: Site) -> Site:
    """The same site without wind and tilt: the scalar right-hand side knows neither."""
    return replace(site, wind_speed_m_s=0.0, rod_tilt_deg=0.0)


def fastest_scipy(lean: Lean, method: str, truth: tuple[float, float, float], error: float) -> tuple[float, float]:
    """Time and error of the quickest scipy run that is no worse than `error`: loosest tolerance, either way with corners."""
    best = (float("inf"), float("inf"))
    for corners in (False, True):
        for rtol in LADDER:
            try:
                wrong = worst_error(lean.fly(method, rtol, corners), truth)
            except (IndexError, ValueError):
                continue
            if wrong <= error:
                best = min(best, (seconds(lambda r=rtol, c=corners: lean.fly(method, r, c), 0.2), wrong))  # type: ignore[misc]
                break
    return best


def in_c() -> Any:
    """The C port, compiled here, or None without a compiler."""
    compiler = shutil.which("cc") or shutil.which("gcc")
    if compiler is None:
        return None
    library = Path(tempfile.mkdtemp()) / "point_flight.so"
    subprocess.run(
        [compiler, "-O3", "-march=native", "-shared", "-fPIC", "-o", str(library), str(HERE / "point_flight.c"), "-lm"],
        check=True,
    )
    return ctypes.CDLL(str(library)).fly


def flights() -> None:
    print("\nOne flight, eight rockets, no wind: ours against scipy at equal measured error (apogee, its time, landing time)")
    print(f"{'':20}{'ours':>10}{'error':>9}{'RK45':>11}{'ratio':>8}{'DOP853':>11}{'ratio':>8}{'C loop':>10}{'C ÷ ours':>9}")
    c_fly = in_c()
    ratios: dict[str, list[float]] = {"RK45": [], "DOP853": [], "C": []}
    whole_s: list[float] = []
    for name, (rocket, motor, delay_s, windy) in CASES.items():
        site = calm(windy)
        ours = fly(rocket, motor, delay_s, site)
        mine = (ours.apogee_time_s or 0.0, ours.apogee_altitude_m or 0.0, ours.landing_time_s or 0.0)
        lean = lean_of(rocket, motor, delay_s, site, ours.liftoff_time_s or 0.0)
        truth = lean.fly("DOP853", 1e-12, True)
        error = worst_error(mine, truth)
        # Loaded beforehand, as the lean solution has all its sums beforehand.
        vehicle = rocket.loaded(motor)
        ours_s = seconds(lambda v=vehicle, d=delay_s, s=site: fly_vehicle(v, [d], s))  # type: ignore[misc]
        whole_s.append(seconds(lambda a=(rocket, motor, delay_s, site): fly(*a)) / ours_s)  # type: ignore[misc]
        line = f"{name:20}{ours_s * 1e6:8.1f} µs{error:9.1e}"
        for method in ("RK45", "DOP853"):
            took, _ = fastest_scipy(lean, method, truth, error)
            ratios[method].append(took / ours_s)
            line += f"{took * 1e3:8.2f} ms{took / ours_s:8.0f}"
        if c_fly:
            t, f, d = (np.ascontiguousarray(a) for a in motor.curve.knots)
            figures = np.array([
                rocket.mass_kg, rocket.drag_area_m2, rocket.canopy.drag_area_m2, motor.total_mass_kg, motor.propellant_mass_kg,
                delay_s, *site.figures[:4], *site.figures[7:], TOLERANCE,
            ])  # fmt: skip
            out = np.empty(3)
            pointers = [a.ctypes.data_as(ctypes.c_void_p) for a in (t, f, d)]
            arguments = (
                *pointers,
                ctypes.c_int(len(t)),
                figures.ctypes.data_as(ctypes.c_void_p),
                out.ctypes.data_as(ctypes.c_void_p),
            )
            took = seconds(lambda a=arguments: c_fly(*a))  # type: ignore[misc]
            assert worst_error(tuple(out), mine) < 1e-4, (name, out, mine)
            ratios["C"].append(took / ours_s)
            line += f"{took * 1e6:7.1f} µs{took / ours_s:9.2f}"
        print(line)
    print(
        "median ratio:        "
        + ", ".join(f"{k} {statistics.median(v):.3g}" for k, v in ratios.items() if v)
        + f"   (wanted: 200 against either scipy method); with loading every time anew ×{statistics.median(whole_s):.2f} the time"
    )


def choosing() -> None:
    mounts = [Mount(diameter_m=d / 1000, max_length_m=1.0) for d in (13, 18, 24, 29, 38, 54)]
    rocket = QuickRocket(mass_kg=0.4, diameter_m=0.056, cd=0.6, canopy=Canopy(diameter_m=0.8))
    site = Site(temperature_c=15, wind_speed_m_s=3, rod_length_m=1.2, ceiling_m=800)

    def all_of_it() -> int:
        return sum(len(pick(Configuration(rocket=rocket, mounts=(mount,)), site, catalogue(), Rules())) for mount in mounts)

    print(
        f"\nThe whole catalogue × all delays: {all_of_it()} candidates picked in {seconds(all_of_it, 1.0) * 1e3:.1f} ms (wanted: 50)"
    )


def starts() -> None:
    document = '{"rocket": {"mass_kg": 0.04, "diameter_m": 0.026}, "motor": "B9-6"}'
    with tempfile.TemporaryDirectory() as cache:
        env = os.environ | {"WOBBLY_CACHE_DIR": cache}
        took = []
        for _ in range(3):
            start = time.perf_counter()
            subprocess.run(
                [sys.executable, "-m", "wobbly_fin.cli.main", "fly", "-"],
                input=document,
                text=True,
                env=env,
                check=True,
                stdout=subprocess.DEVNULL,
            )
            took.append(time.perf_counter() - start)
    print(f"\n`wobbly fly` from a cold kernel cache {took[0]:.1f} s, warm {min(took[1:]):.2f} s")


def main() -> None:
    print(f"{platform.processor() or platform.machine()}, {os.cpu_count()} cores, Python {platform.python_version()}")
    before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    flights()
    choosing()
    shapes.main()
    air.main()
    building.main()
    read_logs.main()
    bands.main()
    page.main()
    board.main()
    subprocess.run([sys.executable, "-m", "bench.saturday"], check=True)
    subprocess.run([sys.executable, "-m", "bench.proposals"], check=True)
    starts()
    after = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    print(f"memory: {before / 1024:.0f} MB after loading, {after / 1024:.0f} MB at the most (scipy and this bench included)")


if __name__ == "__main__":
    main()
