"""A plan in time: what is curing, what can be done now, what decides the date, and how that is said."""

import datetime
from dataclasses import replace

import pytest

from tests.rocketry.building.test_plan import airframe, find, plan
from wobbly_fin.rocketry.building.agenda import Agenda, Done, agenda, fits_in, hands_on_s
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.explain import (
    cause_sentence,
    cut_sentences,
    drift_sentence,
    lasting,
    latest_sentence,
    ready_sentence,
    spare,
    weighed_sentence,
    when,
)
from wobbly_fin.rocketry.building.hours import FreeHours, read_hours, zone_of
from wobbly_fin.rocketry.building.materials import GlueAtHand, SheetAtHand, Stores, TubeAtHand, materials
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.building.step import Gluing, Link, Plan, Step
from wobbly_fin.rocketry.building.task import Window
from wobbly_fin.rocketry.building.weighing import weighed
from wobbly_fin.rocketry.errors import RocketryError

UTC = zone_of("UTC")
NOW = datetime.datetime(2027, 2, 1, 17, 0, tzinfo=datetime.UTC)  # a Monday
NOW_S = int(NOW.timestamp())
HOURS = FreeHours(weekly=tuple(read_hours(t) for t in ("19-21:30", "", "19-21:30", "", "", "10-13, 14-17", "")))
WINDOWS = HOURS.windows(NOW, 200)
DAY = 86400


def put(found: Plan, done: dict[str, Done] | None = None, now_s: int = NOW_S, deadline_s: int | None = None) -> Agenda:
    return agenda(found, done or {}, now_s, WINDOWS, deadline_s)


def glue(handle_min: int, full_min: int) -> Gluing:
    return Gluing(
        key="x", name="x", mass_kg=0, batches=1, pair_kg=None, work_s=0, handle_s=handle_min * 60.0, full_s=full_min * 60.0
    )


def small(*, cure_min: int = 45) -> Plan:
    """A mount that cures, fins beside it, both joined."""
    return Plan(
        steps=[
            Step(key="ring", work="own", title="Ring on", assembly="mount", hands_on_s=600, gluing=glue(cure_min, 1440)),
            Step(key="fins", work="own", title="Sand fins", assembly="fins", hands_on_s=3000),
            Step(
                key="join", work="own", title="Join", assembly="body", hands_on_s=900, gluing=glue(45, 1440),
                after=(Link(key="ring", because="it has to hold"), Link(key="fins", because="shape first")),
            ),
            Step(key="pull", work="own", title="Pull on it", assembly="body", hands_on_s=300, after=(Link(key="join", because="full strength", until="full"),)),
        ]
    )  # fmt: skip


def test_cure_goes_on_without_hands() -> None:
    slots = put(small()).schedule.of
    # Ring first: it cures for 45 minutes while fins are sanded for 50.
    assert slots["ring"].start_s == NOW_S + 2 * 3600
    assert slots["fins"].start_s == slots["ring"].hands_off_s
    assert slots["join"].start_s == slots["fins"].hands_off_s


def test_full_strength_is_waited_for_where_a_step_asks_for_it() -> None:
    slots = put(small()).schedule.of
    assert slots["pull"].start_s >= slots["join"].hands_off_s + DAY


def test_the_same_work_on_a_colder_bench_is_ready_later() -> None:
    cool, warm = (put(build_plan(Bench.of(airframe("Night Ferry"), Schools(temperature_c=t)))).finish_s for t in (13.0, 27.0))
    assert cool is not None and warm is not None and cool > warm


def test_slack_moves_nothing_and_the_chain_has_none() -> None:
    found = put(plan("Inchworm"))
    assert found.finish_s is not None
    slots, tasks = found.schedule.of, {s.key: s for s in plan("Inchworm").steps}
    for key, slack in found.slack_s.items():
        if slack == 0:
            continue
        # Held back by its slack, the finish stays; held back by more than a day beyond it, it does not.
        asked = replace_earliest(plan("Inchworm"), key, slots[key].start_s + slack)
        assert asked == found.finish_s, tasks[key].title
        break
    decides = [c.key for c in found.chain]
    assert decides[-1] == max(slots.values(), key=lambda s: s.cured_s).id or decides
    assert decides == list(dict.fromkeys(decides))
    said = [cause_sentence(c, plan("Inchworm")) for c in found.chain]
    assert any("waits for" in s or "next free hour" in s for s in said)


def replace_earliest(found: Plan, key: str, moment_s: int) -> int | None:
    """The finish when one step is not begun before a moment: a stand-in step of another part ends just then."""
    gate = Step(key="gate", work="own", title="gate", assembly="gate", hands_on_s=60)
    steps = [gate] + [replace(s, after=(*s.after, Link(key="gate", because="x"))) if s.key == key else s for s in found.steps]
    return agenda(Plan(steps=steps), {"gate": Done(hands_off_s=0, cured_s=moment_s, full_s=moment_s)}, NOW_S, WINDOWS).finish_s


