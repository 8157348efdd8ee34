"""What a phone takes along to a field without a network."""

import numpy as np
from django.contrib.auth.models import User
from django.utils import timezone

from wobbly_fin.launchdays.api.answers import checklist_out, drills_out, plan_out
from wobbly_fin.launchdays.api.field_schemas import (
    FieldPackOut,
    PackedLineOut,
    ReadingOut,
    SearchOut,
    WarmthStepOut,
    WindStepOut,
)
from wobbly_fin.launchdays.api.schemas import (
    DayChoiceOut,
    ManifestLineOut,
)
from wobbly_fin.launchdays.field_pack import GRID_FROM_DEG, GRID_SPEEDS_M_S, grid_of
from wobbly_fin.launchdays.field_state import USUAL_C, Reading, as_read, pad_of
from wobbly_fin.launchdays.models import LaunchDay
from wobbly_fin.launchdays.plan import DayPlan, Planned, loadout_for, plan_of
from wobbly_fin.launchdays.spread import cloud_of
from wobbly_fin.rocketry.choosing.codes import MISFIRE_WAIT_S
from wobbly_fin.rocketry.flightlog.outcomes import LANDINGS, OPENINGS
from wobbly_fin.rocketry.launchday.checklists.carry import carry
from wobbly_fin.rocketry.launchday.checklists.compose import turnaround
from wobbly_fin.rocketry.launchday.explain import sector_sentence
from wobbly_fin.rocketry.launchday.holds import WIND_HOLDS_S, bar_words, reopened_words
from wobbly_fin.rocketry.launchday.search import FEWEST, sector_of
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import show

SHOWN = 80  # landings drawn


def pack_out(user: User, day: LaunchDay, device: str) -> FieldPackOut:
    """A day as it stands for one phone: judged in what was last read on site, its grids in the forecast's warmth."""
    plan, reading = as_read(user, day, changes=True)
    forecast = plan if reading is None else plan_of(user, day)
    in_forecast = {p.row.pk: p for p in forecast.lines}
    warmth = forecast.forecast.at((day.opens + day.closes) / 2).temperature_c if forecast.forecast else USUAL_C
    mine = day.events.filter(device=device[:40]).values_list("pk", flat=True) if device else []
    board = plan_out(plan)
    return FieldPackOut(
        plan=board,
        lines=[_line(plan, planned, out, reading, in_forecast[planned.row.pk], warmth) for out, planned in zip(board.lines, plan.lines, strict=True)],
        speeds_m_s=list(GRID_SPEEDS_M_S),
        from_deg=list(GRID_FROM_DEG),
        winds=[WindStepOut(m_s=0.5 * n, said=show(0.5 * n, "speed", plan.units)) for n in range(31)],
        warmths=[WarmthStepOut(c=float(c), said=show(float(c), "temperature", plan.units)) for c in range(-25, 46)],
        reading=ReadingOut(m_s=reading.m_s, from_deg=reading.from_deg, c=reading.c, at=reading.at) if reading else None,
        grid_c=warmth,
        wind_holds_s=WIND_HOLDS_S,
        bars=bar_words(),
        weather_reopens=reopened_words(("weather",)),
        took_on=say("overridden", by="{by}", why="{why}"),
        known=list(mine),
        openings=[DayChoiceOut(key=k, label=v) for k, v in OPENINGS.items()],
        landings=[DayChoiceOut(key=k, label=v) for k, v in LANDINGS.items() if k != "none"],
        misfire_wait_s=MISFIRE_WAIT_S,
        packed_at=timezone.now(),
    )  # fmt: skip


def _search(plan: DayPlan, planned: Planned) -> SearchOut | None:
    landed = cloud_of(planned.ruling.candidate.case).landed
    if len(landed) < FEWEST:
        return None
    sector = sector_of(landed)
    near, far = (show(round(m, -1), "height", plan.units) for m in (sector.near_m, sector.far_m))
    return SearchOut(
        say=sector_sentence(sector, plan.units), near_m=sector.near_m, far_m=sector.far_m, near=near, far=far, from_deg=sector.from_deg,
        width_deg=sector.width_deg, landings=np.round(landed[:SHOWN], 1).tolist(),
    )  # fmt: skip


def _line(
    plan: DayPlan, planned: Planned, out: ManifestLineOut, reading: Reading | None, in_forecast: Planned, warmth: float
) -> PackedLineOut:
    loadout = loadout_for(plan, planned)
    told = planned.row.events.filter(kind="told").order_by("at", "pk").first()
    return PackedLineOut(
        line=out, checklist=checklist_out(plan, planned, reading, any_weather=True),
        search=_search(plan, planned),
        turnaround=[i.key for i in turnaround(loadout)], drills=drills_out(loadout), carry=list(carry(loadout)),
        pad=pad_of(planned.row),
        flight=told.pk if told else None, grid=grid_of(plan, in_forecast, warmth),
    )  # fmt: skip
