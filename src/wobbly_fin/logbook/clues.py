"""What is known of a failure before anybody is asked: its flight's log, configuration, weather and the three taps; and its causes flown."""

from dataclasses import dataclass

from wobbly_fin.logbook.comparison import Comparison, compare
from wobbly_fin.logbook.measured import measured
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.airframe.layout import recovery_packs
from wobbly_fin.rocketry.configuration.let_down import let_down
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.evidence import Recovery, from_configuration, from_log, from_outcome, from_weather
from wobbly_fin.rocketry.failures.faults import Planned, tumbling_m2
from wobbly_fin.rocketry.failures.replay import FIGURES, Measured, Replays, measured_by, replays
from wobbly_fin.rocketry.flight.flight import Flight as Forecast
from wobbly_fin.rocketry.flight.flight import trace_vehicle
from wobbly_fin.rocketry.flight.path import Path, sample_path
from wobbly_fin.rocketry.flight.scatter import Question, scatter
from wobbly_fin.rocketry.units.display import METRIC
from wobbly_fin.site.remembered import Remembered
from wobbly_fin.stores.fields import ground_of
from wobbly_fin.stores.models import FlyingField

_RUNS = 200  # enough to tell a field that holds it from one that does not
_TYPED_SHARE = 0.03  # 1σ of a read-out typed in, as a share of it; our own choice


@dataclass(frozen=True, slots=True, kw_only=True)
class Flown:
    """What was measured; the flight as planned, with its path counted from ignition; and every cause flown against it."""

    measured: Measured
    forecast: Forecast
    planned: Path | None
    causes: Replays


_flown = Remembered[Flown](60)


def flown_of(row: Flight) -> Flown:
    """A flight as planned, and as each cause would have made it; of what is frozen and measured, so reckoned once."""
    return _flown.get((row.pk, row.updated_at), lambda: _flown_of(row))


def _flown_of(row: Flight) -> Flown:
    held = compare(row, METRIC)
    vehicle = held.rocket.loaded(held.motor)
    forecast, trace = trace_vehicle(vehicle, held.delay_s, held.site)
    planned = Planned(
        vehicle=vehicle, delay_s=held.delay_s, site=held.site, motors=len(held.loaded.motors),
        tumbling_m2=tumbling_m2(held.loaded.layout, held.rocket.diameter_m),
    )  # fmt: skip
    told = _measured(row)
    path = sample_path(trace) if forecast.lifted and len(trace) > 1 else None
    return Flown(measured=told, forecast=forecast, planned=path, causes=replays(planned, told))


def _measured(row: Flight) -> Measured:
    """By its log, else by what was typed; its height by the best of all ways it was measured."""
    whole = measured(row)
    if whole.log is not None:
        return measured_by(whole.log.readout)
    figures = {name: (value, _TYPED_SHARE * abs(value)) for name, value in row.readouts.items() if name in FIGURES}
    if whole.best is not None:
        figures["apogee_m"] = (whole.best.height_m, whole.best.sd_m)
    return Measured(figures=figures)


def clues_of(row: Flight) -> dict[str, bool]:
    """Clue to whether it is true, for what log, configuration, weather and outcome tell."""
    held, forecast = compare(row, METRIC), flown_of(row).forecast
    found = from_weather(held.site)
    found |= from_configuration(held.loaded, forecast, _recovery(held, forecast), _field_holds(row, held))
    log = measured(row).log
    if log is not None:
        found |= from_log(log.readout, forecast)
    elif row.readouts:
        found |= _from_typed(row, forecast.apogee_altitude_m, forecast.descent_rate_m_s)
    return found | from_outcome(row.opening, row.landing)  # type: ignore[arg-type]


def _from_typed(row: Flight, apogee_m: float | None, rate_m_s: float | None) -> dict[str, bool]:
    """The same questions to read-outs typed in."""
    out: dict[str, bool] = {}
    late, height, rate = (row.readouts.get(n) for n in ("apogee_to_ejection_s", "apogee_m", "descent_rate_m_s"))
    if late is not None:
        out |= {"log_early": late < -1.0, "log_late": late > 1.5}
    if height is not None and apogee_m:
        out["log_low"] = height < 0.75 * apogee_m
    if rate is not None and rate_m_s:
        out |= {"log_fast_down": rate > 1.5 * rate_m_s, "log_fell_free": rate > 14.0}
    return out


def _field_holds(row: Flight, held: Comparison) -> float | None:
    """The share of landings like this one's forecast that come down inside its field, as the field is drawn today."""
    field = FlyingField.objects.visible_to(row.owner).filter(name=row.field_name).first() if row.field_name else None
    ground = ground_of(field) if field is not None else None
    if ground is None or not ground.outline:
        return None
    landed = scatter(Question(vehicle=held.rocket.loaded(held.motor), delay_s=held.delay_s, site=held.site, runs=_RUNS)).landed
    return float(ground.inside(landed).mean()) if len(landed) else None


def _recovery(held: Comparison, forecast: Forecast) -> Recovery:
    """What the Recovery station would say of the rocket as it flew; nothing where it cannot be asked."""
    opened = forecast.ejection.speed_m_s if forecast.ejection is not None else 0.0
    try:
        found = let_down(held.loaded, held.site, opened_at_m_s=opened)
    except RocketryError:
        return Recovery()
    bay, layout = found.main_bay, held.loaded.layout
    packs = recovery_packs(layout) if layout is not None else []
    return Recovery(
        bay_filled=bay.packed.fill if bay is not None else None,
        shielded=not any(step.state in ("exposed", "burns") for step in found.exposed),
        elastic_in_heat=any(step.code == "cord_melts" for step in found.exposed),
        stiff=found.zips,
        # The pull of that opening; what a fault on top of it would do is not known here.
        cord_margin=min((c.loads.weakest.safety for c in found.cases if not c.fault), default=None) if opened else None,
        thin_film="film" in (packs[0].part.material or "") if packs else None,
    )
