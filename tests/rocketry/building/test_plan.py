"""Generated plans: what must come before what, whatever the rocket and the school; and what changes with what."""

import itertools
from dataclasses import replace

import pytest

from wobbly_fin.demo.airframes import _DESIGNS, airframe_file
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.parts import BodyTube, FinSet, Retainer
from wobbly_fin.rocketry.airframe.solve import with_part
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.changes import Change, change_plan
from wobbly_fin.rocketry.building.explain import gluing_sentences
from wobbly_fin.rocketry.building.pictures import picture_of
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.repairs import DAMAGES, repair_plan
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.building.step import Plan, Step
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units.display import UnitChoice

NAMES = list(_DESIGNS)
SCHOOLS = [
    Schools(), Schools(inside="fin_pockets", jig="one"), Schools(inside="surface", fillers=False, coats=0), Schools(origin="kit", coats=2),
    Schools(inside="aft_ring_last", structural="epoxy-30", fillets="epoxy-30", temperature_c=27.0),
]  # fmt: skip


def airframe(name: str) -> Airframe:
    return airframe_file(name, {}).to_airframe()


def plan(name: str, schools: Schools | None = None) -> Plan:
    return build_plan(Bench.of(airframe(name), schools or Schools()))


def find(found: Plan, work: str) -> list[Step]:
    return [s for s in found.steps if s.key.split(":")[0] == work]


def before(found: Plan, step: Step) -> set[str]:
    """Everything a step stands on, by work."""
    of, out, stack = found.of, set[str](), [step]
    while stack:
        for link in stack.pop().after:
            if link.key not in out:
                out.add(link.key)
                stack.append(of[link.key])
    return {k.split(":")[0] for k in out}


@pytest.mark.parametrize(("name", "schools"), list(itertools.product(NAMES, SCHOOLS)))
def test_every_plan_makes_sense(name: str, schools: Schools) -> None:
    found = plan(name, schools)
    keys = [s.key for s in found.steps]
    assert len(set(keys)) == len(keys)
    place = {k: i for i, k in enumerate(keys)}
    for step in found.steps:
        assert all(place[link.key] < place[step.key] for link in step.after), step.title
        assert all(link.because or link.key == "gather" for link in step.after), step.title
        assert step.hands_on_s >= 60
    # Dry fit first, the scale last, and everything hangs on the one and leads to the other.
    assert keys[0] == "gather" and keys[-1] == "weigh"
    assert all("gather" in before(found, s) for s in found.steps[1:])
    last = before(found, found.of["weigh"])
    glued = {s.key.split(":")[0] for s in found.steps} - {"weigh", "tape-off"}
    assert glued <= last
    for ring in find(found, "aft-ring"):
        # What it closes off: fillets, and the nut of a button behind the forward ring.
        assert not find(found, "inside") or "inside" in before(found, ring)
        assert not find(found, "nut") or "nut" in before(found, ring)
    for fillet in find(found, "inside"):
        assert {"fins-on", "pull-ring", "mount-in"} <= before(found, fillet)
        assert "aft-ring" not in before(found, fillet)
    for on in find(found, "fins-on"):
        assert "mark" in before(found, on)
        if find(found, "slot"):
            assert {"slot", "mount-in"} <= before(found, on)
    for first in find(found, "primer") + find(found, "coat-0"):
        assert {
            s.key.split(":")[0]
            for s in found.steps
            if s.gluing and s.work != "set_ballast" and s.gluing.name not in ("paint", "primer", "thread-lock")
        } <= (before(found, first) | {first.key})
    for fill in find(found, "fill-fins") + find(found, "fill-tubes") + find(found, "seal-nose"):
        assert any("Mask" in line for line in fill.lines), "filler is masked from glue faces"


@pytest.mark.parametrize("name", NAMES)
def test_a_picture_is_drawn_wherever_one_is_promised(name: str) -> None:
    bench = Bench.of(airframe(name))
    pictures = [(s, picture_of(bench, s)) for s in build_plan(bench).steps if s.picture is not None]
    assert len(pictures) > 5
    assert all(p is not None and p.says and (p.paths or p.circles or p.arcs) for _, p in pictures)


