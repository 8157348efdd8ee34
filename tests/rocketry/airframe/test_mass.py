"""Mass, balance and inertia: closed forms, where figures come from, uncertainty, what the scale said."""

import math
from dataclasses import replace

import pytest
from hypothesis import given, settings

from tests.rocketry.airframe.rockets import airframes, model
from wobbly_fin.rocketry.airframe.airframe import Airframe, Known, Stage
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mass import empty_totals, total, weigh
from wobbly_fin.rocketry.airframe.parts import Allowance, BodyTube, FinCan, FinSet, MassLump, MotorTube, NoseCone
from wobbly_fin.rocketry.motors.catalogue import find_motor


def rows(airframe):
    return weigh(lay_out(airframe))


def frame(*parts, **known):
    return Airframe(stages=(Stage(parts=parts),), known=Known(**known))


def row(airframe, key):
    found = lay_out(airframe)
    return rows(airframe)[next(p.index for p in found.placed if p.part.id == key)]


def test_a_tube_weighs_its_volume_times_its_density():
    """π/4 (26.2² − 25.3²) mm² × 340 mm × 690 kg/m³ = 8.539 g; inertia m (ro² + ri²)/2 and m (3 (ro² + ri²) + l²)/12."""
    found = row(model(), "body")
    mass = math.pi / 4 * (0.0262**2 - 0.0253**2) * 0.34 * 690
    squares = 0.0131**2 + 0.01265**2
    assert (found.mass_kg, found.source) == (pytest.approx(mass), "computed")
    assert found.axial_kg_m2 == pytest.approx(mass * squares / 2)
    assert found.transverse_kg_m2 == pytest.approx(mass * (3 * squares + 0.34**2) / 12)
    assert found.sigma_kg == pytest.approx(0.08 * mass)


def test_two_lumps_on_an_axis_balance_as_a_lever():
    """30 g at 100 mm and 10 g at 500 mm balance at 200 mm; m₁ a² + m₂ b² = 0.03·0.1² + 0.01·0.3² = 1.2e-3."""
    found = total(
        rows(
            frame(
                BodyTube(length_m=1.0, outer_diameter_m=0.05, mass_kg=0.0),
                MassLump(mass_kg=0.03, position_m=0.1),
                MassLump(mass_kg=0.01, position_m=0.5),
            )
        )
    )
    assert (found.mass_kg, found.cg_m, found.transverse_kg_m2) == pytest.approx((0.04, 0.2, 1.2e-3))


def test_the_scale_beats_the_sum_and_the_sum_stays_beside_it():
    found = row(model(fins={"mass_kg": 0.0031}), "fins")
    assert (found.mass_kg, found.source) == (0.0031, "measured")
    assert found.computed_kg == pytest.approx(row(model(), "fins").mass_kg)
    assert found.sigma_kg < row(model(), "fins").sigma_kg


def test_a_guess_says_so_and_is_less_sure():
    found = row(model(fins={"mass_kg": 0.0031, "mass_source": "guessed"}), "fins")
    assert (found.source, found.sigma_kg) == ("guessed", pytest.approx(0.3 * 0.0031))


def test_a_told_allowance_is_as_unsure_as_it_was_told():
    tube = BodyTube(length_m=1.0, outer_diameter_m=0.05, inner_diameter_m=0.048, material="paper-tube")
    for more, sigma in (({}, 0.0001), ({"mass_source": "guessed"}, 0.3 * 0.004), ({"mass_uncertainty_kg": 0.002}, 0.002)):
        assert rows(frame(tube, Allowance(kind="paint", position_m=0.0, mass_kg=0.004, **more)))[1].sigma_kg == pytest.approx(
            sigma
        )


def test_what_nobody_knows_counts_as_nothing_and_is_named():
    airframe = model(fins={"material": None})
    found = total(rows(airframe))
    assert [p.part.id for p in lay_out(airframe).placed if p.index in found.unknown] == ["fins"]


def test_uncertainties_add_as_squares():
    parts = (BodyTube(length_m=1.0, outer_diameter_m=0.05, mass_kg=0.0, mass_uncertainty_kg=0.0),)
    lumps = [MassLump(mass_kg=0.1, mass_uncertainty_kg=s, position_m=x) for s, x in ((0.003, 0.2), (0.004, 0.4))]
    found = total(rows(frame(*parts, *lumps)))
    assert found.sigma_kg == pytest.approx(0.005)
    assert found.sigma_cg_m == pytest.approx(math.hypot(0.003 * 0.1, 0.004 * 0.1) / 0.2)


def test_a_moulded_fin_weighs_with_its_can_once_that_is_weighed():
    nose = NoseCone(length_m=0.1, base_diameter_m=0.03, material="balsa")
    can = FinCan(id="can", length_m=0.08, outer_diameter_m=0.03, inner_diameter_m=0.019, material="printed-petg")
    fins = FinSet(
        id="fins",
        parent="can",
        count=3,
        root_chord_m=0.05,
        tip_chord_m=0.03,
        span_m=0.03,
        thickness_m=0.002,
        material="printed-petg",
        moulded=True,
    )
    apart, weighed = rows(frame(nose, can, fins)), rows(frame(nose, replace(can, mass_kg=0.03), fins))
    assert apart[2].mass_kg > 0
    assert (weighed[2].mass_kg, weighed[2].source, weighed[1].mass_kg) == (0.0, "with its part", 0.03)


