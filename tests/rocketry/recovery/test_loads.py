"""Loads: opening force against the equation of motion, cords against two bodies on a spring, what gives way first."""

import math
from dataclasses import replace

import pytest
from scipy.integrate import solve_ivp

from wobbly_fin.rocketry.air.site_air import SiteAir
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.canopies.devices import DEVICES
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery.chain import LinkLoad, Pulled, Rig, loads, next_cord_up, parting_speed_m_s
from wobbly_fin.rocketry.recovery.cords import (
    CORDS,
    HARDENS,
    Segment,
    at_rim,
    recommended_m,
    reduced_mass_kg,
    school_of,
    taut_force_n,
    without_elastic,
    zips,
)
from wobbly_fin.rocketry.recovery.opening import ballistic_parameter, filling_time_s, force_factor, opening_force_n

SEA = SiteAir(elevation_m=0).density_kg_m3()


def segment(stuff: str, length_m: float, knotted: bool = True) -> Segment:
    return Segment(stuff=CORDS[stuff], length_m=length_m, knotted=knotted)


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
    # And swings past its size by what its kind does: flat 1.7, domed 1.6, a streamer not at all.
    over = {"flat": 1.7, "domed": 1.6, "streamer": 1.0}[kind]
    assert opening_force_n(mass, canopy, SEA, speed) == pytest.approx(max(over * largest, mass * 9.80665), rel=2e-3)


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


def longer_m(part: Segment, force_n: float) -> float:
    """By how much a pull stretches it: in proportion up to its force, then as cloth does, which in elastic is stiffer."""
    stuff = part.stuff
    soft, hard = min(force_n, stuff.force_n), max(0.0, force_n - stuff.force_n)
    return part.length_m * stuff.stretch / stuff.force_n * (soft + hard / (HARDENS if stuff.elastic else 1.0))


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
            low, high = (middle, high) if sum(longer_m(s, middle) for s in cord) < stretch else (low, middle)
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
    # Our own case: 640 g under 600 mm on thin elastic. In time, at 5 m/s, it holds; let go on the way up at 23 m/s, it parts.
    def rigged(stuff: str) -> Rig:
        return Rig(canopy=Canopy(diameter_m=0.6), segments=(segment(stuff, 1.6),), nose_kg=0.14, body_kg=0.50, anchor="eye_bolt")

    def cord(rig: Rig, speed: float) -> float:
        return min(link.safety for link in loads(rig, SEA, speed).links if link.kind == "cord")

    light = rigged("elastic-3")
    assert cord(light, 5.0) > 2 and cord(light, 23.0) < 1
    pulled = next(link for link in loads(light, SEA, 23.0).links if link.kind == "cord")
    assert pulled.why == "the canopy opening"
    assert pulled.stuff is not None
    upgrade = next_cord_up(pulled.stuff, pulled.load_n)
    assert upgrade is not None and upgrade.key == "elastic-6" and cord(rigged(upgrade.key), 23.0) > 1


def test_what_gives_way_first_is_named() -> None:
    cord = (segment("aramid-1", 0.5), segment("elastic-6", 1.0))
    sewn = (segment("aramid-1", 0.5), segment("elastic-6", 1.0, knotted=False))
    on_paper = Rig(canopy=Canopy(diameter_m=0.6), segments=sewn, nose_kg=0.14, body_kg=0.50)
    assert loads(on_paper, SEA, 28.0).weakest.kind == "anchor"
    bolted = Rig(canopy=Canopy(diameter_m=0.6), segments=cord, nose_kg=0.14, body_kg=0.50, anchor="u_bolt")
    found = loads(bolted, SEA, 28.0)
    assert found.weakest.kind == "cord" and "knotted" in found.weakest.name
    knotted_short = loads(replace(bolted, segments=without_elastic(cord)), SEA, 28.0)
    assert knotted_short.taut_n > 3 * found.taut_n


@pytest.mark.parametrize("bad", [{"segments": ()}, {"anchor": "chewing gum"}])
def test_a_rig_that_is_none_is_refused(bad: dict[str, object]) -> None:
    good: dict[str, object] = {"canopy": None, "segments": (segment("cotton", 1.0),), "nose_kg": 0.1, "body_kg": 0.2}
    with pytest.raises(RocketryError):
        Rig(**(good | bad))  # type: ignore[arg-type]


