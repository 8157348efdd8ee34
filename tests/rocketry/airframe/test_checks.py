"""What the checks find, and that each has a sentence with this rocket's own figures in it."""

from dataclasses import replace

import pytest
from hypothesis import given, settings

from tests.rocketry.airframe.rockets import airframes, model
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.balance import SCHOOLS, balance, school_of
from wobbly_fin.rocketry.airframe.checks import findings
from wobbly_fin.rocketry.airframe.explain import balance_sentence, finding_sentence
from wobbly_fin.rocketry.airframe.kit import intake_sentence, read_kit_list
from wobbly_fin.rocketry.airframe.parts import BodyTube, Bulkhead, FinCan, FinSet, MassLump, NoseCone, RailButton, Transition
from wobbly_fin.rocketry.airframe.slips import size_questions
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.units.display import UnitChoice

B9 = find_motor("B9-4")[0]
H76 = find_motor("H76-6")[0]


def said(airframe, motors=(B9,), **options):
    found = balance(airframe, list(motors))
    every = findings(found, school=SCHOOLS["usual"], **options)
    return {f.code: finding_sentence(f, found.layout) for f in every}


def added(*parts, base=None):
    stage = (base or model()).stages[0]
    return Airframe(stages=(Stage(parts=(*stage.parts, *parts)),))


def test_a_sound_model_is_left_in_peace():
    assert said(model()) == {}


@pytest.mark.parametrize(
    ("airframe", "code", "words"),
    [
        (model(fins={"span_m": 0.01}), "unstable", "Do not fly it"),
        (model(fins={"span_m": 0.03}), "margin_thin", "asks for 1 to 2"),
        (model(fins={"span_m": 0.06}), "margin_stiff", "leans further"),
        (added(MassLump(mass_kg=0.02, position_m=0.02)), "leans_hard", "about 3"),
        (model(fins={"tip_chord_m": 0.08}), "tip_wide", "80 mm, is wider than the root, 60 mm"),
        (model(nose={"shoulder_length_m": 0.01}), "shoulder_short", "10 mm is short; about one diameter, 26.2 mm"),
        (model(nose={"shoulder_diameter_m": 0.0258}), "shoulder_fit_tight", "25.8 mm, is wider"),
        (model(nose={"shoulder_diameter_m": 0.0240}), "shoulder_fit_loose", "shim it"),
        (model(fins={"offset_m": -0.02}), "fin_beyond", "20 mm beyond the tail"),
        (model(fins={"position_m": 0.05}), "fin_on_nose", "move it back"),
        (model(fore_ring={"outer_diameter_m": 0.0240}), "ring_fit_loose", "fits nothing"),
        (model(fore_ring={"outer_diameter_m": 0.0260}), "ring_fit_tight", "25.3 mm"),
        (model(fore_ring={"inner_diameter_m": 0.0215}), "ring_hole", "21.5 mm, fits no motor tube; the nearest is 18.9 mm"),
        (model(fore_ring=None, aft_ring=None), "mount_loose", "centring rings"),
        (model(aft_ring={"offset_m": 0.0668}), "overlap", "take the same room"),
        (model(lug={"angle_deg": 120.0, "offset_m": 0.02}), "lug_on_fin", "in line with a fin"),
        (model(lug={"rod_diameter_m": 0.0036}), "lug_tight", "will not slide on a rod of 3.6 mm"),
        (model(lug={"rod_diameter_m": 0.002}), "lug_loose", "rattle"),
        (model(lug=None), "no_guide", "nothing guides it"),
        (model(lug={"offset_m": 0.29}), "lug_far", "near where it balances"),
        (model(retainer=None), "no_retainer", "throws out the motor"),
        (model(canopy=None), "no_canopy", "come down under"),
        (model(anchor=None), "no_anchor", "choose its school now"),
        (model(cord=None), "no_cord", "joins body and nose"),
        (model(canopy={"packed_length_m": 0.3}), "bay_short", "it will not come out"),
        (model(fins={"material": None}), "not_weighed", "its mass is not known"),
        (model(body={"inner_diameter_m": None, "mass_kg": 0.01}), "bore_unknown", "not measured"),
        (model(body={"found": True}), "found_tube", "vouches for its strength"),
        (model(mount={"outer_diameter_m": 0.0256}), "mount_wide", "25.3 mm inside"),
        (added(RailButton(parent="body", edge="aft", offset_m=0.03), base=model(lug=None)), "one_button", "two buttons"),
        (added(Bulkhead(position_m=0.38, thickness_m=0.003)), "motor_hits", "B9 runs into bulkhead"),
        (added(MassLump(kind="electronics", mass_kg=0.01, position_m=0.36, length_m=0.03)), "motor_hits", "electronics"),
        (added(Transition(length_m=0.05, fore_diameter_m=0.02, aft_diameter_m=0.02)), "step", "26.2 mm but transition begins at 20 mm"),
    ],
)  # fmt: skip
def test_each_fault_is_found_and_said_with_its_figures(airframe, code, words):
    found = said(airframe)
    assert code in found, found
    assert words in found[code]


