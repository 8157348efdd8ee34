"""The registry of units outlives the place it was made in."""

import os
import shutil
import subprocess
import sys
from pathlib import Path

import pint

ASK = "from wobbly_fin.rocketry.units.registry import convert; print(round(convert(1.0, 'inch', 'mm'), 1))"


def test_another_installation_gone_does_not_stop_this_one(tmp_path: Path) -> None:
    for name in ("first", "second"):
        place = tmp_path / name
        shutil.copytree(Path(pint.__file__).parent, place / "pint")
        env = os.environ | {
            "PYTHONPATH": str(place),
            "XDG_CACHE_HOME": str(tmp_path),
            "WOBBLY_CACHE_DIR": str(tmp_path / "cache"),
        }
        answer = subprocess.run([sys.executable, "-c", ASK], env=env, capture_output=True, text=True, check=False)
        assert answer.stdout == "25.4\n", answer.stderr
        shutil.rmtree(place)
