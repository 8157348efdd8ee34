"""The workshop: a rocket's build, what to do now, what is curing, and whether it will be ready."""

import uuid
from typing import Literal

from django.http import FileResponse, Http404, HttpRequest, HttpResponse
from django.utils import timezone
from ninja import File, Form, Router, Status, UploadedFile

from wobbly_fin.accounts.people import person
from wobbly_fin.formats.calendar_file import calendar_file
from wobbly_fin.formats.pictures import PictureOut, picture_out
from wobbly_fin.hangar.api.router import row_of
from wobbly_fin.rocketry.building.agenda import fits_in
from wobbly_fin.rocketry.building.explain import lasting
from wobbly_fin.rocketry.building.materials import materials
from wobbly_fin.rocketry.building.pictures import picture_of
from wobbly_fin.rocketry.building.standing import standing_picture
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.downloads import download
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.site.pictures import photo_response
from wobbly_fin.standins.scale import weigh
from wobbly_fin.stores.actions.keep_material import duration_s
from wobbly_fin.stores.materials import stores_of
from wobbly_fin.workshop.actions.begin import (
    add_change,
    begin_build,
    bin_build,
    set_deadline,
    set_hours,
    set_schools,
    take_back_change,
)
from wobbly_fin.workshop.actions.book import book_cuts
from wobbly_fin.workshop.actions.photo import drop_photo, keep_photo
from wobbly_fin.workshop.actions.tick import record
from wobbly_fin.workshop.actions.weigh import add_ballast, weigh_in
from wobbly_fin.workshop.api.answers import bench_out, station_out
from wobbly_fin.workshop.api.paper_answers import materials_out
from wobbly_fin.workshop.api.proposal import proposal_out
from wobbly_fin.workshop.api.schemas import (
    BallastIn,
    BeginIn,
    BenchOut,
    DeadlineIn,
    EventIn,
    FitsOut,
    HoursIn,
    MaterialsOut,
    PlanChangeIn,
    ScaleReadingOut,
    SchoolsIn,
    StationOut,
    WeighingIn,
)
from wobbly_fin.workshop.diary import write_diary
from wobbly_fin.workshop.models import Build, BuildPhoto
from wobbly_fin.workshop.station import build_of, current_build, station_of, workbench_of

router = Router(tags=["workshop"])
REFUSALS = {404: ErrorOut, 409: ErrorOut, 422: ErrorOut}


def _shown(request: HttpRequest, build: Build, zone: str = "") -> StationOut:
    return station_out(station_of(person(request), build, zone=zone))


@router.get("/rockets/{uuid:key}", response={200: StationOut, **REFUSALS}, operation_id="build_station")
def station(request: HttpRequest, key: uuid.UUID, zone: str = "") -> StationOut:
    """A rocket's build as it stands, or what one would come to."""
    user, row = person(request), row_of(request, key)
    build = current_build(user, row)
    return proposal_out(user, row, zone) if build is None else _shown(request, build, zone)


@router.get("/benches", response=list[BenchOut], operation_id="benches")
def benches(request: HttpRequest, zone: str = "") -> list[BenchOut]:
    """Every rocket at the bench: next step and running cures."""
    user = person(request)
    out, seen = [], set()
    for build in Build.objects.visible_to(user).select_related("rocket").filter(rocket__deleted_at__isnull=True):
        if build.rocket_id in seen:
            continue
        seen.add(build.rocket_id)
        try:
            found = bench_out(station_of(user, build, zone=zone))
        except RocketryError:
            continue  # a design in pieces shows its fault at its own station
        if found.done < found.steps or found.curing:
            out.append(found)
    return out


@router.put("/rockets/{uuid:key}/builds/{uuid:build}", response={200: StationOut, **REFUSALS}, operation_id="begin_build")
def begin(request: HttpRequest, key: uuid.UUID, build: uuid.UUID, body: BeginIn, zone: str = "") -> StationOut:
    """Begin a build or a repair."""
    return _shown(request, begin_build(person(request), key, build, body.kind, body.damage), zone)


@router.delete("/builds/{uuid:build}", response={204: None, 404: ErrorOut}, operation_id="bin_build")
def put_aside(request: HttpRequest, build: uuid.UUID) -> Status[None]:
    """Put a build aside."""
    bin_build(person(request), build)
    return Status(204, None)


@router.post("/builds/{uuid:build}/restore", response={204: None, 404: ErrorOut}, operation_id="restore_build")
def take_up(request: HttpRequest, build: uuid.UUID) -> Status[None]:
    """Take it up again."""
    bin_build(person(request), build, back=True)
    return Status(204, None)