def test_numbers_are_this_rocket_s() -> None:
    ferry = plan("Night Ferry")
    text = {s.key.split(":")[0]: " ".join(s.lines) for s in ferry.steps}
    # Worked by hand from its parts: 66 mm round, three fins 18 mm ahead of the tail with a root of 180 mm, rings at 14 and 186 mm.
    assert "207 mm" in text["mark"] and "69.1 mm apart" in text["mark"]
    assert "from 18 mm to 186 mm" in text["mark"] and "2.95 mm × 168 mm" in text["mark"]
    assert "mark at 830 mm" in text["cut-tubes"]
    assert "Mark a stick at 218 mm" in text["mount-in"]
    assert "3 holes evenly round, 30 mm from the payload tube’s end" in text["coupler"]
    assert "strip of 5.03 mm" in " ".join(find(plan("Post Rider"), "coupler")[0].lines)
    imperial = build_plan(Bench.of(airframe("Night Ferry"), units=UnitChoice(system="imperial")))
    assert "8.16 in" in " ".join(find(imperial, "mark")[0].lines)


def test_changing_the_design_changes_the_steps() -> None:
    found = airframe("Night Ferry")
    parts = list(found.parts)
    fins, body = (next(i for i, p in enumerate(parts) if isinstance(p, kind)) for kind in (FinSet, BodyTube))
    four = build_plan(Bench.of(with_part(found, fins, replace(parts[fins], count=4))))
    assert "4 lines, 51.8 mm apart" in " ".join(find(four, "mark")[0].lines)
    assert find(four, "inside")[0].gluing.mass_kg > find(plan("Night Ferry"), "inside")[0].gluing.mass_kg  # type: ignore[union-attr]
    surface = build_plan(Bench.of(with_part(found, fins, replace(parts[fins], through_wall=False))))
    assert not find(surface, "slot") and not find(surface, "inside")
    longer = build_plan(Bench.of(with_part(found, body, replace(parts[body], length_m=0.3))))
    assert "mark at 300 mm" in " ".join(find(longer, "cut-tubes")[0].lines)
    hooked = next(i for i, p in enumerate(parts) if isinstance(p, Retainer))
    assert find(build_plan(Bench.of(with_part(found, hooked, replace(parts[hooked], kind="hook")))), "hook")


def test_each_school_differs_where_it_should() -> None:
    last, pockets, surface = (plan("Night Ferry", Schools(inside=i)) for i in ("aft_ring_last", "fin_pockets", "surface"))
    assert find(last, "aft-ring") and find(last, "inside") and not find(last, "dams")
    assert find(pockets, "dams") and not find(pockets, "inside")
    assert not find(surface, "dams") and not find(surface, "inside")
    assert len(find(pockets, "fins-on")) == 3 and "One fin a day" in " ".join(find(pockets, "fins-on")[0].lines)
    # The mount's rings slide past its place; the aft ring shuts it in, and closes the pockets.
    assert "nut" not in before(pockets, find(pockets, "mount-in")[0])
    assert {"nut", "mount-in"} <= before(pockets, find(pockets, "aft-ring")[0])
    assert "aft-ring" in before(pockets, find(pockets, "fins-on")[0])
    one = plan("Night Ferry", Schools(jig="one"))
    assert len(find(one, "fins-on")) == 3 > len(find(last, "fins-on"))
    assert not find(plan("Night Ferry", Schools(fillers=False)), "fill-tubes")
    assert len(find(plan("Night Ferry", Schools(coats=0)), "coat-1")) == 0
    kit = plan("Night Ferry", Schools(origin="kit"))
    assert not find(kit, "slot") and "should be 830 mm" in " ".join(find(kit, "cut-tubes")[0].lines)
    runny = plan("Night Ferry", Schools(fillets="epoxy-30"))
    assert len(find(runny, "outside")) == 3 and len(find(last, "outside")) == 1


def test_a_school_a_rocket_cannot_have_is_said() -> None:
    assert "sit on the surface" in plan("Inchworm", Schools(inside="aft_ring_last")).remarks[0]
    assert plan("Inchworm").remarks == []


def test_warmth_changes_times_batches_and_sentences() -> None:
    cool, warm = (find(plan("Old Bellwether", Schools(temperature_c=t)), "inside")[0].gluing for t in (14.0, 34.0))
    assert cool is not None and warm is not None
    assert cool.handle_s > 3.5 * warm.handle_s
    assert warm.batches > cool.batches
    assert gluing_sentences(cool, 14.0) != gluing_sentences(warm, 34.0)
    assert any("runs hot" in s for s in gluing_sentences(warm, 34.0))
    cold = find(plan("Old Bellwether", Schools(temperature_c=5.0)), "inside")[0].gluing
    assert cold is not None and "would not cure" in cold.refused
    assert "Not today" in gluing_sentences(cold, 5.0)[0]


