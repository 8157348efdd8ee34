from dataclasses import replace

import pytest

from tests.rocketry.choosing.loading import judge, pick
from wobbly_fin.rocketry.airframe.mount import Mount, fits
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.choosing.explain import (
    delay_sentence,
    headline,
    nothing_fits_sentence,
    printed_sentence,
    thumb_sentence,
    trial_sentence,
    why_not,
    wind_caution,
)
from wobbly_fin.rocketry.choosing.ladder import ladder
from wobbly_fin.rocketry.choosing.pick import Candidate, best_per_motor, order, thumb_for
from wobbly_fin.rocketry.choosing.rules import RULES, Rules
from wobbly_fin.rocketry.choosing.trial import smallest_margin
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue, find_motor
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.units.display import UnitChoice

ROCKET = QuickRocket(mass_kg=0.078, diameter_m=0.0335, cd=0.7, canopy=Canopy(diameter_m=0.4, cd=0.75))
MOUNT = Mount(diameter_m=0.018, max_length_m=0.07)
SITE = Site(temperature_c=15, wind_speed_m_s=2, ceiling_m=250)


def _pick(
    rocket: QuickRocket = ROCKET, mount: Mount = MOUNT, site: Site = SITE, rules: Rules | None = None
) -> tuple[Candidate, ...]:
    return pick(rocket, mount, site, catalogue(), rules)


def _tests(candidate: Candidate) -> dict[str, bool]:
    return {t.name: t.passed for t in candidate.tests}


def test_every_motor_that_fits_is_there_once_per_delay() -> None:
    found = _pick()
    fitting = [m for m in catalogue() if m.diameter_m == 0.018 and m.length_m <= 0.0701]
    assert len(found) == sum(max(1, len(m.delays_s)) for m in fitting)
    assert {c.motor.key for c in found} == {m.key for m in fitting}


def test_of_what_does_not_pass_the_fewest_failures_come_first_whatever_the_impulse() -> None:
    failing = sorted(
        (c for c in _pick(replace(ROCKET, mass_kg=0.3)) if len(c.against) > 1), key=lambda c: c.configuration.installed_n_s
    )
    large = failing[-1]
    fewer = replace(large, tests=tuple(t for t in large.tests if t is not large.against[0]))
    assert fewer.settled == "no" and len(fewer.against) == len(large.against) - 1
    assert order(fewer) < order(large)
    alike = [c for c in failing if len(c.against) > len(fewer.against)]
    assert alike and all(order(fewer) < order(c) for c in alike)


def test_a_motor_is_a_tenth_of_a_millimetre_longer_than_told_and_no_more() -> None:
    motor = find_motor("C8-5")[0]
    for over_m, goes in ((0.9e-4, True), (1.1e-4, False)):
        assert fits(motor, replace(MOUNT, max_length_m=motor.length_m - over_m)) is goes


def test_best_first_is_the_gentlest_that_passes() -> None:
    found = _pick()
    ranks = [["good", "marginal", "no"].index(c.settled) for c in found]
    assert ranks == sorted(ranks) and found[0].settled == "good"
    good = [c for c in found if c.settled == "good"]
    impulses = [c.motor.curve.total_impulse_n_s for c in good]
    assert impulses == sorted(impulses) and len(set(impulses)) > 1
    for c in good:
        off = abs(c.delay_s - c.flight.optimum_delay_s)  # type: ignore[operator]
        assert all(off <= abs(o.delay_s - o.flight.optimum_delay_s) for o in good[good.index(c) :] if o.key == c.key)  # type: ignore[operator]


def test_a_verdict_is_its_tests() -> None:
    for c in _pick():
        assert c.margin == smallest_margin(c.tests)
        if c.settled == "no":
            assert c.against and why_not(c) and c.verdict == "no"
        else:
            assert not c.against and c.verdict == "open" and c.open_for == ("built", "outline")
            assert (c.settled == "marginal") == (c.margin < 0.10)