@router.patch("/builds/{uuid:build}/schools", response={200: StationOut, **REFUSALS}, operation_id="set_schools")
def patch_schools(request: HttpRequest, build: uuid.UUID, body: SchoolsIn) -> StationOut:
    """Change how it is built."""
    return _shown(request, set_schools(person(request), build, body.told))


@router.put("/builds/{uuid:build}/deadline", response={200: StationOut, **REFUSALS}, operation_id="set_deadline")
def put_deadline(request: HttpRequest, build: uuid.UUID, body: DeadlineIn) -> StationOut:
    """The launch it is built for."""
    return _shown(request, set_deadline(person(request), build, body.text, body.zone))


@router.put("/builds/{uuid:build}/hours", response={200: StationOut, **REFUSALS}, operation_id="set_hours")
def put_hours(request: HttpRequest, build: uuid.UUID, body: HoursIn) -> StationOut:
    """Change free hours."""
    user = person(request)
    found = build_of(user, build)
    set_hours(user, body.weekly, body.exceptions, body.zone)
    return _shown(request, found)


@router.post("/builds/{uuid:build}/changes", response={200: StationOut, **REFUSALS}, operation_id="change_plan")
def post_change(request: HttpRequest, build: uuid.UUID, body: PlanChangeIn) -> StationOut:
    """Add a step, drop one, put one after others."""
    told: dict[str, object] = {
        "kind": body.kind, "key": body.key, "title": body.title, "after": body.after, "before": body.before, "note": body.note,
    }  # fmt: skip
    if body.kind == "add":
        told |= {
            "hands_on_s": duration_s(body.hands_on or "15", "hands_on"),
            "cure_s": duration_s(body.cure, "cure") if body.cure.strip() else 0.0,
        }
    return _shown(request, add_change(person(request), build, told))


@router.delete(
    "/builds/{uuid:build}/changes/{int:number}", response={200: StationOut, **REFUSALS}, operation_id="take_back_change"
)
def delete_change(request: HttpRequest, build: uuid.UUID, number: int) -> StationOut:
    """Take a change back."""
    return _shown(request, take_back_change(person(request), build, number))


@router.put("/builds/{uuid:build}/events/{uuid:key}", response={200: StationOut, **REFUSALS}, operation_id="record_event")
def put_event(request: HttpRequest, build: uuid.UUID, key: uuid.UUID, body: EventIn) -> StationOut:
    """Tick, begin, take back, remark."""
    found = record(
        person(request), build, key, body.kind, body.step, minutes=body.minutes, remark=body.remark, with_before=body.with_before
    )
    return _shown(request, found)


@router.put("/builds/{uuid:build}/weighings/{uuid:key}", response={200: StationOut, **REFUSALS}, operation_id="weigh_in")
def put_weighing(request: HttpRequest, build: uuid.UUID, key: uuid.UUID, body: WeighingIn) -> StationOut:
    """What the scale says; the rocket's masses follow."""
    return _shown(request, weigh_in(person(request), build, key, body.step, body.text))


@router.get("/builds/{uuid:build}/scale", response={200: ScaleReadingOut, **REFUSALS}, operation_id="read_scale")
def read_scale(request: HttpRequest, build: uuid.UUID, step: str, press: int = 0) -> ScaleReadingOut:
    """Put a step's parts on the simulated bench scale."""
    found = workbench_of(person(request), build_of(person(request), build))
    there = found.plan.of.get(step)
    if there is None or there.weigh_in is None:
        raise RocketryError("step", "has nothing to put on the scale")
    reading = weigh(f"{build}/{step}", there.weigh_in.expected_kg, there.weigh_in.sigma_kg, press)
    return ScaleReadingOut(shown=reading.shown, over=reading.over)


@router.post("/builds/{uuid:build}/ballast", response={200: StationOut, **REFUSALS}, operation_id="add_ballast")
def post_ballast(request: HttpRequest, build: uuid.UUID, body: BallastIn) -> StationOut:
    """Put the ballast a weigh-in asks for into the design."""
    return _shown(request, add_ballast(person(request), build, body.step, body.part))


