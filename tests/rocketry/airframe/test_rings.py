"""Tube fins and rings by hand: where the air pushes, what they weigh, what is wrong with them, and that what is not sure is said."""

import math
from dataclasses import replace

import pytest

from wobbly_fin.rocketry.airframe.airframe import Airframe, Known, Stage
from wobbly_fin.rocketry.airframe.balance import SCHOOLS, balance
from wobbly_fin.rocketry.airframe.barrowman import pressure
from wobbly_fin.rocketry.airframe.checks import findings
from wobbly_fin.rocketry.airframe.explain import finding_sentence
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mass import weigh
from wobbly_fin.rocketry.airframe.part_checks import Asked, part_findings
from wobbly_fin.rocketry.airframe.parts import BodyTube, FinSet, LaunchLug, NoseCone, Part, RingFin, TubeFins
from wobbly_fin.rocketry.airframe.standard_drag import cruise_cd, cruise_drag
from wobbly_fin.rocketry.airframe.tumbling import tumble_drag_area_m2

NOSE = NoseCone(shape="cone", length_m=0.09, base_diameter_m=0.03)
TUBE = BodyTube(length_m=0.3, outer_diameter_m=0.03, inner_diameter_m=0.029)
SIX = TubeFins(count=6, length_m=0.06, outer_diameter_m=0.03, inner_diameter_m=0.029, position_m=0.33, material="paper-tube")
FINS = FinSet(count=3, root_chord_m=0.04, tip_chord_m=0.04, span_m=0.03, sweep_m=0.0, thickness_m=0.002, position_m=0.34)
RING = RingFin(length_m=0.03, outer_diameter_m=0.0905, inner_diameter_m=0.0895, position_m=0.35, material="card")


def frame(*parts: Part) -> Airframe:
    return Airframe(stages=(Stage(parts=(NOSE, TUBE, *parts)),))


def codes(*parts: Part) -> set[str]:
    return {f.code for f in part_findings(lay_out(frame(*parts)), Asked())}


def test_six_tubes_by_hand():
    """Tubes 30 mm wide, their wall's middle 29.5 mm, 60 mm long, side by side round a body of 30 mm.

    k = π/2 · 60/29.5 = 3.19487; a ring by itself π²/(k + √(1 + k²)) = 1.50852 a radian on 29.5 × 60 mm = 1770 mm². Six, shading one another
    to 0.9: 0.9 · 6 · 1.50852 · 1770 / (π/4 · 30²) = 20.3981. They act 60/4 ÷ √(1 + (60/29.5)²) = 6.6183 mm behind 330 mm; the cone
    pushes with 2 at 60 mm: (2 · 60 + 20.3981 · 336.6183)/22.3981 = 311.92 mm.
    """
    found = pressure(lay_out(frame(SIX)))
    assert found.cn_alpha_per_rad == pytest.approx(22.3981, abs=2e-3)
    assert found.cp_m == pytest.approx(0.31192, abs=2e-5)
    # A fifth of their push, 336.6183 − 311.92 = 24.70 mm behind the centre: 0.2 · 20.3981 · 24.70/22.3981 = 4.499 mm.
    assert found.doubt_m == pytest.approx(0.004499, abs=5e-6) and found.flags == ("tube_fins",)


def test_a_ring_by_hand():
    """90 × 30 mm round a body of 30 mm: k = π/2 · 30/90, 0.9 · (1 − 1/9) · π²/(k + √(1 + k²)) · 2700 mm² on π/4 · 30²."""
    k = math.pi / 6
    cn = 0.9 * (8 / 9) * math.pi**2 / (k + math.sqrt(1 + k * k)) * 2700 / (math.pi / 4 * 900)
    row = next(p for p in pressure(lay_out(frame(FINS, RING))).parts if p.index == 3)
    assert row.cn_alpha_per_rad == pytest.approx(cn) and cn == pytest.approx(18.25, abs=0.01)
    assert row.cp_m == pytest.approx(0.35 + 0.0075 / math.hypot(1, 1 / 3))


def test_what_they_weigh_and_how_they_turn():
    """Six paper tubes: π/4 (30² − 29²) · 60 mm³ each; about the axis each has its own turning and its place, 30 mm out."""
    row = weigh(lay_out(frame(SIX)))[2]
    volume = 6 * math.pi / 4 * (0.03**2 - 0.029**2) * 0.06
    density = row.mass_kg / volume
    assert row.cg_m == pytest.approx(0.36) and 500 < density < 1200
    assert row.axial_kg_m2 == pytest.approx(row.mass_kg * ((0.03**2 + 0.029**2) / 8 + 0.03**2))
    across = row.mass_kg * ((3 * (0.015**2 + 0.0145**2) + 0.06**2) / 12 + 0.03**2 / 2)
    assert row.transverse_kg_m2 == pytest.approx(across)


