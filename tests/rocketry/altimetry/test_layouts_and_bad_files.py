"""Files as devices write them are read without help; files that went wrong say what is usable."""

import json
import os

import numpy as np
import pytest

from wobbly_fin.formats.log_file import log_answer
from wobbly_fin.rocketry.altimetry.columns import Told
from wobbly_fin.rocketry.altimetry.explain import column_said, figure_said, note_sentences
from wobbly_fin.rocketry.altimetry.reading import FlightLog, merged, read_flight_log
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import fly_traced
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.standins.altimeter import written
from wobbly_fin.standins.altimeter_sensor import Recording, Sensor, measure

THOROUGH = os.environ.get("WOBBLY_THOROUGH") == "1"
ROCKET = QuickRocket(mass_kg=0.08, diameter_m=0.03, cd=0.6, canopy=Canopy(diameter_m=0.4))
FLIGHT, TRACE = fly_traced(ROCKET, find_motor("C9-5")[0], 5.0, Site(wind_speed_m_s=1.0))


def recording(**sensor: object) -> Recording:
    return measure(
        TRACE,
        FLIGHT,
        Site().air,
        Sensor(**({"height_step_m": 0.01, "height_noise_m": 0.1, "port_gust_m": 0.05} | sensor)),
        seed=3,
    )  # type: ignore[arg-type]


PLAIN = recording()
NO_PUSH = recording(accelerometer=False, rate_hz=20)


def table(header: str, *columns: np.ndarray, separator: str = ",", form: str = "{:.3f}", rows_before: str = "") -> str:
    rows = [separator.join(form.format(x) for x in row) for row in zip(*columns, strict=True)]
    return rows_before + (header + "\n" if header else "") + "\n".join(rows) + "\n"


def is_this_flight(log: FlightLog) -> bool:
    height = log.readout.apogee_m.value
    return height is not None and abs(height - FLIGHT.apogee_altitude_m) < 2.0


T, H, P, A = PLAIN.time_s, PLAIN.height_m, PLAIN.pressure_pa, PLAIN.acceleration_m_s2
LAYOUTS = {
    "seconds and metres": table("time_s,height_m", T, H),
    "names with brackets, feet": table("Time (s),Altitude (ft)", T, H / 0.3048),
    "units on a line of their own": table("Time\tAltitude\tAccel\n(s)\t(ft)\t(G)", T, H / 0.3048, A / 9.80665, separator="\t"),
    "milliseconds and pascals": table("timestamp_ms,baro_pressure,temperature_c", T * 1000, P, np.full(len(T), 15.0)),
    "hectopascals": table("t;p [hPa]", T, P / 100, separator=";"),
    "three axes": table("millis,ax,ay,az,altitude", T * 1000, np.random.default_rng(1).normal(0, 0.5, len(T)), np.random.default_rng(2).normal(0, 0.5, len(T)), A, H),
    "push in g, upside down": table("sec,agl (m),acc (g)", T, H, -A / 9.80665),
    "no header": table("", T, H),
    "no header, feet": table("", T, H / 0.3048),
    "no header, three columns": table("", T, H, A),
    "decimal commas": table("Zeit [s];Höhe [m]", T, H, separator=";").replace(".", ","),
    "decimal commas between commas": table("time (s),altitude (m)", T, np.maximum(H, 0)).replace(".", "~").replace(",", ",").replace("~", ",").replace("time (s),altitude (m)", "time (s),altitude (m)"),
    "blanks": table("", T, H, separator="   "),
    "remarks and a count": table("sample,time,altitude,speed,volt", np.arange(len(T), dtype=float), T, H, H * 0, H * 0 + 4.1, rows_before="Model: pocket\nSerial: 12\n# fired: yes\n\n"),
    "quoted names": table('"Flight Time (s)","Baro Altitude AGL (feet)"', T, H / 0.3048),
    "time of day": "clock,height_m\n" + "\n".join(f"14:{int(t // 60):02d}:{t % 60:06.3f},{h:.2f}" for t, h in zip(T, H, strict=True)),
    "no header, a battery running down before the heights": table("", T, 4.2 - 0.01 * T, H),
    "kilopascals, microseconds": table("time_us,pressure (kPa)", T * 1e6, P / 1000, form="{:.4f}"),
}  # fmt: skip


@pytest.mark.parametrize("name", LAYOUTS)
def test_a_layout_is_read_without_help(name: str) -> None:
    log = read_flight_log(LAYOUTS[name].encode())
    assert is_this_flight(log), [column_said(c) for c in log.columns]


def test_what_was_guessed_can_be_overruled() -> None:
    text = table("one,two,three", T, H / 0.3048, H * 0)
    log = read_flight_log(text, columns=(Told(number=1, meaning="height", unit="ft"),))
    assert is_this_flight(log) and log.columns[1].unit_from == "told"
    with pytest.raises(RocketryError, match="columns"):
        read_flight_log(text, columns=(Told(number=1, meaning="height", unit="stone"),))


