"""What is in the mounts: does it fit, does it belong together, can its gas get out, does what it should open, open?"""

from wobbly_fin.rocketry.airframe.mount import fits, misfit_m
from wobbly_fin.rocketry.airframe.parts import VentHoles
from wobbly_fin.rocketry.choosing.case import Case
from wobbly_fin.rocketry.choosing.trial import Trial, plain, unknown
from wobbly_fin.rocketry.recovery.vents import is_gas_vent

_LOADS_SAFETY = 1.0  # what a link holds over what pulls at it


def fit(case: Case) -> Trial | None:
    """Every motor goes into its mount: diameter within the slack, length within what it takes. The worst is told."""
    slack_m = case.rules.diameter_slack_mm / 1000
    told: list[Trial] = []
    for load in case.configuration.loads:
        mount = case.configuration.mount(load.mount)
        across, _ = misfit_m(load.motor, mount)
        goes = fits(load.motor, mount, slack_m)
        if across > slack_m + 1e-9:
            why = "wide" if load.motor.diameter_m > mount.diameter_m else "thin"
            told.append(plain("fits", False, load.motor.diameter_m * 1000, mount.diameter_m * 1000, "mm", why))
        else:
            told.append(plain("fits", goes, load.motor.length_m * 1000, mount.max_length_m * 1000, "mm"))
    return next((t for t in told if t.failed), told[0] if told else None)


def stages(case: Case) -> Trial | None:
    """Every stage has a motor."""
    empty = case.configuration.empty_stages
    if not empty:
        return None
    return plain("stages", False, float(empty[0] + 1), None, why="none" if len(empty) == case.configuration.stages else "")


def cluster(case: Case) -> Trial | None:
    """Motors that light together are alike: they light and burn out as one."""
    worst: Trial | None = None
    for stage in range(case.configuration.stages):
        together = [(m, x) for m, x in case.configuration.in_stage(stage) if not x.own_igniter_s]
        count = sum(m.count for m, _ in together)
        if count < 2:
            continue
        # Motors of different mounts round a centre may differ: what matters is that those off the axis push alike.
        off_axis = {x.motor.key for m, x in together if m.spread_m > 0 and m.count > 1}
        centres = [x for m, x in together if not (m.spread_m > 0 and m.count > 1)]
        mixed = len(off_axis) > 1 or (len(centres) > 1 and len({x.motor.key for x in centres}) > 1) or case_mixes(case)
        found = plain("cluster", not mixed, float(count), None)
        worst = found if worst is None or found.failed else worst
    return worst


def case_mixes(case: Case) -> bool:
    """Whether one mount's tubes hold different motors, as a flight document can say."""
    rigid = case.configuration.rigid
    return (
        rigid is not None
        and bool(rigid.others)
        and len({m.key for m in rigid.others} | {x.motor.key for x in case.configuration.loads}) > 1
    )


def igniter(case: Case) -> Trial | None:
    """Every stage above is lit: by black powder burning through below it, or by an igniter of its own."""
    c = case.configuration
    if c.stages < 2 or c.empty_stages:
        return None
    rigid = c.rigid
    for stage in range(1, c.stages):
        above = c.in_stage(stage - 1)[0][1]
        own = above.own_igniter_s is not None or (rigid is not None and rigid.lights_after_s > 0)
        for _, x in c.in_stage(stage):
            if x.motor.kind == "single":
                return plain("igniter", False, "booster_has_charge", why="charge")
            if not own and x.motor.propellant == "composite":
                return plain("igniter", False, "composite_booster", why="composite")
            if not own and x.motor.kind == "plugged":
                return plain("igniter", False, "booster_plugged", why="plugged")
    return plain("igniter", True, "lights the next")


