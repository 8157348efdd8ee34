"""Paint put on a rocket: on one part, or on all that have an outside."""

from typing import Any

from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.rocketry.airframe.paint import read_paint
from wobbly_fin.rocketry.airframe.surfaces import SURFACE


def put_paint(content: dict[str, Any], edit: Any, _: Any) -> None:
    """Paint `edit.part`, or with no part the whole rocket, as the line in `edit.value` says; raises RocketryError for no such paint."""
    text = str(edit.value or "").strip()
    read_paint(text)
    outside = {p.id for p in RocketFile.model_validate(content).to_airframe().parts if SURFACE.find(p) is not None}
    for part in (p for stage in content["stages"] for p in stage["parts"]):
        key = str(part["id"])
        if key in outside if edit.part is None else key == str(edit.part):
            part["paint"] = text