@router.get("/builds/{uuid:build}/fits", response={200: FitsOut, **REFUSALS}, operation_id="what_fits")
def fits(request: HttpRequest, build: uuid.UUID, time: str) -> FitsOut:
    """What can be done in the time there is now."""
    free = duration_s(time, "time")
    if not 60 <= free <= 24 * 3600:
        raise RocketryError("time", f"{time[:20]!r} will not do; between a minute and a day")
    s = station_of(person(request), build_of(person(request), build))
    keys = fits_in(s.plan, s.state.done, s.now_s, int(free), s.agenda, s.state.pace)
    if keys:
        said = f"In {lasting(free)}: " + ", then ".join(f"“{s.plan.of[k].title}”" for k in keys) + "."
    else:
        said = f"Nothing fits into {lasting(free)} now: what can be begun takes longer, or is still curing."
    return FitsOut(keys=list(keys), said=said)


@router.get("/builds/{uuid:build}/picture", response={200: PictureOut, **REFUSALS}, operation_id="step_picture")
def picture(request: HttpRequest, build: uuid.UUID, step: str, view: Literal["work", "stands"] = "work") -> PictureOut:
    """A step's picture, from the rocket's own geometry: the work, or the assembly cut open as it stands."""
    s = workbench_of(person(request), build_of(person(request), build))
    there = s.plan.of.get(step)
    drawn = None
    if there is not None:
        drawn = picture_of(s.bench, there) if view == "work" else standing_picture(s.bench, s.plan, there, s.state.done)
    if drawn is None:
        raise Http404
    return picture_out(drawn)


@router.get("/builds/{uuid:build}/materials", response={200: MaterialsOut, **REFUSALS}, operation_id="build_materials")
def build_materials(request: HttpRequest, build: uuid.UUID) -> MaterialsOut:
    """Cut list, sheets, shopping list against stores."""
    user = person(request)
    s = workbench_of(user, build_of(user, build))
    return materials_out(materials(s.bench, s.plan, stores_of(user)), s.units, booked=s.state.booked)


@router.put("/builds/{uuid:build}/cuts/{uuid:key}", response={200: MaterialsOut, **REFUSALS}, operation_id="book_cuts")
def put_cuts(request: HttpRequest, build: uuid.UUID, key: uuid.UUID) -> MaterialsOut:
    """Book the cut plan: tubes out of stores, offcuts back."""
    book_cuts(person(request), build, key)
    return build_materials(request, build)


@router.post("/builds/{uuid:build}/photos/{uuid:key}", response={200: StationOut, **REFUSALS}, operation_id="keep_photo")
def post_photo(
    request: HttpRequest, build: uuid.UUID, key: uuid.UUID, photo: File[UploadedFile], step: Form[str] = "", title: Form[str] = ""
) -> StationOut:
    """Keep a photo of a step."""
    return _shown(request, keep_photo(person(request), build, key, step, title, photo))


@router.get("/photos/{uuid:key}", response={404: ErrorOut}, operation_id="photo")
def get_photo(request: HttpRequest, key: uuid.UUID) -> FileResponse:
    """A photo's picture."""
    found = BuildPhoto.objects.filter(pk=key, build__owner_id=person(request).pk).first()
    return photo_response(found)


@router.delete("/photos/{uuid:key}", response={200: StationOut, **REFUSALS}, operation_id="drop_photo")
def delete_photo(request: HttpRequest, key: uuid.UUID) -> StationOut:
    """Bin a photo."""
    return _shown(request, drop_photo(person(request), key))


@router.post("/photos/{uuid:key}/restore", response={200: StationOut, **REFUSALS}, operation_id="restore_photo")
def restore_photo(request: HttpRequest, key: uuid.UUID) -> StationOut:
    """Take a photo out of the bin."""
    return _shown(request, drop_photo(person(request), key, back=True))


@router.get("/builds/{uuid:build}/calendar.ics", response=REFUSALS, operation_id="build_calendar")
def calendar(request: HttpRequest, build: uuid.UUID, zone: str = "") -> HttpResponse:
    """The plan as an iCalendar file, with a reminder where a cure ends."""
    s = station_of(person(request), build_of(person(request), build), zone=zone)
    written = calendar_file(s.row.name, str(s.build.pk), s.plan, s.agenda, s.state.done, s.build.deadline, timezone.now())
    return download(written, f"{s.row.name}-build.ics", "text/calendar")


@router.get("/builds/{uuid:build}/diary.pdf", response=REFUSALS, operation_id="build_diary")
def diary(request: HttpRequest, build: uuid.UUID, zone: str = "") -> HttpResponse:
    """The build's diary with its photos."""
    s = station_of(person(request), build_of(person(request), build), zone=zone)
    return download(write_diary(s), f"{s.row.name}-diary.pdf", "application/pdf")
