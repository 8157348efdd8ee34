"""A build planned, scheduled, planned again; the cut plan; and the API's answer to a tick."""

import datetime
import random
import statistics
import time

from wobbly_fin.demo.airframes import airframe_file
from wobbly_fin.rocketry.building import nesting
from wobbly_fin.rocketry.building.agenda import Done, agenda
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.cutting import Bar, Piece, cut_plan
from wobbly_fin.rocketry.building.hours import FreeHours, read_hours
from wobbly_fin.rocketry.building.nesting import nest_fins
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.plan import proven as proven_again
from wobbly_fin.rocketry.building.schedule import by_rule, latest_start, merged, schedule
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.building.task import Problem, Task, Wait

NOW = datetime.datetime(2027, 2, 1, 17, tzinfo=datetime.UTC)
EVENINGS = FreeHours(weekly=tuple(read_hours(t) for t in ("19-21:30", "", "19-21:30", "19-21", "", "10-13, 14-17", "")))
STEPS = 45


def random_build(seed: int) -> Problem:
    """Forty-five steps on five assemblies, each after one or two of the six before it."""
    r = random.Random(seed)
    tasks = []
    for i in range(STEPS):
        before = r.sample(range(max(0, i - 6), i), min(i, r.choice([1, 1, 2]))) if i else []
        tasks.append(
            Task(
                id=f"t{i}",
                hands_on_s=60 * r.choice([5, 10, 15, 20, 30, 45, 60]),
                cure_s=60 * r.choice([0, 0, 30, 45, 240, 480, 720]),
                after=tuple(Wait(id=f"t{j}") for j in before),
                part=r.choice(["mount", "body", "nose", "fins", "bay"]),
            )
        )
    return Problem(start_s=int(NOW.timestamp()), windows=EVENINGS.windows(NOW, 120), tasks=tuple(tasks))


def timed(call: object, *given: object, **named: object) -> tuple[float, object]:
    start = time.perf_counter()
    answer = call(*given, **named)  # type: ignore[operator]
    return time.perf_counter() - start, answer


def main() -> None:
    print("\nBuilding")
    bench = Bench.of(airframe_file("Night Ferry", {}).to_airframe(), Schools(inside="fin_pockets", fillets="epoxy-30", coats=5))
    build_plan(bench)  # messages are read once
    planning, plan = timed(build_plan, bench)
    proving, breaks = timed(proven_again, bench, plan)
    windows, now_s = EVENINGS.windows(NOW, 240), int(NOW.timestamp())
    first, found = timed(agenda, plan, {}, now_s, windows)  # OR-Tools is imported here
    schedule.cache_clear()
    again, found = timed(agenda, plan, {}, now_s, windows)
    late = int((NOW + datetime.timedelta(days=14)).timestamp())
    half = {s.key: Done(hands_off_s=late - 9000, cured_s=late - 60 * i, full_s=late) for i, s in enumerate(plan.steps[:20])}
    anew, _ = timed(agenda, plan, half, late, windows)
    print(
        f"  a build of {len(plan.steps)} steps: planned {planning * 1e3:.0f} ms (wanted: 300), of it proven in {proving * 1e3:.0f} ms with {len(breaks)} breaks, scheduled {again:.2f} s (first time, with OR-Tools' import, {first:.2f} s),"
    )
    print(
        f"  proven {'best' if found.schedule.proven else 'not'} (wanted: 2 s); planned again with 20 steps done {anew:.2f} s (wanted: 1 s)"
    )
    times, ratios, proven, latest = [], [], 0, []
    for seed in range(12):
        asked = random_build(seed)
        took, answer = timed(schedule, asked)
        rule = by_rule(asked, merged(asked.windows, asked.start_s))
        assert rule is not None and answer.finish_s is not None
        ratios.append((max(s.cured_s for s in rule) - asked.start_s) / (answer.finish_s - asked.start_s))
        times.append(took)
        proven += answer.proven
        latest.append(timed(latest_start, asked, answer.finish_s + 14 * 86400)[0])
    print(
        f"  12 random builds of {STEPS} steps: median {statistics.median(times):.2f} s, slowest {max(times):.2f} s, {proven} of 12 proven best;"
        f" latest start {statistics.median(latest) * 1e3:.0f} ms; a rule of thumb's finish is "
        f"{(statistics.median(ratios) - 1) * 100:.0f} % later, at worst {(max(ratios) - 1) * 100:.0f} %"
    )
    r = random.Random(2)
    pieces = tuple(Piece(key=f"p{i}", length_m=r.uniform(0.05, 0.5), shows=i % 2 == 0) for i in range(14))
    took, cuts = timed(cut_plan, pieces, tuple(Bar(key=f"b{i}", length_m=0.85, edges=2, bought=i > 3) for i in range(10)))
    print(f"  cut plan of 14 lengths from 10 tubes: {took:.2f} s, {cuts.cuts} cuts, {'proven' if cuts.proven else 'not proven'}")
    nesting.nest.cache_clear()
    took, nest = timed(nest_fins, bench.layout, next(p for p in bench.layout.placed if p.part.TYPE == "fin_set"))
    print(f"  {nest.count} fins nested: {took * 1e3:.0f} ms")


if __name__ == "__main__":
    main()
