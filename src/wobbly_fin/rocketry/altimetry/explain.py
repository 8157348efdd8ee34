"""What was found in a log, and what could not be, in words."""

from collections.abc import Callable, Iterable

from wobbly_fin.rocketry.altimetry.columns import Basis, Column
from wobbly_fin.rocketry.altimetry.events import Basis as ShownBy
from wobbly_fin.rocketry.altimetry.events import EventName, Moment
from wobbly_fin.rocketry.altimetry.readout import Figure
from wobbly_fin.rocketry.altimetry.table import MOST_BYTES
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show, show_with_sigma

READOUT_NAMES: dict[str, tuple[str, str]] = {
    "apogee_m": ("peak height", "height"),
    "apogee_time_s": ("launch to apogee", "duration"),
    "max_speed_m_s": ("top speed", "speed"),
    "burn_time_s": ("burn", "duration"),
    "peak_acceleration_m_s2": ("peak acceleration", "acceleration"),
    "mean_boost_acceleration_m_s2": ("mean acceleration of the burn", "acceleration"),
    "coast_time_s": ("burnout to apogee", "duration"),
    "apogee_to_ejection_s": ("apogee to ejection", "duration"),
    "ejection_altitude_m": ("height at ejection", "height"),
    "descent_rate_m_s": ("descent rate", "speed"),
    "duration_s": ("whole flight", "duration"),
    "delay_s": ("the motor’s real delay", "duration"),
    "drogue_rate_m_s": ("descent before the main", "speed"),
    "main_altitude_m": ("height at the main", "height"),
}
EVENT_NAMES: dict[EventName, str] = {
    "launch": "launch", "burnout": "burnout", "apogee": "apogee", "ejection": "ejection", "main": "main opens", "landing": "landing",
}  # fmt: skip
_SHOWN_BY: dict[ShownBy, str] = {
    "push": "by the accelerometer", "heights": "by the shape of the path", "spike": "by the jump in pressure",
    "placed": "put by hand",
}  # fmt: skip
_BASES: dict[Basis, str] = {
    "told": "as you said", "named": "by its name", "magnitude": "by its size", "free_fall": "by free fall: just before the top it must slow by one g",
    "usual": "a guess; please confirm",
}  # fmt: skip
_WHY: dict[str, str] = {
    "no_flight": "nothing in this log left the pad",
    "no_launch": "the log begins after the launch",
    "no_burnout": "burnout cannot be made out",
    "no_apogee": "the log ends before the top",
    "no_ejection": "no ejection shows",
    "never_opened": "nothing opened: it fell as a dart does",
    "no_landing": "no landing shows",
    "ends_in_the_air": "the log ends in the air",
    "no_accelerometer": "this log has no acceleration",
    "clipped": "the accelerometer was at the end of its range",
    "too_few_samples": "too few samples fell into the burn",
    "ascent_too_short": "too few samples on the way up",
    "descent_too_short": "too little steady descent",
    "one_opening": "one canopy only",
}


def note_sentences(notes: Iterable[tuple[str, float]], units: UnitChoice = METRIC) -> tuple[str, ...]:
    """What was put right or looks odd."""
    says: dict[str, Callable[[float], str]] = {
        "cut_at_size": lambda _: f"The file is larger than {MOST_BYTES / 1e6:.0f} MB; what comes after them was not read.",
        "cut_at_rows": lambda v: f"{v:.0f} rows after the 400,000th were left unread.",
        "rows_left_out": lambda v: f"{v:.0f} line{'s' if v != 1 else ''} held no readable numbers and {'were' if v != 1 else 'was'} left out.",
        "clock_times": lambda v: "Times are times of day; they were counted in seconds.",
        "not_utf8": lambda v: "The file is not UTF-8; it was read as Latin-1.",
        "rows_without_height": lambda v: f"{v:.0f} row{'s' if v != 1 else ''} had no time or no height and {'were' if v != 1 else 'was'} left out.",
        "reversed": lambda v: "The file runs backwards; it was turned round.",
        "out_of_order": lambda v: f"{v:.0f} times were out of order; the rows were sorted.",
        "recordings": lambda v: f"The clock starts anew: {v:.0f} recordings. The highest was taken.",
        "repeated_times": lambda v: f"{v:.0f} time{'s' if v != 1 else ''} stood twice; the second was left out.",
        "gaps": lambda v: f"{v:.0f} gap{'s' if v != 1 else ''} in the recording.",
        "slow": lambda v: f"Only {v:.1f} samples a second: what happens fast is blurred.",
        "clipped": lambda v: f"The accelerometer ends at {show(v, 'acceleration', units)}; the true peak was higher.",
        "from_pressure": lambda v: "Heights are reckoned from pressure with the standard atmosphere, as altimeters do.",
        "from_pressure_and_temperature": lambda v: f"Heights are reckoned from pressure and the {show(v, 'temperature', units)} on the pad.",
        "no_flight": lambda v: f"Nothing here left the pad: the highest reading is {show(max(v, 0.0), 'height', units)} above where it began.",
        "flights": lambda v: f"{v:.0f} flights are in this recording; choose which is meant.",
        "no_pad": lambda v: "The log begins with the launch: the height of the pad is a guess.",
        "ends_in_the_air": lambda v: "The log ends before the rocket is down.",
        "ends_going_up": lambda v: "The log ends on the way up.",
        "another_flight": lambda v: f"This log does not look like the flight told, which should reach {show(v, 'height', units)}: is it another rocket’s?",
        "merged": lambda v: "Two files of this flight were joined: the surer of each figure stands.",
    }  # fmt: skip
    return tuple(says[code](value) for code, value in notes if code in says)


def figure_said(name: str, figure: Figure, units: UnitChoice = METRIC) -> str:
    """A read-out with its error, or why it is missing."""
    if figure.value is None:
        return _WHY.get(figure.why, "cannot be told")
    quantity = READOUT_NAMES[name][1]
    if figure.sd is None:
        return show(figure.value, quantity, units)
    return show_with_sigma(figure.value, figure.sd, quantity, units)


def column_said(column: Column) -> str:
    """What a column was taken for, and why."""
    name = f"“{column.name}”" if column.name else f"column {column.number + 1}"
    if column.meaning == "other":
        return f"{name}: not needed"
    basis = _BASES[column.meaning_from]
    unit = {"us": "µs", "m/s2": "m/s²", "ft/s2": "ft/s²", "c": "°C", "f": "°F", "hpa": "hPa", "pa": "Pa", "kpa": "kPa"}.get(
        column.unit, column.unit
    )
    if column.unit_from == column.meaning_from:
        return f"{name}: {column.meaning} in {unit}, {basis}"
    return f"{name}: {column.meaning}, {basis}; in {unit}, {_BASES[column.unit_from]}"


def moment_said(name: EventName, moment: Moment, launch_s: float) -> str:
    """When, how sure, and what shows it."""
    since = moment.time_s - launch_s
    return f"{EVENT_NAMES[name]} at {since:.2f} s ± {max(moment.sd_s, 0.01):.2f}, {_SHOWN_BY[moment.basis]}"