def charge(case: Case) -> Trial | None:
    """A charge closed in ahead has a hole out through the side as wide as the motor, or bursts its tube."""
    c, layout = case.configuration, case.configuration.layout
    shut = [(m, x) for m, x in c.in_stage(0) if x.plugged or m.plugged]
    if not shut:
        return None
    holes = [] if layout is None else [p.part.diameter_m for p in layout.of(VentHoles) if p.stage == 0 and is_gas_vent(layout, p)]
    widest = max(holes, default=None)
    for _, x in shut:
        if x.motor.kind != "single":
            continue
        if widest is None:
            return plain("charge", False, "charge_behind_plug", why="shut")
        if widest < x.motor.diameter_m - 1e-4:
            return plain("charge", False, widest * 1000, x.motor.diameter_m * 1000, "mm", "narrow")
        return plain("charge", True, "open", why="vented")
    return plain("charge", True, "none")


def opens(case: Case) -> Trial | None:
    """What is to come out first, and what comes later, is let out by something that works."""
    openings = [o for o in case.configuration.openings if o.event in ("separation", "first", "main")]
    silent = next((o for o in openings if not o.works), None)
    if silent is None:
        first = next(o for o in openings if o.event != "separation")
        return plain("opens", True, first.source, None, why=first.why.replace("_", "-"))
    return plain("opens", False, silent.source, None, why=silent.why.replace("_", "-"))


def backup(case: Case) -> Trial | None:
    """Of the reserves an event has one must do what it is for: overcome the same pins and friction as the first."""
    reserves = [o for o in case.configuration.openings if o.event.startswith("backup")]
    if not reserves:
        return None
    helped = {o.event for o in reserves if o.works}
    bad = next((o for o in reserves if o.event not in helped), None)
    found = bad or next(o for o in reserves if o.works)
    limit = found.held_n
    return plain("backup", bad is None, found.push_n, limit, "N", "" if bad is None else found.why.replace("_", "-"))


def loads(case: Case) -> Trial | None:
    """Every link from canopy to anchor holds, opened in time, early and late."""
    found = case.recovery
    if found is None or not found.bays:
        return None
    planned = [c for c in found.cases if not c.fault]
    if not planned:
        return None
    worst = min(planned, key=lambda c: c.loads.weakest.safety)
    safety = worst.loads.weakest.safety
    margin = min(safety / _LOADS_SAFETY - 1, 9.0)
    return Trial(
        name="loads", passed=safety >= _LOADS_SAFETY, value=min(safety, 99.0), limit=_LOADS_SAFETY, unit="times", margin=margin
    )


def bay(case: Case) -> Trial | None:
    """What is packed fits the room there is."""
    found = case.recovery
    if found is None or not found.bays:
        return None
    worst = min(found.bays, key=lambda b: b.packed.free_m)
    return plain(
        "bay",
        worst.packed.fit != "does not fit",
        (worst.bay.length_m - worst.packed.free_m) * 1000,
        worst.bay.length_m * 1000,
        "mm",
    )


def shield(case: Case) -> Trial | None:
    """What shields the canopy does not burn; by a name nobody knows it is not known."""
    if case.configuration.sequence.burns:
        return plain("shield", False, "burns")
    return unknown("shield", "wadding") if case.configuration.sequence.asked else None


def ground_test(case: Case) -> Trial | None:
    """An altimeter's charge was tested on the ground, in the bay as it is now."""
    by_altimeter = [
        o for o in case.configuration.openings if o.source == "altimeter_charge" and o.works and o.closure is not None
    ]
    plan = case.configuration.plan
    if not by_altimeter or plan is None:
        return None
    found = case.recovery
    for opening in by_altimeter:
        event = "main" if opening.event.endswith("main") else "first"
        test = plan.last_test(event)  # type: ignore[arg-type]
        if test is None:
            return unknown("ground_test", "ground_test", why="owed")
        bay_ = next((b for b in found.bays if b.event == event), None) if found is not None else None
        if bay_ is not None and bay_.test_stale:
            return unknown("ground_test", "ground_test", why="stale")
    return plain("ground_test", True, "threw")