def test_feet_without_a_name_are_told_by_free_fall_and_say_so() -> None:
    log = read_flight_log(LAYOUTS["no header, feet"])
    assert log.columns[1].unit == "ft" and "free fall" in column_said(log.columns[1])


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "empty"), ("\n \n", "empty"), ("time,height\n", "no rows"), ("\x00\x01\x02PNG\x89" * 40, "not a text file"),
        ("hello there\nno numbers here\n", "no rows"), ("time,height\n0,0\n0.1,0.2\n", "at least a dozen"), ("one,two\n" + "1,5\n" * 40, "no time"),
        (table("time_s,volt", T, T * 0 + 4), "neither height nor pressure"),
    ],
)  # fmt: skip
def test_what_is_no_log_says_what_it_wants(text: str, says: str) -> None:
    if says == "neither height nor pressure":
        # A column that never moves might be a height: read as one, it never left the pad.
        assert read_flight_log(text).found is None
        return
    with pytest.raises(RocketryError, match=says):
        read_flight_log(text.encode())


def notes(log: FlightLog) -> set[str]:
    return {code for code, _ in log.notes}


def test_a_log_cut_off_in_the_air_keeps_the_way_up() -> None:
    rows = LAYOUTS["seconds and metres"].splitlines()
    zero = PLAIN.ignition_s + FLIGHT.apogee_time_s + 4.0
    log = read_flight_log("\n".join(rows[: 1 + int(np.searchsorted(T, zero))]))
    assert is_this_flight(log) and "ends_in_the_air" in notes(log)
    assert log.readout.duration_s.value is None and "in the air" in figure_said("duration_s", log.readout.duration_s)
    going_up = read_flight_log("\n".join(rows[: 1 + int(np.searchsorted(T, PLAIN.ignition_s + 1.6))]))
    assert going_up.readout.apogee_m.value is None and "ends_going_up" in notes(going_up)


def test_a_file_turned_round_is_turned_back() -> None:
    rows = LAYOUTS["seconds and metres"].splitlines()
    log = read_flight_log("\n".join([rows[0], *reversed(rows[1:])]))
    assert is_this_flight(log) and "reversed" in notes(log)


def test_two_flights_in_one_file_are_told_apart() -> None:
    text = table("time_s,height_m", np.concatenate([T, T + T[-1] + 30]), np.concatenate([H, 0.6 * H]))
    first, second = read_flight_log(text), read_flight_log(text, flight=1)
    assert first.flights == 2 and is_this_flight(first) and "flights" in notes(first)
    assert second.readout.apogee_m.value == pytest.approx(0.6 * FLIGHT.apogee_altitude_m, abs=2)
    with pytest.raises(RocketryError, match="holds 2"):
        read_flight_log(text, flight=2)


def test_a_clock_that_starts_anew_is_two_recordings() -> None:
    log = read_flight_log(table("time_s,height_m", np.concatenate([T, T]), np.concatenate([0.3 * H, H])))
    assert is_this_flight(log) and "recordings" in notes(log)


def test_a_pad_only_log_says_that_nothing_flew() -> None:
    quiet = np.random.default_rng(4).normal(0, 0.4, 600)
    log = read_flight_log(table("time_s,height_m", np.arange(600) / 20, quiet))
    assert log.found is None and not log.readout.known() and any("left the pad" in s for s in note_sentences(log.notes))


def test_a_drifting_zero_is_no_flight() -> None:
    log = read_flight_log(
        table("time_s,height_m", np.arange(4000) / 10, np.linspace(0, 15, 4000) + np.random.default_rng(4).normal(0, 0.3, 4000))
    )
    assert log.flights == 0


def test_a_clipped_accelerometer_gives_no_peak_and_says_why() -> None:
    held = np.clip(A, -60, 60)
    log = read_flight_log(table("time_s,height_m,accel_m_s2", T, H, held))
    assert is_this_flight(log) and log.readout.peak_acceleration_m_s2.why == "clipped" and "clipped" in notes(log)


def test_rubbish_between_the_rows_is_left_out_and_counted() -> None:
    rows = LAYOUTS["seconds and metres"].splitlines()
    rows[40:40] = ["*** low battery ***", ",,", "12.0,abc"]
    rows[90] = rows[90] + ",7,7"
    log = read_flight_log("\n".join(rows))
    assert is_this_flight(log) and notes(log) & {"rows_left_out", "rows_without_height"}


def test_a_huge_file_is_read_as_far_as_it_goes() -> None:
    start = LAYOUTS["seconds and metres"].encode()
    log = read_flight_log(start + b"999999.0,0.0\n" * 2_000_000)
    assert is_this_flight(log) and "cut_at_size" in notes(log)
    assert any("larger than 24 MB" in s for s in note_sentences(log.notes))


def test_samples_lost_and_gaps_are_said() -> None:
    keep = np.ones(len(T), dtype=bool)
    keep[200:240] = False
    log = read_flight_log(table("time_s,height_m", T[keep], H[keep]))
    assert is_this_flight(log) and "gaps" in notes(log)


