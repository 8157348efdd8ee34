"""Go or no-go of one line of the manifest: the rocket's own verdict in its hour under the range's code, with the nearest change."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.choosing.nearest import Change, nearest_change
from wobbly_fin.rocketry.choosing.pick import Candidate, Shares, judge
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.choosing.tests_of_range import stand_off_m
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.launchday.weather import Forecast, site_at
from wobbly_fin.rocketry.motors.motor import Motor

Verdict = Literal["go", "go_with", "open", "no_go"]
DutyCode = Literal["stand_off", "cleared", "notify", "outline"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Duty:
    """What belongs to a flight that flies: a distance [m], a mass that has to be told of [kg]; `airspace`: its class, where that is why."""

    code: DutyCode
    value: float
    airspace: int = 1


@dataclass(frozen=True, kw_only=True)
class Ruling:
    """A line judged.

    Attributes
    ----------
    verdict : str
        no_go: a test fails. go_with: it does, and a near change leaves nothing against it nor
        unknown. open: nothing fails, something that decides is not known. go.
    change : Change or None
        The nearest that makes it go; None where it goes as it is, or nothing near does.
    """

    verdict: Verdict
    candidate: Candidate
    duties: tuple[Duty, ...]
    change: Change | None = None

    @property
    def against(self) -> tuple[Trial, ...]:
        """What keeps it on the ground."""
        return self.candidate.against

    @property
    def open(self) -> tuple[Trial, ...]:
        """What is not known, and would be told by somebody."""
        return tuple(t for t in self.candidate.tests if t.passed is None and not t.pending)

    @property
    def high_power(self) -> bool:
        """By the published bounds."""
        return self.candidate.case.high_power

    @property
    def stand_off_m(self) -> float | None:
        """How far everybody stands; None beyond the range's table. [m]"""
        return stand_off_m(self.candidate.case)


def rule(
    configuration: Configuration,
    situation: Situation,
    rules: Rules,
    *,
    shares: Shares = "none",
    known: Sequence[Trial] | None = None,
) -> Ruling:
    """Judge a line as it is, without looking for a change; `known` as `judge` has it."""
    return ruling_of(judge(configuration, situation, rules, shares=shares, known=known))


def ruling_of(candidate: Candidate) -> Ruling:
    """A verdict as a range says it."""
    verdict: Verdict = "no_go" if candidate.settled == "no" else "open" if candidate.open_for else "go"
    return Ruling(verdict=verdict, candidate=candidate, duties=_duties(candidate))


def with_change(
    found: Ruling, *, others: Sequence[Motor] = (), forecast: Forecast | None = None, hour: float | None = None
) -> Ruling:
    """A line that does not go with the nearest change that makes it go.

    Parameters
    ----------
    others : sequence of Motor
        What lies in the box besides, nearest in size tried first.
    forecast, hour : Forecast, float or None
        The day's weather and the hour it is to fly; other hours are tried where both are told.
    """
    if found.verdict != "no_go":
        return found
    hours = []
    if forecast is not None and hour is not None:
        near = sorted((h.hour for h in forecast.hours if h.hour != hour), key=lambda h: abs(h - hour))
        site = found.candidate.case.situation.site
        hours = [(h, site_at(site, forecast.at(h))) for h in near]
    change = nearest_change(found.candidate, others, hours)
    if change is None:
        return found
    # What would still not be known after the change makes no go of it.
    return replace(found, verdict="no_go" if change.after.open_for else "go_with", change=change)


def _duties(candidate: Candidate) -> tuple[Duty, ...]:
    case = candidate.case
    c, code = candidate.configuration, case.situation.code
    if not c.motors:
        return ()
    out = []
    if "outline" not in case.known:
        wants = code.least_site_m(c.installed_n_s, case.flight.apogee_altitude_m or 0.0, high_power=case.high_power)
        out.append(Duty(code="outline", value=wants))
    stands = stand_off_m(case)
    if stands is not None:
        out.append(Duty(code="stand_off", value=stands))
    cleared = code.least_cleared_m(c.installed_n_s, high_power=case.high_power, sparks=any(m.sparks for m in c.motors))
    if cleared:
        out.append(Duty(code="cleared", value=cleared))
    airspace = code.airspace_class(case.flight.liftoff_mass_kg, c.propellant_kg, c.installed_n_s)
    if airspace > 1:
        out.append(Duty(code="notify", value=case.flight.liftoff_mass_kg, airspace=airspace))
    return tuple(out)
