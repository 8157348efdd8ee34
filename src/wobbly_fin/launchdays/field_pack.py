"""What a phone takes along of a line to a field without a network: where it may land, and verdicts over the winds it may meet."""

from dataclasses import replace

from wobbly_fin.launchdays.plan import DayPlan, Planned, situation_of
from wobbly_fin.rocketry.flight.scatter import Cloud, Question, scatter
from wobbly_fin.rocketry.launchday.judge import Verdict, rule
from wobbly_fin.rocketry.launchday.weather import HourlyWeather

CLOUD_RUNS = 300
_GUSTS = 1.3  # times the mean; common practice, no source
# A metre apart, for the phone takes the worse of two: further apart it would ground what flies.
GRID_SPEEDS_M_S = (*(float(n) for n in range(10)), 10.5, 12.0)
GRID_FROM_DEG = tuple(45.0 * n for n in range(8))


def cloud_of(plan: DayPlan, planned: Planned) -> Cloud:
    """Where one line may land in its hour, gusts and all."""
    context = plan.context
    weather = context.forecast.at(planned.hour) if context.forecast else None
    situation = situation_of(context, planned, weather)
    gusty = replace(situation.site, gustiness=weather.gustiness if weather else "calm")
    line, taught = planned.line, planned.taught
    vehicle = line.ready.loaded(taught.as_pushed(line.motor))
    delay_s = taught.real_delay_s(line.motor, line.delay_s)
    return scatter(Question(vehicle=vehicle, delay_s=delay_s, site=gusty, runs=CLOUD_RUNS))


def read_on_site(speed_m_s: float, from_deg: float, temperature_c: float) -> HourlyWeather:
    """Anemometer and thermometer as an hour of weather; aloft the power law of the site holds, and gusts blow as they usually do."""
    return HourlyWeather(
        hour=12.0, wind_m_s=speed_m_s, from_deg=from_deg, gust_m_s=_GUSTS * speed_m_s, temperature_c=temperature_c
    )


def grid_of(plan: DayPlan, planned: Planned, temperature_c: float) -> list[list[Verdict]]:
    """Verdicts of one line over wind speeds × directions, for a phone without a network. Rows are speeds."""
    context = plan.context
    rows = []
    for speed in GRID_SPEEDS_M_S:
        row = []
        for bearing in GRID_FROM_DEG:
            situation = situation_of(context, planned, read_on_site(speed, bearing, temperature_c))
            row.append(rule(planned.line, situation, context.code, context.rules).verdict)
        rows.append(row)
    return rows
