"""Every test there is, each declared once: its name, what has to be known to decide it, which changes may mend it, where its limit is from.

Every door asks this registry: the verdict board, the day, the phone's pack, Recovery, the logbook and `wobbly judge`. A test that is left
out of any of them fails a test of the house.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.choosing import tests_of_flight as flight
from wobbly_fin.rocketry.choosing import tests_of_load as load
from wobbly_fin.rocketry.choosing import tests_of_range as range_
from wobbly_fin.rocketry.choosing.case import Case
from wobbly_fin.rocketry.choosing.trial import Need, Trial, TrialName

ChangeKind = Literal["delay", "motor", "ballast", "canopy", "spill_hole", "rod_length", "tilt", "hour"]
_MODEL = "range codes as data: NFPA 1122, 1127, from memory"
_OWN = "the owner's limits, see RULES"


@dataclass(frozen=True, slots=True, kw_only=True)
class Test:
    """One test.

    Attributes
    ----------
    judge : callable
        A case to its outcome; None where it does not arise in this rocket.
    quantity : str
        What its value is, in words for docs.
    source : str
        Of its limit.
    needs : tuple of str
        What has to be told for it to be decided.
    changes : tuple of str
        What may mend it, nearest first.
    dear : bool
        Costs flights of its own: asked only of what passes the others.
    once : bool
        Does not hang on when a charge fires: asked once for all delays on one ascent.
    """

    name: TrialName
    judge: Callable[[Case], Trial | None]
    quantity: str
    source: str
    needs: tuple[Need, ...] = ()
    changes: tuple[ChangeKind, ...] = ()
    dear: bool = False
    once: bool = False


_WIND = ("tilt", "rod_length", "hour", "motor")
TESTS: tuple[Test, ...] = (
    Test(name="fits", judge=load.fit, quantity="diameter or length of a motor against its mount", source=_OWN, changes=("motor",), once=True),
    Test(name="stages", judge=load.stages, quantity="the stage without a motor", source="a stage with none never lights", once=True),
    Test(name="cluster", judge=load.cluster, quantity="motors that must light together", source="common practice, no source", changes=("motor",), once=True),
    Test(name="igniter", judge=load.igniter, quantity="what lights the stages above", source="common practice, no source", changes=("motor",), once=True),
    Test(name="charge", judge=load.charge, quantity="the way out of a charge closed in ahead", source="common practice, no source", changes=("motor",)),
    Test(name="opens", judge=load.opens, quantity="what opens it, walked", source="what holds against what pushes", changes=("motor", "delay")),
    Test(name="backup", judge=load.backup, quantity="push of a reserve on its joint", source="the same pins and friction as the first", changes=("motor",)),
    Test(name="shield", judge=load.shield, quantity="what shields the canopy", source="common practice, no source", needs=("wadding",), once=True),
    Test(name="repairs", judge=range_.repairs, quantity="repairs a review asks for", source="its own review", once=True),
    Test(name="airframe", judge=flight.airframe, quantity="dangers of the airframe itself", source="the checks at Shape", once=True),
    Test(name="permit", judge=range_.permit, quantity="certification level", source="NFPA 1127, from memory", needs=("flyer",), changes=("motor",), once=True),
    Test(name="age", judge=range_.age, quantity="age", source="NFPA 1127, from memory", needs=("flyer",), changes=("motor",), once=True),
    Test(name="local_limit", judge=range_.local_limit, quantity="installed impulse", source="local code", changes=("motor",), once=True),
    Test(name="site_size", judge=range_.site_size, quantity="the field's shorter side", source=_MODEL, changes=("motor",), once=True),
    Test(name="stand_off", judge=range_.stand_off, quantity="distance from the pad", source=_MODEL, changes=("motor",), once=True),
    Test(name="tilt", judge=range_.tilt, quantity="rod from vertical", source=_MODEL, changes=("tilt",), once=True),
    Test(name="lifts", judge=flight.lifts, quantity="average thrust over weight", source=_OWN, changes=("motor",), once=True),
    Test(name="rod_speed", judge=flight.rod_speed, quantity="speed leaving the rod", source=_OWN, needs=("site", "wind"), changes=("rod_length", "hour", "motor"), once=True),
    Test(name="wind", judge=range_.wind, quantity="wind", source=_MODEL, needs=("wind",), changes=("hour",), once=True),
    Test(name="stable_ignition", judge=flight.stable_ignition, needs=("model",), quantity="margin with the motor in", source=_OWN, changes=("ballast", "motor"), once=True),
    Test(name="stable_rod", judge=flight.stable_rod, needs=("model",), quantity="margin leaving the rod", source=_OWN,
         changes=("ballast", "rod_length", "motor"), once=True),
    Test(name="stable_burnout", judge=flight.stable_burnout, needs=("model",), quantity="margin once burnt out", source=_OWN, changes=("ballast", "motor"), once=True),
    Test(name="tumbles", judge=flight.tumbles, quantity="whether it flies broadside", source="the flight", changes=("ballast", "motor"), once=True),
    Test(name="mach", judge=flight.mach, quantity="top speed in Mach", source="what drag and balance are modelled for", needs=("model",), changes=("motor",), once=True),
    Test(name="flutter", judge=flight.flutter, quantity="top speed against the weakest fin's estimate", source="NACA TN 4197, from memory",
         needs=("model",), changes=("motor",), once=True),
    Test(name="ceiling", judge=flight.ceiling, quantity="peak", source="the field", changes=("motor", "ballast"), once=True),
    Test(name="payload", judge=flight.payload, quantity="force on the payload", source="its owner", changes=("motor", "ballast"), once=True),
    Test(name="delay_window", judge=flight.delay_window, quantity="opening after apogee", source=_OWN, changes=("delay", "motor")),
    Test(name="ejection_speed", judge=flight.ejection_speed, quantity="speed when it opens", source=_OWN, changes=("delay", "tilt", "motor")),
    Test(name="landing_rate", judge=flight.landing_rate, quantity="speed at landing", source=_OWN, changes=("spill_hole", "canopy", "motor")),
    Test(name="drift", judge=flight.drift, quantity="room to the field's edge", source="the field", needs=(), changes=("tilt", "spill_hole", "canopy", "hour", "motor")),
    Test(name="spent_drift", judge=flight.spent_drift, quantity="room to the field's edge of a spent stage", source="the field", changes=("tilt", "hour", "motor"), once=True),
    Test(name="built", judge=range_.built, quantity="build, repairs and holds done", source="the build", needs=("built",), once=True),
    Test(name="ground_test", judge=load.ground_test, quantity="a test on the ground of each altimeter's charge", source="common practice, no source",
         needs=("ground_test",), dear=True),
    Test(name="loads", judge=load.loads, quantity="what the weakest link holds over what pulls", source="see recovery", changes=("delay", "canopy", "motor"), dear=True),
    Test(name="bay", judge=load.bay, quantity="room taken in the bay", source="geometry", changes=("canopy",), dear=True),
    Test(name="weight", judge=lambda case: None, quantity="its mass band against every limit", source="parts never weighed", needs=("weight",), dear=True),
    Test(name="motor", judge=lambda case: None, quantity="heights its motor's guessed figures leave open, against every limit", source="a motor known by its label",
         needs=("motor",), changes=("motor",), dear=True),
    Test(name="inside_field", judge=flight.inside_field, quantity="landings inside the field", source=_OWN, needs=("outline", "wind"),
         changes=("tilt", "spill_hole", "canopy", "hour", "motor"), dear=True),
)  # fmt: skip
BY_NAME: dict[str, Test] = {t.name: t for t in TESTS}


Outcomes = dict[TrialName, Trial | None]


def once_for_all(case: Case) -> Outcomes:
    """Outcomes of the tests that are the same for all delays on one ascent."""
    return {t.name: t.judge(case) for t in TESTS if t.once}


def cheap_trials(case: Case, known: Outcomes) -> tuple[Trial, ...]:
    """Outcomes of all but the dear tests that arise, in the registry's order; `known` are those asked once for all."""
    asked = [known[test.name] if test.once else test.judge(case) for test in TESTS if not test.dear]
    return tuple([t for t in asked if t is not None])


def dear_trials(case: Case) -> tuple[Trial, ...]:
    """Outcomes of the dear tests that arise."""
    return tuple([t for test in TESTS if test.dear and (t := test.judge(case)) is not None])