def test_they_brake_inside_and_out_and_turn_over_slower():
    bare, six, three = frame(), frame(SIX), frame(replace(SIX, count=3))
    cd = [cruise_cd(lay_out(a)) for a in (bare, three, six)]
    assert cd[2] - cd[1] == pytest.approx(cd[1] - cd[0]) and cd[2] > 1.5 * cd[0]
    blunt = cruise_drag(lay_out(six)).parts[-1]
    walls = 6 * (0.03**2 - 0.029**2) / 0.03**2
    rubbed = blunt.friction[0] / (6 * 4 * (0.03 + 0.029) * 0.06 / 0.03**2)  # on the wetted area, on the circle
    assert (blunt.pressure, blunt.base) == (
        pytest.approx(0.85 * walls, rel=0.02),
        pytest.approx(0.135 / (2 * rubbed * 0.06 / 0.0005) ** (1 / 3) * walls),
    )
    # Half of six tubes lies across the air: 1.2 · 2/π · 3 · 30 × 60 mm more.
    more = tumble_drag_area_m2(lay_out(six)) - tumble_drag_area_m2(lay_out(bare))
    assert more == pytest.approx(1.2 * 2 / math.pi * 3 * 0.03 * 0.06)


def test_tubes_that_do_not_fit_side_by_side_and_rings_held_by_nothing_are_named():
    assert codes(SIX) == {"shoulder_short"}  # of the nose
    wide = replace(SIX, outer_diameter_m=0.034)
    # 2 · (15 + 17) · sin 30° = 32 mm of room for 34.
    crowded = next(f for f in part_findings(lay_out(frame(wide)), Asked()) if f.code == "tubes_crowded")
    assert crowded.values == {"wide_m": pytest.approx(0.034), "room_m": pytest.approx(0.032)}
    assert "ring_loose" in codes(RING) and "ring_loose" not in codes(FINS, RING)
    assert "ring_loose" in codes(FINS, replace(RING, outer_diameter_m=0.094, inner_diameter_m=0.0922))
    assert "ring_loose" in codes(FINS, replace(RING, position_m=0.2))
    narrow = next(
        f for f in part_findings(lay_out(frame(FINS, replace(RING, inner_diameter_m=0.087))), Asked()) if f.code == "ring_narrow"
    )
    assert narrow.values == {"tips_m": pytest.approx(0.09), "bore_m": pytest.approx(0.087)} and "ring_narrow" not in codes(
        FINS, RING
    )
    assert "ring_on_body" in codes(FINS, RingFin(length_m=0.03, outer_diameter_m=0.03, inner_diameter_m=0.028, position_m=0.35))
    assert "fin_beyond" in codes(replace(SIX, position_m=0.35))


def test_a_lug_between_tubes_finds_no_room_ahead_of_them_it_does():
    lug = LaunchLug(length_m=0.03, outer_diameter_m=0.0044, inner_diameter_m=0.0036, position_m=0.34, angle_deg=30.0)
    assert "lug_on_fin" in codes(SIX, lug)
    assert "lug_on_fin" not in codes(SIX, replace(lug, position_m=0.2))


@pytest.mark.parametrize(
    ("margin", "verdict"), [(-0.1, "unstable"), (0.1, "unknown"), (1.05, "thin"), (1.25, "good"), (2.1, "stiff")]
)
def test_a_verdict_counts_the_careful_end_of_what_is_not_sure(margin, verdict):
    """0.15 calibres in doubt: a margin of 0.1 is not known to be one, 1.05 may be less than a school's 1."""
    held = Airframe(stages=frame(SIX).stages, known=Known(mass_kg=0.2, cg_m=0.31192 - margin * 0.03))
    found = balance(held)
    assert found.margin_calibres == pytest.approx(margin, abs=0.001)
    assert found.pressure.doubt_calibres == pytest.approx(0.15, abs=0.001)
    # The masses' own band, and half of the doubt as one standard deviation.
    assert found.sigma_calibres == pytest.approx(math.hypot(found.ignition.sigma_cg_m / 0.03, 0.075), abs=0.001)
    assert found.verdict(SCHOOLS["usual"]) == verdict
    doubted = [f for f in findings(found, school=SCHOOLS["usual"]) if f.code == "shape_doubted"]
    assert [f.severity for f in doubted] == (["danger"] if verdict == "unknown" else [])


def test_fins_ahead_of_fins_put_the_rear_ones_in_doubt():
    front = replace(FINS, position_m=0.15, span_m=0.015)
    found, plain = pressure(lay_out(frame(front, FINS))), pressure(lay_out(frame(FINS)))
    assert found.flags == ("canards",) and plain.doubt_m == 0
    rows = {p.index: p for p in found.parts}
    lost = rows[2].cn_alpha_per_rad * (rows[3].cp_m - found.cp_m) / found.cn_alpha_per_rad
    assert found.doubt_m == pytest.approx(lost)
    said = [
        finding_sentence(f, lay_out(frame(front, FINS))) for f in findings(balance(frame(front, FINS)), school=SCHOOLS["usual"])
    ]
    assert any(line.startswith("Fins stand ahead of other fins") for line in said)


def test_fins_ahead_of_tubes_put_the_tubes_in_doubt_as_well():
    front = replace(FINS, position_m=0.15, span_m=0.04)
    rows = {p.index: p for p in pressure(lay_out(frame(front, SIX))).parts}
    assert rows[3].doubt == pytest.approx(rows[2].cn_alpha_per_rad / rows[3].cn_alpha_per_rad) and rows[3].doubt > 0.2
    assert pressure(lay_out(frame(front, SIX))).flags == ("tube_fins", "canards")