def test_printed_parts_are_printed_while_hands_are_free() -> None:
    heron = plan("Saltmarsh Heron")
    jobs = find(heron, "print")
    assert len(jobs) == 2 and all(j.assembly == "printer" and j.wait_s > 3600 for j in jobs)
    assert not find(heron, "cut-fins") and find(heron, "can-on")


def test_both_stages_are_built() -> None:
    two = plan("Candle and Snuffer")
    assert len(find(two, "mount-in")) == 2 and len(find(two, "weigh")) == 1
    assert {"candle: body", "snuffer: body"} <= {s.assembly for s in two.steps}


def test_a_step_is_added_where_its_owner_wants_it() -> None:
    found = plan("Inchworm")
    lug, weigh = find(found, "lug")[0].key, "weigh"
    more = change_plan(
        found,
        Change(kind="add", key="own-1", title="Name on the side", hands_on_s=900, cure_s=3600, after=(lug,), before=(weigh,)),
    )
    assert more.of["own-1"].own and "own-1" in {link.key for link in more.of["weigh"].after}


def test_what_is_dropped_is_missed_and_the_order_stays() -> None:
    found = plan("Night Ferry")
    sand = find(found, "sand-tubes")[0]
    less = change_plan(found, Change(kind="drop", key=sand.key))
    assert sand.key not in less.of and any("stands proud" in r for r in less.remarks)
    slot = find(less, "slot")[0]
    assert slot.key in {s.key for s in less.steps}
    assert "fill-tubes" in {link.key.split(":")[0] for link in find(less, "mount-in")[0].after}


def test_what_the_rocket_cannot_do_without_stays() -> None:
    found = plan("Night Ferry")
    with pytest.raises(RocketryError, match="cannot be dropped"):
        change_plan(found, Change(kind="drop", key=find(found, "mount-in")[0].key))


def test_an_order_physics_forbids_is_refused_with_its_reasons() -> None:
    found = plan("Night Ferry")
    inside = find(found, "inside")[0].key
    with pytest.raises(RocketryError, match="the aft ring leaves no way to it"):
        change_plan(found, Change(kind="move", key=inside, after=("aft-ring",)))
    allowed = change_plan(found, Change(kind="move", key=find(found, "nose")[0].key, after=("mount-in",)))
    assert "mount-in" in {link.key for link in find(allowed, "nose")[0].after}


def test_a_change_that_no_longer_fits_is_left_out_and_said() -> None:
    found = build_plan(Bench.of(airframe("Inchworm")), [Change(kind="drop", key="slot:gone")])
    assert any(r.startswith("Left out") for r in found.remarks)
    assert len(found.steps) == len(plan("Inchworm").steps)


@pytest.mark.parametrize(
    "bad", [{"title": " "}, {"hands_on_s": 0.0}, {"hands_on_s": -5.0}, {"hands_on_s": 1e9}, {"cure_s": -1.0}, {"cure_s": 1e12}]
)
def test_a_step_that_is_none_is_refused(bad: dict[str, object]) -> None:
    good: dict[str, object] = {"kind": "add", "key": "own", "title": "x", "hands_on_s": 600.0}
    with pytest.raises(RocketryError):
        Change(**(good | bad))  # type: ignore[arg-type]


@pytest.mark.parametrize("damage", DAMAGES)
def test_a_repair_is_a_short_plan_that_ends_on_the_scale(damage: str) -> None:
    found = repair_plan(Bench.of(airframe("Night Ferry")), damage)
    assert 3 <= len(found.steps) <= 7
    assert found.steps[0].key == "look" and found.steps[-1].weigh_in is not None
    assert "look" in before(found, found.steps[-1])


def test_a_damage_nobody_knows_is_refused() -> None:
    with pytest.raises(RocketryError, match="no damage"):
        repair_plan(Bench.of(airframe("Inchworm")), "eaten by a goat")


@pytest.mark.parametrize("bad", [{"inside": "x"}, {"jig": "x"}, {"origin": "x"}, {"coats": 99}, {"temperature_c": 80.0}])
def test_a_school_that_is_none_is_refused(bad: dict[str, object]) -> None:
    with pytest.raises(RocketryError):
        Schools(**bad)  # type: ignore[arg-type]
