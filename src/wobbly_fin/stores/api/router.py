"""Motors, parts and fields."""

import json
import uuid
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Router, Status
from ninja.files import UploadedFile

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.formats.kml import write_kml
from wobbly_fin.formats.label_answer import label_answer
from wobbly_fin.formats.motors import MotorsFile
from wobbly_fin.formats.passed_on import PartsFile, read_passed_on
from wobbly_fin.formats.sheets import cells_of
from wobbly_fin.rocketry.field.geojson import write_geojson
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.motors.curve_csv import write_motor_csv
from wobbly_fin.rocketry.motors.labels import decode
from wobbly_fin.rocketry.motors.pasted import TEMPLATE
from wobbly_fin.site.downloads import download
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.site.seen import as_seen
from wobbly_fin.stores.actions.add_motor import SheetForm, add_motor, draft_motor
from wobbly_fin.stores.actions.draw_field import draw_field, read_field
from wobbly_fin.stores.actions.keep_stock import StockForm, keep_stock
from wobbly_fin.stores.actions.merge import merge_motors, part_again
from wobbly_fin.stores.actions.part_files import kit_parts, parts_file, take_parts
from wobbly_fin.stores.actions.pass_on import motors_file, take_in
from wobbly_fin.stores.actions.put_in import Wanted, put_in, take_out_again
from wobbly_fin.stores.actions.remove import bin_row
from wobbly_fin.stores.actions.save_field import save_field
from wobbly_fin.stores.api.answers import box_out, field_out, list_out, motor_out, sheet_out, stock_out
from wobbly_fin.stores.api.schemas import (
    CellsIn,
    DecodeOut,
    DraftOut,
    FieldIn,
    FieldOut,
    GeoJsonIn,
    GroundIn,
    KitIn,
    ListIn,
    ListReadOut,
    MergeIn,
    MotorBoxOut,
    MotorIn,
    MotorOut,
    PutInIn,
    SheetReadOut,
    StockIn,
    StockOut,
)
from wobbly_fin.stores.fields import ground_of
from wobbly_fin.stores.models import FlyingField, MotorStock, OwnMotor, OwnPart
from wobbly_fin.stores.parts import part_shelf
from wobbly_fin.stores.shelf import Shelved, from_shelf, shelf
from wobbly_fin.stores.stock import stock_of

router = Router(tags=["stores"])


@router.get("/motors", response=list[MotorOut], operation_id="motors")
def motors(request: HttpRequest) -> list[MotorOut]:
    """Every motor on the shelf."""
    user = person(request)
    units = units_of(preferences_of(user))
    everything = shelf(user)
    stock = stock_of(user, everything)
    return [motor_out(s, units, stocked=stock.get(s.motor.key)) for s in everything]


@router.get("/motors/decode", response={200: DecodeOut, 422: ErrorOut}, operation_id="decode_label")
def decode_label(request: HttpRequest, label: str) -> DecodeOut:
    """What a label says, and whether such a motor is on the shelf."""
    found = decode(label)
    known = [s.key for s in shelf(person(request)) if s.motor.decoded.base == found.base and s.motor.kind == found.kind]
    return DecodeOut(**label_answer(found), known_key=known[0] if known else None)


@router.post("/motors/draft", response={200: DraftOut, 422: ErrorOut}, operation_id="draft_motor")
def draft(request: HttpRequest, body: MotorIn) -> DraftOut:
    """What a motor form comes to, without keeping it."""
    user = person(request)
    drafted = draft_motor(user, SheetForm(**body.model_dump()))
    shelved = Shelved(key="draft", motor=drafted.motor)
    return DraftOut(motor=motor_out(shelved, units_of(preferences_of(user)), drafted.origin), notes=list(drafted.notes))


@router.get("/motors.json", operation_id="motors_file")
def get_motors_file(request: HttpRequest) -> HttpResponse:
    """One's own motors as a file to pass on."""
    return download(motors_file(person(request)).model_dump_json(indent=1), "motors.json", "application/json")


