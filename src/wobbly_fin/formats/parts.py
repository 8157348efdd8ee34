"""Documents of the airframe's parts, made from the core's own value types: one list of fields, told once."""

import types
import uuid
from collections.abc import Iterable
from dataclasses import MISSING, fields
from functools import reduce
from operator import or_
from typing import Annotated, Any, Literal, Union, cast, get_args, get_origin, get_type_hints

from pydantic import Field, StringConstraints, create_model

from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.rocketry.airframe.parts import OLDER_TYPES, PART_TYPES, Part

Text = Annotated[str, StringConstraints(strip_whitespace=True, max_length=80)]
_Corner = Annotated[list[Number], Field(min_length=2, max_length=2)]
_Outline = Annotated[list[_Corner], Field(max_length=200)]
_Whole = Annotated[int, Field(strict=True)]


def one_of(kinds: Iterable[Any]) -> Any:
    """The union of several types, told at run time."""
    return reduce(or_, kinds)


class PartDocument(Document):
    """Base of every part document."""

    def to_part(self) -> Part:
        """The core's value; raises RocketryError naming the field."""
        own: dict[str, Any] = self.model_dump(exclude={"type", "typed", "nominal", "guessed"})
        own["id"] = str(own["id"])
        own["parent"] = str(own["parent"]) if own["parent"] else None
        if "outline" in own:
            own["outline"] = tuple(tuple(corner) for corner in own["outline"])
        return (PART_TYPES | OLDER_TYPES)[self.type](**own)  # type: ignore[attr-defined]


def _annotation(hint: Any) -> Any:
    if get_origin(hint) in (Union, types.UnionType):
        return one_of(_annotation(h) for h in get_args(hint))
    if get_origin(hint) is tuple:
        return _Outline
    if hint is bool:
        return Annotated[bool, Field(strict=True)]
    return {float: Number, int: _Whole, str: Text}.get(hint, hint)


def _model(kind: type[Part], suffix: str, replaced: dict[str, Any]) -> type[PartDocument]:
    hints = get_type_hints(kind)
    made: dict[str, Any] = {"type": (Literal[kind.TYPE], kind.TYPE if suffix == "InFile" else ...)}  # type: ignore[name-defined]
    for f in fields(kind):
        default = ... if f.default is MISSING else [] if f.default == () else f.default
        made[f.name] = (_annotation(hints[f.name]), default)
    made |= replaced
    made_model = create_model(f"{kind.__name__}{suffix}", __base__=PartDocument, __doc__=kind.__doc__, **made)
    return cast("type[PartDocument]", made_model)


_KEYED: dict[str, Any] = {
    "id": (uuid.UUID, ...),
    "parent": (uuid.UUID | None, None),
    # The figure a thing is sold by, beside the real one: "1/8 in" ply that measures 3.0 mm.
    "nominal": (Annotated[dict[str, Text], Field(max_length=40)], {}),
    "typed": (Annotated[dict[str, Text], Field(max_length=40)], {}),
    # What its owner did not type is as usual for such a rocket, not measured.
    "guessed": (Annotated[bool, Field(strict=True)], False),
}

# Parts in a flight document (keys optional), and parts in a rocket file (keys for ever, texts as typed beside the figures).
LOOSE_PARTS: dict[str, type[PartDocument]] = {
    name: _model(kind, "Document", {}) for name, kind in (PART_TYPES | OLDER_TYPES).items()
}
FILED_PARTS: dict[str, type[PartDocument]] = {name: _model(kind, "InFile", _KEYED) for name, kind in PART_TYPES.items()}

LoosePart: Any = Annotated[one_of(LOOSE_PARTS.values()), Field(discriminator="type")]


def to_parts(documents: list[Any], place: str = "parts") -> tuple[Part, ...]:
    """Core parts of documents; an error names `place` and the part's number."""
    return tuple(within(f"{place}.{i}", d.to_part) for i, d in enumerate(documents))
