"""What log, configuration and weather of a flight say by themselves, before anybody is asked."""

from dataclasses import dataclass

from wobbly_fin.rocketry.airframe.parts import FinSet, Retainer
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.altimetry.readout import Readout
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.flight.flight import Flight
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flightlog.outcomes import Landing, Opening

# Where a clue turns true; common practice, no source, unless a limit elsewhere says it.
_LOW, _WEAK, _SHORT_BURN = 0.75, 0.85, 0.75
_MAIN_SHARE = 1.4  # times the forecast’s last rate: slower is the main, faster the drogue alone
_EARLY_S, _LATE_S, _FAST_FACTOR, _FREE_M_S = -1.0, 1.5, 1.5, 14.0
_WINDY_M_S, _COLD_C, _OPENING_M_S, _ROD_M_S = 4.5, 5.0, 20.0, 13.0
_LOW_CALIBRES, _HIGH_CALIBRES, _SLIM_FIN = 1.0, 3.0, 60.0
_SMALL_CANOPY_M_S = 6.1


@dataclass(frozen=True, slots=True, kw_only=True)
class Recovery:
    """What the Recovery station knows of the bay; None where nothing is known."""

    bay_filled: float | None = None
    shielded: bool | None = None
    elastic_in_heat: bool | None = None
    stiff: bool | None = None
    cord_margin: float | None = None
    thin_film: bool | None = None


def from_log(readout: Readout, forecast: Flight) -> dict[str, bool]:
    """Clues of a log held against the flight that was forecast; what the log cannot tell is left out."""
    out: dict[str, bool] = {}
    height, late, rate = readout.apogee_m.value, readout.apogee_to_ejection_s.value, readout.descent_rate_m_s.value
    out["log_left"] = height is not None
    if height is not None and forecast.apogee_altitude_m:
        out["log_low"] = height < _LOW * forecast.apogee_altitude_m
    push, burn = readout.mean_boost_acceleration_m_s2.value, readout.burn_time_s.value
    if push is not None and forecast.burnout_speed_m_s and forecast.burnout_time_s:
        out["log_weak_push"] = push < _WEAK * forecast.burnout_speed_m_s / forecast.burnout_time_s
    if burn is not None and forecast.burnout_time_s:
        out["log_short_burn"] = burn < _SHORT_BURN * forecast.burnout_time_s
    if late is not None:
        out |= {"log_early": late < _EARLY_S, "log_late": late > _LATE_S, "log_no_charge": False}
    if readout.apogee_to_ejection_s.why == "never_opened":
        out |= {"log_fell_free": True, "log_fast_down": True, "log_no_charge": True}
    elif rate is not None:
        out["log_fell_free"] = rate > _FREE_M_S
        if forecast.main is not None and forecast.descent_rate_m_s:
            once, slow = readout.main_altitude_m.value is None, rate < _MAIN_SHARE * forecast.descent_rate_m_s
            out |= {"log_main_at_top": once and slow, "log_main_silent": once and not slow}
        if forecast.descent_rate_m_s:
            out["log_fast_down"] = rate > _FAST_FACTOR * forecast.descent_rate_m_s
    return out


def from_configuration(
    configuration: Configuration, forecast: Flight, recovery: Recovery, field_holds: float | None = None
) -> dict[str, bool]:
    """Clues of how it was built and loaded, as frozen with the flight.

    Parameters
    ----------
    field_holds : float or None
        Share of the landing cloud inside the field. [-]
    """
    out: dict[str, bool] = {}
    rocket, layout = configuration.rocket, configuration.layout
    altimeter = configuration.sequence.at_apogee and rocket.canopy is not None
    out["no_charge_made"] = not any(m.kind == "single" for m in configuration.motors) and not altimeter
    out["altimeter_fires"] = altimeter
    out["two_openings"] = forecast.main is not None
    out["cluster_or_stage"] = len(configuration.motors) > 1
    if forecast.ejection is not None:
        after = forecast.ejection.after_apogee_s
        out |= {
            "delay_short": after < _EARLY_S,
            "delay_long": after > _LATE_S,
            "fast_opening": forecast.ejection.speed_m_s > _OPENING_M_S,
        }
    if forecast.rod_exit_speed_m_s is not None:
        out["rod_slow"] = forecast.rod_exit_speed_m_s < _ROD_M_S
    if forecast.descent_rate_m_s is not None:
        out["canopy_small"] = forecast.descent_rate_m_s > _SMALL_CANOPY_M_S
    if isinstance(rocket, RigidRocket):
        margins = rocket.margins(configuration.loaded, forecast)
        out |= {"margin_low": margins.ignition < _LOW_CALIBRES, "margin_high": margins.ignition > _HIGH_CALIBRES}
    if layout is not None:
        kinds = [p.part.kind for p in layout.of(Retainer)]
        out["friction"] = not kinds or all(k in ("tape", "") for k in kinds)
        fins = [p.part for p in layout.of(FinSet)]
        if fins:
            out["thin_fins"] = any(f.span_m > _SLIM_FIN * f.thickness_m for f in fins if f.span_m is not None)
    if recovery.bay_filled is not None:
        out["bay_full"] = recovery.bay_filled > 0.9
    for name, value, turned in (
        ("bare_path", recovery.shielded, True), ("elastic_low", recovery.elastic_in_heat, False), ("stiff_cord", recovery.stiff, False),
        ("thin_film", recovery.thin_film, False),
    ):  # fmt: skip
        if value is not None:
            out[name] = value is not turned
    if recovery.cord_margin is not None:
        out["cord_weak"] = recovery.cord_margin < 1.5
    if field_holds is not None:
        out["drifts_out"] = field_holds < 0.9
    return out


def from_weather(site: Site) -> dict[str, bool]:
    """Clues of the hour's weather, as frozen with the flight."""
    out = {"windy": site.ground_wind_m_s > _WINDY_M_S}
    if site.temperature_c is not None:
        out["cold"] = site.temperature_c < _COLD_C
    return out


def from_outcome(opening: Opening, landing: Landing) -> dict[str, bool]:
    """What the three taps already said."""
    out: dict[str, bool] = {}
    if opening == "no_launch":
        return {"lit": False}
    out["lit"] = True
    if opening == "never":
        out["canopy_open"] = False
    elif opening != "not_seen":
        out |= {"canopy_out": True, "popped": True, "nose_off": True}
        if landing == "safe":
            out["canopy_open"] = True
    if landing == "lost":
        out["seen_down"] = False
    if landing == "out_of_reach":
        out["outside"] = True
    return out