@router.post("/motors/import", response={200: dict[str, list[str]], 422: ErrorOut}, operation_id="import_motors")
def import_motors(request: HttpRequest, file: File[UploadedFile]) -> dict[str, list[str]]:
    """Put somebody else's motors on the shelf."""
    return take_in(person(request), read_passed_on(file.read(), MotorsFile, say("passed-motors")))


@router.get("/shelf/{key}", response={200: MotorOut, 404: ErrorOut}, operation_id="motor")
def motor(request: HttpRequest, key: str) -> MotorOut:
    """One motor."""
    user = person(request)
    return motor_out(from_shelf(user, key), units_of(preferences_of(user)))


@router.get("/shelf/{key}/csv", operation_id="motor_csv")
def motor_csv(request: HttpRequest, key: str) -> HttpResponse:
    """One motor as a CSV file that can be read back."""
    found = from_shelf(person(request), key).motor
    return download(write_motor_csv(found), f"{found.name}.csv", "text/csv")


@router.put("/motors/{uuid:motor_id}", response={200: MotorOut, 409: ErrorOut, 422: ErrorOut}, operation_id="save_motor")
def put_motor(request: HttpRequest, motor_id: uuid.UUID, body: MotorIn) -> MotorOut:
    """Keep a motor of one's own."""
    user = person(request)
    add_motor(user, motor_id, SheetForm(**body.model_dump()))
    return motor_out(from_shelf(user, f"own:{motor_id}"), units_of(preferences_of(user)))


@router.delete("/motors/{uuid:motor_id}", response={204: None, 404: ErrorOut}, operation_id="bin_motor")
def delete_motor(request: HttpRequest, motor_id: uuid.UUID) -> Status[None]:
    """Bin a motor of one's own."""
    bin_row(person(request), OwnMotor, motor_id)
    return Status(204, None)


@router.post("/motors/{uuid:motor_id}/merge", response={200: MotorOut, 404: ErrorOut, 422: ErrorOut}, operation_id="merge_motor")
def merge_motor(request: HttpRequest, motor_id: uuid.UUID, body: MergeIn) -> MotorOut:
    """Make one of two motors that are the same: this one goes into the other."""
    user = person(request)
    return motor_out(merge_motors(user, motor_id, body.into), units_of(preferences_of(user)))


@router.post("/motors/{uuid:motor_id}/restore", response={204: None, 404: ErrorOut}, operation_id="restore_motor")
def restore_motor(request: HttpRequest, motor_id: uuid.UUID) -> Status[None]:
    """Take a motor out of the bin."""
    bin_row(person(request), OwnMotor, motor_id, back=True)
    part_again(person(request), motor_id)
    return Status(204, None)


@router.get("/fields", response=list[FieldOut], operation_id="fields")
def fields(request: HttpRequest) -> list[FieldOut]:
    """The person's fields."""
    user = person(request)
    units = units_of(preferences_of(user))
    return [field_out(row, units) for row in FlyingField.objects.visible_to(user)]


@router.put("/fields/{uuid:field_id}", response={200: FieldOut, 409: ErrorOut, 422: ErrorOut}, operation_id="save_field")
def put_field(request: HttpRequest, field_id: uuid.UUID, body: FieldIn) -> FieldOut:
    """Make or change a field."""
    user = person(request)
    with as_seen(request, FlyingField.objects.belonging_to(user), field_id):
        row = save_field(
            user, field_id, name=body.name, elevation=body.elevation, ceiling=body.ceiling, place=body.place, width=body.width
        )
    return field_out(row, units_of(preferences_of(user)))


@router.put(
    "/fields/{uuid:field_id}/ground", response={200: FieldOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut}, operation_id="draw_field"
)  # fmt: skip
def put_ground(request: HttpRequest, field_id: uuid.UUID, body: GroundIn) -> FieldOut:
    """Keep a field's outline and what lies on it."""
    user = person(request)
    shape = body.model_dump()
    with as_seen(request, FlyingField.objects.belonging_to(user), field_id):
        row = draw_field(user, field_id, outline=shape["outline"], features=shape["features"], surface=shape["surface"])
    return field_out(row, units_of(preferences_of(user)))


