"""A sketch sized: clay where no fin of usual size does it, buttons where a hand gets at them, tubes a stick gets into."""

from dataclasses import replace

import pytest

from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import CanopyPack
from wobbly_fin.rocketry.airframe.solve import smaller_margin
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.proposing.effort import hours_of
from wobbly_fin.rocketry.proposing.settle import settled, widest_m
from wobbly_fin.rocketry.proposing.sketch import Sketch, body_tubes, mount_tube
from wobbly_fin.rocketry.proposing.tries import room_for
from wobbly_fin.rocketry.proposing.wish import Wish

MOTOR = next(m for m in catalogue() if m.name == "I336")


@pytest.fixture(scope="module")
def heavy() -> Sketch:
    """A motor that is longer than what is ahead of it."""
    mount = mount_tube(MOTOR.diameter_m)
    body = body_tubes(mount, None, None)[0]
    return Sketch(
        name="heavy", body=body, mount=mount, motor_length_m=MOTOR.length_m, stretch=0.0, fins=3, span_m=body.usual.span_m,
        canopy_m=body.usual.canopy_m,
    )  # fmt: skip


def sized(sketch: Sketch, margin: float, enough: float) -> tuple[Sketch, float]:
    made = settled(sketch, MOTOR, margin, 5.0, 1.2, enough_calibres=enough)
    return made, smaller_margin(balance(made.airframe(), [MOTOR]))


def test_clay_makes_good_what_no_fin_of_usual_size_gives(heavy: Sketch) -> None:
    heavy = replace(heavy, stretch=7.0)
    bare, most = sized(heavy, 4.0, 1.1)
    # As much as the widest fins give, and no clay while that is enough.
    assert bare.span_m == pytest.approx(widest_m(heavy), abs=1e-4) and bare.ballast_kg == 0.0 and 1.1 < most < 4.0
    weighted, margin = sized(heavy, 4.0, most + 0.4)
    assert weighted.ballast_kg > 0.01 and margin == pytest.approx(most + 0.4, abs=0.06)
    less, margin = sized(heavy, most - 0.3, 1.1)
    assert less.span_m < bare.span_m and margin == pytest.approx(most - 0.3, abs=0.03)


def test_the_front_button_stands_ahead_of_the_mount_s_rings(heavy: Sketch) -> None:
    made, _ = sized(heavy, 1.4, 1.1)
    placed = {p.part.called: p for p in lay_out(made.airframe()).placed}
    assert made.balance_m is not None and made.balance_m > placed["forward ring"].fore_m  # where it balances no hand gets
    assert placed["front button"].aft_m < placed["forward ring"].fore_m - 0.01
    assert hours_of(made)[1]


def test_a_tube_leaves_room_for_the_stick_that_glues_the_rings() -> None:
    for across in (0.029, 0.038, 0.054, 0.075, 0.098):
        mount = mount_tube(across)
        tubes = body_tubes(mount, None, None)
        assert tubes and all(t.small or t.bore_m - mount.outside_m > 0.008 for t in tubes)
        # One that is asked for by its width is tried all the same.
        assert body_tubes(mount, tubes[0].outside_m, None)[0].outside_m == pytest.approx(tubes[0].outside_m, abs=1e-3)


def test_a_dome_lets_down_as_softly_and_a_weight_that_is_weighed_out_is_no_guess(heavy: Sketch) -> None:
    flat, dome = (settled(replace(heavy, sturdy=sturdy), MOTOR, 1.4, 5.0, 1.2) for sturdy in (False, True))
    canopies = [next(p for p in lay_out(s.airframe()).of(CanopyPack)).part for s in (flat, dome)]
    assert [c.kind for c in canopies] == ["flat", "domed"]
    # The same drag area but for the dome's own grams: 0.75 of a circle laid flat, 1.3 of a mouth.
    assert dome.canopy_m == pytest.approx(flat.canopy_m * (0.75 / 1.3) ** 0.5, rel=0.02)
    bare, clay = (balance(replace(heavy, weight_kg=w).airframe(), [None]).empty for w in (0.0, 1.0))
    assert clay.mass_kg - bare.mass_kg == pytest.approx(1.0)
    assert 0 < clay.sigma_kg - bare.sigma_kg < 0.01


def test_what_is_mended_is_no_longer_than_wished(heavy: Sketch) -> None:
    wish = Wish(
        mount_diameter_m=0.054,
        apogee_m=(100, 900),
        margin_calibres=(1, 2),
        descent_rate_m_s=(4, 6),
        length_max_m=heavy.length_m + 1e-6,
    )
    assert room_for(wish, heavy)
    assert not room_for(wish, replace(heavy, stretch=1.0))
