"""The Shape station: an airframe edited, balanced, weighed, asked backwards, cut out of paper, compared."""

import uuid
from typing import Annotated

from django.contrib.auth.models import User
from django.http import Http404, HttpRequest, HttpResponse
from ninja import Header, Router

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.formats.drawings import MEDIA_TYPES, written
from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.hangar.actions.edit_shape import Edit, apply_edits
from wobbly_fin.hangar.actions.grow import begin, grow, up_scaled
from wobbly_fin.hangar.actions.save import reopen_version, save_rocket
from wobbly_fin.hangar.api.answers import rocket_out
from wobbly_fin.hangar.api.schemas import RocketOut
from wobbly_fin.hangar.api.shape_answers import shape_out
from wobbly_fin.hangar.api.shape_schemas import (
    ComparedOut,
    EditsIn,
    NewAirframeIn,
    ScaleIn,
    ScaleOut,
    ShapeOut,
    SolvedOut,
    SolveIn,
    TemplateOut,
    UpScaledOut,
    UpScaleIn,
    VersionOut,
    WhatIfOut,
)
from wobbly_fin.hangar.api.shape_study import compared_out, scale_out, solved_out, template_out, versions_out, what_if_out
from wobbly_fin.hangar.facts import rocket_of
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.shape import heaviest_fitting, layout_mount, shape_of
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mount import mounts_of
from wobbly_fin.rocketry.airframe.scaling import up_scale
from wobbly_fin.rocketry.templates.shapes import find_template, templates_of
from wobbly_fin.rocketry.units.parse import read_number
from wobbly_fin.site.downloads import download
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.stores.parts import part_shelf, stock_item
from wobbly_fin.stores.shelf import shelf_for

router = Router(tags=["shape"])
_REFUSALS = {404: ErrorOut, 422: ErrorOut}


def _edited(user: User, row: Rocket, body: EditsIn) -> RocketFile:
    file = read_rocket_file(row.document)
    edits = [Edit(**e.model_dump(exclude={"stock"}), stock=stock_item(user, e.stock) if e.stock else None) for e in body.edits]
    return apply_edits(file, edits, units_of(preferences_of(user)))


def _answer(user: User, row: Rocket, file: RocketFile, selected: uuid.UUID | None, load: str | None = None) -> ShapeOut:
    shape = shape_of(user, row, file, load)
    row.document, row.name = file.model_dump(mode="json"), file.name
    return shape_out(row, shape, selected)


@router.get("/rockets/{uuid:key}/shape", response={200: ShapeOut, **_REFUSALS}, operation_id="shape")
def shape(request: HttpRequest, key: uuid.UUID, selected: uuid.UUID | None = None) -> ShapeOut:
    """An airframe with everything said of it, and one part's boxes."""
    user = person(request)
    row = rocket_of(user, key)
    return _answer(user, row, read_rocket_file(row.document), selected)


@router.post("/rockets/{uuid:key}/shape/try", response={200: ShapeOut, **_REFUSALS}, operation_id="try_shape")
def try_shape(request: HttpRequest, key: uuid.UUID, body: EditsIn) -> ShapeOut:
    """What edits would come to; keeps nothing."""
    user = person(request)
    row = rocket_of(user, key)
    return _answer(user, row, _edited(user, row, body), body.selected, body.load)


@router.post("/rockets/{uuid:key}/shape/edit", response={200: ShapeOut, 409: ErrorOut, **_REFUSALS}, operation_id="edit_shape")
def edit_shape(
    request: HttpRequest, key: uuid.UUID, body: EditsIn, if_match: Annotated[int | None, Header(alias="If-Match")] = None
) -> ShapeOut:
    """Edit an airframe; `If-Match` carries the revision the edits were made from."""
    user = person(request)
    file = _edited(user, rocket_of(user, key), body)
    save_rocket(user, key, file, if_match)
    return _answer(user, rocket_of(user, key), file, body.selected, body.load)


@router.post("/rockets/{uuid:key}/grow", response={200: RocketOut, 409: ErrorOut, **_REFUSALS}, operation_id="grow_rocket")
def grow_rocket(request: HttpRequest, key: uuid.UUID) -> RocketOut:
    """Grow a quick rocket into an airframe to correct part by part."""
    user = person(request)
    row = rocket_of(user, key)
    save_rocket(user, key, grow(read_rocket_file(row.document)), row.revision)
    return rocket_out(rocket_of(user, key), units_of(preferences_of(user)))


@router.put("/airframes/{uuid:key}", response={200: RocketOut, 409: ErrorOut, 422: ErrorOut}, operation_id="begin_airframe")
def begin_airframe(request: HttpRequest, key: uuid.UUID, body: NewAirframeIn) -> RocketOut:
    """Begin a rocket from parts, under a key the client made."""
    user = person(request)
    units = units_of(preferences_of(user))
    save_rocket(user, key, begin(body.name, body.diameter, body.kit, body.printed_motors, units), None)
    return rocket_out(rocket_of(user, key), units)