def test_ten_a_second_and_two_hundred() -> None:
    for rate in (10.0, 200.0):
        assert is_this_flight(read_flight_log(written(recording(rate_hz=rate))))


def test_a_moment_can_be_put_by_hand_but_not_out_of_order() -> None:
    log = read_flight_log(written(PLAIN), placed={"ejection": 7.5})
    assert log.found.moments["ejection"].basis == "placed"
    assert log.readout.apogee_to_ejection_s.value == pytest.approx(7.5 - log.readout.apogee_time_s.value, abs=0.05)
    with pytest.raises(RocketryError, match="landing would not come after"):
        read_flight_log(written(PLAIN), placed={"landing": 2.0})


def test_two_files_of_a_flight_are_joined_and_of_different_flights_refused() -> None:
    heights, push = read_flight_log(written(NO_PUSH)), read_flight_log(written(PLAIN))
    both = merged(heights, push)
    assert both.readout.peak_acceleration_m_s2.value is not None and heights.readout.peak_acceleration_m_s2.value is None
    other = read_flight_log(table("time_s,height_m", T, 0.5 * H))
    with pytest.raises(RocketryError, match="of one flight"):
        merged(push, other)


def test_the_read_outs_of_one_flight() -> None:
    """Every figure an altimeter reads out, against the flight that was simulated."""
    r = read_flight_log(written(recording(rate_hz=100, height_noise_m=0.05, speed_error_fraction=0.0))).readout
    f = FLIGHT
    truths = {
        "apogee_m": (f.apogee_altitude_m, 1.0), "apogee_time_s": (f.apogee_time_s - f.liftoff_time_s, 0.15), "max_speed_m_s": (f.max_speed_m_s, 3.0),
        "burn_time_s": (f.burnout_time_s - f.liftoff_time_s, 0.1), "peak_acceleration_m_s2": (f.max_acceleration_m_s2, 0.06 * f.max_acceleration_m_s2),
        "mean_boost_acceleration_m_s2": (f.burnout_speed_m_s / (f.burnout_time_s - f.liftoff_time_s), 6.0), "coast_time_s": (f.optimum_delay_s, 0.15),
        "apogee_to_ejection_s": (f.ejection.after_apogee_s, 0.15), "ejection_altitude_m": (f.ejection.altitude_m, 1.5), "descent_rate_m_s": (f.descent_rate_m_s, 0.15),
        "duration_s": (f.landing_time_s - f.liftoff_time_s, 0.3), "delay_s": (5.0, 0.1),
    }  # fmt: skip
    for name, (truth, allowed) in truths.items():
        assert getattr(r, name).value == pytest.approx(truth, abs=allowed), name


def test_nothing_crashes_on_mutated_files() -> None:
    """Ten thousand by `bench/read_logs.py`."""
    from bench.read_logs import mutate_and_read

    counts = mutate_and_read(300 if THOROUGH else 60, seed=1)
    assert counts["crashed"] == 0 and counts["read"] > 12 and counts["refused"] > 3


def test_files_that_once_crashed_the_reader_are_refused_or_read() -> None:
    """No row with a time, one single row, every height the same: found by mutating logs."""
    for text in (
        "time_s,height_m\n" + "nan,1\n" * 30,
        "0.1,5\n0.1,5\n",
        "time_s,height_m\n" + "1.0,nan\n" * 40,
        table("time_s,height_m", T[:13], H[:13] * 0),
    ):
        try:
            assert read_flight_log(text.encode()).found is None
        except RocketryError as refused:
            assert refused.name in ("file", "columns")


def test_the_column_somebody_names_is_read_whatever_the_others_are_called() -> None:
    # An altitude above the sea with a slip in it, and beside it the height that counts.
    text = table("time_s,altitude,agl", T, H * 3 + 212, H)
    assert not is_this_flight(read_flight_log(text))
    told = read_flight_log(text, columns=(Told(number=2, meaning="height", unit="m"),))
    assert is_this_flight(told)
    # In feet by its size: the unit that free fall decides is that of the column which is read.
    feet = read_flight_log(table("time_s,altitude,agl", T, H * 3 + 212, H / 0.3048), columns=(Told(number=2, meaning="height"),))
    assert is_this_flight(feet) and feet.columns[2].unit == "ft" and feet.columns[2].unit_from == "free_fall"


def test_a_push_with_holes_in_it_gives_an_answer_with_no_figure_that_is_none() -> None:
    """An accelerometer that wrote nothing, or one value only, while the motor pushed: found by mutating logs."""
    for first in (0, 1):
        push = A.copy()
        boost = np.flatnonzero((PLAIN.ignition_s < T) & (PLAIN.ignition_s + 1.2 > T))[first:]
        push[boost] = np.nan
        answer = log_answer(read_flight_log(table("time_s,height_m,accel_m_s2", T, H, push)))
        assert json.dumps(answer, allow_nan=False)
        assert is_this_flight(read_flight_log(table("time_s,height_m,accel_m_s2", T, H, push)))
