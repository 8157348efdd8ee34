"""Motors taken off a reading: what was known comes back, a plain lever agrees, what cannot be is refused."""

import pytest

from tests.rocketry.choosing.loading import loaded
from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.launchday.weighing import balance_m, without_motors
from wobbly_fin.rocketry.motors.catalogue import find_motor

C8 = find_motor("C8")[0]


def rigid(name: str) -> RigidRocket:
    found = demo_file(next(r for r in ROCKETS if r.name == name)).to_rocket()
    assert isinstance(found, RigidRocket)
    return found


@pytest.mark.parametrize("name", ["Saltmarsh Heron", "Three Sisters"])
def test_what_was_known_comes_back(name: str) -> None:
    rocket = rigid(name)
    whole = rocket.loaded(C8).liftoff_mass_kg
    found = without_motors(loaded(rocket, C8, 4.0), mass_kg=whole, cg_m=balance_m(loaded(rocket, C8, 4.0)))
    assert found.mass_kg == pytest.approx(rocket.mass_kg, rel=1e-9) and found.cg_m == pytest.approx(rocket.cg_m, rel=1e-9)
    assert whole - rocket.mass_kg == pytest.approx(rocket.motors_in(0) * C8.total_mass_kg, rel=1e-9)


def test_a_lump_at_the_tip_moves_the_balance_as_a_lever_does() -> None:
    rocket, lump = rigid("Saltmarsh Heron"), 0.010
    whole, at = rocket.loaded(C8).liftoff_mass_kg, balance_m(loaded(rocket, C8, 4.0))
    assert at is not None
    # Ten grams more at the tip: the reading one would get, worked out apart from the function.
    found = without_motors(loaded(rocket, C8, 4.0), mass_kg=whole + lump, cg_m=whole * at / (whole + lump))
    assert found.mass_kg == pytest.approx(rocket.mass_kg + lump, rel=1e-9)
    assert found.cg_m == pytest.approx(rocket.mass_kg * rocket.cg_m / (rocket.mass_kg + lump), rel=1e-9)


@pytest.mark.parametrize(
    ("mass", "cg", "name"), [(0.001, None, "mass"), (-0.1, None, "mass"), (None, 5.0, "balance"), (None, 0.0, "balance"), (None, 0.01, "balance")]
)  # fmt: skip
def test_what_no_rocket_can_read_is_refused(mass: float | None, cg: float | None, name: str) -> None:
    with pytest.raises(RocketryError) as refused:
        without_motors(loaded(rigid("Saltmarsh Heron"), C8, 4.0), mass_kg=mass, cg_m=cg)
    assert refused.value.name == name


def test_a_rocket_of_four_figures_has_a_mass_and_no_balance() -> None:
    rocket = QuickRocket(mass_kg=0.05, diameter_m=0.025)
    assert without_motors(loaded(rocket, C8, 4.0), mass_kg=0.08, cg_m=None).mass_kg == pytest.approx(0.08 - C8.total_mass_kg)
    assert balance_m(loaded(rocket, C8, 4.0)) is None
    with pytest.raises(RocketryError, match="four figures"):
        without_motors(loaded(rocket, C8, 4.0), mass_kg=None, cg_m=0.2)
