"""What the demo's flights were measured with: logs of a simulated altimeter, read-outs copied out, a sighting stick; and two reviews."""

import math
import uuid
from collections.abc import Callable
from typing import Any

from django.contrib.auth.models import User

from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.logbook.actions.keep_log import keep_log
from wobbly_fin.logbook.actions.keep_measures import keep_certification, keep_landing, keep_readouts, keep_tracking
from wobbly_fin.logbook.actions.keep_review import Reviewed, keep_review, keep_teardown
from wobbly_fin.logbook.comparison import compare
from wobbly_fin.logbook.models import Flight
from wobbly_fin.logbook.pocket import recording_of
from wobbly_fin.rocketry.failures.chain import proposed_chain
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flightlog.compare import cd_for_height
from wobbly_fin.rocketry.units.display import METRIC
from wobbly_fin.standins.altimeter import written

# Flights, by their number in the scenario, with a log: how the device wrote it, and how much later than planned the charge fired. [s]
LOGGED: dict[int, tuple[str, float]] = {
    1: ("plain", 0.2), 3: ("comma", 0.3), 6: ("feet", -0.1), 9: ("pressure", 0.3), 12: ("plain", 0.2), 15: ("feet", 0.5), 16: ("plain", 0.4),
    17: ("plain", 0.9), 18: ("pressure", 0.1), 19: ("plain", 0.3), 26: ("plain", 0.0),
}  # fmt: skip
READ_OUT: dict[int, dict[str, str]] = {
    8: {
        "apogee_m": "301 ft",
        "max_speed_m_s": "71 mph",
        "coast_time_s": "3.4 s",
        "apogee_to_ejection_s": "0.6 s",
        "descent_rate_m_s": "10 mph",
    },
}
SIGHTED: dict[int, tuple[str, list[dict[str, str]], str]] = {
    13: ("90 m", [{"elevation_deg": "31.5", "azimuth_deg": "64"}, {"elevation_deg": "34", "azimuth_deg": "75"}], "16 s"),
}
CERTIFIED = {18: 1}
# Which flights were taken apart: answers, cause, what was decided.
REVIEWED: dict[int, dict[str, Any]] = {
    7: {
        "answers": {"popped": True, "canopy_out": True, "torn": True, "motor_in": True}, "cause": "delay_short", "phase": "ejection",
        "changes": "The four-second delay next time; a stitched loop instead of tape.", "lesson": "Streamer loop stitched, not taped: look at the stitches.",
    },
    11: {
        "answers": {"hit_hard_ground": True, "canopy_open": True, "straight": True}, "cause": "hard_ground", "phase": "landing",
        "parts": {"fin_set": "broke", "body_tube": "held"}, "changes": "Pad further from the gravel track when the wind is in the west.", "lesson": "", "repairs": ("fin_off",), "grounds": True,
    },
    26: {
        "answers": {"popped": True, "nose_off": False, "nose_tight": True, "canopy_out": False, "motor_in": True, "straight": True}, "cause": "nose_stuck",
        "phase": "ejection", "parts": {"nose_cone": "held", "fin_set": "marked", "body_tube": "broke", "canopy": "held"},
        "changes": "Shoulder sanded until a light pull takes it off; no paint below the line.", "lesson": "Lift it by the nose, then pull: the shoulder must let go.",
        "repairs": ("tube_crushed",),
    },
}  # fmt: skip


# Flights after which what had broken was cut open, and what it showed.
CUT_OPEN: dict[int, tuple[list[dict[str, Any]], str]] = {
    11: (
        [
            {"joint": "fin_root", "name": "fin 1", "covered": 0.9, "went": "paper", "force_n": 61.0},
            {"joint": "fin_root", "name": "fin 2", "covered": 0.45, "went": "glue", "force_n": 22.0},
            {"joint": "fin_root", "name": "fin 3", "covered": 0.85, "went": "paper", "force_n": 58.0},
            {"joint": "ring", "name": "rear ring", "covered": 1.0, "went": "wood", "force_n": None},
        ],
        "Fin 2 was the one glued in a hurry before supper.",
    ),
}  # fmt: skip


def measure_flight(user: User, number: int, key: uuid.UUID, demo_key: Callable[..., uuid.UUID]) -> None:
    """Everything a flight of the scenario was measured with; the logs peak where Hedda wrote that they did."""
    row = Flight.objects.get(pk=key)
    if number in LOGGED:
        layout, late_s = LOGGED[number]
        text = written(recording_of(row, drag=_drag(row), late_s=late_s), layout)  # type: ignore[arg-type]
        keep_log(
            user, key, demo_key("log", number), name=f"flight {number + 1}.csv", data=text.encode(), columns=[], simulated=True
        )
    if number in READ_OUT:
        keep_readouts(user, key, READ_OUT[number])
    if number in SIGHTED:
        baseline, stations, fall = SIGHTED[number]
        keep_tracking(user, key, baseline=baseline, stations=stations, fall=fall)
    if number in CERTIFIED:
        keep_certification(user, key, CERTIFIED[number])
    if row.forecast.get("landing_x_m") is not None:
        # Not where it was forecast: nothing ever is. A spiral of its own for every flight.
        turn, off = 2.4 * number, 8.0 + 3.0 * (number % 7)
        x, y = row.forecast["landing_x_m"] + off * math.cos(turn), row.forecast["landing_y_m"] + off * math.sin(turn)
        keep_landing(user, key, round(x, 1), round(y, 1))
    if number in REVIEWED:
        told = dict(REVIEWED[number])
        states = told.pop("parts", {})
        flown = read_rocket_file(row.rocket_snapshot.content).parts
        parts = {str(p.id): states[p.type] for p in flown if p.type in states}
        keep_review(
            user, key, Reviewed(**told, parts=parts, chain=proposed_chain(told["cause"], ("seen from the gate",)), decided=True)
        )
    if number in CUT_OPEN:
        findings, remarks = CUT_OPEN[number]
        keep_teardown(user, row.rocket_id, row.flown_on, findings, remarks)


def _drag(row: Flight) -> float | None:
    """How much more drag than reckoned explains the height that was written down."""
    if row.told_apogee_m is None:
        return None
    held = compare(row, METRIC)
    height = max(row.told_apogee_m - 0.5, 1.0)
    if isinstance(held.rocket, QuickRocket):
        found = cd_for_height(held.rocket, held.motor, held.site, height)
        return None if found is None else found / held.rocket.cd
    low, high = 0.3, 4.0
    for _ in range(24):
        middle = math.sqrt(low * high)
        peak = fly(held.rocket.with_drag_factor(middle), held.motor, None, held.site).apogee_altitude_m or 0.0
        low, high = (middle, high) if peak > height else (low, middle)
    return math.sqrt(low * high)