def test_what_is_done_is_planned_from_not_planned_again() -> None:
    found = small()
    late = NOW_S + 20 * 60
    done = {"ring": Done(hands_off_s=NOW_S, cured_s=NOW_S + 3 * 3600, full_s=NOW_S + DAY)}
    again = agenda(found, done, late, WINDOWS)
    assert "ring" not in again.schedule.of and again.curing == ("ring",)
    assert again.schedule.of["join"].start_s >= NOW_S + 3 * 3600
    assert again.ready == ("fins",)


def test_before_it_sets_is_urgent() -> None:
    bellwether = plan("Old Bellwether")
    fillet, pull = find(bellwether, "outside")[0], find(bellwether, "tape-off")[0]
    done = {s.key: Done(hands_off_s=0, cured_s=0, full_s=0) for s in bellwether.steps if s.key != pull.key}
    done[fillet.key] = Done(hands_off_s=NOW_S, cured_s=NOW_S + 36_000, full_s=NOW_S + DAY)
    found = put(bellwether, done, NOW_S + 60)
    assert found.urgent[0][0] == pull.key and found.urgent[0][1] > NOW_S
    assert pull.key in found.ready


def test_forty_minutes_now() -> None:
    found = small()
    when_free = put(found)
    assert fits_in(found, {}, NOW_S, 40 * 60, when_free) == ("ring",)
    assert fits_in(found, {}, NOW_S, 61 * 60, when_free) == ("ring", "fins")
    assert fits_in(found, {}, NOW_S, 5 * 60, when_free) == ()
    # With more time the ring holds before the time is over, and the join fits as well.
    assert fits_in(found, {}, NOW_S, 90 * 60, when_free) == ("ring", "fins", "join")


def test_everything_done_waits_for_strength_only() -> None:
    done = {s.key: Done(hands_off_s=NOW_S, cured_s=NOW_S, full_s=NOW_S + DAY) for s in small().steps}
    found = put(small(), done)
    assert found.finish_s == NOW_S + DAY
    assert "Everything is done" in ready_sentence(found, small(), NOW_S, UTC, None)


def test_a_slow_hand_is_reckoned_with() -> None:
    step = small().steps[1]
    assert hands_on_s(step, 1.5) == 75 * 60
    slow = agenda(small(), {}, NOW_S, WINDOWS, None, 2.0)
    assert slow.schedule.of["fins"].hands_off_s - slow.schedule.of["fins"].start_s == 100 * 60


# What people are told


def test_people_are_told_a_day_and_what_is_to_spare() -> None:
    found = put(small(), deadline_s=NOW_S + 6 * DAY)
    said = ready_sentence(found, small(), NOW_S, UTC, NOW_S + 6 * DAY)
    assert said == "Ready by Wednesday 19:05, two free slots to spare."
    assert "can wait until" in latest_sentence(found, NOW_S, UTC)
    assert ready_sentence(put(small()), small(), NOW_S, UTC, None) == "Ready by Wednesday 19:05 at the earliest."


def test_too_late_is_said_with_what_it_wants() -> None:
    found = put(small(), deadline_s=NOW_S + DAY)
    assert ready_sentence(found, small(), NOW_S, UTC, NOW_S + DAY).startswith("Not in time: ready by Wednesday")


def test_no_hours_short_hours_and_cold_are_said() -> None:
    none = agenda(small(), {}, NOW_S, ())
    assert "No free hours" in ready_sentence(none, small(), NOW_S, UTC, None)
    short = agenda(small(), {}, NOW_S, (Window(from_s=NOW_S, to_s=NOW_S + 1200),))
    assert "“Sand fins” takes 50 min in one go, your longest free time is 20 min" in ready_sentence(
        short, small(), NOW_S, UTC, None
    )
    few = agenda(small(), {}, NOW_S, (Window(from_s=NOW_S, to_s=NOW_S + 4000),))
    assert "add some" in ready_sentence(few, small(), NOW_S, UTC, None)
    ferry = build_plan(Bench.of(airframe("Night Ferry"), Schools(temperature_c=3.0)))
    assert "Too cold to plan" in ready_sentence(put(ferry), ferry, NOW_S, UTC, None)


@pytest.mark.parametrize(
    ("seconds", "said"),
    [(8, "8 s"), (2700, "45 min"), (4 * 3600, "4 h"), (5400 + 3600 * 2, "3½ h"), (24 * 3600, "24 h"), (4 * DAY, "4 days")],
)
def test_durations_read_like_a_bottle(seconds: float, said: str) -> None:
    assert lasting(seconds) == said