def test_each_test_bites() -> None:
    """For every test: a case that passes it and a change that makes it fail."""
    motor = find_motor("C8")[0]
    base = _tests(judge(ROCKET, MOUNT, SITE, motor, 5))
    assert {name for name, passed in base.items() if not passed} == {"built", "inside_field"}  # which nobody told
    assert not _tests(judge(ROCKET, replace(MOUNT, diameter_m=0.024), SITE, motor, 5))["fits"]
    assert not _tests(judge(ROCKET, replace(MOUNT, diameter_m=0.013), SITE, motor, 5))["fits"]
    assert not _tests(judge(ROCKET, replace(MOUNT, max_length_m=0.06), SITE, motor, 5))["fits"]
    assert not _tests(judge(ROCKET, MOUNT, SITE, find_motor("C8-0")[0], None))["opens"]
    assert not _tests(judge(replace(ROCKET, mass_kg=0.2), MOUNT, SITE, motor, 5))["lifts"]
    assert not _tests(judge(ROCKET, MOUNT, replace(SITE, rod_length_m=0.3), motor, 5))["rod_speed"]
    assert not _tests(judge(ROCKET, MOUNT, replace(SITE, wind_speed_m_s=10), motor, 5))["wind"]
    assert not _tests(judge(ROCKET, MOUNT, replace(SITE, ceiling_m=100), motor, 5))["ceiling"]
    assert not _tests(judge(ROCKET, MOUNT, SITE, motor, 3))["delay_window"]
    assert not _tests(judge(ROCKET, MOUNT, SITE, motor, 2))["ejection_speed"]
    assert not _tests(judge(replace(ROCKET, canopy=Canopy(diameter_m=0.2)), MOUNT, SITE, motor, 5))["landing_rate"]


@pytest.mark.parametrize("change", ["mass", "wind", "delay", "rod", "warmth", "limit", "canopy"])
def test_change_one_input_and_the_verdicts_follow(change: str) -> None:
    before = {(c.label): [t.value for t in c.tests] for c in _pick()}
    rocket, site, rules = ROCKET, SITE, Rules()
    match change:
        case "mass":
            rocket = replace(ROCKET, mass_kg=0.1)
        case "wind":
            site = replace(SITE, wind_speed_m_s=6)
        case "rod":
            site = replace(SITE, rod_length_m=1.5)
        case "warmth":
            site = replace(SITE, temperature_c=35)
        case "canopy":
            rocket = replace(ROCKET, canopy=Canopy(diameter_m=0.6))
        case "limit":
            rules = Rules(rod_speed_min_m_s=25)
        case "delay":
            early, late = (judge(ROCKET, MOUNT, SITE, find_motor("C8")[0], d) for d in (3, 7))
            assert [trial_sentence(t) for t in early.tests] != [trial_sentence(t) for t in late.tests]
            return
    after = _pick(rocket, site=site, rules=rules)
    assert {c.label: [t.value for t in c.tests] + [t.limit for t in c.tests] for c in after} != {
        k: v + [t.limit for t in next(c for c in _pick() if c.label == k).tests] for k, v in before.items()
    }
    assert [trial_sentence(t) for c in after for t in c.tests] != [trial_sentence(t) for c in _pick() for t in c.tests]


def test_wind_raises_the_rod_speed_wanted_and_never_turns_a_failure_into_a_pass() -> None:
    calm = {c.label: _tests(c) for c in _pick()}
    windy = {c.label: _tests(c) for c in _pick(site=replace(SITE, wind_speed_m_s=8))}
    for label, tests in calm.items():
        for name in ("rod_speed", "wind"):
            assert tests[name] or not windy[label][name]
    assert any(calm[label]["rod_speed"] and not windy[label]["rod_speed"] for label in calm)


def test_a_booster_or_a_plugged_motor_is_never_the_one_to_open_the_canopy() -> None:
    found = pick(ROCKET, Mount(diameter_m=0.029, max_length_m=0.2), SITE, catalogue())
    plugged = [c for c in found if c.motor.kind == "plugged"]
    assert plugged and all(c.settled == "no" and "No ejection charge" in (why_not(c) or "") for c in plugged)


def test_without_a_ceiling_height_is_not_judged() -> None:
    names = [t for c in _pick(site=replace(SITE, ceiling_m=None)) for t in c.tests if t.name == "ceiling"]
    assert all(t.passed and t.limit is None for t in names)


def test_limits_are_data_with_sources_and_nonsense_is_refused() -> None:
    assert {r.key for r in RULES} == set(Rules.__dataclass_fields__)
    assert all(r.source for r in RULES)
    assert Rules.with_overrides({"thrust_to_weight_min": 3.0}).thrust_to_weight_min == 3
    for bad in ({"speed": 1.0}, {"thrust_to_weight_min": -1.0}, {"ejection_earliest_s": 4.0}):
        with pytest.raises(RocketryError, match="rules"):
            Rules.with_overrides(bad)
    with pytest.raises(RocketryError, match="diameter_mm"):
        Mount(diameter_m=-0.018, max_length_m=0.07)