@router.post(
    "/fields/{uuid:field_id}/geojson", response={200: FieldOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut}, operation_id="read_field"
)  # fmt: skip
def post_geojson(request: HttpRequest, field_id: uuid.UUID, body: GeoJsonIn) -> FieldOut:
    """Take a field's shape from a map's text, GeoJSON or KML."""
    user = person(request)
    with as_seen(request, FlyingField.objects.belonging_to(user), field_id):
        row = read_field(user, field_id, body.text)
    return field_out(row, units_of(preferences_of(user)))


@router.get("/fields/{uuid:field_id}/geojson", response={404: ErrorOut}, operation_id="field_geojson")
def get_geojson(request: HttpRequest, field_id: uuid.UUID) -> HttpResponse:
    """The field as GeoJSON, where a map has told where its pad lies; else round longitude and latitude 0."""
    row = get_object_or_404(FlyingField.objects.visible_to(person(request)), pk=field_id)
    return download(json.dumps(_on_map(row)), f"{row.name}.geojson", "application/geo+json")


@router.get("/fields/{uuid:field_id}/kml", response={404: ErrorOut}, operation_id="field_kml")
def get_kml(request: HttpRequest, field_id: uuid.UUID) -> HttpResponse:
    """The same as KML."""
    row = get_object_or_404(FlyingField.objects.visible_to(person(request)), pk=field_id)
    return download(write_kml(_on_map(row), row.name), f"{row.name}.kml", "application/vnd.google-earth.kml+xml")


def _on_map(row: FlyingField) -> dict[str, Any]:
    return write_geojson(ground_of(row), (row.longitude or 0.0, row.latitude or 0.0), row.name)


@router.delete("/fields/{uuid:field_id}", response={204: None, 404: ErrorOut}, operation_id="bin_field")
def delete_field(request: HttpRequest, field_id: uuid.UUID) -> Status[None]:
    """Bin a field."""
    bin_row(person(request), FlyingField, field_id)
    return Status(204, None)


@router.post("/fields/{uuid:field_id}/restore", response={204: None, 404: ErrorOut}, operation_id="restore_field")
def restore_field(request: HttpRequest, field_id: uuid.UUID) -> Status[None]:
    """Take a field out of the bin."""
    bin_row(person(request), FlyingField, field_id, back=True)
    return Status(204, None)


@router.get("/box", response=MotorBoxOut, operation_id="box")
def box(request: HttpRequest) -> MotorBoxOut:
    """The motors in the box, and what is to be bought."""
    user = person(request)
    return box_out(user, units_of(preferences_of(user)))


@router.post("/box/read", response={200: ListReadOut, 422: ErrorOut}, operation_id="read_motor_list")
def read_list(request: HttpRequest, body: ListIn) -> ListReadOut:
    """Motors in a text as somebody wrote it; nothing is kept."""
    return list_out(person(request), body.text, units_of(preferences_of(person(request))))


@router.post("/box/read/file", response={200: SheetReadOut, 422: ErrorOut}, operation_id="read_motor_sheet")
def read_sheet(request: HttpRequest, file: File[UploadedFile]) -> SheetReadOut:
    """The same of a sheet: CSV, XLSX or ODS."""
    user = person(request)
    return sheet_out(user, cells_of(file.name or "", file.read()), None, units_of(preferences_of(user)))


@router.post("/box/read/cells", response={200: SheetReadOut, 422: ErrorOut}, operation_id="read_motor_cells")
def read_cells(request: HttpRequest, body: CellsIn) -> SheetReadOut:
    """The same of a sheet's cells: a table filled in, or a sheet with its columns put right."""
    user = person(request)
    told = {str(what): at for what, at in body.columns.items()} if body.columns is not None else None
    return sheet_out(user, body.cells, told, units_of(preferences_of(user)), headings=body.headings)


