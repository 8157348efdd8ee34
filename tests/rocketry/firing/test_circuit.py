"""The firing circuit: by hand, by Kirchhoff's laws solved as a linear system, and the trade's own figures."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.firing import explain
from wobbly_fin.rocketry.firing.circuit import SURE, Circuit, currents, fire, fuse_a, longest_lead_m, remedies
from wobbly_fin.rocketry.firing.lead import awg_area_m2, read_gauge, resistance_ohm
from wobbly_fin.rocketry.firing.parts import CELLS, IGNITERS, Battery, Igniter, igniter_of

MODEL = igniter_of("model")


def circuit(igniters: tuple[Igniter, ...] = (MODEL,), *, cells: int = 4, chemistry: str = "alkaline", lead_m: float = 5.0, area: float = 0.75e-6, **more: float) -> Circuit:  # fmt: skip
    charge = more.pop("charge", 1.0)
    return Circuit(
        battery=Battery(chemistry=chemistry, cells=cells, charge=charge), lead_m=lead_m, area_m2=area, igniters=igniters, **more
    )


# Leads. ASTM B258 and the usual wire table, from memory: tolerances half the last printed digit.


@pytest.mark.parametrize(("gauge", "mm2"), [(10, 5.26), (14, 2.08), (18, 0.823), (22, 0.326), (24, 0.205)])
def test_gauges_have_the_areas_of_the_wire_table(gauge: int, mm2: float) -> None:
    assert awg_area_m2(gauge) * 1e6 == pytest.approx(mm2, abs=0.5 * 10 ** -(2 if mm2 > 1 else 3))


def test_a_kilometre_of_gauge_18_resists_what_the_table_says() -> None:
    assert resistance_ohm(500.0, awg_area_m2(18)) == pytest.approx(20.95, abs=0.005)  # 2 × 500 m, 20.95 Ω/km


@pytest.mark.parametrize(
    ("text", "mm2"), [("0.75 mm²", 0.75), ("0,75", 0.75), ("1.5mm2", 1.5), ("AWG 18", 0.823), ("18 awg", 0.823), ("#22", 0.326)]
)
def test_gauges_are_read_as_people_write_them(text: str, mm2: float) -> None:
    assert read_gauge(text) * 1e6 == pytest.approx(mm2, rel=2e-3)


@pytest.mark.parametrize("text", ["", "thick", "AWG 99", "900 mm²", "0", "-1"])
def test_what_is_no_gauge_is_a_sentence(text: str) -> None:
    with pytest.raises(RocketryError):
        read_gauge(text)


# Currents


def test_one_igniter_by_hand() -> None:
    # 4 × 1.55 V; 4 × 0.15 Ω inside, 0.05 Ω box, 5 m of 0.75 mm² out and back 0.2299 Ω, 0.7 + 0.05 Ω: 6.2 ÷ 1.6299 = 3.804 A.
    found = fire(circuit())
    assert found.currents_a[0] == pytest.approx(3.804, abs=5e-4) and found.total_a == found.currents_a[0]
    assert found.battery_w == pytest.approx(6.2 * 3.804, abs=5e-3)


@given(
    st.lists(st.floats(0.3, 3.0), min_size=1, max_size=6), st.integers(2, 8), st.floats(0.0, 80.0), st.floats(0.2e-6, 4e-6),
    st.sampled_from(sorted(CELLS)), st.floats(0.0, 1.0),
)  # fmt: skip
def test_igniters_side_by_side_share_as_kirchhoff_says(
    ohms: list[float], cells: int, lead: float, area: float, chemistry: str, charge: float
) -> None:
    igniters = tuple(Igniter(ohm=o, all_fire_a=2.0, no_fire_a=0.5) for o in ohms)
    c = circuit(igniters, cells=cells, chemistry=chemistry, lead_m=lead, area=area, charge=charge)
    n = len(ohms)
    # Unknown: each branch's current and the voltage across them all. Branch: v = i r; loop: V = Σi R + v.
    matrix, right = np.zeros((n + 1, n + 1)), np.zeros(n + 1)
    for k, o in enumerate(ohms):
        matrix[k, k], matrix[k, n] = o + c.clips_ohm, -1.0
    matrix[n, :n], matrix[n, n] = c.battery.ohm + c.box_ohm + c.lead_ohm, 1.0
    right[n] = c.battery.volts
    assert currents(c) == pytest.approx(np.linalg.solve(matrix, right)[:n], rel=1e-9)


def test_four_small_cells_give_about_24_w_and_three_of_lithium_about_45_w_through_20_m() -> None:
    # Common practice, no source: taken as what the battery gives, within a quarter.
    assert fire(circuit()).battery_w == pytest.approx(24, rel=0.25)
    assert fire(circuit(chemistry="lipo", cells=3, lead_m=20.0, area=0.34e-6)).battery_w == pytest.approx(45, rel=0.25)


def test_more_of_what_hinders_hinders() -> None:
    base = fire(circuit()).least
    for worse in (
        circuit(lead_m=30.0),
        circuit(area=0.2e-6),
        circuit(charge=0.2),
        circuit(cells=2),
        circuit((MODEL,) * 3),
        circuit(clips_ohm=0.5),
    ):
        assert fire(worse).least < base


# Verdicts


def test_it_lights_may_not_and_does_not() -> None:
    assert fire(circuit()).will == "lights"
    assert fire(circuit(lead_m=10.0, area=0.34e-6)).will == "may not"
    assert fire(circuit((MODEL,) * 4)).will == "does not"
    tired = circuit(charge=0.0)
    assert fire(tired).will == "does not" and "not enough" in explain.will_sentence(tired, fire(tired))


def test_the_longest_lead_is_the_one_that_just_lights_surely() -> None:
    for c in (
        circuit(),
        circuit((MODEL, MODEL), chemistry="lipo", cells=3),
        circuit((IGNITERS["head"], MODEL), chemistry="lead", cells=6),
    ):
        longest = longest_lead_m(c)
        assert longest is not None
        at = Circuit(battery=c.battery, lead_m=longest, area_m2=c.area_m2, igniters=c.igniters)
        assert fire(at).least == pytest.approx(SURE)
    assert longest_lead_m(circuit((MODEL,) * 5)) is None


def test_a_lead_shorter_than_the_code_s_distance_is_refused() -> None:
    found = fire(circuit())
    assert explain.lead_sentence(found, 9.0, 5.0).startswith("Refused")
    assert "Up to" in explain.lead_sentence(fire(circuit(chemistry="lipo", cells=3, lead_m=10.0)), 9.0, 10.0)
    thin = circuit(lead_m=30.0, area=0.2e-6)
    assert "thicker" in explain.lead_sentence(fire(thin), 30.0, 30.0)


def test_continuity_is_looked_at_with_less_than_may_ever_light() -> None:
    assert fire(circuit()).safe_test and fire(circuit()).test_a[0] < 0.02
    bare = circuit(lamp_ohm=2.0)
    assert not fire(bare).safe_test and "higher resistance" in explain.test_sentence(fire(bare), bare)


def test_lithium_and_lead_are_fused_above_what_they_fire_with() -> None:
    found = fire(circuit(chemistry="lipo", cells=3, lead_m=20.0))
    assert found.fuse_a is not None and found.fuse_a >= 1.25 * found.total_a
    assert fire(circuit()).fuse_a is None and fuse_a(3.0) == 5.0 and fuse_a(100.0) is None
    assert "fuse" in explain.battery_sentence(found, circuit(chemistry="lipo", cells=3, lead_m=20.0))


def test_remedies_light_it_from_far_enough() -> None:
    weak = circuit(lead_m=5.0, area=0.34e-6, charge=0.3)
    found = remedies(weak, 9.0)
    assert found and all(fire(r).will == "lights" and r.lead_m >= 9.0 for r in found)


@pytest.mark.parametrize(
    "bad",
    [
        lambda: Battery(chemistry="potato"), lambda: Battery(cells=0), lambda: Battery(charge=2.0), lambda: Battery(cells=40),
        lambda: Igniter(ohm=0.0, all_fire_a=2, no_fire_a=1), lambda: Igniter(ohm=1.0, all_fire_a=1, no_fire_a=1), lambda: circuit(()),
        lambda: circuit(lead_m=math.inf), lambda: circuit(lead_m=-1.0), lambda: circuit(area=0.0), lambda: igniter_of("squib"),
    ],
)  # fmt: skip
def test_a_circuit_that_cannot_be_is_refused(bad: object) -> None:
    with pytest.raises(RocketryError):
        bad()  # type: ignore[operator]