def test_the_headline_says_what_to_fly_or_why_nothing_will_do() -> None:
    found = _pick()
    assert headline(found).startswith(f"{found[0].label} passes all that can be judged: ") and "whether it is built" in headline(
        found
    )
    heavy = _pick(replace(ROCKET, mass_kg=0.5))
    assert "Nothing passes" in headline(heavy) and "too weak" in headline(heavy)
    assert headline(()) == "No motor fits this mount."
    assert "13, 24 mm" in nothing_fits_sentence(20, 70, [24, 13, 13]) and "not one motor" in nothing_fits_sentence(20, 70, [])


def test_sentences_speak_the_owners_units() -> None:
    best = _pick()[0]
    words = " ".join(trial_sentence(t, UnitChoice(system="imperial")) for t in best.tests)
    assert "mph" in words and " ft" in words and "m/s" not in words


def test_the_delay_sentence_keeps_the_two_clocks_apart() -> None:
    best = _pick()[0]
    said = delay_sentence(best)
    assert (
        f"{best.flight.apogee_time_s:.1f} s after ignition" in said
        and f"{best.flight.optimum_delay_s:.1f} s after burnout" in said
    )
    assert "never lifts" in delay_sentence(_pick(replace(ROCKET, mass_kg=5))[0])


def test_a_delay_short_of_what_the_number_says_fails_by_reading_differently() -> None:
    short = judge(ROCKET, MOUNT, SITE, find_motor("C8")[0], 5, Rules(rod_speed_min_m_s=16.8))
    said = trial_sentence(next(t for t in short.tests if t.name == "rod_speed"))
    value, limit = said.split(" m/s, needs ")
    assert value.rpartition(" ")[2] != limit.partition(" ")[0]


def test_rule_of_thumb_leans_with_mass_and_drops_a_step_in_wind() -> None:
    motor = find_motor("C8")[0]
    heavy = thumb_for(replace(ROCKET, mass_kg=0.12), motor, SITE)
    slim = thumb_for(QuickRocket(mass_kg=0.03, diameter_m=0.019), motor, SITE)
    windy = thumb_for(QuickRocket(mass_kg=0.03, diameter_m=0.019), motor, replace(SITE, wind_speed_m_s=6))
    assert heavy and slim and windy
    assert heavy.delay_s < slim.delay_s and windy.delay_s < slim.delay_s and "windy" in windy.reasons
    assert thumb_for(ROCKET, find_motor("C8-0")[0], SITE) is None
    best = next(c for c in _pick() if c.motor is motor)
    assert "Rule of thumb" in thumb_sentence(slim, best, motor)


def test_what_the_box_says_stands_beside_with_the_reason_for_the_difference() -> None:
    found = _pick()
    best = found[0]
    assert printed_sentence(best.label, best, best) == f"The kit’s box says {best.label}: so do we."
    bad = next(c for c in found if c.settled == "no")
    assert "not here, not today" in printed_sentence(bad.label, bad, best)
    other = next(c for c in found[1:] if c.settled == "good")
    assert "gentler" in printed_sentence(other.label, other, best)
    assert "not in your motors" in printed_sentence("D14-5", None, best)


def test_wind_cautions_at_both_steps() -> None:
    assert wind_caution(SITE, Rules()) is None
    assert "one delay step" in (wind_caution(replace(SITE, wind_speed_m_s=6), Rules()) or "")
    assert "nothing flies" in (wind_caution(replace(SITE, wind_speed_m_s=12), Rules()) or "")


def test_the_ladder_climbs() -> None:
    found = _pick()
    rungs = ladder(found)
    assert [r.impulse_class for r in rungs] == ["1/2A", "A", "B", "C", "D"]
    assert sum(r.motors for r in rungs) == len(best_per_motor(found))
    peaks = [r.apogee_m[1] for r in rungs if r.apogee_m]
    assert peaks == sorted(peaks)
    assert ladder(()) == ()


def test_a_pairing_that_leaves_the_air_costs_the_others_nothing() -> None:
    monster = replace(
        find_motor("K617")[0], label="O9999-8", curve=ThrustCurve.from_samples([[0, 9999], [4, 9999]]), maker="Nobody"
    )
    needle = QuickRocket(mass_kg=0.5, diameter_m=0.055, cd=0.05, canopy=Canopy(diameter_m=1.0))
    found = pick(needle, Mount(diameter_m=0.054, max_length_m=0.5), SITE, [*catalogue(), monster])
    gone = [c for c in found if c.motor is monster]
    assert gone and all(c.settled == "no" and c.flight.lifted and c.flight.apogee_altitude_m is None for c in gone)
    assert "32 km" in " ".join(trial_sentence(t) for t in gone[0].tests)
    assert len(found) > len(gone)
