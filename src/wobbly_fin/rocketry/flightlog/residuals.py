"""What a flight measured against what was forecast, figure by figure, in words; and what would explain it."""

from collections.abc import Mapping
from typing import Any

from wobbly_fin.rocketry.altimetry.readout import Readout
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show

# How far off is worth a sentence: our own choice.
_SPEED_OFF, _RATE_OFF, _DELAY_OFF_S, _PUSH_OFF = 0.08, 0.15, 0.5, 0.1


def residual_sentences(
    readout: Readout, typed: Mapping[str, float], forecast: Mapping[str, Any], units: UnitChoice = METRIC
) -> tuple[str, ...]:
    """Speed, delay, descent against the forecast; the log's figure before the typed one."""
    if not forecast.get("lifted"):
        return ()

    def told(name: str) -> float | None:
        figure = getattr(readout, name).value
        return figure if figure is not None else typed.get(name)

    out = []
    speed, expected = told("max_speed_m_s"), forecast.get("max_speed_m_s")
    if speed is not None and expected and abs(speed / expected - 1) > _SPEED_OFF:
        way = "slower" if speed < expected else "faster"
        why = "less thrust or more mass" if speed < expected else "more thrust or less mass"
        out.append(
            f"Top speed {show(speed, 'speed', units)} rather than {show(expected, 'speed', units)}, {abs(speed / expected - 1):.0%} {way}: {why}."
        )
    delay = _delay_s(readout, typed)
    ejection = forecast.get("ejection")
    if delay is not None and ejection:
        meant = ejection["time_s"] - forecast["burnout_time_s"]
        if abs(delay - meant) > _DELAY_OFF_S:
            out.append(f"The delay burnt {delay:.1f} s rather than {meant:.1f} s.")
    late = told("apogee_to_ejection_s")
    if late is not None and ejection and abs(late - ejection["after_apogee_s"]) > _DELAY_OFF_S:
        side, forecast_side = _side(late), _side(ejection["after_apogee_s"])
        out.append(f"The charge fired {side}; forecast {forecast_side}.")
    rate, meant_rate = told("descent_rate_m_s"), forecast.get("descent_rate_m_s")
    if rate is not None and meant_rate and abs(rate / meant_rate - 1) > _RATE_OFF:
        if rate > 2.5 * meant_rate:
            why = "its canopy cannot have been open"
        elif rate > meant_rate:
            why = "not fully open, or sinking air"
        else:
            why = "rising air, or a canopy better than its Cd"
        out.append(f"It came down at {show(rate, 'speed', units)} rather than {show(meant_rate, 'speed', units)}: {why}.")
    return tuple(out)


def _delay_s(readout: Readout, typed: Mapping[str, float]) -> float | None:
    if readout.delay_s.value is not None:
        return readout.delay_s.value
    coast, late = typed.get("coast_time_s"), typed.get("apogee_to_ejection_s")
    return coast + late if coast is not None and late is not None else None


def _side(after_s: float) -> str:
    if abs(after_s) < 0.15:
        return "at the top"
    return f"{abs(after_s):.1f} s {'after' if after_s > 0 else 'before'} the top"