@router.put("/box/lists/{uuid:key}", response={200: MotorBoxOut, 409: ErrorOut, 422: ErrorOut}, operation_id="put_motors_in")
def put_list(request: HttpRequest, key: uuid.UUID, body: PutInIn) -> MotorBoxOut:
    """Put a list of motors into the box; under the same key it goes in once."""
    wanted = [
        Wanted(
            diameter_m=line.diameter_mm / 1000 if line.diameter_mm else None, length_m=line.length_mm / 1000 if line.length_mm else None,
            **line.model_dump(exclude={"diameter_mm", "length_mm"}),
        )
        for line in body.lines
    ]  # fmt: skip
    put_in(person(request), key, body.text, wanted)
    return box(request)


@router.get("/box/template.csv", operation_id="motors_template")
def motors_template(request: HttpRequest) -> HttpResponse:
    """An empty sheet with the headings that are read."""
    person(request)
    return download(TEMPLATE, "motors.csv", "text/csv")


@router.delete("/box/lists/{uuid:key}", response={200: MotorBoxOut, 404: ErrorOut}, operation_id="take_motors_out")
def delete_list(request: HttpRequest, key: uuid.UUID) -> MotorBoxOut:
    """Take out again what a list put in."""
    take_out_again(person(request), key)
    return box(request)


@router.put(
    "/box/{uuid:key}", response={200: MotorBoxOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut}, operation_id="keep_stock"
)
def put_stock(request: HttpRequest, key: uuid.UUID, body: StockIn) -> MotorBoxOut:
    """Keep a line of the box."""
    with as_seen(request, MotorStock.objects.belonging_to(person(request)), key):
        keep_stock(person(request), key, StockForm(**body.model_dump()))
    return box(request)


@router.delete("/box/{uuid:key}", response={204: None, 404: ErrorOut}, operation_id="bin_stock")
def delete_stock(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Take a line out of the box."""
    bin_row(person(request), MotorStock, key)
    return Status(204, None)


@router.post("/box/{uuid:key}/restore", response={204: None, 404: ErrorOut}, operation_id="restore_stock")
def restore_stock(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Put it back."""
    bin_row(person(request), MotorStock, key, back=True)
    return Status(204, None)


@router.get("/parts", response=list[StockOut], operation_id="stock_parts")
def parts(request: HttpRequest) -> list[StockOut]:
    """Every part to build from, own ones first."""
    user = person(request)
    units = units_of(preferences_of(user))
    return [stock_out(item, units) for item in part_shelf(user)]


@router.get("/parts.json", operation_id="parts_file")
def get_parts_file(request: HttpRequest) -> HttpResponse:
    """One's own parts as a file to pass on."""
    return download(parts_file(person(request)).model_dump_json(indent=1, exclude_none=True), "parts.json", "application/json")


@router.post("/parts/import", response={200: dict[str, list[str]], 422: ErrorOut}, operation_id="import_parts")
def import_parts(request: HttpRequest, file: File[UploadedFile]) -> dict[str, list[str]]:
    """Put somebody else's parts by."""
    return take_parts(person(request), read_passed_on(file.read(), PartsFile, say("passed-parts")))


@router.post("/parts/kit", response={200: dict[str, list[str]], 422: ErrorOut}, operation_id="kit_parts")
def post_kit_parts(request: HttpRequest, body: KitIn) -> dict[str, list[str]]:
    """Put by what a kit's list tells the size of."""
    user = person(request)
    return kit_parts(user, body.text, units_of(preferences_of(user)))


@router.post("/parts/{uuid:key}/restore", response={204: None, 404: ErrorOut}, operation_id="restore_part")
def restore_part(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Take a part out of the bin."""
    bin_row(person(request), OwnPart, key, back=True)
    return Status(204, None)
