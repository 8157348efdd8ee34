"""A flight's page: forecast and everything measured, side by side."""

from typing import Any

import numpy as np

from wobbly_fin.formats.documents import SiteDocument
from wobbly_fin.logbook.api.answers import flown_out
from wobbly_fin.logbook.api.page_schemas import (
    CurveOut,
    FlightPageOut,
    FlightPhotoOut,
    LandedOut,
    LearntOut,
    LogColumnOut,
    LogOut,
    MomentOut,
    ReadingIO,
    ReadoutOut,
    TrackingOut,
)  # fmt: skip
from wobbly_fin.logbook.comparison import Comparison, compare
from wobbly_fin.logbook.learnt import learnt_of
from wobbly_fin.logbook.log_files import log_of
from wobbly_fin.logbook.measured import measured
from wobbly_fin.logbook.models import Flight, FlightLogFile
from wobbly_fin.rocketry.airframe.standard_drag import cruise_cd
from wobbly_fin.rocketry.altimetry.columns import UNITS
from wobbly_fin.rocketry.altimetry.explain import (
    EVENT_NAMES,
    READOUT_NAMES,
    column_said,
    figure_said,
    moment_said,
    note_sentences,
)  # fmt: skip
from wobbly_fin.rocketry.altimetry.reading import FlightLog
from wobbly_fin.rocketry.altimetry.readout import Readout, no_readout
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.causes import CAUSES
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flightlog.residuals import residual_sentences
from wobbly_fin.rocketry.flightlog.typed import TYPED, check_readouts, question_sentence
from wobbly_fin.rocketry.learning.explain import learnt_sentences
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.tracking.explain import best_sentences, track_sentences
from wobbly_fin.rocketry.tracking.stations import Track
from wobbly_fin.rocketry.units.display import UnitChoice, show

_ONE_SIGMA = 0.683
_MOST_POINTS = 500


def page_out(row: Flight, units: UnitChoice, motor_key: str | None) -> FlightPageOut:
    """Everything of one flight."""
    found, held = measured(row), compare(row, units)
    plain = flown_out(row, units, motor_key)
    figures = found.log.readout if found.log is not None else None
    questions: list[str] = []
    try:
        questions = [question_sentence(q, units) for q in check_readouts(row.readouts)]
    except RocketryError as error:
        questions = [str(error)]
    sentences = [*plain.sentences, *residual_sentences(figures or no_readout(), row.readouts, row.forecast, units)]
    review = getattr(row, "review", None)
    learnt = learnt_of(row.rocket)
    low, high = learnt.cd_interval
    base = _plain_cd(held, row)
    return FlightPageOut(
        **plain.model_dump() | {"sentences": sentences},
        batch=row.batch,
        cost=row.cost,
        certification=row.certification,
        best=list(best_sentences(found.best, units)) if found.best is not None else [],
        questions=questions,
        logs=[_stored(log, units) for log in row.logs.all()],
        curve=curve_out(found.log, units) if found.log is not None else None,
        readouts=readouts_out(figures, row, units),
        tracking=_tracking(row, found.track, units),
        landed=_landed(row, units),
        photos=[
            FlightPhotoOut(id=p.pk, title=p.title, url=f"/api/logbook/photos/{p.pk}", width=p.width, height=p.height)
            for p in row.photos.all()
        ],
        learnt=LearntOut(
            flights=learnt.flights, cd_factor=learnt.cd_factor, cd_low=low, cd_high=high, sentences=list(learnt_sentences(learnt, base, units))
        ),
        review=None
        if review is None
        else {
            "decided": review.decided_at is not None, "cause": CAUSES[review.cause].name if review.cause in CAUSES else "", "lesson": review.lesson,
            "grounds": review.grounds,
        },
    )  # fmt: skip


def _plain_cd(held: Comparison, row: Flight) -> float:
    """The Cd of the design, without what flights taught."""
    if isinstance(held.rocket, QuickRocket):
        return held.rocket.cd / float(row.taught.get("cd_factor", 1.0))
    return held.file.own_cd or cruise_cd(held.rocket.layout)


def log_out(log: FlightLog, units: UnitChoice, *, row: FlightLogFile | None = None, name: str = "") -> LogOut:
    """What was found in a log, kept or only looked at."""
    return LogOut(
        id=row.pk if row else None,
        name=row.name if row else name,
        simulated=row.simulated if row else False,
        number=log.flight,
        flights=log.flights,
        rate_hz=round(log.series.rate_hz, 1),
        columns=[
            LogColumnOut(
                number=c.number, name=c.name, meaning=c.meaning, unit=c.unit, said=column_said(c), units=list(UNITS[c.meaning])
            )
            for c in log.columns
        ],
        notes=list(note_sentences(log.notes, units)),
        curve=curve_out(log, units),
        readouts=readouts_out(log.readout, None, units),
        reading=ReadingIO(columns=row.columns, number=row.number, placed=row.placed) if row else ReadingIO(),
    )


