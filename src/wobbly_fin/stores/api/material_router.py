"""Glues, and tubes, sheets and glue at hand."""

import uuid

from django.http import HttpRequest
from ninja import Router, Status

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.rocketry.building.explain import lasting
from wobbly_fin.rocketry.building.glues import GLUES, Glue
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.site.seen import as_seen, version_of
from wobbly_fin.stores.actions.keep_material import keep_glue, keep_raw
from wobbly_fin.stores.actions.remove import bin_row
from wobbly_fin.stores.api.material_schemas import GlueIn, GlueOut, RawIn, RawOut
from wobbly_fin.stores.glues import own_glues
from wobbly_fin.stores.models import OwnGlue, RawStock

router = Router(tags=["stores"])


def glue_out(glue: Glue, row: OwnGlue | None, units: UnitChoice) -> GlueOut:
    """A glue as the shelf shows it."""
    parts = ""
    if glue.parts is not None:
        parts = f"{glue.parts[0]:g}:{glue.parts[1]:g} by {glue.measure}"
    return GlueOut(
        key=glue.key, row=row.pk if row else None, own=row is not None, name=glue.name, sort=glue.sort,
        work=lasting(glue.work_s) if glue.work_s else "no hurry", handle=lasting(glue.handle_s), full=lasting(glue.full_s),
        lowest=show(glue.lowest_c, "temperature", units), parts=parts, caution=glue.caution, typed=row.typed if row else {}, version=version_of(row),
    )  # fmt: skip


@router.get("/glues", response=list[GlueOut], operation_id="glues")
def glues(request: HttpRequest) -> list[GlueOut]:
    """The library, with what this person set right, and their own."""
    user = person(request)
    units, own = units_of(preferences_of(user)), own_glues(user)
    rows = {r.key: r for r in OwnGlue.objects.visible_to(user)}
    return [glue_out(g, rows.get(k), units) for k, g in {**GLUES, **own}.items()]


@router.put("/glues/{uuid:key}", response={200: list[GlueOut], 409: ErrorOut, 422: ErrorOut}, operation_id="keep_glue")
def put_glue(request: HttpRequest, key: uuid.UUID, body: GlueIn) -> list[GlueOut]:
    """Keep a glue as its sheet says."""
    with as_seen(request, OwnGlue.objects.belonging_to(person(request)), key):
        keep_glue(person(request), key, body.library_key, body.typed)
    return glues(request)


@router.delete("/glues/{uuid:key}", response={204: None, 404: ErrorOut}, operation_id="bin_glue")
def delete_glue(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Bin a glue of one's own; one of the library's goes back to what the library says."""
    bin_row(person(request), OwnGlue, key)
    return Status(204, None)


@router.post("/glues/{uuid:key}/restore", response={204: None, 404: ErrorOut}, operation_id="restore_glue")
def restore_glue(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Take it out of the bin."""
    bin_row(person(request), OwnGlue, key, back=True)
    return Status(204, None)


def raw_out(row: RawStock, units: UnitChoice) -> RawOut:
    """A line of raw stock."""
    f = row.figures
    if row.kind == "tube":
        edges = {0: "no factory end", 1: "one factory end", 2: "factory ends"}[f["edges"]]
        said = f"{f['count']} × {show(f['outer_diameter_m'], 'short_length', units)}, {show(f['length_m'], 'short_length', units)} long, {edges}"
    elif row.kind == "sheet":
        size = " × ".join(show(f[n], "short_length", units) for n in ("thickness_m", "length_m", "width_m"))
        said = f"{f['count']} × {size}"
    else:
        said = f"{show(f['mass_kg'], 'mass', units)} left"
    return RawOut(id=row.pk, kind=row.kind, name=row.name, said=said, typed=row.typed, version=version_of(row))


@router.get("/raw", response=list[RawOut], operation_id="raw_stock")
def raw(request: HttpRequest) -> list[RawOut]:
    """Tubes, sheets and glue at hand."""
    user = person(request)
    units = units_of(preferences_of(user))
    return [raw_out(row, units) for row in RawStock.objects.visible_to(user)]


@router.put("/raw/{uuid:key}", response={200: list[RawOut], 409: ErrorOut, 422: ErrorOut}, operation_id="keep_raw")
def put_raw(request: HttpRequest, key: uuid.UUID, body: RawIn) -> list[RawOut]:
    """Keep a line."""
    with as_seen(request, RawStock.objects.belonging_to(person(request)), key):
        keep_raw(person(request), key, body.kind, body.name, body.typed)
    return raw(request)


@router.delete("/raw/{uuid:key}", response={204: None, 404: ErrorOut}, operation_id="bin_raw")
def delete_raw(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Take a line out."""
    bin_row(person(request), RawStock, key)
    return Status(204, None)


@router.post("/raw/{uuid:key}/restore", response={204: None, 404: ErrorOut}, operation_id="restore_raw")
def restore_raw(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Put it back."""
    bin_row(person(request), RawStock, key, back=True)
    return Status(204, None)
