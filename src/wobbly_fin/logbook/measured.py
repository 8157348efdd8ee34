"""What a flight's measurements come to together: one height, one top speed, one delay, each with its error."""

from dataclasses import dataclass

from wobbly_fin.formats.documents import LoadDocument
from wobbly_fin.logbook.log_files import joined_log
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.altimetry.reading import FlightLog
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.tracking.combine import Best, Estimate, best_height
from wobbly_fin.rocketry.tracking.fall import height_by_fall
from wobbly_fin.rocketry.tracking.stations import Sighting, Track, track

# Errors of what is typed in, 1σ: a pocket altimeter's own read-out; a height told with no instrument named. Our own choice.
_READ_SHARE, _READ_M, _TOLD_SHARE, _TOLD_M = 0.01, 1.0, 0.04, 2.0
_ABOUT = 3.0  # times wider for a height that is only about so
_SPEED_SHARE, _DELAY_S = 0.05, 0.25


@dataclass(frozen=True, slots=True, kw_only=True)
class Measured:
    """Everything a flight was measured with. `best` is None where nothing told a height."""

    log: FlightLog | None
    track: Track | None
    best: Best | None
    speed_m_s: float | None
    speed_sd_m_s: float | None
    delay_s: float | None
    delay_sd_s: float | None
    duration_s: float | None


def measured(row: Flight) -> Measured:
    """Weigh every way its height was told; take speed and delay from the log, else from the typed read-outs."""
    log = joined_log(row)
    estimates: list[Estimate] = []
    found_track = None
    if log is not None and log.readout.apogee_m.value is not None:
        height = log.readout.apogee_m
        estimates.append(
            Estimate(
                method="altimeter",
                height_m=height.value or 0.0,
                sd_m=((height.sd or 1.0) ** 2 + (0.005 * (height.value or 0.0)) ** 2) ** 0.5,
            )
        )
    elif "apogee_m" in row.readouts:
        value = row.readouts["apogee_m"]
        estimates.append(Estimate(method="altimeter", height_m=value, sd_m=_READ_M + _READ_SHARE * value))
    if row.tracking:
        found_track = track_of(row)
        if found_track is not None and found_track.accepted:
            method = "two_stations" if len(found_track.heights_m) == 2 else "one_station"
            estimates.append(Estimate(method=method, height_m=found_track.altitude_m, sd_m=max(found_track.sd_m, 0.5)))  # type: ignore[arg-type]
        if row.tracking.get("fall_s") and row.forecast.get("descent_rate_m_s"):
            estimates.append(height_by_fall(row.tracking["fall_s"], row.forecast["descent_rate_m_s"]))
    # A height told without an instrument named is most often one of these, rounded: it must not count twice.
    if row.told_apogee_m is not None and not estimates:
        wide = _ABOUT if str(row.typed.get("height", "")).startswith("~") else 1.0
        estimates.append(
            Estimate(method="told", height_m=row.told_apogee_m, sd_m=wide * (_TOLD_M + _TOLD_SHARE * row.told_apogee_m))
        )
    speed = log.readout.max_speed_m_s if log is not None else None
    delay = log.readout.delay_s if log is not None else None
    typed_speed = row.readouts.get("max_speed_m_s")
    typed_delay = _typed_delay_s(row)
    return Measured(
        log=log,
        track=found_track,
        best=best_height(estimates) if estimates else None,
        speed_m_s=speed.value if speed is not None and speed.value is not None else typed_speed,
        speed_sd_m_s=speed.sd
        if speed is not None and speed.value is not None
        else _SPEED_SHARE * typed_speed
        if typed_speed
        else None,
        delay_s=delay.value if delay is not None and delay.value is not None else typed_delay,
        delay_sd_s=(delay.sd or 0.1)
        if delay is not None and delay.value is not None
        else _DELAY_S
        if typed_delay is not None
        else None,
        duration_s=(log.readout.duration_s.value if log is not None else None) or row.readouts.get("duration_s"),
    )


def settle(row: Flight) -> Flight:
    """Reckon a flight's measurements anew and keep what they come to."""
    found = measured(row)
    row.apogee_m = found.best.height_m if found.best else None
    row.apogee_sd_m = found.best.sd_m if found.best else None
    row.max_speed_m_s, row.max_speed_sd_m_s = found.speed_m_s, found.speed_sd_m_s
    row.real_delay_s, row.real_delay_sd_s = found.delay_s, found.delay_sd_s
    row.duration_s = found.duration_s
    if not row.motor_key:
        row.motor_key = LoadDocument.model_validate(row.motor_snapshot.content).to_motor().key
    row.save()
    return row


def track_of(row: Flight) -> Track | None:
    """Its sightings reduced; None where there are none."""
    told = row.tracking or {}
    if not told.get("stations"):
        return None
    sightings = tuple(Sighting(**s) for s in told["stations"])
    try:
        return track(told["baseline_m"], sightings)
    except RocketryError:
        return None


def _typed_delay_s(row: Flight) -> float | None:
    """Burnout to ejection from the read-outs: coast and what came after the top."""
    coast, late = row.readouts.get("coast_time_s"), row.readouts.get("apogee_to_ejection_s")
    return coast + late if coast is not None and late is not None and coast + late > 0 else None
