"""Detection over 300 simulated logs: right where it answers, and how often it says that it cannot tell."""

from collections import Counter

import pytest

from tests.rocketry.altimetry.simulated import cases
from wobbly_fin.rocketry.altimetry import read_flight_log
from wobbly_fin.standins.altimeter import LAYOUTS, written

_LOGS = 300


def test_moments_and_heights_are_right_in_99_of_100_where_they_are_told(capsys: pytest.CaptureFixture[str]) -> None:
    right: Counter[str] = Counter()
    told: Counter[str] = Counter()
    silent: Counter[str] = Counter()
    for n, case in enumerate(cases(_LOGS)):
        log = read_flight_log(written(case.recording, LAYOUTS[n % len(LAYOUTS)]))
        assert log.found is not None and log.flights == 1, case.name
        step = 1 / case.sensor.rate_hz
        sharp = 0.1 + 1.5 * step
        allowed = {"launch": sharp, "burnout": sharp, "ejection": sharp, "apogee": 0.3, "landing": 0.5}
        kind = "push" if case.sensor.accelerometer else "heights only"
        for name, truth in case.truth_s.items():
            moment = log.found.moments.get(name)
            if moment is None:
                silent[f"{name}, {kind}"] += 1
            else:
                told[name] += 1
                right[name] += abs(moment.time_s - truth) <= allowed[name]
                told[f"{name}, {kind}"] += 1
        height = log.readout.apogee_m.value
        assert height is not None
        told["height"] += 1
        right["height"] += abs(height - case.apogee_m) <= max(2.0, 0.01 * case.apogee_m)
    with capsys.disabled():
        print()
        for name in ("launch", "burnout", "apogee", "ejection", "landing", "height"):
            print(f"{name}: right in {right[name]} of {told[name]} told")
        for name in sorted(silent):
            print(f"cannot tell {name}: {silent[name]} of {silent[name] + told[name]}")
    for name in ("launch", "burnout", "apogee", "ejection", "landing", "height"):
        assert told[name] > 0.4 * _LOGS and right[name] >= 0.99 * told[name], name