def test_a_cord_of_no_length_takes_up_nothing() -> None:
    with pytest.raises(RocketryError, match="no length"):
        taut_force_n((segment("cotton", 0.0),), 0.1, 5.0)


def test_a_thin_aramid_line_is_ample_under_a_small_canopy() -> None:
    rig = Rig(
        canopy=Canopy(diameter_m=0.38),
        segments=(segment("aramid-1", 0.3, False), segment("elastic-6", 0.6)),
        nose_kg=0.02,
        body_kg=0.08,
    )
    line = next(link for link in loads(rig, SEA, 12.0).links if "aramid" in link.name)
    assert line.safety > 2


# Schools and rims


def test_cords_are_two_to_three_bodies_long_and_up_to_five_for_heavy_ones() -> None:
    # Common practice, no source.
    assert recommended_m(0.5, 0.1) == (1.0, 1.5)
    assert recommended_m(2.0, 4.0) == (4.0, 10.0)


def test_a_cord_of_line_alone_wants_to_be_longer_than_one_with_elastic() -> None:
    stiff, soft = segment("aramid-1", 1.0), segment("elastic-3", 1.0)
    assert school_of((stiff, soft)) == "elastic above flameproof" and school_of((stiff,)) == "all flameproof"
    assert school_of((soft,)) == "all elastic" and school_of((segment("cotton", 1.0),)) == "other"
    assert recommended_m(0.5, 0.1, "all flameproof")[0] > recommended_m(0.5, 0.1, "elastic above flameproof")[0]


def test_what_lies_at_the_rim_decides_whether_it_zips() -> None:
    line, band = segment("aramid-1", 0.3), segment("elastic-6", 1.0)
    assert at_rim((line, band), 0.5) == (band,) and at_rim((line, band), 0.25) == (line,)
    assert at_rim((line,), 2.0) == (line,)
    assert zips((line,), 20.0, 0.0005) and not zips((band,), 600.0, 0.0005)
    assert not zips((line,), 20.0, 0.002) and not zips((line,), 20.0, 0.0005, "fibreglass")
    assert not zips((segment("nylon-web", 2.0),), 20.0, 0.0005)  # broad


def test_a_push_along_the_shoulder_parts_nose_and_body() -> None:
    # 90 N over 60 mm into 0.15 kg against 0.6 kg: F L = ½ μ v², μ = 0.12.
    assert parting_speed_m_s(90.0, 0.06, 0.15, 0.6) == pytest.approx(math.sqrt(2 * 90 * 0.06 / 0.12))


def test_what_fills_slower_pulls_less() -> None:
    canopy = Canopy(diameter_m=0.9)
    forces = [opening_force_n(1.0, canopy, SEA, 25.0, filling_s=t) for t in (0.0, 0.1, 0.3, 0.9)]
    assert forces == sorted(forces, reverse=True) and forces[0] == pytest.approx(1.7 * 0.5 * SEA * canopy.drag_area_m2 * 625)


def test_a_link_holds_what_its_like_held_when_it_was_pulled() -> None:
    """Usual: a folded patch 90 N. One that gave way at 41 says 41, whatever another bore; one that bore 120 says 120, one that bore 60 nothing."""

    cord = (Segment(stuff=CORDS["elastic-6"], length_m=1.6),)

    def anchor(*pulled: tuple[str, float, bool]) -> LinkLoad:
        rig = Rig(
            canopy=Canopy(diameter_m=0.6),
            segments=cord,
            nose_kg=0.14,
            body_kg=0.50,
            anchor="folded_patch",
            pulled=tuple(Pulled(link="anchor", of=o, force_n=f, gave=g) for o, f, g in pulled),
        )
        return next(link for link in loads(rig, 1.2, 10.0).links if link.kind == "anchor")

    assert (anchor().holds_n, anchor().pulled) == (90.0, False)
    low = anchor(("folded_patch", 120.0, False), ("folded_patch", 41.0, True), ("folded_patch", 55.0, True))
    assert (low.holds_n, low.pulled) == (41.0, True) and low.safety == pytest.approx(anchor().safety * 41 / 90)
    assert (anchor(("folded_patch", 120.0, False)).holds_n, anchor(("folded_patch", 60.0, False)).pulled) == (120.0, False)
    assert anchor(("eye_bolt", 20.0, True)).holds_n == 90.0
