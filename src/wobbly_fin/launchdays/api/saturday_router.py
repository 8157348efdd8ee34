"""The question of a day: which of my motors for which of my rockets?"""

import uuid
from collections import Counter

from django.http import HttpRequest
from ninja import Router

from wobbly_fin.accounts.people import person
from wobbly_fin.hangar.board import burns
from wobbly_fin.launchdays.api.saturday_schemas import (
    GridCellOut,
    GridRowOut,
    LeftOutOut,
    ProposalIn,
    ProposalOut,
    ProposedFlightOut,
)
from wobbly_fin.launchdays.plan import day_of, plan_of
from wobbly_fin.launchdays.saturday import Cell, DayBox, GridRow, propose, rockets_of, row_of
from wobbly_fin.rocketry.choosing.explain import height_words, needs_of, why_not
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.allocation import Allocation, DayWishes
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import read_number
from wobbly_fin.site.errors import ErrorOut

router = Router(tags=["launchdays"])
REFUSALS = {404: ErrorOut, 422: ErrorOut}


@router.get("/days/{uuid:key}/grid/{uuid:rocket}", response={200: GridRowOut, **REFUSALS}, operation_id="day_grid")
def grid(request: HttpRequest, key: uuid.UUID, rocket: uuid.UUID) -> GridRowOut:
    """One rocket on every motor of the box, in each hour of a day."""
    user = person(request)
    box = DayBox.of(user, day_of(user, key))
    row = row_of(box, rockets_of(user, [rocket])[0])
    return GridRowOut(
        rocket_id=row.rocket.pk, rocket=row.rocket.name, cells=[_cell_out(c, box.context.units) for c in row.cells],
        why=row.why or ("" if row.cells else say("saturday-none-fits")),
    )  # fmt: skip


@router.post("/days/{uuid:key}/proposal", response={200: ProposalOut, **REFUSALS}, operation_id="propose_day")
def post_proposal(request: HttpRequest, key: uuid.UUID, body: ProposalIn) -> ProposalOut:
    """The best day from the box; nothing is kept."""
    user = person(request)
    day = day_of(user, key)
    cost = read_number(body.cost_most, "cost_most") if body.cost_most.strip() else None
    if cost is not None and not 0 <= cost < 1e6:
        raise RocketryError("cost_most", "is no sum of money; write for instance 25")
    box = DayBox.of(user, day)
    rows = [row_of(box, r) for r in rockets_of(user, body.rockets)]
    plan = plan_of(user, day, changes=False)
    at = {s.key: s.hour for s in plan.order.slots}
    lines = [(at.get(str(p.row.pk)), burns(p.loaded)) for p in plan.lines]
    wishes = DayWishes(
        tried=frozenset((str(t.rocket_id), t.load) for t in body.tried), saved=frozenset(body.saved), cost_most=cost, most_each=body.most_each,
    )  # fmt: skip
    return _proposal_out(box, rows, propose(box, rows, lines, wishes))


def _cell_out(cell: Cell, units: UnitChoice) -> GridCellOut:
    c = cell.candidate
    return GridCellOut(
        load=cell.load, delay_s=c.delay_s, name=c.configuration.name, label=c.label, height=height_words(c.case, units) if c.flight.lifted else "–",
        verdict=c.verdict, why=why_not(c, units) or "", hours=[x.verdict for x in cell.at], here=cell.here, practice="catalogue:" in cell.load,
        cost=cell.cost,
    )  # fmt: skip


def _clock(hour: float) -> str:
    minutes = round(60 * hour)
    return f"{minutes // 60}:{minutes % 60:02d}"


def _proposal_out(box: DayBox, rows: list[GridRow], found: Allocation) -> ProposalOut:
    units = box.context.units
    by_key = {str(r.rocket.pk): r for r in rows}
    flights = []
    needs: list[str] = []
    for o in found.flights:
        row = by_key[o.rocket]
        cell = next(c for c in row.cells if c.load == o.load and c.candidate.delay_s == o.delay_s)
        c = cell.at[o.place]
        needs += [n for n in needs_of(c) if n not in needs]
        flights.append(
            ProposedFlightOut(
                rocket_id=row.rocket.pk, rocket=row.rocket.name, load=o.load, label=c.label, delay_s=o.delay_s,
                told_hour=_clock(box.places_h[o.place]),
                verdict=c.verdict, height=height_words(c.case, units),
            )
        )  # fmt: skip
    left = [
        LeftOutOut(
            rocket_id=by_key[r].rocket.pk,
            rocket=by_key[r].rocket.name,
            say=_left_out(by_key[r], why, units),
            buy=_buy(by_key[r], why),
        )
        for r, why in found.left_out
    ]
    verdicts = Counter(f.verdict for f in flights)
    cost = sum(o.cost or 0.0 for o in found.flights)
    flown = len({f.rocket_id for f in flights})
    head = say("saturday-nothing")
    if flights:
        counts = [say(f"saturday-count-{v}", many=str(verdicts[v])) for v in ("good", "open", "marginal") if verdicts[v]]
        head = say("saturday-headline", flown=str(flown), rockets=str(len(rows)), counts=", ".join(counts))
        head += say("saturday-cost", cost=f"{cost:.2f}") if cost else ""
        head += say("saturday-open", needs=", ".join(needs)) if needs else ""
    return ProposalOut(
        headline=head, flights=flights, left_out=left, places=[_clock(h) for h in box.places_h], proven=found.proven
    )


def _left_out(row: GridRow, why: str, units: UnitChoice) -> str:
    if row.why:
        return row.why
    if why == "none" and not row.cells:
        return say("saturday-none-fits")
    if why == "none":
        best = next((c for c in row.cells if c.here), row.cells[0]).candidate
        return say("saturday-none-passes", label=best.label, why=why_not(best, units) or "")
    return say(f"saturday-left-{why}")


def _buy(row: GridRow, why: str) -> str:
    """What to buy so that it can fly: the gentlest of one's own motors that goes and is not here."""
    if why not in ("motors", "none"):
        return ""
    best = next((c for c in row.cells if c.goes and "catalogue:" not in c.load), None)
    return say("saturday-buy", label=best.candidate.label) if best is not None else ""
