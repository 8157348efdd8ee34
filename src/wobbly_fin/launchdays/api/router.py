"""Launch days: the board, the car, the lists, what happened; the firing circuit and a rehearsal."""

import datetime
import uuid

from django.http import Http404, HttpRequest, HttpResponse
from django.utils import timezone
from ninja import File, Router, Status
from ninja.files import UploadedFile

from wobbly_fin.accounts.people import person
from wobbly_fin.formats.passed_on import CodeFile, read_passed_on
from wobbly_fin.launchdays.actions.ask_weather import ask_weather, type_weather
from wobbly_fin.launchdays.actions.code_file import code_file, take_code
from wobbly_fin.launchdays.actions.keep_day import bin_day, drop_line, keep_day, keep_line
from wobbly_fin.launchdays.actions.record import Told, record
from wobbly_fin.launchdays.alerts import call_heads_up, calls_since
from wobbly_fin.launchdays.api.answers import car_out, checklist_out, override_words, plan_out
from wobbly_fin.launchdays.api.field_schemas import (
    AlertOut,
    AlertsOut,
    ChecklistOut,
    DayEventRefusedOut,
    DayEventsIn,
    DayEventsOut,
    FieldPackOut,
    FlightHoldsOut,
)
from wobbly_fin.launchdays.api.pack import pack_out
from wobbly_fin.launchdays.api.schemas import (
    CarOut,
    ChangedLineOut,
    CodeTakenOut,
    DayPlanOut,
    ForecastIn,
    LandingCloudOut,
    LaunchDayIn,
    LaunchDayOut,
    ManifestLineIn,
)
from wobbly_fin.launchdays.field_state import as_read, overrides_of
from wobbly_fin.launchdays.models import DayEvent, LaunchDay
from wobbly_fin.launchdays.papers import day_papers
from wobbly_fin.launchdays.plan import day_of, plan_of
from wobbly_fin.launchdays.since import changes_of, note
from wobbly_fin.launchdays.spread import cloud_of
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.launchday.explain import clock_sentence, look_sentence
from wobbly_fin.rocketry.messages import say
from wobbly_fin.site.downloads import download
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.site.seen import as_seen

router = Router(tags=["launchdays"])
REFUSALS = {404: ErrorOut, 409: ErrorOut, 422: ErrorOut}


@router.get("/days", response=list[LaunchDayOut], operation_id="launch_days")
def days(request: HttpRequest) -> list[LaunchDayOut]:
    """Every day, the latest first."""
    rows = LaunchDay.objects.visible_to(person(request)).select_related("field").prefetch_related("lines", "events")
    return [
        LaunchDayOut(
            id=d.pk, name=d.name, day=d.day, field=d.field.name if d.field else "", flights=len(d.lines.all()),
            told=len({e.line_id for e in d.events.all() if e.kind == "told"}),
        )
        for d in rows
    ]  # fmt: skip


@router.put("/days/{uuid:key}", response={200: DayPlanOut, **REFUSALS}, operation_id="keep_launch_day")
def put_day(request: HttpRequest, key: uuid.UUID, body: LaunchDayIn) -> DayPlanOut:
    """Make or change a day."""
    with as_seen(request, LaunchDay.objects.belonging_to(person(request)), key):
        keep_day(person(request), key, **body.model_dump())
    return _board(request, key)


@router.get("/days/{uuid:key}", response={200: DayPlanOut, **REFUSALS}, operation_id="launch_day")
def get_day(request: HttpRequest, key: uuid.UUID) -> DayPlanOut:
    """The board: every flight judged in its hour."""
    return _board(request, key)