@router.post("/rockets/{uuid:key}/solve", response={200: SolvedOut, **_REFUSALS}, operation_id="solve_shape")
def solve(request: HttpRequest, key: uuid.UUID, body: SolveIn) -> SolvedOut:
    """Ballast, fin span or fin place for an asked-for margin."""
    user = person(request)
    row = rocket_of(user, key)
    return solved_out(shape_of(user, row, read_rocket_file(row.document)), body)


@router.get("/rockets/{uuid:key}/what-if", response={200: WhatIfOut, **_REFUSALS}, operation_id="what_if")
def what_if(request: HttpRequest, key: uuid.UUID) -> WhatIfOut:
    """What a tenth more of each dimension does to margin and apogee."""
    user = person(request)
    row = rocket_of(user, key)
    return what_if_out(shape_of(user, row, read_rocket_file(row.document)))


@router.get("/rockets/{uuid:key}/templates", response={200: list[TemplateOut], **_REFUSALS}, operation_id="templates")
def templates(request: HttpRequest, key: uuid.UUID) -> list[TemplateOut]:
    """Every full-size template, drawn for the screen."""
    user = person(request)
    layout = lay_out(read_rocket_file(rocket_of(user, key).document).to_airframe())
    return [template_out(t) for t in templates_of(layout, units_of(preferences_of(user)))]


@router.get(
    "/rockets/{uuid:key}/templates/{template}.{kind}", response={404: ErrorOut, 422: ErrorOut}, operation_id="template_file"
)
def template_file(request: HttpRequest, key: uuid.UUID, template: str, kind: str, paper: str = "a4") -> HttpResponse:
    """One template, or all of them as one PDF, as a file to keep."""
    user = person(request)
    if kind not in MEDIA_TYPES:
        raise Http404
    file = read_rocket_file(rocket_of(user, key).document)
    layout, units = lay_out(file.to_airframe()), units_of(preferences_of(user))
    wanted = list(templates_of(layout, units)) if template == "all" else [find_template(layout, template, units)]
    return download(written(wanted, kind, paper, file.name), f"{file.name}-{template}.{kind}", MEDIA_TYPES[kind])


@router.get("/rockets/{uuid:key}/versions", response={200: list[VersionOut], 404: ErrorOut}, operation_id="versions")
def versions(request: HttpRequest, key: uuid.UUID) -> list[VersionOut]:
    """Every version of a rocket, newest first, and what was flown with it."""
    return versions_out(rocket_of(person(request), key))


@router.get("/rockets/{uuid:key}/compare", response={200: ComparedOut, **_REFUSALS}, operation_id="compare_versions")
def compare(request: HttpRequest, key: uuid.UUID, left: int, right: int) -> ComparedOut:
    """Two versions side by side."""
    user = person(request)
    return compared_out(user, rocket_of(user, key), left, right)


@router.post(
    "/rockets/{uuid:key}/versions/{int:number}/reopen", response={200: RocketOut, **_REFUSALS}, operation_id="reopen_version"
)
def reopen(request: HttpRequest, key: uuid.UUID, number: int) -> RocketOut:
    """Bring an old version back, as a new one."""
    user = person(request)
    reopen_version(user, key, number)
    return rocket_out(rocket_of(user, key), units_of(preferences_of(user)))


@router.post("/rockets/{uuid:key}/up-scale", response={200: UpScaledOut, 409: ErrorOut, **_REFUSALS}, operation_id="up_scale")
def scale_up(request: HttpRequest, key: uuid.UUID, body: UpScaleIn) -> UpScaledOut:
    """A larger (or smaller) rocket of the same shape, with the ballast it needs."""
    user = person(request)
    file = read_rocket_file(rocket_of(user, key).document)
    units, factor = units_of(preferences_of(user)), read_number(body.factor, "factor", "factor; 2 doubles every length")
    layout = lay_out(up_scale(file.to_airframe(), factor))
    motor = heaviest_fitting([s.motor for s in shelf_for(user, mounts_of(layout))], layout_mount(layout, 0))
    made, sentence = up_scaled(file, body.name, factor, body.fin_material, body.margin_calibres, [motor], units)
    save_rocket(user, body.id, made, None)
    return UpScaledOut(rocket=rocket_out(rocket_of(user, body.id), units), sentence=sentence)


@router.post("/scale", response={200: ScaleOut, 422: ErrorOut}, operation_id="scale_table")
def scale(request: HttpRequest, body: ScaleIn) -> ScaleOut:
    """The table of a scale model from a prototype's lengths as typed; keeps nothing."""
    user = person(request)
    return scale_out(body, units_of(preferences_of(user)), part_shelf(user))