def test_moments_read_like_people_say_them() -> None:
    assert when(NOW_S + 3600, NOW_S, UTC) == "today 18:00"
    assert when(NOW_S + DAY, NOW_S, UTC) == "tomorrow 17:00"
    assert when(NOW_S + 5 * DAY, NOW_S, UTC) == "Saturday 17:00"
    assert when(NOW_S + 30 * DAY, NOW_S, UTC) == "Wednesday 3 March 17:00"


def test_time_to_spare_is_counted_in_evenings() -> None:
    evenings = HOURS.windows(NOW, 4)
    assert spare(evenings, NOW_S, NOW_S + 4 * DAY, UTC) == "two evenings"
    assert spare(evenings, NOW_S + 2 * DAY, NOW_S + 4 * DAY, UTC) == "one evening"
    assert spare(WINDOWS, NOW_S, NOW_S + 60 * DAY, UTC) == "9 weeks"


# The scale


def test_a_reading_is_shared_by_how_little_each_part_was_known() -> None:
    bench = Bench.of(airframe("Night Ferry"))
    step = next(s for s in build_plan(bench).steps if s.weigh_in and s.weigh_in.what == "the mount")
    assert step.weigh_in is not None
    over = step.weigh_in.expected_kg + 0.012
    found = weighed(step.weigh_in, bench.masses, over)
    assert found.news and found.over_kg == pytest.approx(0.012)
    moved = {i: m - bench.masses[i].mass_kg for i, m, _ in found.parts}
    # Parts and glue together take it all but what the scale itself may be off.
    assert 0.8 * 0.012 < sum(moved.values()) <= 0.012
    sure, unsure = sorted(moved, key=lambda i: bench.masses[i].sigma_kg)[:: len(moved) - 1]
    assert moved[unsure] > moved[sure]
    assert all(s <= bench.masses[i].sigma_kg + 1e-4 for i, _, s in found.parts)


def test_a_reading_as_designed_is_no_news() -> None:
    bench = Bench.of(airframe("Night Ferry"))
    step = next(s for s in build_plan(bench).steps if s.weigh_in and s.weigh_in.what == "fins")
    assert step.weigh_in is not None
    found = weighed(step.weigh_in, bench.masses, step.weigh_in.expected_kg + 0.002)
    assert not found.news and "within" in weighed_sentence(found, "fins")


@pytest.mark.parametrize("grams", [0.0, -3.0, 40_000.0, 1.0, float("nan")])
def test_a_reading_that_cannot_be_is_refused(grams: float) -> None:
    bench = Bench.of(airframe("Night Ferry"))
    step = next(s for s in build_plan(bench).steps if s.weigh_in and s.weigh_in.what == "fins")
    assert step.weigh_in is not None
    with pytest.raises(RocketryError) as caught:
        weighed(step.weigh_in, bench.masses, grams / 1000)
    assert caught.value.name == "grams"


def test_a_drift_is_said_with_its_remedy() -> None:
    assert drift_sentence(1.1, 0.7, 1.0, 0.031, -18.0) == "Margin 1.1 → 0.7 (needs 1.0): add 31 g in the nose, apogee −18 m."
    assert drift_sentence(None, None, 1.0, None, None) == ""


# Materials


def test_shopping_is_what_stores_lack() -> None:
    bench = Bench.of(airframe("Night Ferry"))
    found = build_plan(bench)
    bare = materials(bench, found, Stores())
    stores = Stores(
        tubes=(TubeAtHand(key="t", name="long", outer_diameter_m=0.066, length_m=1.2),),
        sheets=(SheetAtHand(key="s", name="ply", material="birch-ply", thickness_m=0.00295, length_m=0.6, width_m=0.3),),
        glues=(GlueAtHand(key="epoxy-thick", mass_kg=0.2),),
    )
    full = materials(bench, found, stores)
    lacking = {n.what for n in bare.needs if n.buy} - {n.what for n in full.needs if n.buy}
    assert lacking == {"66 mm tube", "birch plywood 2.95 mm", "thick structural epoxy"}
    assert full.cuts[0].plan.bars[0].bar.key == "long"
    assert any("goes back to stores" in s for s in cut_sentences(full.cuts[0].plan))


def test_a_kit_is_cut_already() -> None:
    bench = Bench.of(airframe("Inchworm"), Schools(origin="kit"))
    found = materials(bench, build_plan(bench), Stores())
    assert found.cuts == () and found.nests == () and all(n.what != "nose cone" for n in found.needs)
    assert any(n.what == "wood glue" for n in found.needs)


@pytest.mark.parametrize("bad", [{"length_m": 0.0}, {"outer_diameter_m": -1.0}, {"edges": 3}])
def test_a_tube_that_is_none_is_refused(bad: dict[str, object]) -> None:
    with pytest.raises(RocketryError):
        TubeAtHand(**({"key": "t", "name": "t", "outer_diameter_m": 0.05, "length_m": 1.0} | bad))  # type: ignore[arg-type]
