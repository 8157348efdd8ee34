"""Plans read as a builder reads them, by what each step does to which part; the assembly's own replay is not asked but where it says so."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.rocketry.assembly.fleet import FLEET, Kind, Steps, bench_of, plan_of
from wobbly_fin.rocketry.airframe.parts import Joint
from wobbly_fin.rocketry.assembly.explain import mend_sentence, problem_sentence
from wobbly_fin.rocketry.assembly.finished import every_closure, opens_in_flight
from wobbly_fin.rocketry.assembly.mending import mend_of
from wobbly_fin.rocketry.assembly.proof import replay
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.plan import build_plan, proven
from wobbly_fin.rocketry.building.schools import INSIDE_SCHOOLS, Inside, Schools
from wobbly_fin.rocketry.building.step import Plan
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan

BAY = Kind(bay="coupler", across=0.1, eye=True, buttons=True, through=True, rings=3, body=0.9)


def reads_right(bench: Bench, plan: Plan) -> None:
    """What a builder looks for in any plan."""
    s, layout = Steps(bench, plan), bench.layout
    place = {step.key: n for n, step in enumerate(plan.steps)}
    assert all(place[link.key] < n for n, step in enumerate(plan.steps) for link in step.after)
    ids = {p.part.id: p for p in layout.placed}
    glued = [n for n, step in enumerate(plan.steps) if step.work in ("glue_in", "insert_mount") or step.work == "glue_on"]
    cuts = [n for n, step in enumerate(plan.steps) if step.work == "cut" and "Make the" not in step.title]
    if len({p.stage for p in layout.placed}) == 1:
        assert s.of("dry_fit") and max(cuts, default=-1) < s.of("dry_fit")[0] < min(glued)
    # No joint that opens is ever shut.
    for closure in every_closure(layout):
        both = {s.names[closure.part], s.names[closure.aft if closure.part != closure.aft else closure.fore]}
        if closure.part not in (closure.fore, closure.aft):
            both = {s.names[closure.part], s.names[closure.fore if closure.end == "fore" else closure.aft]}
        if opens_in_flight(closure, bench.opens):
            assert not [n for work in ("glue_in", "glue_on", "fix_joint") for n in s.of(work, *both)], both
            assert closure.kind != "pinned" or s.of("drill_pins", *both)
    for ring in [n for n in ids if n.startswith("ring-")]:
        on = s.of("glue_on", ring, "mount") + s.of("glue_in", ring)
        wall = s.of("insert_mount", ring) + s.of("glue_in", ring)
        assert on and wall, "every ring is glued to its motor tube and to the wall"
        if ring == "ring-1" and "ring-2" in ids:
            # Wiped clean on its way in: it gets its glue from behind, while the last ring is off.
            assert s.one("insert_mount", ring) < s.one("fillet_inside", ring, "body") < s.one("glue_in", "ring-2")
    for button in [n for n in ids if n.endswith("button")]:
        nut = s.one("fit_nut", button)
        if ids[button].fore_m > ids["ring-0"].aft_m:
            assert nut > s.one("insert_mount", "ring-0"), "rings slide past its place first"
            closing = [n for n in s.of("glue_in", "mount") if n > s.one("insert_mount", "mount")]
            assert all(nut < n for n in closing), "then it is shut in"
    for n in s.of("set_ballast"):
        assert any(w < n for w in s.of("weigh")) and any(w > n for w in s.of("weigh"))
    for n in s.of("fillet_inside", "fins"):
        assert not [m for m in s.of("glue_in", "mount") if m < n and m > s.one("insert_mount", "mount")]
    if "eye" in ids:
        deep = ids["eye"].fore_m - ids["body"].fore_m
        tied = s.of("tie_cord", "eye")
        assert len(tied) == 1
        if "baffle" in ids or deep > (0.45 if ids["body"].part.bore_m > 0.085 else 0.07):
            assert tied[0] < s.one("insert_mount", "ring-0"), f"{deep:.2f} m down no hand ties a knot, nor past a baffle"
        else:
            assert tied[0] > s.one("insert_mount", "ring-0")
    if "lid-2" in ids:
        assert len(s.of("glue_in", "lid-1") + s.of("glue_in", "lid-2")) == 1, "one lid comes off, or the sled never does"
    for n in s.of("make_sled"):
        assert n < s.one("close_bay", *s.parts(plan.steps[n]))


@pytest.mark.parametrize("name", FLEET)
def test_every_way_of_building_is_a_plan_that_can_be_followed(name: str) -> None:
    kind, schools = FLEET[name]
    bench, plan = plan_of(kind, schools)
    assert plan.buildable and proven(bench, plan) == ()
    reads_right(bench, plan)


def test_a_joint_is_screwed_at_its_own_end_and_pinned_where_it_opens() -> None:
    s = Steps(*plan_of(BAY))
    assert (
        s.one("fix_joint", "coupler", "upper")
        and not s.of("fix_joint", "coupler", "body")
        and not s.of("glue_in", "coupler", "upper")
    )
    pins = [s.steps[n] for n in s.of("drill_pins")]
    assert {frozenset(s.parts(p)) for p in pins} == {
        frozenset({"drogue-pins", "coupler", "body"}),
        frozenset({"main-pins", "nose", "upper"}),
    }
    said = " ".join(pins[0].lines)
    assert "1.8 mm" in said and "both walls" in said and "tape over them" in said


def test_the_sled_is_as_wide_as_the_bore_it_sits_in_lets_it() -> None:
    s = Steps(*plan_of(BAY))
    sled = s.steps[s.one("make_sled", "altimeter", "coupler")]
    # The coupler's bore is 95.9 mm, the sled a quarter of 59 mm below its axis: 2 √(47.95² − 14.73²) = 91.3 mm, less one to slide.
    assert sled.lines[0].startswith("90.3 mm wide") and "95.9 mm bore" in sled.lines[0]
    assert s.of("make_sled", "altimeter") and not Steps(*plan_of(Kind(), canopy={"name": "x"})).of("make_sled")


def test_the_mount_is_turned_only_where_nothing_must_meet_a_slot() -> None:
    turned, straight = (
        " ".join(s.steps[s.one("insert_mount", "mount")].lines)
        for s in (Steps(*plan_of(Kind())), Steps(*plan_of(Kind(through=True), Schools(inside="fin_pockets"))))
    )
    assert "Turn while sliding" in turned and "without turning" in straight and "Turn while" not in straight


@pytest.mark.parametrize(
    ("kind", "stuff", "glue"),
    [("threaded_ring", "acetal", "epoxy-5"), ("threaded_ring", "aluminium", "epoxy-steel"), ("threaded_ring", None, "epoxy-steel"),
     ("twist_lock", "printed-petg", "epoxy-5"), ("flange", "aluminium", "epoxy-steel")],
)  # fmt: skip
def test_a_retainer_is_glued_by_what_it_is_made_of(kind: str, stuff: str | None, glue: str) -> None:
    s = Steps(*plan_of(Kind(retainer=kind), retainer={"material": stuff}))
    step = s.steps[s.one("fit_retainer", "retainer")]
    assert step.gluing is not None and step.gluing.key == glue
    if stuff is None:
        assert any("If yours is plastic" in line for line in step.lines)


def test_a_screw_through_the_side_sits_behind_the_case_and_never_in_it() -> None:
    s = Steps(*plan_of(Kind(retainer="screw")))
    said = " ".join((step := s.steps[s.one("fit_retainer", "retainer")]).lines)
    # 15 mm of tube behind the case: the middle of them.
    assert "15 mm of tube" in said and "7.5 mm behind where it ends" in said and "no motor in" in step.caution
    _, plan = plan_of(Kind(retainer="screw"), mount={"overhang_m": 0.0})
    assert [p.code for p in plan.problems] == ["no_room_for_screw"] and not plan.buildable


@pytest.mark.parametrize(
    ("changes", "code", "parts", "says"),
    [
        (
            {"ring_0": {"outer_diameter_m": 0.053}},
            "does_not_fit",
            {"ring-0", "body"},
            "53 mm across; the body tube lets 48.2 mm pass",
        ),
        ({"ring_0": {"inner_diameter_m": 0.017}}, "does_not_fit", {"mount", "ring-0"}, "lets 17 mm pass"),
        ({"ring_1": {"offset_m": 0.011}}, "same_room", {"ring-0", "ring-1"}, "same 2 mm of the tube"),
        ({"ring_0": {"outer_diameter_m": 0.04}}, "floats", {"ring-0", "body"}, "4.1 mm of air"),
        ({"nose": {"shoulder_diameter_m": 0.049}}, "does_not_fit", {"nose", "body"}, "49 mm across"),
    ],
)
def test_what_no_order_mends_is_said_with_its_parts_and_its_figures(
    changes: dict[str, dict[str, object]], code: str, parts: set[str], says: str
) -> None:
    bench, plan = plan_of(Kind(), **changes)
    found = next(p for p in plan.problems if p.code == code)
    assert not plan.buildable and {bench.layout.placed[n].part.id for n in found.parts} == parts
    assert says in problem_sentence(found, bench.layout) and mend_sentence(found, bench.layout)
    mend = mend_of(found, bench.airframe, RecoveryPlan())
    assert mend is not None
    mended = {bench.layout.placed[mend.part].part.id.replace("-", "_"): {mend.field: mend.value}}
    assert plan_of(Kind(), **{k: changes.get(k, {}) | mended.get(k, {}) for k in {*changes, *mended}})[1].buildable


def test_what_lies_in_a_bay_must_get_out_of_it() -> None:
    wide = plan_of(BAY, altimeter={"diameter_m": 0.097})[1]
    assert {p.code for p in wide.problems} >= {"does_not_fit"} and not wide.buildable
    nose = Joint(id="glued", parent="nose", kind="glued", end="aft")
    # The lid behind it would be made to come off; wider than the coupler's 45.9 mm it gets out at neither end.
    payload = bench_of(Kind(bay="payload"), altimeter={"diameter_m": 0.047}).airframe
    glued = replace(payload, stages=(replace(payload.stages[0], parts=(*payload.stages[0].parts, nose)),))
    sealed = build_plan(Bench.of(glued))
    assert [(p.code, glued.stages[0].parts[p.parts[0]].id) for p in sealed.problems] == [("sealed_in", "altimeter")]
    bench, plan = plan_of(BAY, drogue_pins={"kind": "riveted"})
    assert [p.code for p in plan.problems] == ["opening_fixed"] and not Steps(bench, plan).of("fix_joint", "coupler", "body")


def test_a_piston_slides_and_comes_out_again() -> None:
    """Its tube is 48.2 mm wide: 0.6 mm less falls through; wider than its tube it is no piston, behind a glued lid it never comes out."""
    s = Steps(*plan_of(Kind(piston=True)))
    step = s.steps[s.one("fit_joint", "piston", "body")]
    assert not step.joins and step.gluing is None and step.lines[0].startswith("47.6 mm across")
    assert [p.code for p in plan_of(Kind(piston=True), piston={"outer_diameter_m": 0.05})[1].problems] == [
        "does_not_fit",
        "sealed_in",
    ]
    shut = plan_of(Kind(piston=True, baffle=True), baffle={"offset_m": 0.1})[1]
    assert [p.code for p in shut.problems] == ["sealed_in"]


def test_shorter_hands_tie_sooner() -> None:
    kind = Kind(eye=True, across=0.1, body=0.4)
    long, short = (Steps(*plan_of(kind, Schools(hands=replace(Schools().hands, hand_m=reach)))) for reach in (0.45, 0.2))
    assert long.one("tie_cord", "eye") > long.one("insert_mount", "mount")
    assert short.one("tie_cord", "eye") < short.one("insert_mount", "mount")


def test_a_replay_hears_every_rule_that_is_broken() -> None:
    """The same steps in an order that shuts something in, with a joint glued that must open, with a step left out."""
    bench, plan = plan_of(BAY)
    s, acts = Steps(bench, plan), [x.act for x in plan.steps]
    hands = bench.schools.hands

    def broken(order: list[int]) -> set[str]:
        return {b.problem.code for b in replay(bench.layout, [acts[n] for n in order], bench.opens, bench.lids, hands)}

    def moved(n: int, to: int) -> list[int]:
        order = [m for m in range(len(acts)) if m != n]
        order.insert(order.index(to) + 1, n)
        return order

    everything = list(range(len(acts)))
    mount, aft = s.one("insert_mount", "mount"), s.one("glue_in", "ring-2")
    assert broken(everything) == set()
    assert broken(moved(s.one("fit_nut", "aft-button"), aft)) == {"out_of_reach"}
    assert broken(moved(s.one("fillet_inside", "ring-1"), aft)) == {"out_of_reach"}
    assert broken(moved(s.one("tie_cord", "eye"), mount)) == {"out_of_reach"}
    nut = s.one("fit_nut", "aft-button")
    assert "no_way_in" in broken([nut, *[n for n in everything if n != nut]])
    assert broken([n for n in everything if n != aft]) == {"unfinished"}
    glued = s.one("fix_joint", "coupler", "upper")
    coupler, body = s.names.index("coupler"), s.names.index("body")
    shut = replace(
        acts[glued], joins=(*acts[glued].joins, replace(acts[mount].joins[0], part=coupler, to=body, ends=("fore", "aft")))
    )
    found = replay(bench.layout, [shut if n == glued else a for n, a in enumerate(acts)], bench.opens, bench.lids, hands)
    assert {b.problem.code for b in found} == {"opening_fixed"}


KINDS = st.builds(
    Kind,
    across=st.sampled_from([0.03, 0.05, 0.07, 0.1]), body=st.floats(0.35, 1.2), rings=st.sampled_from([2, 3]), through=st.booleans(),
    eye=st.booleans(), line=st.booleans(), buttons=st.booleans(), bay=st.sampled_from(["", "", "payload", "coupler"]),
    baffle=st.booleans(), ballast=st.booleans(), retainer=st.sampled_from(["hook", "clips", "threaded_ring", "flange", "screw", "tape"]),
    material=st.sampled_from(["paper-tube", "fibreglass"]), stages=st.sampled_from([1, 1, 2, 3]),
)  # fmt: skip
WAYS = st.builds(
    Schools, inside=st.sampled_from([None, *INSIDE_SCHOOLS]), jig=st.sampled_from(["all", "one"]), coats=st.sampled_from([None, 0]),
    fillers=st.booleans(), origin=st.sampled_from(["scratch", "kit"]),
)  # fmt: skip


@settings(deadline=None)
@given(kind=KINDS, schools=WAYS, wide=st.sampled_from([0.0, 0.0, 0.0, 0.004]), shift=st.sampled_from([0.0, 0.0, 0.05]))
def test_any_rocket_has_a_plan_that_proves_or_a_problem_with_a_name(
    kind: Kind, schools: Schools, wide: float, shift: float
) -> None:
    bench = bench_of(kind, schools)
    ring = next(p for p in bench.layout.placed if p.part.id == "ring-0").part
    _, plan = plan_of(
        kind, schools, ring_0={"outer_diameter_m": ring.outer_diameter_m + wide}, ring_1={"offset_m": 0.115 - shift}
    )
    if wide:
        assert not plan.buildable
    if plan.buildable:
        reads_right(bench, plan)
    else:
        for problem in plan.problems:
            assert problem.parts and problem_sentence(problem, bench.layout).endswith((".", "there"))


def test_of_a_random_rocket_only_schools_it_can_have_are_used() -> None:
    inside: list[Inside] = ["aft_ring_last", "fin_pockets"]
    for school in inside:
        bench = bench_of(Kind(through=True, rings=3), Schools(inside=school))
        assert build_plan(bench).buildable