def curve_out(log: FlightLog, units: UnitChoice) -> CurveOut | None:
    """The path of a log from two seconds before launch, thinned where little happens."""
    if log.found is None or log.launch_s is None:
        return None
    found, zero = log.found, log.launch_s
    t = found.series.time_s - zero
    last = max((m.time_s - zero for m in found.moments.values()), default=float(t[-1]))
    shown = np.flatnonzero((t > -2.0) & (t < last + 4.0))
    keep = shown[:: max(1, len(shown) // _MOST_POINTS)]
    early = shown[(t[shown] > -0.5) & (t[shown] < 4.0)]
    keep = np.unique(np.concatenate((keep, early[:: max(1, len(early) // 160)])))
    pad = float(log.stretch.pad_m) if log.stretch else 0.0
    path = found.path
    moments = [
        MomentOut(
            code=name, words=EVENT_NAMES[name], time_s=round(m.time_s - zero, 3), sd_s=round(m.sd_s, 3),
            altitude_m=round(float(np.interp(m.time_s, found.series.time_s, path.height_m)), 2), said=moment_said(name, m, zero),
            shown_by=m.basis,
        )
        for name, m in sorted(found.moments.items(), key=lambda item: item[1].time_s)
    ]  # fmt: skip
    raw = found.series.height_m[keep] - pad
    fit = found.whole.heights_m(found.series.time_s[keep]) if found.whole is not None else raw[:0]
    off = raw - fit if len(fit) else fit
    return CurveOut(
        time_s=t[keep].round(3).tolist(), height_m=path.height_m[keep].round(2).tolist(), speed_m_s=path.speed_m_s[keep].round(2).tolist(),
        acceleration_m_s2=path.acceleration_m_s2[keep].round(2).tolist(), raw_time_s=t[keep].round(3).tolist(),
        raw_height_m=raw.round(2).tolist(), moments=moments, fit_height_m=fit.round(2).tolist(), off_fit_m=off.round(2).tolist(),
        off_by=say("log-off-fit", off=show(float(np.quantile(np.abs(off), _ONE_SIGMA)), "height", units)) if len(off) else "",
    )  # fmt: skip


def readouts_out(figures: Readout | None, row: Flight | None, units: UnitChoice) -> list[ReadoutOut]:
    """Every read-out: typed, measured, forecast."""
    forecast = _forecast_figures(row.forecast) if row is not None else {}
    out = []
    for name, (label, quantity) in READOUT_NAMES.items():
        figure = getattr(figures, name) if figures is not None else None
        out.append(
            ReadoutOut(
                name=name, label=label, typed=row.typed.get(f"readout.{name}", "") if row is not None and name in TYPED else "",
                measured=figure_said(name, figure, units) if figure is not None else "", sureness=figure.sureness if figure is not None else "",
                forecast=show(value, quantity, units) if (value := forecast.get(name)) is not None else "",
            )
        )  # fmt: skip
    return out


def _forecast_figures(f: dict[str, Any]) -> dict[str, float | None]:
    """The read-outs a forecast would give; times from liftoff."""
    if not f.get("lifted"):
        return {}
    lifts, ejection = f.get("liftoff_time_s") or 0.0, f.get("ejection") or {}
    burn = (f.get("burnout_time_s") or 0.0) - lifts
    speed, apogee = f.get("burnout_speed_m_s"), f.get("apogee_time_s")
    return {
        "apogee_m": f.get("apogee_altitude_m"), "apogee_time_s": apogee - lifts if apogee is not None else None,
        "max_speed_m_s": f.get("max_speed_m_s"),
        "burn_time_s": burn, "peak_acceleration_m_s2": f.get("max_acceleration_m_s2"),
        "mean_boost_acceleration_m_s2": speed / burn if speed is not None and burn > 0 else None, "coast_time_s": f.get("optimum_delay_s"),
        "apogee_to_ejection_s": ejection.get("after_apogee_s"), "ejection_altitude_m": ejection.get("altitude_m"),
        "descent_rate_m_s": f.get("descent_rate_m_s"), "duration_s": f["landing_time_s"] - lifts if f.get("landing_time_s") is not None else None,
        "delay_s": ejection["time_s"] - f["burnout_time_s"] if ejection else None,
    }  # fmt: skip


def _stored(row: FlightLogFile, units: UnitChoice) -> LogOut:
    return log_out(log_of(row), units, row=row)


def _tracking(row: Flight, found: Track | None, units: UnitChoice) -> TrackingOut:
    told = row.tracking or {}
    typed = told.get("typed", {})
    return TrackingOut(
        baseline=typed.get("baseline", ""), stations=typed.get("stations", []), fall=typed.get("fall", ""),
        baseline_m=told.get("baseline_m"), azimuths_deg=[s["azimuth_deg"] for s in told.get("stations", [])],
        elevations_deg=[s["elevation_deg"] for s in told.get("stations", [])],
        heights_m=list(found.heights_m) if found else [], ground=list(found.ground) if found else [],
        accepted=found.accepted if found else True, sentences=list(track_sentences(found, units)) if found else [],
    )  # fmt: skip


def _landed(row: Flight, units: UnitChoice) -> LandedOut:
    site = SiteDocument.model_validate(row.site_snapshot.content)
    ground = site.to_field()
    x, y = row.landing_x_m, row.landing_y_m
    fx, fy = row.forecast.get("landing_x_m"), row.forecast.get("landing_y_m")
    said = ""
    if x is not None and y is not None:
        far = float(np.hypot(x, y))
        said = f"It lay {show(far, 'height', units)} from the pad"
        if fx is not None and fy is not None:
            said += f", {show(float(np.hypot(x - fx, y - fy)), 'height', units)} from where it was forecast"
        if ground is not None:
            said += ", inside the field" if ground.room_m(x, y) >= 0 else ", outside the field"
        said += "."
    edge = [list(c) for c in ground.outline] if ground else []
    return LandedOut(x_m=x, y_m=y, forecast_x_m=fx, forecast_y_m=fy, outline=edge, said=said)
