"""How long a command takes to answer, as ratios to a bare interpreter in the same run: processor time, median of several."""

import json
import os
import resource
import statistics
import subprocess
import sys
import tempfile
from collections.abc import Sequence
from pathlib import Path

WOBBLY = str(Path(sys.executable).with_name("wobbly"))
RUNS = 7
FLIGHT = {
    "rocket": {"mass_kg": 0.042, "diameter_m": 0.0262, "cd": 0.6, "canopy": {"kind": "flat", "diameter_m": 0.3, "cd": 0.75, "spill_hole_m": 0.0}},
    "motor": {
        "label": "B5-4", "diameter_mm": 18, "length_mm": 70, "total_mass_kg": 0.018, "propellant_mass_kg": 0.006,
        "thrust": [[0.02, 2.2], [0.2, 7.3], [0.9, 2.9], [1.0, 0.0]], "delays_s": [2, 4, 6],
    },
    "delay_s": 4, "site": {"elevation_m": 0},
}  # fmt: skip
# What loading Numba and the very kernels of a flight takes, and nothing else.
KERNELS = """
import numba
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue
fly(QuickRocket(mass_kg=0.042, diameter_m=0.0262, cd=0.6, canopy=Canopy(diameter_m=0.3)), catalogue()[0], 4.0, Site())
"""


def seconds(command: Sequence[str]) -> float:
    """Processor time of a command, its median over `RUNS`. [s]"""
    found = []
    env = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"}
    for _ in range(RUNS + 1):
        before = resource.getrusage(resource.RUSAGE_CHILDREN)
        subprocess.run(command, check=True, stdout=subprocess.DEVNULL, env=env)
        after = resource.getrusage(resource.RUSAGE_CHILDREN)
        found.append(after.ru_utime + after.ru_stime - before.ru_utime - before.ru_stime)
    return statistics.median(found[1:])


def main() -> None:
    """Print the table."""
    bare = seconds([sys.executable, "-c", "import json"])
    print(f"python -c 'import json': {bare * 1000:.0f} ms")
    with tempfile.TemporaryDirectory() as folder:
        flight = Path(folder) / "flight.json"
        flight.write_text(json.dumps(FLIGHT))
        decode = seconds([WOBBLY, "decode", "B5-4"])
        print(f"decode: {decode * 1000:.0f} ms, {decode / bare:.1f} × (wanted: 3)")
        kernels = seconds([sys.executable, "-c", KERNELS])
        fly = seconds([WOBBLY, "fly", str(flight)])
        print(
            f"fly: {fly * 1000:.0f} ms, {fly / kernels:.2f} × what loads and flies the same kernels, {kernels * 1000:.0f} ms (wanted: 1.3)"
        )
    module = seconds(
        [
            sys.executable,
            "-c",
            "import os; os.environ['DJANGO_SETTINGS_MODULE']='wobbly_fin.site.settings'; import wobbly_fin.site.wsgi",
        ]
    )
    print(f"importing the server: {module * 1000:.0f} ms")


if __name__ == "__main__":
    main()
