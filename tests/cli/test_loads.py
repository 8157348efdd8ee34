"""What a command loads: those that fly nothing do not wait for the compiler."""

import json
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest

AIRFRAME = {
    "parts": [
        {"type": "nose_cone", "shape": "ogive", "length_m": 0.1, "base_diameter_m": 0.025},
        {"type": "body_tube", "length_m": 0.3, "outer_diameter_m": 0.025},
        {
            "type": "fin_set", "count": 3, "root_chord_m": 0.05, "tip_chord_m": 0.03, "span_m": 0.04, "sweep_m": 0.02,
            "thickness_m": 0.002, "position_m": 0.35,
        },
    ]
}  # fmt: skip
DAY = {"from": "2026-11-30T09:00:00Z", "to": "2026-11-30T19:00:00Z"}
DOCUMENTS: dict[str, Any] = {
    "stability": {"rocket": AIRFRAME},
    "drag": {"rocket": AIRFRAME, "mach": [0.2]},
    "track": {
        "baseline_m": 300,
        "stations": [{"azimuth_deg": 50, "elevation_deg": 40}, {"azimuth_deg": 60, "elevation_deg": 42}],
    },
    "descend": {"mass_kg": 0.05, "canopy": {"kind": "flat", "diameter_m": 0.3, "cd": 0.75}, "site": {"elevation_m": 0}},
    "schedule": {
        "start": DAY["from"],
        "free": [DAY],
        "steps": [{"id": "a", "hands_on_min": 20, "cure_min": 0, "after": [], "part": "x"}],
    },
}
LOOK = """
import sys
from wobbly_fin.cli.main import main
status = main(sys.argv[1:])
print([m for m in ("numba", "scipy", "pint", "django", "pydantic", "numpy") if m in sys.modules], status, file=sys.stderr)
"""


def loaded(*arguments: str) -> str:
    done = subprocess.run([sys.executable, "-c", LOOK, *arguments], capture_output=True, text=True, check=True)
    assert done.stdout
    return done.stderr.strip()


@pytest.mark.parametrize("command", sorted(DOCUMENTS))
def test_what_flies_nothing_loads_no_compiler(command: str, tmp_path: Path) -> None:
    file = tmp_path / "document.json"
    file.write_text(json.dumps(DOCUMENTS[command]))
    assert loaded(command, str(file)) == "['pydantic', 'numpy'] 0"


def test_a_label_is_read_with_next_to_nothing() -> None:
    assert loaded("decode", "D12-5") == "[] 0"


def test_a_flight_loads_it(tmp_path: Path) -> None:
    site: dict[str, Any] = {}
    motor = {
        "label": "B5-4", "diameter_mm": 18, "length_mm": 70, "total_mass_kg": 0.018, "propellant_mass_kg": 0.006,
        "thrust": [[0.02, 2.2], [0.2, 7.3], [0.9, 2.9], [1.0, 0.0]], "delays_s": [4],
    }  # fmt: skip
    file = tmp_path / "flight.json"
    file.write_text(
        json.dumps({"rocket": {"mass_kg": 0.04, "diameter_m": 0.025, "cd": 0.6}, "motor": motor, "delay_s": 4, "site": site})
    )
    assert "numba" in loaded("fly", str(file))
