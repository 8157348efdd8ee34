"""Drag and thrust together: what a missed height is put down to."""

from dataclasses import replace

from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.learning.rocket_fit import THRUST_SD, Measured, learn_rocket, thrust_sd
from wobbly_fin.rocketry.motors.typical import typical_motor


def test_a_motor_known_by_its_label_gives_way_before_the_drag_does() -> None:
    """Its push is the likelier culprit: of a height missed, a guessed motor takes more than one whose maker printed its figures."""
    guessed = typical_motor("C7-5", diameter_m=0.018)
    known = replace(guessed, unsure=None)
    assert thrust_sd(known) == THRUST_SD < 0.1 < thrust_sd(guessed) < 0.2
    rocket = QuickRocket(mass_kg=0.05, diameter_m=0.025, cd=0.6)
    height = fly(rocket, known, None, Site()).apogee_altitude_m or 0.0
    fits = [
        learn_rocket([Measured(key=str(n), rocket=rocket, motor=m, site=Site(), apogee_m=1.15 * height) for n in range(3)])
        for m in (known, guessed)
    ]
    sure, open_ = fits
    assert open_.thrust_factor(guessed) > sure.thrust_factor(known) + 0.02 and open_.cd_factor > sure.cd_factor
    assert sure.thrust_sds[known.key] <= THRUST_SD and open_.thrust_sds[guessed.key] < thrust_sd(guessed)