def test_a_weighed_whole_holds_and_later_changes_are_added_to_it():
    """50 g weighed while the parts came to p: a lump of 4 g put in afterwards makes 54 g, wherever p was wrong."""
    plain = model()
    parts = total(rows(plain))
    known = Known(mass_kg=0.050, cg_m=0.25, parts_kg=parts.mass_kg, parts_cg_m=parts.cg_m)
    weighed = replace(plain, known=known)
    assert empty_totals(weighed, rows(weighed)).mass_kg == pytest.approx(0.050)
    more = replace(weighed, stages=(Stage(parts=(*plain.stages[0].parts, MassLump(mass_kg=0.004, position_m=0.05))),))
    found = empty_totals(more, rows(more))
    # The paint allowance does not change with a lump, glue is not in this model: the difference is the lump's own.
    assert found.mass_kg == pytest.approx(0.054)
    assert found.cg_m == pytest.approx((0.050 * 0.25 + 0.004 * 0.05) / 0.054)


def test_with_a_motor_at_ignition_and_burnout():
    motor, _ = find_motor("B9-4")
    found = balance(model(), [motor])
    assert found.ignition.mass_kg == pytest.approx(found.empty.mass_kg + motor.total_mass_kg)
    assert found.burnout.mass_kg == pytest.approx(found.ignition.mass_kg - motor.propellant_mass_kg)
    fore = 0.43 + 0.005 - motor.length_m
    assert found.aboard[0].fore_m == pytest.approx(fore)
    middle = fore + motor.length_m / 2
    wanted = (found.empty.mass_kg * found.empty.cg_m + motor.total_mass_kg * middle) / found.ignition.mass_kg
    assert found.ignition.cg_m == pytest.approx(wanted)
    assert found.burnout.cg_m < found.ignition.cg_m


def test_a_cluster_carries_all_its_motors():
    motor, _ = find_motor("B9-4")
    airframe = frame(
        NoseCone(length_m=0.2, base_diameter_m=0.066, material="balsa"),
        BodyTube(id="b", length_m=0.6, outer_diameter_m=0.066, inner_diameter_m=0.064, material="paper-tube"),
        MotorTube(
            parent="b",
            length_m=0.08,
            outer_diameter_m=0.0189,
            inner_diameter_m=0.0182,
            count=3,
            spread_m=0.018,
            material="paper-tube",
        ),
        FinSet(
            parent="b",
            count=3,
            root_chord_m=0.1,
            tip_chord_m=0.05,
            span_m=0.08,
            sweep_m=0.05,
            thickness_m=0.003,
            material="birch-ply",
        ),
    )
    found = balance(airframe, [motor])
    assert found.ignition.mass_kg - found.empty.mass_kg == pytest.approx(3 * motor.total_mass_kg)
    alone = motor.total_mass_kg * (motor.diameter_m / 2) ** 2 / 2
    assert found.ignition.axial_kg_m2 - found.empty.axial_kg_m2 == pytest.approx(3 * (alone + motor.total_mass_kg * 0.018**2))


def test_paint_goes_where_the_air_goes_and_glue_where_the_parts_are():
    found = row(model(), "paint")
    area = math.pi * 0.0262 * 0.34
    assert 3 * 0.030 * area < found.mass_kg < 2 * 3 * 0.030 * area
    assert found.source == "guessed"
    more = row(model(paint={"coats": 6}), "paint")
    assert more.mass_kg == pytest.approx(2 * found.mass_kg)
    glue = replace(model(), stages=(Stage(parts=(*model().stages[0].parts, Allowance(id="glue", parent="body", kind="glue"))),))
    assert 0 < row(glue, "glue").mass_kg < 0.1 * total(rows(glue)).mass_kg


@settings(max_examples=60, deadline=None)
@given(airframes())
def test_any_airframe_balances_inside_itself(airframe):
    found = balance(airframe)
    if found.empty.mass_kg > 0:
        # Swept fins reach behind their root, and may be most of what it weighs.
        reach = max(
            p.aft_m + sum(getattr(p.part, n, None) or 0.0 for n in ("sweep_m", "tip_chord_m")) for p in found.layout.placed
        )
        assert 0 < found.empty.cg_m < reach
        assert found.empty.transverse_kg_m2 > 0 and found.empty.axial_kg_m2 > 0
        assert math.isfinite(found.margin_calibres)


def test_glue_is_counted_stage_by_stage():
    one = tuple(p for p in model().parts if not isinstance(p, Allowance))
    glue = Allowance(kind="glue", position_m=0.1)
    booster = BodyTube(length_m=0.1, outer_diameter_m=0.0262, inner_diameter_m=0.0253, material="paper-tube")
    alone = weigh(lay_out(Airframe(stages=(Stage(parts=(*one, glue)),))))
    both = weigh(lay_out(Airframe(stages=(Stage(parts=(*one, glue)), Stage(parts=(booster, glue))))))
    assert both[len(one)].mass_kg == pytest.approx(alone[len(one)].mass_kg)
    assert both[-1].mass_kg == pytest.approx(0.04 * both[-2].mass_kg)
