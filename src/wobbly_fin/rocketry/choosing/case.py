"""One configuration in one situation, flown: what every test is asked of. What several tests need is worked out once."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

from wobbly_fin.rocketry.airframe.aside import Margins
from wobbly_fin.rocketry.choosing.permits import is_high_power, level_wanted
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation, Taught
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.configuration.let_down import let_down
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import Flight, LeavesAirError, fly_vehicle, not_lifted
from wobbly_fin.rocketry.flight.guessed import height_band
from wobbly_fin.rocketry.motors.unsure import Figure, Unsure
from wobbly_fin.rocketry.recovery.whole import Recovery


@dataclass(frozen=True, kw_only=True)
class Case:
    """A configuration flown.

    Attributes
    ----------
    configuration : Configuration
        As it is loaded and named.
    pushed : Configuration
        The same with motors as they pushed so far: what was flown.
    inside : tuple of (fraction, sure) or None
        Of the cloud of landings those inside the field; None: not worked out.
    """

    configuration: Configuration
    pushed: Configuration
    situation: Situation
    rules: Rules
    flight: Flight
    inside: tuple[float, bool] | None = None

    @property
    def known(self) -> frozenset[str]:
        """What was told."""
        return self.situation.known

    @property
    def weight_n(self) -> float:
        """At liftoff. [N]"""
        return self.flight.liftoff_mass_kg * STANDARD_GRAVITY_M_S2

    @cached_property
    def high_power(self) -> bool:
        """By the published bounds."""
        motors = self.configuration.motors
        return bool(motors) and is_high_power(motors, self.flight.liftoff_mass_kg)

    @cached_property
    def level(self) -> int:
        """Of certification, as what is installed asks for."""
        return level_wanted(self.configuration.motors, self.flight.liftoff_mass_kg)

    @cached_property
    def margins(self) -> Margins | None:
        """In calibres; None for a quick rocket, or one that cannot be loaded."""
        rigid = self.configuration.rigid
        if rigid is None or self.configuration.empty_stages:
            return None
        return rigid.margins(self.pushed.loaded, self.flight)

    @cached_property
    def recovery(self) -> Recovery | None:
        """Its recovery, loaded at every moment; None for a quick rocket or where nothing can be said."""
        if self.configuration.rigid is None or self.configuration.empty_stages or not self.flight.lifted:
            return None
        try:
            return let_down(self.pushed, self.situation.site, self.flight)
        except RocketryError:
            return None

    @property
    def guesses(self) -> tuple[Unsure, ...]:
        """What is not known of the motors aboard."""
        return tuple(dict.fromkeys(m.unsure for m in self.configuration.motors if m.unsure is not None))

    @cached_property
    def at_ends(self) -> tuple["Case", ...]:
        """Flown again with each figure guessed of its motors at both ends, the same one of all motors at once."""
        found: list[Case] = []
        for _, moved in _moved(self.configuration, self.situation.taught):
            found += fly_cases(moved, [moved.delay_s], self.situation, self.rules)
        return tuple(found)

    @property
    def height_band(self) -> tuple[float, float, float] | None:
        """Low, middle and high apogee as far as its motors are known; None where nothing is guessed, or it does not lift. [m]"""
        if not self.guesses or not self.flight.lifted:
            return None
        delays = self.configuration.leading.motor.delays_to_try_s if self.configuration.leading is not None else ()
        # An apogee hangs on no delay: one band for all of them.
        return _height_band(
            self.configuration.with_delay(delays[0]) if delays else self.configuration, self.situation, self.rules
        )


def _moved(configuration: Configuration, taught: Taught) -> list[tuple[Figure, Configuration]]:
    """Every figure guessed of its motors at both its ends."""
    guesses = dict.fromkeys(g for x in configuration.loads if (g := taught.unsure(x.motor)) is not None)
    ends = dict.fromkeys(end for g in guesses for end in g.ends())
    return [
        (
            figure,
            configuration.loading(
                replace(x, motor=x.motor.with_figure(figure, factor)) if x.motor.unsure is not None else x
                for x in configuration.loads
            ),
        )
        for figure, factor in ends
    ]


@lru_cache(maxsize=2_000)
def _height_band(configuration: Configuration, situation: Situation, rules: Rules) -> tuple[float, float, float] | None:
    flown: list[tuple[Figure | None, Configuration]] = [(None, configuration), *_moved(configuration, situation.taught)]
    return height_band([(figure, fly_cases(c, [c.delay_s], situation, rules)[0].flight.apogee_altitude_m) for figure, c in flown])


def as_pushed(configuration: Configuration, taught: Taught) -> Configuration:
    """The same with its motors as they pushed so far."""
    if all(taught.thrust.get(x.motor.key, 1.0) == 1.0 for x in configuration.loads):
        return configuration
    return configuration.loading(replace(x, motor=taught.as_pushed(x.motor)) for x in configuration.loads)


def fly_cases(configuration: Configuration, delays_s: Sequence[float | None], situation: Situation, rules: Rules) -> list[Case]:
    """One configuration with several delays of its leading motor, on one ascent; motors as they pushed so far."""
    taught = situation.taught
    pushed = as_pushed(configuration, taught)
    if configuration.empty_stages:
        bare = not_lifted(configuration.mass_kg + sum(m.total_mass_kg for m in configuration.motors))
        each = _with_delays(configuration, delays_s)
        return [Case(configuration=c, pushed=c, situation=situation, rules=rules, flight=bare) for c in each]
    leading = configuration.leading
    assert leading is not None
    _ = pushed.loaded  # once for all that follow
    each = _with_delays(pushed, delays_s)
    named = each if pushed is configuration else _with_delays(configuration, delays_s)
    flights = _flown(each, [taught.real_delay_s(leading.motor, d) for d in delays_s], situation)
    return [
        Case(configuration=c, pushed=p, situation=situation, rules=rules, flight=f)
        for c, p, f in zip(named, each, flights, strict=True)
    ]


def _with_delays(configuration: Configuration, delays_s: Sequence[float | None]) -> list[Configuration]:
    """One configuration with each delay; what opens is walked once for all whose charge fires."""
    found: list[Configuration] = []
    for delay in delays_s:
        alike = next((c for c in found if (c.delay_s is None) == (delay is None)), configuration)
        found.append(alike.with_delay(delay))
        _ = found[-1].opener, found[-1].dangers
    return found


def _flown(each: Sequence[Configuration], real_s: Sequence[float | None], situation: Situation) -> list[Flight]:
    """On one ascent where all of them open alike: what opens hangs on whether a charge fires, not on when."""
    flown = [c.flown_delay_s(d) for c, d in zip(each, real_s, strict=True)]
    try:
        if all(c.opener == each[0].opener for c in each):
            return fly_vehicle(each[0].vehicle, flown, situation.site)
        return [fly_vehicle(c.vehicle, [d], situation.site)[0] for c, d in zip(each, flown, strict=True)]
    except LeavesAirError as error:
        # One absurd pairing must not cost the others their verdicts.
        return [error.flight] * len(each)