def test_high_power_on_a_found_tube_by_both_schools():
    big = Airframe(
        stages=(
            Stage(
                parts=(
                    NoseCone(length_m=0.2, base_diameter_m=0.066, shoulder_length_m=0.06, material="polystyrene", wall_m=0.002),
                    BodyTube(
                        id="b", length_m=0.8, outer_diameter_m=0.066, inner_diameter_m=0.062, material="paper-tube", found=True
                    ),
                    FinSet(
                        parent="b",
                        count=3,
                        root_chord_m=0.15,
                        tip_chord_m=0.08,
                        span_m=0.1,
                        sweep_m=0.08,
                        thickness_m=0.004,
                        material="birch-ply",
                    ),
                )
            ),
        )
    )
    assert "allows only rocket tube" in said(big, [H76])["found_high_power"]
    assert "change the tube" in said(big, [H76], tube_school="rocket_tube_only")["found_refused"]
    assert "found_tube" in said(big, [B9], tube_school="rocket_tube_only")


def test_a_print_taller_than_the_printer_and_soft_by_the_motor():
    can = FinCan(
        length_m=0.09,
        inner_diameter_m=0.0182,
        shank_length_m=0.03,
        shank_diameter_m=0.0252,
        material="printed-pla",
        max_motor_length_m=0.07,
    )
    airframe = added(can, base=model(fins=None, mount=None, fore_ring=None, aft_ring=None, retainer=None))
    found = said(airframe, printer_height_m=0.1)
    assert "stands 120 mm tall; the printer goes to 100 mm" in found["too_tall"]
    assert "57 °C" in found["softens"]
    assert "too_tall" not in said(airframe, printer_height_m=0.2)
    assert (
        "gas has no way"
        in said(
            added(replace(can, gas_path=False), base=model(fins=None, mount=None, fore_ring=None, aft_ring=None, retainer=None))
        )["gas_blocked"]
    )


def test_flutter_is_named_with_both_speeds():
    found = said(model(), top_speed_m_s=250.0)
    assert "it reaches 250 m/s" in found["flutter"] and "flutter" not in said(model(), top_speed_m_s=40.0)


def test_the_verdict_changes_with_the_school():
    found = balance(model(), [B9])
    assert found.verdict(SCHOOLS["usual"]) == "good"
    assert found.verdict(SCHOOLS["certification"]) == "thin"
    assert found.verdict(school_of("own", 0.2, 0.5)) == "stiff"
    sentences = {balance_sentence(found, s) for s in (SCHOOLS["usual"], SCHOOLS["certification"])}
    assert len(sentences) == 2 and all("B9 aboard" in s for s in sentences)
    with pytest.raises(RocketryError):
        school_of("hearsay")


@settings(max_examples=50, deadline=None)
@given(airframes())
def test_whatever_is_found_in_any_airframe_has_a_sentence(airframe):
    for units in (UnitChoice(), UnitChoice(system="imperial")):
        found = balance(airframe, [B9])
        for f in findings(found, school=SCHOOLS["usual"], printer_height_m=0.2, top_speed_m_s=200.0):
            text = finding_sentence(f, found.layout, units)
            assert text[0].isupper() and "{" not in text and "None" not in text


@pytest.mark.parametrize(
    ("part", "field", "wrong", "meant"),
    [
        ("fins", "span_m", 0.045 * 25.4, 0.045),
        ("fins", "span_m", 0.045 / 25.4, 0.045),
        ("body", "outer_diameter_m", 0.0262 * 25.4, 0.0262),
        ("body", "length_m", 0.34 * 25.4, 0.34),
        ("nose", "length_m", 0.09 * 25.4, 0.09),
    ],
)
def test_inches_taken_for_millimetres_are_noticed_and_asked_about(part, field, wrong, meant):
    from wobbly_fin.rocketry.airframe.layout import lay_out

    airframe = model(
        **{part: {field: wrong}} | ({"body": {field: wrong, "inner_diameter_m": None}} if field == "outer_diameter_m" else {})
    )
    asked = [q for q in size_questions(lay_out(airframe)) if q.field == field]
    assert asked and asked[0].suggestion_m == pytest.approx(meant) and "Inches and millimetres" in asked[0].sentence
    assert size_questions(lay_out(model())) == ()


def test_a_kits_list_is_read_line_by_line_and_what_is_missing_named():
    items = read_kit_list("1 nose cone\n\n2 × centring ring\n- fins x3\n18 mm motor tube\n1/8 in dowel\n")
    assert [(i.count, i.text) for i in items] == [
        (1, "nose cone"),
        (2, "centring ring"),
        (3, "fins"),
        (1, "18 mm motor tube"),
        (1, "1/8 in dowel"),
    ]
    assert intake_sentence(items) == "5 of 5 still to be looked at."
    there = [replace(i, present=True) for i in items]
    assert intake_sentence(there) == "Everything on the list is there."
    assert "Missing: 2 × centring ring." in intake_sentence([there[0], replace(there[1], present=False)])
    assert "paste" in intake_sentence([])
    with pytest.raises(RocketryError):
        read_kit_list("x\n" * 300)