@router.get("/days/{uuid:key}/code.json", operation_id="code_file")
def get_code_file(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """The rules a day goes by, as a file to pass on."""
    found = code_file(day_of(person(request), key))
    return download(found.model_dump_json(indent=1), "range-rules.json", "application/json")


@router.post("/days/{uuid:key}/code", response={200: CodeTakenOut, **REFUSALS}, operation_id="import_code")
def post_code(request: HttpRequest, key: uuid.UUID, file: File[UploadedFile]) -> CodeTakenOut:
    """Let a day go by the rules of a file."""
    return CodeTakenOut(differs=take_code(person(request), key, read_passed_on(file.read(), CodeFile, say("passed-code"))))


@router.post("/days/{uuid:key}/noted", response={200: DayPlanOut, **REFUSALS}, operation_id="note_changes")
def post_noted(request: HttpRequest, key: uuid.UUID) -> DayPlanOut:
    """What changed since each flight was last seen is noted: from now on only what changes next is told."""
    user = person(request)
    note(plan_of(user, day_of(user, key)), anew=True)
    return _board(request, key)


@router.get("/changes", response=list[ChangedLineOut], operation_id="changed_lines")
def changes(request: HttpRequest) -> list[ChangedLineOut]:
    """Every flight of the days to come that came to something else since it was last seen."""
    return [
        ChangedLineOut(rocket_id=p.row.rocket_id, day_id=day.pk, day=day.name, say=said)
        for day, p, said in changes_of(person(request))
    ]


@router.delete("/days/{uuid:key}", response={204: None, **REFUSALS}, operation_id="bin_launch_day")
def delete_day(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Into the bin."""
    bin_day(person(request), key)
    return Status(204, None)


@router.post("/days/{uuid:key}/back", response={200: DayPlanOut, **REFUSALS}, operation_id="unbin_launch_day")
def unbin_day(request: HttpRequest, key: uuid.UUID) -> DayPlanOut:
    """Out of the bin."""
    bin_day(person(request), key, back=True)
    return _board(request, key)


@router.put("/days/{uuid:key}/lines/{uuid:line}", response={200: DayPlanOut, **REFUSALS}, operation_id="keep_line")
def put_line(request: HttpRequest, key: uuid.UUID, line: uuid.UUID, body: ManifestLineIn) -> DayPlanOut:
    """Put a flight on the manifest, or change it."""
    with as_seen(request, LaunchDay.objects.belonging_to(person(request)), key):
        keep_line(person(request), key, line, **body.model_dump())
    return _board(request, key)


@router.delete("/days/{uuid:key}/lines/{uuid:line}", response={200: DayPlanOut, **REFUSALS}, operation_id="drop_line")
def delete_line(request: HttpRequest, key: uuid.UUID, line: uuid.UUID) -> DayPlanOut:
    """Take a flight off the manifest."""
    drop_line(person(request), key, line)
    return _board(request, key)


@router.post("/days/{uuid:key}/weather", response={200: DayPlanOut, **REFUSALS}, operation_id="ask_weather")
def post_weather(request: HttpRequest, key: uuid.UUID, body: ForecastIn) -> DayPlanOut:
    """Ask the weather service for the day, or take a forecast file, or the wind somebody typed."""
    if body.typed is not None:
        type_weather(person(request), key, {str(box): text for box, text in body.typed.items()})
    else:
        ask_weather(person(request), key, body.document)
    return _board(request, key)


@router.get("/days/{uuid:key}/car", response={200: CarOut, **REFUSALS}, operation_id="car")
def car(request: HttpRequest, key: uuid.UUID) -> CarOut:
    """What goes into the car."""
    user = person(request)
    return car_out(user, plan_of(user, day_of(user, key), changes=False))


@router.get("/days/{uuid:key}/lines/{uuid:line}/checklist", response={200: ChecklistOut, **REFUSALS}, operation_id="checklist")
def get_checklist(request: HttpRequest, key: uuid.UUID, line: uuid.UUID) -> ChecklistOut:
    """One flight's list."""
    user = person(request)
    plan, reading = as_read(user, day_of(user, key))
    return checklist_out(plan, plan.line(line), reading)


@router.get("/days/{uuid:key}/lines/{uuid:line}/cloud", response={200: LandingCloudOut, **REFUSALS}, operation_id="landing_cloud")
def get_cloud(request: HttpRequest, key: uuid.UUID, line: uuid.UUID) -> LandingCloudOut:
    """Where one flight may come down in its hour, gusts and all."""
    user = person(request)
    plan = plan_of(user, day_of(user, key), changes=False)
    points = cloud_of(plan.line(line).ruling.candidate.case).landed
    return LandingCloudOut(
        points=[[round(x, 1), round(y, 1)] for x, y in points.tolist()], look=look_sentence(points, plan.units)
    )


@router.get("/days/{uuid:key}/pack", response={200: FieldPackOut, **REFUSALS}, operation_id="pack_for_the_field")
def pack(request: HttpRequest, key: uuid.UUID, device: str = "") -> FieldPackOut:
    """Everything a phone wants where there is no network, judged in what was last read on site."""
    user = person(request)
    return pack_out(user, day_of(user, key), device)


@router.put("/days/{uuid:key}/events", response={200: DayEventsOut, **REFUSALS}, operation_id="tell_events")
def put_events(request: HttpRequest, key: uuid.UUID, body: DayEventsIn) -> DayEventsOut:
    """Keep what a phone tells; sent twice it is kept once."""
    told = [Told(**e.model_dump()) for e in body.events]
    found = record(person(request), key, told, sent_at=body.sent_at, device=body.device)
    return DayEventsOut(
        kept=list(found.kept),
        refused=[DayEventRefusedOut(id=i, message=m) for i, m in found.refused],
        clock=clock_sentence(found.skew_s),
    )


@router.get("/alerts", response=AlertsOut, operation_id="alerts")
def get_alerts(request: HttpRequest, after: datetime.datetime | None = None) -> AlertsOut:
    """Heads-ups on the range since a moment, whoever called them; the server's own clock says from when to ask next."""
    person(request)
    now = timezone.now()
    return AlertsOut(now=now, alerts=[AlertOut(id=c.pk, who=c.caller.username, at=c.at) for c in calls_since(after)])


@router.put("/alerts/{uuid:key}", response={204: None, **REFUSALS}, operation_id="call_heads_up")
def put_alert(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Heads up, to every phone that can be reached."""
    call_heads_up(person(request), key)
    return Status(204, None)


@router.get("/flights/{uuid:flight}/holds", response={200: FlightHoldsOut, **REFUSALS}, operation_id="flight_holds")
def get_flight_holds(request: HttpRequest, flight: uuid.UUID) -> FlightHoldsOut:
    """What was overridden before a flight, by whom and why, and what still stood open when it was told."""
    user = person(request)
    if not Flight.objects.filter(pk=flight, owner=user).exists():
        raise Http404
    told = DayEvent.objects.filter(pk=flight, kind="told", day__owner=user).first()
    if told is None:
        return FlightHoldsOut(overrides=[], open=[])
    return FlightHoldsOut(
        overrides=[override_words(e) for e in overrides_of(told.day).get(str(told.line_id), []) if e.at <= told.at],
        open=[str(t) for t in told.facts.get("open_holds", [])],
    )


@router.get("/days/{uuid:key}/papers.pdf", operation_id="day_papers")
def papers(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """Day sheet and flight cards, a QR code on each to its rocket's page."""
    user = person(request)
    plan = plan_of(user, day_of(user, key), changes=False)
    return download(day_papers(plan, request.build_absolute_uri("/")), f"{plan.day.name}.pdf", "application/pdf")


def _board(request: HttpRequest, key: uuid.UUID) -> DayPlanOut:
    user = person(request)
    plan = plan_of(user, day_of(user, key))
    note(plan)
    return plan_out(plan)
