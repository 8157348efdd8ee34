"""What the glue shelf and the raw stock say."""

import uuid
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from wobbly_fin.site.schema import Schema, Versioned

Typed = Annotated[str, StringConstraints(max_length=80)]


class GlueOut(Versioned):
    """A glue, its times at 20 °C."""

    key: str
    row: uuid.UUID | None
    own: bool
    name: str
    sort: str
    work: str
    handle: str
    full: str
    lowest: str
    parts: str
    caution: str
    typed: dict[str, str]


class GlueIn(Schema):
    """A glue's form."""

    library_key: Annotated[str, StringConstraints(max_length=60)] = ""
    typed: Annotated[dict[str, Typed], Field(max_length=10)] = {}


class RawOut(Versioned):
    """A line of raw stock, its figures said."""

    id: uuid.UUID
    kind: str
    name: str
    said: str
    typed: dict[str, str]


class RawIn(Schema):
    """A line's form."""

    kind: Literal["tube", "sheet", "glue"]
    name: Typed = ""
    typed: Annotated[dict[str, Typed], Field(max_length=10)] = {}
