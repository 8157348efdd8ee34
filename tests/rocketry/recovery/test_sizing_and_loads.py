"""Recovery sized and loaded: against closed forms, a numerical solution, and the trade's own figures."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from tests.rocketry.building.test_plan import airframe
from wobbly_fin.rocketry.air import SiteAir
from wobbly_fin.rocketry.airframe import lay_out
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery import Canopy
from wobbly_fin.rocketry.recovery.canopy import descent_rate_m_s
from wobbly_fin.rocketry.recovery.chain import Rig, loads, next_cord_up
from wobbly_fin.rocketry.recovery.cords import CORDS, Segment, recommended_m, reduced_mass_kg, taut_force_n, without_elastic
from wobbly_fin.rocketry.recovery.devices import (
    DEVICES,
    breaks_fins,
    diameter_for,
    nearest_up,
    spill_hole_for,
    wanted_band,
)
from wobbly_fin.rocketry.recovery.ejection import (
    bay_volume_m3,
    charge_kg,
    pins_for,
    pressure_pa,
    vent_diameter_m,
    wanted,
)
from wobbly_fin.rocketry.recovery.gas_path import burns, gas_path
from wobbly_fin.rocketry.recovery.opening import ballistic_parameter, filling_time_s, force_factor, opening_force_n
from wobbly_fin.rocketry.recovery.packing import fluff_depth_m, pack, packed_length_m, protection_length_m, tissue_sheets

SEA = SiteAir(elevation_m=0).density_kg_m3()


def segment(stuff: str, length_m: float, knotted: bool = True) -> Segment:
    return Segment(stuff=CORDS[stuff], length_m=length_m, knotted=knotted)


# Sizing


def test_at_sea_level_density_is_the_tabulated_one_and_descent_the_closed_form() -> None:
    assert pytest.approx(1.2250, abs=5e-5) == SEA  # US Standard Atmosphere 1976, table I
    canopy = Canopy(diameter_m=0.45, spill_hole_m=0.05)
    by_hand = math.sqrt(2 * 0.120 * 9.80665 / (1.2250 * 0.75 * math.pi / 4 * (0.45**2 - 0.05**2)))
    assert descent_rate_m_s(0.120, canopy, SEA) == pytest.approx(by_hand, rel=1e-4)


@given(st.floats(0.02, 20.0), st.floats(2.0, 9.0), st.floats(0.7, 1.3), st.floats(0.0, 0.3))
def test_a_size_for_a_rate_gives_that_rate(mass: float, rate: float, density: float, hole: float) -> None:
    canopy = Canopy(diameter_m=diameter_for(mass, rate, density, spill_hole_m=hole), spill_hole_m=hole)
    assert descent_rate_m_s(mass, canopy, density) == pytest.approx(rate)


def test_a_spill_hole_trims_a_generous_canopy_and_cannot_slow_a_small_one() -> None:
    generous = Canopy(kind="domed", diameter_m=1.2)
    hole = spill_hole_for(1.5, 6.0, SEA, generous)
    assert descent_rate_m_s(1.5, Canopy(kind="domed", diameter_m=1.2, spill_hole_m=hole), SEA) == pytest.approx(6.0)
    with pytest.raises(RocketryError, match="larger canopy"):
        spill_hole_for(1.5, 2.0, SEA, generous)


def test_the_next_canopy_up_is_taken_from_those_there_are() -> None:
    drawer = [Canopy(diameter_m=d) for d in (0.3, 0.45, 0.6, 0.9)]
    found = nearest_up(0.12, 5.0, SEA, drawer)
    assert found is not None and found.diameter_m == 0.45
    assert descent_rate_m_s(0.12, found, SEA) <= 5.0 < descent_rate_m_s(0.12, drawer[0], SEA)
    assert nearest_up(3.0, 4.0, SEA, drawer) is None


# The trade's figures, common practice, no source: one test each.


def test_models_aim_at_three_and_a_half_to_five_metres_a_second() -> None:
    assert wanted_band(0.1) == (3.5, 5.0)


def test_heavy_ones_come_down_no_faster_than_twenty_feet_a_second() -> None:
    assert wanted_band(3.0)[1] == pytest.approx(20 * 0.3048, abs=0.01)


def test_a_streamer_an_inch_wide_and_a_metre_long_lets_a_light_model_down() -> None:
    circle = math.sqrt(4 * 1.0 * 0.025 / math.pi)
    rate = descent_rate_m_s(0.020, Canopy(kind="streamer", diameter_m=circle), SEA)
    assert 5 < rate < 12  # fast, and a light model in grass survives it


@pytest.mark.parametrize(("bore_mm", "sheets"), [(18.2, (2, 3)), (24.3, (2, 3)), (66.0, (7, 7)), (98.8, (7, 7))])
def test_two_or_three_sheets_in_a_small_tube_seven_in_a_wide_one(bore_mm: float, sheets: tuple[int, int]) -> None:
    assert sheets[0] <= tissue_sheets(bore_mm / 1000) <= sheets[1]


@pytest.mark.parametrize("bore_m", [0.018, 0.034, 0.055, 0.1])
def test_fluff_lies_two_to_five_centimetres_deep(bore_m: float) -> None:
    assert 0.02 <= fluff_depth_m(bore_m) <= 0.05


def test_cords_are_two_to_three_bodies_long_and_up_to_five_for_heavy_ones() -> None:
    assert recommended_m(0.5, 0.1) == (1.0, 1.5)
    assert recommended_m(2.0, 4.0) == (4.0, 10.0)


def test_one_quarter_inch_hole_for_a_hundred_cubic_inches_and_d_over_root_n() -> None:
    assert vent_diameter_m(100 * 0.0254**3) == pytest.approx(0.25 * 0.0254, rel=1e-4)
    one = vent_diameter_m(0.8e-3)
    assert [vent_diameter_m(0.8e-3, n) for n in (2, 3, 4)] == pytest.approx([one / math.sqrt(n) for n in (2, 3, 4)])
    assert vent_diameter_m(3.2774e-3) == pytest.approx(0.00635 * math.sqrt(2), rel=1e-4)  # area goes with volume


def test_a_thin_aramid_line_is_ample_under_a_small_canopy() -> None:
    rig = Rig(
        canopy=Canopy(diameter_m=0.38),
        segments=(segment("aramid-1", 0.3, False), segment("elastic-6", 0.6)),
        nose_kg=0.02,
        body_kg=0.08,
    )
    line = next(link for link in loads(rig, SEA, 12.0).links if "aramid" in link.name)
    assert line.safety > 2


# Opening


@pytest.mark.parametrize(
    ("mass", "speed", "diameter", "kind"),
    [(0.1, 8.0, 0.45, "flat"), (1.2, 25.0, 0.9, "flat"), (4.0, 40.0, 1.5, "domed"), (0.03, 15.0, 0.2, "streamer")],
)
def test_the_opening_force_is_what_the_equation_of_motion_gives(mass: float, speed: float, diameter: float, kind: str) -> None:
    canopy = Canopy(kind=kind, diameter_m=diameter)  # type: ignore[arg-type]
    fills, n = filling_time_s(canopy, speed), DEVICES[kind].growth

    def drag(t: float, v: float) -> float:
        return 0.5 * SEA * canopy.drag_area_m2 * min(1.0, t / fills) ** n * v * v

    found = solve_ivp(lambda t, y: [-drag(t, y[0]) / mass], (0, fills), [speed], rtol=1e-9, atol=1e-9, max_step=fills / 400)
    largest = max(drag(t, v) for t, v in zip(found.t, found.y[0], strict=True))
    assert opening_force_n(mass, canopy, SEA, speed) == pytest.approx(max(largest, mass * 9.80665), rel=2e-3)


def test_a_mass_that_never_slows_feels_the_whole_drag_and_a_light_one_little() -> None:
    assert force_factor(1e6, 2) == pytest.approx(1.0, abs=1e-5)
    assert force_factor(0.01, 2) < 0.05
    assert force_factor(0.1, 2) < force_factor(1.0, 2) < force_factor(10.0, 2)
    assert ballistic_parameter(1.0, Canopy(diameter_m=1.0), SEA, 10.0, 0.8) == pytest.approx(
        2 / (SEA * 0.75 * math.pi / 4 * 10 * 0.8)
    )


def test_at_rest_it_carries_its_weight() -> None:
    assert opening_force_n(0.5, Canopy(diameter_m=0.6), SEA, 0.0) == pytest.approx(0.5 * 9.80665)


# Cords


@pytest.mark.parametrize(
    "segments",
    [
        (("aramid-1", 0.4), ("elastic-6", 1.2)), (("aramid-3", 3.0), ("nylon-web", 4.0)), (("elastic-3", 0.5),), (("aramid-1", 1.5),),
        (("cotton", 1.0), ("elastic-3", 0.3)),
    ],
)  # fmt: skip
@pytest.mark.parametrize("speed", [3.0, 12.0, 25.0])
def test_the_cord_s_pull_is_what_two_bodies_on_a_spring_feel(segments: tuple[tuple[str, float], ...], speed: float) -> None:
    cord = tuple(segment(k, m) for k, m in segments)
    nose, body = 0.12, 0.55
    mu = reduced_mass_kg(nose, body)

    def pull(stretch: float) -> float:
        low, high = 0.0, 1e6
        for _ in range(70):
            middle = (low + high) / 2
            low, high = (middle, high) if sum(s.stretched_m(middle) for s in cord) < stretch else (low, middle)
        return low if stretch > 0 else 0.0

    def taut_out(t: float, y: list[float]) -> float:
        return y[1]

    taut_out.terminal, taut_out.direction = True, -1  # type: ignore[attr-defined]
    found = solve_ivp(
        lambda t, y: [y[1], -pull(y[0]) / mu], (0, 5.0), [0.0, speed], rtol=1e-8, atol=1e-10, events=taut_out, max_step=2e-3
    )
    assert taut_force_n(cord, mu, speed) == pytest.approx(pull(found.y[0][-1]), rel=5e-3)


def test_a_linear_cord_is_the_textbook_s() -> None:
    stuff = CORDS["aramid-3"]
    k = stuff.force_n / (stuff.stretch * 2.0)
    assert taut_force_n((segment("aramid-3", 2.0),), 0.3, 5.0) == pytest.approx(5.0 * math.sqrt(0.3 * k))


def test_a_stretch_section_shortened_to_nothing_raises_the_load_as_spring_energy_says() -> None:
    stiff, soft = segment("aramid-1", 0.5), segment("elastic-6", 1.5)
    mu, v = reduced_mass_kg(0.04, 0.15), 10.0
    with_it, without = taut_force_n((stiff, soft), mu, v), taut_force_n((stiff,), mu, v)
    k = 310.0 / (0.035 * 0.5)
    assert without == pytest.approx(v * math.sqrt(mu * k)) and without > 8 * with_it
    shorter = [taut_force_n((stiff, segment("elastic-6", m)), mu, v) for m in (1.5, 0.75, 0.3, 0.0)]
    assert shorter == sorted(shorter) and shorter[-1] == pytest.approx(without)
    assert without_elastic((stiff, soft)) == (stiff,)


def test_one_size_too_light_parts_when_it_opens_early_and_the_next_holds() -> None:
    # Our own case: 640 g under 600 mm on thin elastic. In time, at 5 m/s, it holds; let go on the way up at 30 m/s, it parts.
    def rigged(stuff: str) -> Rig:
        return Rig(canopy=Canopy(diameter_m=0.6), segments=(segment(stuff, 1.6),), nose_kg=0.14, body_kg=0.50, anchor="eye_bolt")

    def cord(rig: Rig, speed: float) -> float:
        return min(link.safety for link in loads(rig, SEA, speed).links if link.kind == "cord")

    light = rigged("elastic-3")
    assert cord(light, 5.0) > 2 and cord(light, 30.0) < 1
    pulled = next(link for link in loads(light, SEA, 30.0).links if link.kind == "cord")
    assert pulled.why == "the canopy opening"
    upgrade = next_cord_up(light.segments, pulled.load_n)
    assert upgrade == "elastic-6" and cord(rigged(upgrade), 30.0) > 1


def test_what_gives_way_first_is_named() -> None:
    cord = (segment("aramid-1", 0.5), segment("elastic-6", 1.0))
    sewn = (segment("aramid-1", 0.5), segment("elastic-6", 1.0, knotted=False))
    on_paper = Rig(canopy=Canopy(diameter_m=0.6), segments=sewn, nose_kg=0.14, body_kg=0.50)
    assert loads(on_paper, SEA, 28.0).weakest.kind == "anchor"
    bolted = Rig(canopy=Canopy(diameter_m=0.6), segments=cord, nose_kg=0.14, body_kg=0.50, anchor="u_bolt")
    found = loads(bolted, SEA, 28.0)
    assert found.weakest.kind == "cord" and "knotted" in found.weakest.name
    assert found.fault_n is not None and found.fault_n > 3 * found.taut_n


@pytest.mark.parametrize("bad", [{"segments": ()}, {"anchor": "chewing gum"}])
def test_a_rig_that_is_none_is_refused(bad: dict[str, object]) -> None:
    good: dict[str, object] = {"canopy": None, "segments": (segment("cotton", 1.0),), "nose_kg": 0.1, "body_kg": 0.2}
    with pytest.raises(RocketryError):
        Rig(**(good | bad))  # type: ignore[arg-type]


def test_a_cord_of_no_length_takes_up_nothing() -> None:
    with pytest.raises(RocketryError, match="no length"):
        taut_force_n((segment("cotton", 0.0),), 0.1, 5.0)


# Packing


def test_a_bay_is_filled_from_the_bottom_up() -> None:
    found = pack([("wadding", 0.03), ("cord", 0.04), ("canopy", 0.08)], 0.25, 0.05)
    assert [layer.depth_m for layer in found.layers] == pytest.approx([0.27, 0.23, 0.15])
    assert found.free_m == pytest.approx(0.10) and found.fit == "good"


@pytest.mark.parametrize(("taken", "fit"), [(0.05, "loose"), (0.15, "good"), (0.19, "tight"), (0.21, "does not fit")])
def test_fit_is_said_by_what_is_taken(taken: float, fit: str) -> None:
    assert pack([("canopy", taken)], 0.2, 0.0).fit == fit


def test_twice_the_bore_takes_a_quarter_of_the_length() -> None:
    assert packed_length_m(0.02, 0.05, 200.0) == pytest.approx(4 * packed_length_m(0.02, 0.1, 200.0))
    assert protection_length_m("none", 0.05) == 0 < protection_length_m("tissue", 0.05)


# Charges


def test_the_charge_is_the_gas_law_s_and_the_usual_us_formula_s() -> None:
    # grams = 0.006 × D² × L in inches for 15 psi: the usual form, from memory.
    d, long = 3.9, 12.0
    volume = bay_volume_m3(d * 0.0254, long * 0.0254)
    assert 1000 * charge_kg(15 * 6894.757, volume) == pytest.approx(0.006 * d * d * long, rel=0.02)
    assert pressure_pa(charge_kg(80e3, volume), volume) == pytest.approx(80e3)
    assert charge_kg(80e3, volume / 2) < charge_kg(80e3, volume)


def test_pins_and_friction_are_overcome_before_anything_is_thrown() -> None:
    bare, pinned = wanted(0.0988, 0.4, force_n=400.0), wanted(0.0988, 0.4, force_n=400.0, pins=3)
    assert pinned.pins_n == pytest.approx(3 * 155.0 + 15.0)
    assert pinned.pressure_pa - bare.pressure_pa == pytest.approx(3 * 155.0 / (math.pi / 4 * 0.0988**2))


def test_pins_hold_what_pressure_and_a_heavy_nose_pull() -> None:
    assert pins_for(0.0988, 0.0, 0.05, 10.0) == 0
    assert pins_for(0.0988, 20e3, 0.5, 30.0) == math.ceil((20e3 * math.pi / 4 * 0.0988**2 + 15.0) / 155.0)


@pytest.mark.parametrize(("pressure", "volume"), [(0.0, 1e-3), (-5.0, 1e-3), (9e6, 1e-3), (50e3, 0.0), (float("nan"), 1e-3)])
def test_absurd_pressures_and_volumes_are_refused(pressure: float, volume: float) -> None:
    with pytest.raises(RocketryError):
        charge_kg(pressure, volume)


@pytest.mark.parametrize(("volume", "count"), [(0.0, 1), (-1.0, 1), (1e-3, 0), (1e-3, 99)])
def test_vents_without_a_bay_are_refused(volume: float, count: int) -> None:
    with pytest.raises(RocketryError):
        vent_diameter_m(volume, count)


# Gas


def test_what_is_not_flameproof_in_the_gas_is_named() -> None:
    inchworm = lay_out(airframe("Inchworm"))
    found = gas_path(inchworm, 0, "tissue")
    assert [(e.code, e.what) for e in found] == [("melts", "cord (elastic, 3 mm)")]
    bare = {e.code for e in gas_path(inchworm, 0, "none")}
    assert bare == {"melts", "no_protection"} and len(gas_path(inchworm, 0, "none")) == 3
    ferry = gas_path(lay_out(airframe("Night Ferry")), 0, "cloth")
    assert ferry == ()  # aramid all the way, the canopy in its cloth


def test_untreated_paper_is_refused_by_name() -> None:
    assert burns(gas_path(lay_out(airframe("Inchworm")), 0, "tissue", "Laundry sheets, two"))
    assert not burns(gas_path(lay_out(airframe("Inchworm")), 0, "tissue", "treated tissue"))


def test_hard_landings_break_fins() -> None:
    assert not breaks_fins(0.1, 5.0) and breaks_fins(0.1, 9.0)
